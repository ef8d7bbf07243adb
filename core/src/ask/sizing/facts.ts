import { z } from 'zod';
import { type CoilFacts, type CoilSupply, type Laying, type Missing, readCoilPrint, readSupplyPrint, type Sized } from '#core/size';
import { celsiusOf, METRES_PER_FOOT, readTyped, type WireSize } from '#core/units';

/** A figure as typed: a number, or text such as `1/3` or `7,5`. What is not known is left out, never guessed. */
const typed = z.union([z.number(), z.string()]).optional();
const words = z.string().max(80).optional();
const flag = z.boolean().optional();

/** Everything that some sizing question may be told. */
export const sizeFacts = {
  coil: words,
  on: words,
  halves: words,
  polarized: flag,
  reversed: flag,
  pulse: flag,
  stays: flag,
  measured: flag,
  volts: typed,
  rated: typed,
  hz: typed,
  phases: typed,
  hp: typed,
  kw: typed,
  watts: typed,
  amps: typed,
  locked: typed,
  letter: words,
  sf: typed,
  hermetic: flag,
  iec: flag,
  va: typed,
  held: z.union([z.number(), z.string().max(80)]).optional(),
  inrush: typed,
  primary: typed,
  secondary: typed,
  fuse: typed,
  leg: words,
  unbonded: flag,
  size: words,
  length: words,
  connection: words,
  was: words,
  kind: words,
  motor: typed,
  resistive: typed,
  pilot: words,
  ac3: typed,
  hp120: typed,
  hp240: typed,
  lamp: typed,
  peak: typed,
  print: words,
  ac15: typed,
  carry: typed,
  make: typed,
  dcamps: typed,
  dcvolts: typed,
  dcpilot: words,
  load: words,
  dc: flag,
  ambient: words,
  insulation: typed,
  terminal: typed,
  carrying: typed,
  circuits: typed,
  line: typed,
  tap: typed,
  hot: flag,
  pf: typed,
  points: words,
  group: typed,
  ohms: typed,
  microfarads: typed,
  unit: typed,
  unitpeak: typed,
  starts: typed,
  chatter: typed,
  kelvin: typed,
} as const;

export type Facts = z.infer<z.ZodObject<typeof sizeFacts>>;
type NumberName = {
  [K in keyof Facts]-?: Facts[K] extends number | string | undefined ? (number extends Facts[K] ? K : never) : never;
}[keyof Facts];

export class NotUnderstood extends Error {
  constructor(
    readonly at: string,
    message: string,
  ) {
    super(message);
  }
}

/** What divides, and what no circuit has none of. */
const NEVER_NOTHING: readonly string[] = [
  'volts',
  'rated',
  'hz',
  'primary',
  'secondary',
  'line',
  'tap',
  'va',
  'watts',
  'ohms',
  'microfarads',
  'pf',
];

/** A number, or undefined where it was not given. */
export function numberOf(facts: Facts, name: NumberName | 'held'): number | undefined {
  const given = facts[name];
  if (given === undefined) return undefined;
  const read = typeof given === 'number' ? { is: 'number' as const, value: given } : readTyped(given);
  if (read.is !== 'number' || read.value < 0)
    throw new NotUnderstood(name, `--${name} ${given}: write a number of 0 or more without its unit, such as 24, 7.5 or 1/3.`);
  if (read.value === 0 && NEVER_NOTHING.includes(name))
    throw new NotUnderstood(name, `--${name} ${given}: it is never 0. Leave it out where it is not known.`);
  return read.value;
}

/** Numbers with plus between them: `7.5+3.6`. */
export function numbersOf(name: string, given: number | string | undefined): number[] | undefined {
  if (given === undefined) return undefined;
  const all = typeof given === 'number' ? [given] : given.split('+').map(Number);
  if (all.some((one) => !Number.isFinite(one) || one < 0))
    throw new NotUnderstood(name, `--${name} ${given}: write numbers with + between them, such as 7.5+3.6.`);
  return all;
}

/** `18awg`, `18 AWG`, `0.75mm2`. */
export function wireSizeOf({ size }: Facts): WireSize | undefined {
  if (size === undefined) return undefined;
  const match = /^(\d+(?:\.\d+)?)\s*(awg|mm2|mm²)$/i.exec(size);
  if (!match) throw new NotUnderstood('size', `--size ${size}: write 18awg or 0.75mm2.`);
  const value = Number(match[1]);
  return match[2]?.toLowerCase() === 'awg' ? { awg: value } : { mm2: value };
}

/** `150ft` or `46m`, as metres. */
export function metresOf({ length }: Facts): number | undefined {
  if (length === undefined) return undefined;
  const match = /^(\d+(?:\.\d+)?)\s*(ft|m)$/i.exec(length);
  if (!match) throw new NotUnderstood('length', `--length ${length}: write 150ft or 46m.`);
  return Number(match[1]) * (match[2]?.toLowerCase() === 'ft' ? METRES_PER_FOOT : 1);
}

