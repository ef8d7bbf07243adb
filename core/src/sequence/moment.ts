import type { PowerPosition } from '#core/circuit';
import type { CircuitPlan, PlannedPart } from '#core/graph';
import type { ModeOf, PartKind, State } from '#core/kinds';
import { at, real } from '#core/units';

/**
 * Everything that can differ between two moments of one run: the state of every part, packed, what is done to the circuit, and where
 * its processes stand. Copied at every event.
 */
export interface Moment {
  /** by part: place of its mode among its kind's modes */
  readonly modes: Int8Array;
  /** numbers of all states, part after part */
  readonly values: Float64Array;
  /** by input: 1 while it is on */
  readonly inputs: Uint8Array;
  /** by process: its value, and its rate a minute since the last event */
  readonly processes: Float64Array;
  readonly rates: Float64Array;
  readonly power: PowerPosition;
}

/** Before anything: nothing energized, inputs at rest, processes at their start, the power switch as given. */
export function restMoment(plan: CircuitPlan, power: PowerPosition = 'isolated'): Moment {
  const moment: Moment = {
    modes: new Int8Array(plan.parts.length),
    values: new Float64Array(plan.valueCount),
    inputs: Uint8Array.from(plan.inputs, ({ facts }) => (facts.rest ? 1 : 0)),
    processes: Float64Array.from(plan.processes, ({ start }) => start),
    rates: Float64Array.from(plan.processes, ({ driftPerMinute }) => driftPerMinute),
    power,
  };
  for (const planned of plan.parts) toRest(moment, planned);
  return moment;
}

/** A moment of its own with the same contents. */
export const copyMoment = (moment: Moment): Moment => ({
  modes: moment.modes.slice(),
  values: moment.values.slice(),
  inputs: moment.inputs.slice(),
  processes: moment.processes.slice(),
  rates: moment.rates.slice(),
  power: moment.power,
});

/** A part as it comes out of the box. */
export function toRest(moment: Moment, { index, part, kind, valueAt, valueNames }: PlannedPart): void {
  moment.modes[index] = 0;
  const rest = kind.values(part);
  valueNames.forEach((name, place) => {
    moment.values[valueAt + place] = rest[name] ?? 0;
  });
}

/** The name of the mode that a part is in. */
export const modeAt = (moment: Moment, { index, kind }: PlannedPart): string => at(kind.modes, moment.modes[index] ?? 0);

/** Whether a part of a kind stands in one of its modes; a part of another kind does not. */
export const isIn = <K extends PartKind>(moment: Moment, planned: PlannedPart, kind: K, ...modes: ModeOf<K>[]): boolean =>
  planned.part.kind === kind && (modes as readonly string[]).includes(modeAt(moment, planned));

/** The state of a part, unpacked. */
export function stateAt(moment: Moment, planned: PlannedPart): State<string, string> {
  const { valueAt, valueNames } = planned;
  const mode = modeAt(moment, planned);
  if (valueNames.length === 0) return { mode } as State<string, string>;
  const state: Record<string, string | number> = { mode };
  for (let place = 0; place < valueNames.length; place++) state[at(valueNames, place)] = real(moment.values, valueAt + place);
  return state as State<string, string>;
}

/** Puts a part in a mode, and into what of its numbers come with it. */
export function putState(
  moment: Moment,
  planned: PlannedPart,
  mode: string,
  values: Readonly<Record<string, number | undefined>> = {},
): void {
  moment.modes[planned.index] = planned.kind.modes.indexOf(mode);
  putValues(moment, planned, values);
}

/** Sets numbers of a part's state by name; those it does not have are let go. */
export function putValues(
  moment: Moment,
  { valueAt, valueNames }: PlannedPart,
  values: Readonly<Record<string, number | undefined>>,
): void {
  for (const [name, value] of Object.entries(values)) {
    const place = valueNames.indexOf(name);
    if (place >= 0 && value !== undefined) moment.values[valueAt + place] = value;
  }
}
