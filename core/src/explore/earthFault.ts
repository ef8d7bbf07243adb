import { type Circuit, conductorIdSchema, deviceIdSchema, type TerminalId, terminalId } from '#core/circuit';
import { familyList } from '#core/devices';
import { planNetwork } from '#core/network';
import { createRig, runLog, type Sightings, sightingsOf } from '#core/sequence';
import { at } from '#core/units';
import type { Calls } from './calls';
import { logOf } from './calls';
import type { Exploration } from './exploring';
import { guardsOf, mostOn, type StopTried } from './stops';

/** A stop on the earthed side: one earth fault beside it, and opening it stops nothing any more. */
export interface EarthHeld {
  readonly stop: StopTried;
  readonly at: TerminalId;
  readonly calls: Calls;
  /** tags of what it stops */
  readonly guarded: ReadonlySet<string>;
}

const BAR = deviceIdSchema.parse('dEarthFault');

/** The circuit with one terminal touching metal. */
function earthedAt(circuit: Circuit, terminal: TerminalId): Circuit {
  const [like] = Object.values(circuit.conductors);
  const [old] = Object.values(circuit.devices);
  const [family, row] = familyList.find(([, one]) => one.is?.earth) ?? [];
  const mark = row?.terminals[0];
  if (!like || !old || family === undefined || mark === undefined) return circuit;
  const id = conductorIdSchema.parse('wEarthFault');
  return {
    ...circuit,
    devices: { ...circuit.devices, [BAR]: { ...old, id: BAR, tag: 'EarthFault', family, nameplate: {}, reads: null } },
    conductors: {
      ...circuit.conductors,
      [id]: { ...like, id, number: '', ends: [terminal, terminalId(BAR, mark)], cable: null, core: null },
    },
  };
}

const isOn = (seen: Sightings, tags: ReadonlySet<string>): boolean => Object.entries(seen).some(([tag, is]) => is && tags.has(tag));

/**
 * Stops that carry at the potential of earth: the wire at either end is put to earth, and what they guard is called for with them open.
 * Where the supply is bonded on the side of the loads' returns, a stop ahead of the loads is none of these: the fault blows a fuse there.
 */
export function heldByEarth(exploration: Exploration, stops: readonly StopTried[]): EarthHeld[] {
  const { plan, earthSides } = exploration;
  const guards = guardsOf(plan);
  return stops
    .filter(({ stops: works, planned }) => works && earthSides.has(planned.index))
    .flatMap((stop): EarthHeld[] => {
      const { device, part } = stop.planned;
      const guarded = guards(stop.planned);
      const most = mostOn(exploration, guarded);
      if (!most || !isOn(most.seen, guarded)) return [];
      const held = [part.a, part.b]
        .map((mark) => terminalId(device.id, mark))
        .find((terminal) => {
          const rig = createRig(planNetwork(earthedAt(plan.circuit, terminal)), [{ device: device.id, part: part.id, mode: 'stuckOpen' }]);
          const { frames } = runLog(rig, logOf(most.calls), { holdProcesses: true });
          return isOn(sightingsOf(rig, at(frames, -1).seen), guarded);
        });
      return held ? [{ stop, at: held, calls: most.calls, guarded }] : [];
    });
}
