import { z } from 'zod';
import { findTerminal, fine, type Result, wrong } from '#core/circuit';
import { catalogue } from '#core/devices';
import { EARTH_NODE } from '#core/graph';
import { areTied, branchAmpsRms, type NetworkPlan, pairVolts, readOhms, readVolts } from '#core/network';
import { showOhms } from '#core/sequence';
import { lineKind } from '../line';
import { allOf, readPair } from '../spelled';
import { type Standing, standAt, standingFacts } from '../standing';

export const METERS = ['vac', 'vdc', 'loz', 'ohm', 'amp'] as const;

/** What the meter shows: between two terminals, or around a wire. */
export interface LineReading {
  readonly read: string;
  /** null: an open line on ohms */
  readonly value: number | null;
  readonly unit: 'V' | 'Ω' | 'A';
  readonly floats: boolean;
}

/** Readings of one meter setting at a moment. */
export const read = lineKind({
  facts: z.strictObject({ ...standingFacts, meter: z.enum(METERS).default('vac'), read: z.array(z.string()).min(1).max(1000) }),
  answer(facts, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const stand = standAt(opened.value, facts);
    if (!stand.ok) return stand;
    const readings = allOf(
      facts.read.map((one) => (facts.meter === 'amp' ? clamp(stand.value, one) : between(stand.value, one, facts.meter))),
    );
    return readings.ok ? fine({ atMs: stand.value.atMs, meter: facts.meter, readings: readings.value }) : readings;
  },
});

/** Around a wire; of several wires of one number the one that carries most. */
function clamp({ rig: { plan, nets } }: Standing, number: string): Result<LineReading> {
  const wires = plan.conductors.filter(({ conductor }) => conductor.number === number);
  if (wires.length === 0) {
    const numbers = [...new Set(plan.conductors.map(({ conductor }) => conductor.number))];
    return wrong({ code: 'no-such-wire', at: number, message: `There is no wire ${number}. Wires: ${numbers.join(', ')}.` });
  }
  return fine({ read: number, value: Math.max(...wires.map(({ branch }) => branchAmpsRms(nets, branch))), unit: 'A', floats: false });
}

/** Where red and black are held; `PE` is the earth of the circuit whether a bar of it is drawn or not. */
function nodesOf(plan: NetworkPlan, spelled: string): Result<readonly [number, number]> {
  const ends = spelled.split(',').map((one) => one.trim());
  const isEarth = (end: string): boolean => /^(PE|EARTH)$/i.test(end) && !findTerminal(plan.circuit, catalogue, end).ok;
  const [other] = ends.filter((end) => !isEarth(end));
  if (ends.length !== 2 || !ends.some(isEarth) || other === undefined) {
    const pair = readPair(plan.circuit, spelled);
    return pair.ok ? fine([plan.nodeOf(pair.value[0]), plan.nodeOf(pair.value[1])]) : pair;
  }
  const found = findTerminal(plan.circuit, catalogue, other);
  if (!found.ok) return found;
  const node = plan.nodeOf(found.value);
  return fine(isEarth(ends[0] ?? '') ? [EARTH_NODE, node] : [node, EARTH_NODE]);
}

/** Under this across the leads it is dead enough for ohms. */
const DEAD_V = 1;

function between({ rig, frame }: Standing, spelled: string, meter: Exclude<(typeof METERS)[number], 'amp'>): Result<LineReading> {
  const { plan } = rig;
  const pair = nodesOf(plan, spelled);
  if (!pair.ok) return pair;
  const [red, black] = pair.value;
  if (meter === 'ohm') {
    const live = pairVolts(rig.nets, red, black);
    if (live > DEAD_V)
      return wrong({
        code: 'live',
        at: spelled,
        message: `${live.toFixed(1)} V stand between ${spelled}: ohms are read dead. Isolate it, and prove it dead.`,
      });
    const value = readOhms(showOhms(rig, frame.moment), red, black);
    return fine({ read: spelled, value: Number.isFinite(value) ? value : null, unit: 'Ω', floats: false });
  }
  return fine({
    read: spelled,
    value: readVolts(rig.nets, meter, red, black),
    unit: 'V',
    floats: rig.nets[0] === undefined || !areTied(plan, rig.nets[0], red, black),
  });
}
