import type { Circuit, Device } from '#core/circuit';
import { familyOf, partsOf } from '#core/devices';
import { numberAt, type TableName, type Tables } from '#core/size';
import { must } from '#core/units';

/** How a device is held: snapped on a rail, screwed to the plate, put through a door. */
type HeldBy = 'rail' | 'plate' | 'door';

/** The room that a device takes. */
export interface BodySize {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly heldBy: HeldBy;
  /** as its kind usually is: nobody measured it */
  readonly isTypical: boolean;
  /** where its kind usually is: on a rail or plate, in the door, or outside of panels */
  readonly usual: 'panel' | 'door' | 'field';
}

type Row = readonly [body: string, count: number];

const poles = (name: string): number => Number(/-(\d)(-|$)/.exec(name)?.[1] ?? 1);

/** Which body a family has, and how many of it stand side by side: the first that its name fits. */
const BODIES: readonly (readonly [name: RegExp, row: (family: string, ways: number) => Row])[] = [
  [/^(breaker|isolator)-/, (family) => ['pole', poles(family)]],
  [/^fuse-/, (family) => ['fuse pole', poles(family)]],
  [/^motor-breaker/, () => ['motor breaker', 1]],
  [/^overload/, () => ['overload', 1]],
  [/^contactor-held/, () => ['contactor held', 1]],
  [/^contactor-4/, () => ['contactor 4', 1]],
  [/^contactor/, () => ['contactor', 1]],
  [/^control-relay/, () => ['control relay', 1]],
  [/^relay-impulse/, (family) => ['pole', poles(family)]],
  [/^relay-(8|11)-pin|^relay-(alternating|latching)|-8-pin$/, () => ['relay plug', 1]],
  [/^relay-(8|14)-blade/, () => ['relay blades', 1]],
  [/^relay-interface-1/, () => ['interface 1', 1]],
  [/^relay-interface-2/, () => ['interface 2', 1]],
  [/^relay-interface/, () => ['interface 4', 1]],
  [/^relay-/, () => ['relay open', 1]],
  [/two-wire$|^fan-timer/, () => ['timer cube', 1]],
  [/^(timer|run-on)/, () => ['timer', 1]],
  [/^(phase-monitor|current-relay|safety-relay)/, () => ['monitor', 1]],
  [/^time-clock/, () => ['clock', 1]],
  [/^(controller|plc|output)-/, () => ['controller', 1]],
  [/^dc-supply/, () => ['dc supply', 1]],
  [/^battery/, () => ['battery', 1]],
  [/^earth-bar/, () => ['earth way', 6]],
  [/^(terminal|plug|splice|parked|jumper-bar|neutral-bar)/, (_family, ways) => ['way', Math.max(1, ways)]],
  [/^e-stop/, () => ['emergency stop', 1]],
  [/^(push-button|selector|switch-|hand-off|joystick|lamp$|horn|beacon)/, () => ['operator', 1]],
  [/^(hour-meter|counter)/, () => ['counter', 1]],
  [/thermostat|humidistat|freeze|pressure|temperature|float|flow|air-|limit|photocell/, () => ['sensor', 1]],
  [/^(motor|fan-motor|compressor|heater|lamp-row|solenoid|damper|zone-valve)/, () => ['load', 1]],
];

/** The row of the table that a device has; a transformer's follows its VA. */
function rowOf(device: Device, circuit: Circuit): Row {
  const winding = partsOf(device, circuit).find((part) => part.kind === 'transformer');
  if (winding?.kind === 'transformer') {
    const va = device.nameplate.va?.value;
    const step = typeof va !== 'number' ? '100' : va <= 50 ? '50' : va <= 100 ? '100' : va <= 250 ? '250' : va <= 500 ? '500' : 'more';
    return [`transformer ${step}`, 1];
  }
  // a kind of one's own stands as the first thing that it is made of
  const own = Object.entries(circuit.families).find(([name]) => name === device.family)?.[1];
  const family = own?.blocks[0]?.family ?? device.family;
  return BODIES.find(([name]) => name.test(family))?.[1](family, familyOf(device, circuit).terminals.length) ?? ['other', 1];
}

/** The size of a device's body: what was measured, else what is usual for its kind. */
export function bodyOf(device: Device, circuit: Circuit, tables: Tables): BodySize {
  const [row, count] = rowOf(device, circuit);
  const figure = (column: string): number => must(numberAt(tables['bodies' satisfies TableName], row, column), `a body "${row}"`);
  const isOnDoor = device.place !== null && circuit.places[device.place]?.kind === 'door';
  const on = tables.bodies.rows.find(({ key }) => key === row)?.cells[2];
  const strip = row === 'way' && count > 1 ? END_STOPS_MM : 0;
  return {
    widthMm: device.body?.widthMm ?? Math.round(10 * (figure('wide') * count + strip)) / 10,
    heightMm: device.body?.heightMm ?? figure('high'),
    heldBy: isOnDoor ? 'door' : on === 'rail' ? 'rail' : 'plate',
    isTypical: device.body === null,
    usual: on === 'door' ? 'door' : row === 'sensor' || row === 'load' ? 'field' : 'panel',
  };
}

/** Two end stops of a strip. Common practice. */
const END_STOPS_MM = 16;
