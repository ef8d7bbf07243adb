import type { Device } from '#core/circuit';
import { type FieldName, familyOf } from '#core/devices';
import type { GuardExposure } from '#core/explore';
import { isWired, type PlannedPart } from '#core/graph';
import { type Fuse, isKind } from '#core/kinds';
import { judgeGuard, type Row, voltsRow } from '#core/size';
import { grouped } from '#core/units';
import { type Opinion, ruleOf } from '../finding';
import { rowOpinion } from '../rowOpinion';
import type { Study } from '../study';

export type GuardTold =
  | { readonly code: 'row'; readonly row: Row }
  /** the supply whose ohms nobody has read, so that nobody knows what a fault draws */
  | { readonly code: 'supply not read' }
  /** no state that was tried shows what stands before it */
  | { readonly code: 'not seen' };

type PlannedFuse = PlannedPart & { readonly part: Fuse };

/** Fuses, breakers and the power side of overloads against the volts and the fault current of their place. */
export const guardRule = ruleOf<GuardTold>()({
  id: 'guard-rating',
  source: 'NEC 110.9 and 240, IEC 60364-4-43: volts and breaking capacity at the place',
  find: (study) => {
    const { plan } = study.exploration;
    const wired = plan.parts
      .filter(isKind('fuse'))
      .filter(({ device, part }) => isWired(plan, device.id, part.a) && isWired(plan, device.id, part.b));
    return onceForEachSupply([...grouped(wired, ({ device }) => device)].flatMap(([device, poles]) => judged(study, device, poles)));
  },
});

/** A supply that nobody has read is one thing to mend, however many guards stand before it. */
function onceForEachSupply(opinions: readonly Opinion<GuardTold>[]): Opinion<GuardTold>[] {
  const isUnread = ({ told }: Opinion<GuardTold>): boolean => told.code === 'supply not read';
  const bySupply = grouped(opinions.filter(isUnread), ({ about: [supply] }) => supply);
  return opinions.flatMap((one) => {
    if (!isUnread(one)) return [one];
    const [first, ...others] = bySupply.get(one.about[0]) ?? [];
    return first === one ? [{ ...one, about: [...new Set([one, ...others].flatMap(({ about }) => about))] }] : [];
  });
}

/** Of the poles of one device the most volts and the most amps; two poles of two phases stand as far apart as those. */
function placeOf({ exploration }: Study, device: Device, poles: readonly PlannedFuse[]): GuardExposure | undefined {
  const places = poles.flatMap(({ index }) => exploration.guards.get(index) ?? []);
  const [first, ...others] = places;
  if (!first) return undefined;
  const most = others.reduce((one, other) => (other.faultA > one.faultA ? other : one), first);
  return { ...most, drivesV: Math.max(...places.map(({ drivesV }) => drivesV), exploration.joints.get(device.id)?.volts ?? 0) };
}

/** By which fields a row of a guard is judged. */
const FIELDS: { readonly [A in Row['asks']]?: readonly FieldName[] } = {
  breaks: ['mostV'],
  'breaks DC': ['dcV'],
  'opens a fault': ['breaksA', 'faultA'],
};

function judged(study: Study, device: Device, poles: readonly PlannedFuse[]): Opinion<GuardTold>[] {
  const { circuit, exploration, tables } = study;
  const [{ part } = { part: undefined }] = poles;
  const place = placeOf(study, device, poles);
  if (!part) return [];
  if (!place)
    return exploration.shorts.length > 0 ? [] : [{ about: [device], key: 'not seen', verdict: 'cannot-clear', told: { code: 'not seen' } }];
  const supply = place.fedBy === undefined ? undefined : circuit.devices[place.fedBy];
  const isGuess = exploration.plan.parts.some((one) => one.device === supply && one.part.kind === 'source' && one.part.isGuess === true);
  const print = {
    ...part,
    mostV: part.mostV,
    dcV: part.dcV,
    breaksA: part.breaksA,
    poles: Math.floor(familyOf(device, circuit).terminals.length / 2),
  };
  const rows =
    part.symbol === 'overload-heater'
      ? voltsRow(place.drivesV, part.mostV, { asks: 'breaks', rating: 'rated volts', source: 'nameplate' })
      : judgeGuard(print, { volts: place.drivesV, current: place.current, faultA: isGuess ? undefined : place.faultA }, tables);
  return rows.flatMap((row) => {
    const isFault = row.asks === 'opens a fault';
    if (isFault && isGuess && supply)
      return rowOpinion<GuardTold>({ ...row, limit: undefined }, [supply, device], {
        told: { code: 'supply not read' },
        calls: place.calls,
        by: ['faultA'],
      });
    const by = (FIELDS[row.asks] ?? []).filter((name) => row.limit !== undefined || name !== 'faultA');
    return rowOpinion<GuardTold>(row, isFault && supply ? [device, supply] : [device], {
      told: { code: 'row', row },
      calls: place.calls,
      by,
    });
  });
}
