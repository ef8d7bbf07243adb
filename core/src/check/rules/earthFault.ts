import { spellTerminal } from '#core/circuit';
import { heldByEarth, triedStops } from '#core/explore';
import { ruleOf } from '../finding';

export interface EarthTold {
  /** the terminal that touches metal */
  readonly at: string;
  /** an overload's own contact, which habit puts behind the coil in one enclosure */
  readonly isOverload: boolean;
}

/** A stop on the earthed side of what it stops: one earth fault bridges it. */
export const earthFaultRule = ruleOf<EarthTold>()({
  id: 'held-by-earth',
  source:
    'IEC 60204-1 9.4.3.1, NFPA 79 9.4.3, from memory: loads on the bonded side, contacts on the other; overload contacts excepted in one enclosure',
  find: ({ exploration, circuit }) =>
    heldByEarth(exploration, triedStops(exploration)).flatMap(({ stop: { planned }, at, calls, guarded }) => {
      const isOverload = planned.part.symbol === 'overload';
      const { place } = planned.device;
      const stopped = Object.values(circuit.devices).filter(({ tag }) => guarded.has(tag));
      // beside its coil in one enclosure no wire of it can touch metal outside: the habit of starters, and excepted
      if (isOverload && place !== null && stopped.every((one) => one.place === place)) return [];
      return {
        about: [planned.device],
        key: planned.part.id,
        verdict: isOverload ? ('look' as const) : ('danger' as const),
        told: { at: spellTerminal(circuit, at), isOverload },
        calls,
      };
    }),
});
