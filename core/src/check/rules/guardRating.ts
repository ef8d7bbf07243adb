import { familyOf } from '#core/devices';
import type { GuardExposure } from '#core/explore';
import type { PlannedPart } from '#core/graph';
import { type Fuse, isKind } from '#core/kinds';
import { judgeGuard, type Row, voltsRow } from '#core/size';
import { type Opinion, ruleOf } from '../finding';
import type { Study } from '../study';

export type GuardTold =
  | { readonly code: 'row'; readonly row: Row }
  /** the supply whose ohms nobody has read, so that nobody knows what a fault draws */
  | { readonly code: 'supply not read'; readonly supply: string };

/** Fuses, breakers and the power side of overloads against the volts and the fault current of their place. */
export const guardRule = ruleOf<GuardTold>()({
  id: 'guard-rating',
  source: 'NEC 110.9 and 240, IEC 60364-4-43: volts and breaking capacity at the place',
  find: (study) => {
    const poles = study.exploration.plan.parts.filter(isKind('fuse'));
    const first = poles.filter((one, index) => poles.findIndex(({ device }) => device === one.device) === index);
    return first.flatMap((pole): Opinion<GuardTold>[] => {
      const places = poles.filter(({ device }) => device === pole.device).flatMap(({ index }) => study.exploration.guards.get(index) ?? []);
      return places.length === 0 ? [] : judged(study, pole, worst(places));
    });
  },
});

/** Of the poles of one device the most volts and the most amps. */
const worst = (places: readonly GuardExposure[]): GuardExposure =>
  places.reduce((one, other) => ({
    ...(other.faultA > one.faultA ? other : one),
    drivesV: Math.max(one.drivesV, other.drivesV),
  }));

function judged(
  { circuit, exploration, tables }: Study,
  { device, part }: PlannedPart & { readonly part: Fuse },
  place: GuardExposure,
): Opinion<GuardTold>[] {
  const isOverload = part.symbol === 'overload-heater';
  const print = {
    curve: part.curve,
    poles: Math.floor(familyOf(device, circuit).terminals.length / 2),
    ratingA: part.ratingA,
    mostV: part.mostV,
    breaksA: part.breaksA,
  };
  const supply = guessed(exploration.plan.parts, place.fedBy);
  const feeds = place.fedBy === undefined ? undefined : circuit.devices[place.fedBy];
  const rows = isOverload
    ? voltsRow(place.drivesV, part.mostV, { asks: 'breaks', rating: 'rated volts', source: 'nameplate' })
    : judgeGuard(print, { volts: place.drivesV, faultA: supply ? undefined : place.faultA }, tables);
  return rows.flatMap((row): Opinion<GuardTold>[] => {
    if (row.verdict === 'good') return [];
    const isSupply = supply !== undefined && row.asks === 'opens a fault';
    return [
      {
        about: isSupply ? [supply, device] : row.asks === 'opens a fault' && feeds ? [device, feeds] : [device],
        key: row.asks,
        verdict: row.verdict,
        told: isSupply ? { code: 'supply not read', supply: supply.tag } : { code: 'row', row },
        calls: place.calls,
        is: row.is,
        limit: row.limit,
        limitKind: row.kind,
        unit: row.unit,
        source: row.source,
        by: isSupply ? ['faultA'] : row.unit === 'V' ? ['mostV'] : ['breaksA', 'faultA'],
        ...(row.verdict === 'cannot-clear' ? { missing: [isSupply ? 'faultA' : row.unit === 'V' ? 'mostV' : 'breaksA'] as const } : {}),
      },
    ];
  });
}

/** The supply whose own ohms are a guess, where one feeds this place directly: behind a transformer its windings limit what flows. */
const guessed = (parts: readonly PlannedPart[], fedBy: GuardExposure['fedBy']) =>
  parts.find(({ part, device }) => device.id === fedBy && part.kind === 'source' && part.isGuess === true)?.device;
