import { type Circuit, type Conductor, type ConductorId, type Device, deviceOf, type TerminalId, terminalId } from '#core/circuit';
import { faceOf, familyOf } from '#core/devices';
import { type CircuitPlan, isOfMains } from '#core/graph';
import { widthOf } from '../widths';

/** Which side of a body a terminal is reached from. */
export type Side = 'top' | 'bottom';

/** A device as a hand finds it: its rows of terminals, each as wide as the wires in it ask for. */
export interface Body {
  readonly device: Device;
  /** its number among those that are drawn */
  readonly index: number;
  readonly zone: ZoneName;
  readonly top: readonly Way[];
  readonly bottom: readonly Way[];
  readonly width: number;
}

/** A terminal with the wires that lie on it there, left to right; their order is settled by the router. */
interface Way {
  readonly terminal: TerminalId;
  readonly mark: string;
  readonly wires: readonly ConductorId[];
  readonly width: number;
}

/** Where a device belongs by the highest volts that its wires may bring. */
export type ZoneName = 'extra-low' | 'mains';

/** Sheet units. Slots stand on a grid, so that the two sides of a channel never share a line. */
export const GRID = 12;
const WAY = 36;
const PAD = 12;
export const TAG_SIZE = 14;
export const MARK_SIZE = 11;
export const TITLE_SIZE = 10;
/** The bodies of some devices, with the wires on each of their terminals. */
export function bodiesOf(plan: CircuitPlan, devices: readonly Device[], shown: ReadonlySet<ConductorId>): readonly Body[] {
  const { circuit } = plan;
  return devices.map((device, index): Body => {
    const { top, bottom, both } = faceOf(device, circuit);
    const way = (mark: string, isFirst = true): Way => {
      const terminal = terminalId(device.id, mark);
      const on = plan.wiresAt(terminal).filter(({ conductor }) => shown.has(conductor.id));
      const wires = both.length > 0 ? on.filter(({ conductor }) => isFirst === isInner(circuit, conductor, device)) : on;
      return {
        terminal,
        mark,
        wires: wires.map(({ conductor }) => conductor.id),
        width: Math.max(WAY, GRID * (wires.length + 1), 2 * GRID * Math.ceil((widthOf(mark, MARK_SIZE) + 8) / (2 * GRID))),
      };
    };
    const above = both.length > 0 ? both.map((mark) => way(mark, true)) : top.map((mark) => way(mark));
    const below = both.length > 0 ? both.map((mark) => way(mark, false)) : bottom.map((mark) => way(mark));
    const aligned = both.length > 0 ? above.map((one, index) => Math.max(one.width, below[index]?.width ?? 0)) : undefined;
    const rows = [above, below].map((row) => row.map((one, index) => (aligned ? { ...one, width: aligned[index] ?? one.width } : one)));
    const row = Math.max(...rows.map((one) => one.reduce((sum, { width }) => sum + width, 0)), 0);
    const words = Math.max(widthOf(device.tag, TAG_SIZE), Math.min(96, widthOf(device.title, TITLE_SIZE)));
    return {
      device,
      index,
      zone: isAmongMains(plan, device) ? 'mains' : 'extra-low',
      top: rows[0] ?? [],
      bottom: rows[1] ?? [],
      width: GRID * Math.ceil((Math.max(row, words) + PAD) / GRID),
    };
  });
}

/** An earth bar has no volts of its own: it stands with what it earths, and that is metal around mains wherever there is any. */
function isAmongMains(plan: CircuitPlan, device: Device): boolean {
  if (familyOf(device, plan.circuit).is?.earth !== true) return isOfMains(plan, device.id);
  return plan.conductors.some(({ conductor: { ends } }) => {
    const [a, b] = ends.map((end) => end && deviceOf(end));
    const far = a === device.id ? b : b === device.id ? a : undefined;
    return far !== undefined && far !== null && far !== device.id && isOfMains(plan, far);
  });
}

/** Of a strip's two sides, wires from the same place come from above, those from the field from below: how panels are built. Common practice. */
function isInner(circuit: Circuit, { ends }: Conductor, strip: Device): boolean {
  const far = ends.find((end) => end !== null && deviceOf(end) !== strip.id);
  const place = far ? circuit.devices[deviceOf(far)]?.place : strip.place;
  return place === strip.place;
}
