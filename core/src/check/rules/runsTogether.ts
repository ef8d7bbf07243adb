import type { Circuit, Device, Pair } from '#core/circuit';
import { familyOf } from '#core/devices';
import { aloneIn, type Exploration, isEverOn, togetherIn } from '#core/explore';
import { graphOf } from '#core/graph';
import { type Opinion, ruleOf } from '../finding';
import { heats } from './heats';

export interface TogetherTold {
  /** a pair that a person has ruled on, or one that somebody should */
  readonly code: 'never, and do' | 'only with, and does without' | 'ask never' | 'ask only with' | 'gone';
  readonly a: string;
  readonly b: string;
}

/**
 * Two things that must never run together, or one that must never run without the other: as a person has said, held in every state that was
 * tried. Where nobody has said, what heats and what cools, and what heats and what moves its air, are asked about.
 */
export const togetherRule = ruleOf<TogetherTold>()({
  id: 'runs-together',
  source: 'common practice; IEC 60204-1 9.3.4 for what must not run together',
  find: ({ circuit, exploration }) => [
    ...circuit.pairs.flatMap((pair) => ruledOn(circuit, exploration, pair)),
    ...proposedIn(circuit, exploration),
  ],
});

function ruledOn({ devices }: Circuit, exploration: Exploration, { a, b, rule }: Pair): Opinion<TogetherTold>[] {
  const [one, other] = [devices[a], devices[b]];
  if (!one || !other) {
    const there = one ?? other;
    const told = { code: 'gone', a: one?.tag ?? a, b: other?.tag ?? b } as const;
    return rule === 'may' ? [] : [{ about: there ? [there] : [], key: `${a} ${b}`, verdict: 'cannot-clear', told }];
  }
  const calls = rule === 'never' ? togetherIn(exploration, a, b) : rule === 'only-with' ? aloneIn(exploration, a, [b]) : undefined;
  if (!calls) return [];
  const code = rule === 'never' ? 'never, and do' : 'only with, and does without';
  return [{ about: [one, other], key: b, verdict: 'danger', told: { code, a: one.tag, b: other.tag }, calls }];
}

/** What is asked about: heat together with cooling, heat without the air that is there for it, as long as nobody has said. */
function proposedIn(circuit: Circuit, exploration: Exploration): Opinion<TogetherTold>[] {
  const { neighbourhoodOf } = graphOf(exploration.plan);
  const thatDo = (does: 'cools' | 'moves'): Device[] =>
    Object.values(circuit.devices).filter((device) => familyOf(device, circuit).is?.does === does);
  const isRuled = (a: Device, b: Device): boolean =>
    circuit.pairs.some((pair) => (pair.a === a.id && pair.b === b.id) || (pair.a === b.id && pair.b === a.id));
  const isNear = (a: Device, b: Device): boolean => neighbourhoodOf(a.id) === neighbourhoodOf(b.id);
  const heaters = Object.values(circuit.devices).filter((device) => heats(circuit, device) && isEverOn(exploration, device.id));
  const cooled = heaters.flatMap((heater) =>
    thatDo('cools')
      .filter((cooler) => isNear(heater, cooler) && !isRuled(heater, cooler))
      .flatMap((cooler): Opinion<TogetherTold>[] => {
        const calls = togetherIn(exploration, heater.id, cooler.id);
        const told = { code: 'ask never', a: heater.tag, b: cooler.tag } as const;
        return calls ? [{ about: [heater, cooler], key: cooler.id, verdict: 'look', told, calls }] : [];
      }),
  );
  const airless = heaters.flatMap((heater): Opinion<TogetherTold>[] => {
    const fans = thatDo('moves').filter((fan) => isNear(heater, fan) && isEverOn(exploration, fan.id));
    const [fan] = fans;
    if (!fan || fans.some((one) => isRuled(heater, one))) return [];
    const calls = aloneIn(
      exploration,
      heater.id,
      fans.map(({ id }) => id),
    );
    const told = { code: 'ask only with', a: heater.tag, b: fan.tag } as const;
    return calls ? [{ about: [heater, fan], key: fan.id, verdict: 'look', told, calls }] : [];
  });
  return [...cooled, ...airless];
}
