import { demandOf } from '#core/check';
import type { Coil, Part } from '#core/devices';
import { numberAt, tablesFor } from '#core/size';
import { amount, volts } from '#core/units';
import type { Need } from './place';

/** Whether the coil of a place lives on this transformer's secondary, by the volts it meets. */
export function hangsOn({ exploration, coil }: Need, transformer: number): boolean {
  const own = coil?.part as Coil;
  const { part } = exploration.plan.parts[transformer]!;
  const rated = part.kind === 'transformer' ? part.secondary.at(-1)!.volts : 0;
  const highest = exploration.coils.get(coil!.index)?.highest.volts ?? 0;
  return Math.abs((own.ratedV ?? highest) - rated) < 0.25 * rated || Math.abs(highest - rated) < 0.25 * rated;
}

/** The chips above the table: what the place asks, in numbers. */
export function needWords(need: Need): { coil: string; poles: string; driver: string; transformer: string } {
  const { exploration, device, coil } = need;
  const exposure = coil && exploration.coils.get(coil.index);
  const served = exploration.plan.partsIn(device.id).flatMap(({ part, index }) => {
    const seen = exploration.contacts.get(index);
    return part.kind === 'contact' && seen && seen.serves.length > 0 ? [{ seen, demand: demandOf(seen, exploration.plan) }] : [];
  });
  const most = served.reduce<(typeof served)[number] | undefined>((top, one) => (!top || total(one) > total(top) ? one : top), undefined);
  const drivers = coil
    ? exploration.plan.parts.filter(
        ({ index, device: owner, part: other }) =>
          other.kind === 'contact' &&
          other.symbol !== 'isolator' &&
          owner.id !== device.id &&
          exploration.contacts.get(index)?.serves.some(({ part }) => part === coil.index),
      )
    : [];
  const sag = coil ? [...exploration.transformers].find(([index]) => hangsOn(need, index)) : undefined;
  const rating = sag && exploration.plan.parts[sag[0]]!.part;
  return {
    coil: !coil
      ? ''
      : exposure?.pullIn
        ? `coil sees ${volts(exposure.pullIn.volts)} at pull-in, ${volts(exposure.held?.volts ?? exposure.highest.volts)} held`
        : 'its coil is never called',
    poles: most
      ? `${served.length} ${served.length === 1 ? 'contact' : 'contacts'} · ${volts(most.seen.breaksV)}${most.demand.motorRunA > 0 ? ` · ${amount(most.demand.motorRunA, 'A')} motor · ${amount(most.demand.motorLockedA, 'A')} locked` : ` · ${amount(most.seen.runA, 'A')}`}`
      : coil
        ? 'its contacts carry nothing'
        : '',
    driver:
      drivers.length > 0
        ? `driven by ${[...new Set(drivers.sort((a, b) => leadRank(a.part) - leadRank(b.part)).map(({ device: owner }) => owner.tag))].slice(0, 3).join(', ')}`
        : coil
          ? 'no driver found'
          : '',
    transformer:
      sag && rating?.kind === 'transformer' && rating.va !== undefined
        ? `${exploration.plan.parts[sag[0]]!.device.tag}: ${amount(Math.max(0, (numberAt(tablesFor(need.practice).constants, 'transformer share', 'value') ?? 0.8) * rating.va - sag[1].heldVa), 'VA')} left`
        : coil
          ? 'straight on the line'
          : '',
  };
}

/** What gives the call is named before what merely lets it through. */
const leadRank = (part: Part): number =>
  part.kind === 'contact' && (part.mover.by === 'output' || part.symbol === 'thermostat' || part.symbol === 'push') ? 0 : 1;

const total = ({ demand }: { demand: { motorRunA: number; resistiveA: number; lampA: number; coilHeldA: number } }): number =>
  demand.motorRunA + demand.resistiveA + demand.lampA + demand.coilHeldA;
