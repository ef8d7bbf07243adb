import { isDeepStrictEqual } from 'node:util';
import {
  applyChanges,
  type Circuit,
  clash,
  type Edit,
  type Problem,
  spellChanges,
  type Touch,
  touches,
  validateCircuit,
} from '#core/circuit';
import { catalogue } from '#core/devices';
import { inTransaction, type Pool } from '../db/pool';
import { circuitStore } from './circuitStore';

/** A snapshot this often, so that history is read without replaying it all. */
const SNAPSHOT_EVERY = 50;

export type Taken =
  | { readonly outcome: 'saved'; readonly revision: number; readonly merged: boolean; readonly document: Circuit }
  | { readonly outcome: 'none' }
  | { readonly outcome: 'ahead'; readonly revision: number }
  /** another edit was taken under the same id */
  | { readonly outcome: 'reused'; readonly revision: number }
  | { readonly outcome: 'refused'; readonly problems: readonly Problem[] }
  | { readonly outcome: 'clash'; readonly revision: number; readonly theirs: Circuit; readonly keys: readonly string[] };

/** An edit on its way in: on which circuit, made on which revision, by whom. */
export interface Sent {
  readonly id: string;
  readonly baseRevision: number;
  readonly edit: Edit;
  readonly author: string;
}

/**
 * Takes one edit, once however often it is sent. Edits made on an older revision merge when they touch other things;
 * on the same thing nothing is won silently: both versions go back to the person.
 */
export const takeEdit = (pool: Pool, { id, baseRevision, edit, author }: Sent): Promise<Taken> =>
  inTransaction(pool, async (client): Promise<Taken> => {
    const store = circuitStore(client);
    const held = await store.hold(id);
    if (!held) return { outcome: 'none' };
    const known = await store.editOf(id, edit.id);
    if (known && !isDeepStrictEqual(known.changes, JSON.parse(JSON.stringify(edit.changes))))
      return { outcome: 'reused', revision: held.revision };
    if (known) return { outcome: 'saved', revision: held.revision, merged: held.revision !== known.revision, document: held.document };
    if (baseRevision > held.revision) return { outcome: 'ahead', revision: held.revision };
    const mine = touches(edit.changes, held.document);
    const keys = baseRevision === held.revision ? [] : await clashesAfter(store, { id, baseRevision, mine, document: held.document });
    if (keys.length > 0) return { outcome: 'clash', revision: held.revision, theirs: held.document, keys };
    const applied = applyChanges(held.document, edit.changes);
    if (!applied.ok) return { outcome: 'refused', problems: applied.problems };
    const problems = validateCircuit(applied.value.circuit, catalogue);
    if (problems.length > 0) return { outcome: 'refused', problems };
    const revision = held.revision + 1;
    await store.append(id, {
      edit,
      revision,
      inverse: applied.value.inverse,
      words: spellChanges(held.document, edit.changes),
      author,
      document: applied.value.circuit,
      touches: mine,
    });
    if (revision % SNAPSHOT_EVERY === 0) await store.snapshot(id, revision, applied.value.circuit);
    await store.notify(id, revision);
    return { outcome: 'saved', revision, merged: baseRevision < held.revision, document: applied.value.circuit };
  });

/** What an edit on an older base and those since then both touch. */
async function clashesAfter(
  store: ReturnType<typeof circuitStore>,
  { id, baseRevision, mine, document }: { id: string; baseRevision: number; mine: readonly Touch[]; document: Circuit },
): Promise<string[]> {
  const { touched, changes } = await store.touchedAfter(id, baseRevision);
  return [...new Set([...clash(mine, touched), ...changes.flatMap((one) => clash(mine, touches(one, document)))])];
}