/** `45C` or `113F`. */
function ambientOf({ ambient }: Facts): number | undefined {
  if (ambient === undefined) return undefined;
  const match = /^(-?\d+(?:\.\d+)?)\s*°?(C|F)$/i.exec(ambient);
  if (!match) throw new NotUnderstood('ambient', `--ambient ${ambient}: write 45C or 113F.`);
  return match[2]?.toUpperCase() === 'C' ? Number(match[1]) : celsiusOf(Number(match[1]));
}

/** One of a few words. */
export function oneOf<T extends string>(name: string, given: string | undefined, choices: readonly T[], message: string): T | undefined {
  if (given === undefined) return undefined;
  const found = choices.find((one) => one === given);
  if (!found) throw new NotUnderstood(name, `--${name} ${message}, not "${given}".`);
  return found;
}

const INSULATIONS = [60, 75, 90] as const;

function columnOf(facts: Facts, name: 'insulation' | 'terminal'): 60 | 75 | 90 | undefined {
  const given = numberOf(facts, name);
  if (given === undefined) return undefined;
  const column = INSULATIONS.find((one) => one === given);
  if (!column) throw new NotUnderstood(name, `--${name} is 60, 75 or 90 °C, not "${given}".`);
  return column;
}

/** How the wire is laid. */
export function layingOf(facts: Facts): Laying {
  const [ambientC, carrying, insulationC, terminalC] = [
    ambientOf(facts),
    numberOf(facts, 'carrying'),
    columnOf(facts, 'insulation'),
    columnOf(facts, 'terminal'),
  ];
  return {
    ...(ambientC === undefined ? {} : { ambientC }),
    ...(carrying === undefined ? {} : { carrying }),
    ...(facts.circuits === undefined ? {} : { circuits: numberOf(facts, 'circuits') ?? 1 }),
    ...(carrying === undefined && phasesOf(facts) === 3 && facts.iec ? { carrying: 3 } : {}),
    ...(insulationC === undefined ? {} : { insulationC }),
    ...(terminalC === undefined ? {} : { terminalC }),
  };
}

/** One phase unless three are said. */
export function phasesOf(facts: Facts): 1 | 3 {
  const phases = numberOf(facts, 'phases') ?? 1;
  if (phases !== 1 && phases !== 3) throw new NotUnderstood('phases', `--phases ${phases}: it is 1 or 3.`);
  return phases;
}

/** The coil: its print, and what is typed beside it. */
export function coilFactsOf(facts: Facts): CoilFacts {
  const read: CoilFacts | undefined = facts.coil === undefined ? { current: undefined, points: [] } : readCoilPrint(facts.coil);
  if (!read)
    throw new NotUnderstood('coil', `--coil "${facts.coil}": write what is printed, such as "24 VAC 60", "208-240V 60Hz" or "24 VDC".`);
  const halves = oneOf('halves', facts.halves, ['series', 'parallel', 'opposed'], 'are joined in series, parallel or opposed');
  return {
    ...read,
    inrushVa: numberOf(facts, 'inrush') ?? read.inrushVa,
    sealedVa: numberOf(facts, 'held') ?? read.sealedVa,
    windingOhms: numberOf(facts, 'ohms') ?? read.windingOhms,
    halves,
    isHot: facts.hot,
    polarized: facts.polarized,
    pulseRated: facts.pulse,
  };
}

/** A transformer's plate, where its print was given; of several primary volts none, until somebody says which. */
export function plateOf({ print }: Facts): { primaryV?: number; secondaryV?: number; va?: number } | undefined {
  if (print === undefined) return undefined;
  const read = readSupplyPrint(print);
  if (!read) throw new NotUnderstood('print', `--print "${print}": write a transformer's plate, such as "PRI 120V SEC 24V 40VA 60Hz".`);
  const one = (volts: readonly number[] | undefined): number | undefined => (volts?.length === 1 ? volts[0] : undefined);
  const [primaryV, secondaryV] = [one(read.input?.volts), one(read.output.volts)];
  return {
    ...(primaryV === undefined ? {} : { primaryV }),
    ...(secondaryV === undefined ? {} : { secondaryV }),
    ...(read.va === undefined ? {} : { va: read.va }),
  };
}

/** What the coil is put on: `24VAC60`, `240 V 60 Hz`, `24 VDC`. */
export function supplyOf({ on, reversed, stays }: Facts): CoilSupply {
  const read = on === undefined ? undefined : readCoilPrint(on);
  if (on !== undefined && !read) throw new NotUnderstood('on', `--on "${on}": write the supply, such as "120 VAC 60" or "24 VDC".`);
  return {
    volts: read?.points[0]?.lowV,
    current: read?.current === 'AC/DC' ? undefined : read?.current,
    hz: read?.points[0]?.hz,
    reversed,
    continuous: stays,
  };
}
/** A question's name, and how it is answered. */
export type Question = (facts: Facts) => Sized;

/** Which of these were not given, by the name that a person would use. */
export const lacking = (facts: Facts, names: Readonly<Partial<Record<NumberName | 'load', Missing>>>): Missing[] =>
  (Object.entries(names) as [NumberName, Missing][]).flatMap(([name, missing]) => (facts[name] === undefined ? [missing] : []));
