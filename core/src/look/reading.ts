import type { Circuit, Point } from '#core/circuit';
import { EARTH_NODE } from '#core/graph';
import { areTied, BEEP_OHMS, branchAmpsRms, floatingNodes, type MeterMode, pairVolts, readOhms, readVolts } from '#core/network';
import { type Moment, type Rig, settleMoment, showOhms } from '#core/sequence';

/** A circuit at a moment. */
export interface Stand {
  readonly rig: Rig;
  readonly moment: Moment;
}

/** Where the leads are, and what the meter is set to. */
export interface Leads {
  readonly red: Point | null;
  readonly black: Point | null;
  readonly mode: MeterMode;
  /** the wire in the clamp */
  readonly clamp: string | null;
}

type ReadingUnit = 'V AC' | 'V DC' | 'V low-Z' | 'Ω' | 'A';

/** What the meter shows, what it should show in the healthy circuit, and what the difference means. */
export interface ReadingFacts {
  readonly quantity: ReadingUnit;
  /** null: an open line on ohms, or nothing because the point is live */
  readonly value: number | null;
  readonly expected: number | null;
  readonly verdict: 'good' | 'look';
  readonly floats: boolean;
  readonly note:
    | { readonly code: 'floats' }
    | { readonly code: 'live'; readonly volts: number }
    | { readonly code: 'as it should' | 'not as it should' }
    | { readonly code: 'clamped'; readonly wire: string };
  /** on the beeper */
  readonly beeps: boolean | undefined;
}

/** Volts under this across the leads and to earth count as dead enough for ohms. */
const DEAD_V = 1;
/** How far a reading may be off before it is worth a look: a floor, and a share of what it should be. */
const TOLERANCE = { volts: { floor: 0.6, share: 0.05 }, ohms: { floor: 0.5, share: 0.2 }, amps: { floor: 0.02, share: 0.1 } } as const;

const isOff = (now: number, should: number, { floor, share }: { readonly floor: number; readonly share: number }): boolean =>
  Math.abs(now - should) > Math.max(floor, share * should);

/** @returns null while the leads are not both on points of the circuit, or nothing is clamped */
export function takeReading(circuit: Circuit, real: Stand, healthy: Stand, { red, black, mode, clamp }: Leads): ReadingFacts | null {
  if (mode === 'amp') return clamp === null ? null : clampReading(circuit, real, healthy, clamp);
  const { plan } = real.rig;
  if (red === null || black === null || !plan.points.includes(red) || !plan.points.includes(black)) return null;
  const [r, b] = [plan.nodeOf(red), plan.nodeOf(black)];
  return mode === 'ohm' || mode === 'beep' ? ohmsReading(real, healthy, r, b, mode) : voltsReading(real, healthy, r, b, mode);
}

const VOLT_UNITS = { vac: 'V AC', vdc: 'V DC', loz: 'V low-Z' } as const;

function voltsReading(real: Stand, healthy: Stand, red: number, black: number, mode: keyof typeof VOLT_UNITS): ReadingFacts {
  const show = (stand: Stand) => {
    settleMoment(stand.rig, stand.moment);
    return { volts: readVolts(stand.rig.nets, mode, red, black), floats: isLoose(stand, red, black) };
  };
  const [now, should] = [show(real), show(healthy)];
  const isWrong = isOff(now.volts, should.volts, TOLERANCE.volts) || now.floats !== should.floats;
  return {
    quantity: VOLT_UNITS[mode],
    value: now.volts,
    expected: should.volts,
    verdict: isWrong ? 'look' : 'good',
    floats: now.floats,
    note: { code: now.floats ? 'floats' : isWrong ? 'not as it should' : 'as it should' },
    beeps: undefined,
  };
}

function ohmsReading(real: Stand, healthy: Stand, red: number, black: number, mode: 'ohm' | 'beep'): ReadingFacts {
  settleMoment(real.rig, real.moment);
  const toEarth = [red, black].map((node) => (isFloating(real, node) ? 0 : pairVolts(real.rig.nets, node, EARTH_NODE)));
  const live = Math.max(pairVolts(real.rig.nets, red, black), ...toEarth);
  if (live > DEAD_V)
    return {
      quantity: 'Ω',
      value: null,
      expected: null,
      verdict: 'look',
      floats: false,
      note: { code: 'live', volts: live },
      beeps: undefined,
    };
  const now = readOhms(showOhms(real.rig, real.moment), red, black);
  const should = readOhms(showOhms(healthy.rig, healthy.moment), red, black);
  const isWrong = Number.isFinite(now) !== Number.isFinite(should) || isOff(now, should, TOLERANCE.ohms);
  return {
    quantity: 'Ω',
    value: Number.isFinite(now) ? now : null,
    expected: Number.isFinite(should) ? should : null,
    verdict: isWrong ? 'look' : 'good',
    floats: false,
    note: { code: isWrong ? 'not as it should' : 'as it should' },
    beeps: mode === 'beep' ? now < BEEP_OHMS : undefined,
  };
}

/** Volts between points that no metal joins ride on leakage and on the meter itself. */
const isLoose = ({ rig }: Stand, one: number, other: number): boolean => {
  const [net] = rig.nets;
  return net === undefined || !areTied(rig.plan, net, one, other);
};

const isFloating = ({ rig }: Stand, node: number): boolean => {
  const [net] = rig.nets;
  return net === undefined || floatingNodes(rig.plan, net)[node] === 1;
};

function clampReading(circuit: Circuit, real: Stand, healthy: Stand, conductor: string): ReadingFacts | null {
  const wire = real.rig.plan.conductors.find((one) => one.conductor.id === conductor);
  if (!wire) return null;
  const show = ({ rig, moment }: Stand): number => {
    settleMoment(rig, moment);
    return branchAmpsRms(
      rig.nets.filter(({ hz }) => hz !== 0),
      wire.branch,
    );
  };
  const [now, should] = [show(real), show(healthy)];
  return {
    quantity: 'A',
    value: now,
    expected: should,
    verdict: isOff(now, should, TOLERANCE.amps) ? 'look' : 'good',
    floats: false,
    note: { code: 'clamped', wire: circuit.conductors[conductor]?.number ?? '' },
    beeps: undefined,
  };
}
