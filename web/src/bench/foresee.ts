import type { NearAnswer } from '#core/bench';
import { applyChanges, type Circuit, type DeviceId, type EditChange, patchBetween } from '#core/circuit';
import type { Practice } from '#core/schools';
import { selectPractice } from '../store/select';
import { store } from '../store/store';
import { benchClient } from '../worker/client';

/** So long a hand rests that has typed all of a figure. */
const RESTS_MS = 60;

/** A circuit that may come after the one that is there, and what is judged of a device in it. */
interface Foreseen {
  readonly before: Circuit;
  readonly change: string;
  readonly practice: Practice;
  readonly device: DeviceId;
  readonly answer: NearAnswer;
}

let begun: { readonly later: ReturnType<typeof setTimeout>; readonly given: AbortController } | undefined;
let foreseen: Foreseen | undefined;

const changeBetween = (before: Circuit, after: Circuit): string => JSON.stringify(patchBetween(before, after));

/** Has judged what somebody is typing and has not entered: when it is entered as it stands, its verdict is there. */
export function foresee(changes: readonly EditChange[]): void {
  clearTimeout(begun?.later);
  begun?.given.abort();
  const given = new AbortController();
  const before = store.getState().document.now;
  const later = setTimeout(() => {
    const state = store.getState();
    const { now, isLooking } = state.document;
    const { device } = state.bench;
    // entered already, or something else was
    if (!now || now !== before || !device || isLooking) return;
    const applied = applyChanges(now, changes);
    if (!applied.ok) return;
    const { circuit: document } = applied.value;
    const practice = selectPractice(state);
    benchClient()
      .ask('foresee', { document, practice, device }, { signal: given.signal })
      .then(
        (answer) => {
          foreseen = answer ? { before: now, change: changeBetween(now, document), practice, device, answer } : undefined;
        },
        () => undefined, // entered meanwhile, or typed on
      );
  }, RESTS_MS);
  begun = { later, given };
}

/** What was judged of a device in a circuit that has just come after another; undefined: nothing, or of another. Told once. */
export function whatWasForeseen(before: Circuit, after: Circuit, practice: Practice, device: DeviceId): NearAnswer | undefined {
  const one = foreseen;
  foreseen = undefined;
  const isIt = one?.before === before && one.practice === practice && one.device === device && one.change === changeBetween(before, after);
  return isIt ? one.answer : undefined;
}
