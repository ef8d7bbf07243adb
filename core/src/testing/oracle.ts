import type { Circuit, LogEntry } from '#core/circuit';
import { inputsOf, missingFacts } from '#core/devices';
import type { PlannedPart } from '#core/graph';
import type { Contact } from '#core/kinds';
import { branchAmpsRms, pairVolts, partAmps, partVolts, planNetwork } from '#core/network';
import { createRig, modeAt, type Rig, runLog, settleMoment } from '#core/sequence';
import { at } from '#core/units';

/** What a plain slow look sees wrong, by device: only what no practitioner would argue about. */
export interface Seen {
  readonly tag: string;
  readonly what: string;
  readonly verdict: 'danger' | 'cannot-clear';
}

const MOST_STATES = 96;

interface Way {
  readonly log: readonly LogEntry[];
}

/** Every combination of the inputs that a person or a process may work, up to a number, then each with one button pressed. */
function waysOf(circuit: Circuit): Way[] {
  const inputs = Object.values(circuit.devices).flatMap((device) =>
    inputsOf(device, circuit)
      .filter(({ use, puts }) => use === undefined && puts === undefined)
      .map((facts) => ({ device: device.id, facts })),
  );
  const kept = inputs.filter(({ facts }) => facts.kind === 'maintained');
  const pushed = inputs.filter(({ facts }) => facts.kind === 'momentary');
  const power: LogEntry = { atMs: 0, power: 'on' };
  const turned = (mask: number): LogEntry[] =>
    kept.flatMap(({ device, facts }, index) => ((mask >> index) & 1 ? [{ atMs: 1000, device, input: facts.name, on: !facts.rest }] : []));
  const masks = Array.from({ length: Math.min(MOST_STATES, 2 ** Math.min(kept.length, 16)) }, (_, index) =>
    2 ** kept.length <= MOST_STATES ? index : Math.floor((index * 2654435761) % 2 ** kept.length),
  );
  const plain = masks.map((mask): Way => ({ log: [power, ...turned(mask)] }));
  const press = pushed.flatMap(({ device, facts }) =>
    masks.slice(0, 4).map(
      (mask): Way => ({
        log: [
          power,
          ...turned(mask),
          { atMs: 20_000, device, input: facts.name, on: true },
          { atMs: 20_500, device, input: facts.name, on: false },
        ],
      }),
    ),
  );
  return [...plain, ...press];
}

const THERMAL_A: Readonly<Record<string, number>> = { A: 10, B: 5, C: 2.5, D: 1, E: 0.5, N: 10, P: 5, Q: 2.5, R: 1 };

/** The most that a contact may carry for good by anything printed on it: thermal amps of a code by NEMA ICS 5, from memory. */
function mostAmps(ratings: Contact['ratings']): number | undefined {
  const codes = [ratings.pilotCode, ratings.dcCode].map((code) => (code ? THERMAL_A[code[0]!] : undefined));
  const figures = [
    ratings.motorA,
    ratings.resistiveA,
    ratings.ac3A,
    ratings.lampA,
    ratings.carryA,
    ratings.ac15A,
    ratings.dcA,
    ...codes,
  ].filter((one) => one !== undefined);
  if (ratings.driver !== undefined || ratings.hp120 !== undefined || ratings.hp240 !== undefined) return undefined;
  return figures.length === 0 ? undefined : Math.max(...figures);
}

function lookAt(rig: Rig, planned: PlannedPart, isLast: boolean, moment: Parameters<typeof modeAt>[0], say: (what: string) => void): void {
  const { plan, nets } = rig;
  const { part, index, device } = planned;
  const volts =
    part.kind === 'motor3' || part.kind === 'load3'
      ? pairVolts(nets, plan.nodeAt(device.id, part.ends[0]), plan.nodeAt(device.id, part.ends[1]))
      : partVolts(nets, plan, index);
  if (part.kind === 'coil' && isLast && part.ratedV !== undefined && part.current !== undefined) {
    const ratio = volts / part.ratedV;
    const high = volts / (part.ratedHighV ?? part.ratedV);
    if (high > 1.32) say(`coil at ${high.toFixed(2)} of its volts`);
    if (ratio > 0.32 && ratio < 0.7 && part.latch === undefined && modeAt(moment, planned) !== 'in')
      say(`coil called with ${ratio.toFixed(2)} of its volts does not pull in`);
  }
  if (
    (part.kind === 'load' || part.kind === 'load3' || part.kind === 'motor' || part.kind === 'motor3') &&
    isLast &&
    part.ratedV !== undefined &&
    volts > (part.ratedV > 30 ? 1.2 : 1.4) * part.ratedV
  )
    say(`load at ${(volts / part.ratedV).toFixed(2)} of its volts`);
  if (part.kind === 'contact') {
    const [amps, most] = [partAmps(nets, plan, index), mostAmps(part.ratings)];
    if (isLast && most !== undefined && amps > 1.02 * most) say(`contact carries ${amps.toFixed(1)} A`);
    const { mostV } = part.ratings;
    if (isLast && mostV !== undefined && mostV > 30 && volts > 1.25 * mostV && modeAt(moment, planned) === 'open')
      say(`contact holds off ${volts.toFixed(0)} V`);
  }
  if (part.kind === 'transformer' && isLast && part.va !== undefined) {
    const [low, high] = [at(part.secondary, 0), at(part.secondary, -1)].map(({ mark }) => plan.nodeAt(device.id, mark));
    const va =
      pairVolts(nets, high!, low!) * branchAmpsRms(nets, planned.firstBranch + part.primary.length - 1 + part.secondary.length - 2);
    if (va > 1.3 * part.va) say(`transformer gives ${va.toFixed(0)} VA`);
  }
  if (part.kind === 'fuse' && modeAt(moment, planned) === 'open') say('opens by itself');
}

/**
 * Runs every way through the plain solver and looks at every part at every event, without any of the program's own watches, rules or
 * tables: what it says is coarse, and sure.
 */
export function oracle(circuit: Circuit): Seen[] {
  const plan = planNetwork(circuit);
  const seen = new Map<string, Seen>();
  const say = (tag: string, what: string, verdict: Seen['verdict'] = 'danger'): void => {
    const key = `${tag} ${what.replace(/[\d.]+/g, '#')}`;
    if (!seen.has(key)) seen.set(key, { tag, what, verdict });
  };
  for (const device of Object.values(circuit.devices)) {
    const wired = plan.points.some((point) => point.startsWith(`${device.id}:`) && plan.wiresAt(point).length > 0);
    if (wired) for (const field of missingFacts(device, circuit)) say(device.tag, `unread ${field}`, 'cannot-clear');
  }
  const rig = createRig(plan);
  for (const { log } of waysOf(circuit)) {
    const { frames } = runLog(rig, log, { untilMs: 600_000, holdProcesses: true });
    frames.slice(-12).forEach((frame, index, last) => {
      settleMoment(rig, frame.moment);
      for (const planned of plan.parts)
        lookAt(rig, planned, index === last.length - 1, frame.moment, (what) => say(planned.device.tag, what));
    });
  }
  return [...seen.values()];
}
