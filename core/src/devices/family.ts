import type { FamilyFacts, Field, FieldFacts } from '#core/circuit';
import type { Part, Program } from '#core/kinds';

/** Something a person or the process does to a device. */
export interface InputFacts<I extends string = string> {
  readonly name: I;
  /** as a button says it: "Call for cooling", "Stop calling" */
  readonly on: string;
  readonly off: string;
  /** what is so while it is on: "calling for cooling" */
  readonly state: string;
  /** what is so while it is off, of one that rests on: "without pressure" */
  readonly offState?: string;
  readonly kind: 'maintained' | 'momentary';
  /** inputs of one group exclude each other: the positions of a selector */
  readonly group?: string;
  /** a hand on a part itself: the lever of a relay that stays where it was put */
  readonly puts?: { readonly part: string; readonly on: string; readonly off: string };
  /** what working it is for: an isolator or a reset is no call, and exploration leaves it at rest; a lever is one hand's, worked one at a time */
  readonly use?: 'isolate' | 'reset' | 'lever';
  /** it follows what it proves: in a state that is tried it comes a little after the rest */
  readonly proves?: boolean;
  /** a process moves it where the device reads one */
  readonly byProcess?: boolean;
  readonly rest: boolean;
}

/** A button on the device that puts back what has tripped. */
export const RESET: InputFacts<'reset'> = {
  name: 'reset',
  on: 'Press its reset',
  off: 'Let its reset go',
  state: 'with its reset pressed',
  kind: 'momentary',
  use: 'reset',
  rest: false,
};

/** The nameplate as a family's row reads it: typical values stand in for what is unknown, except where none may. */
export interface Plate<F extends string = string> {
  number(field: F): number | undefined;
  /** for fields that always have a typical value */
  certain(field: F): number;
  text(field: F): string | undefined;
  /** somebody has read it: no typical value stands in */
  isRead(field: F): boolean;
  /** the process that the device reads, and the program that it runs */
  readonly reads: string | undefined;
  readonly program: Program | undefined;
}

/** One row of the catalogue: what a device of this kind has, asks for, and is made of. */
export interface DeviceFamily<F extends string = string, I extends string = string> extends FamilyFacts {
  readonly letter: string;
  readonly fields: Readonly<Record<F, FieldFacts>>;
  readonly inputs: readonly InputFacts<I>[];
  parts(plate: Plate<F>): readonly Part[];
  readonly source: string;
  /** the group it is listed under */
  readonly group: 'supply' | 'protection' | 'relay' | 'switch' | 'control' | 'load' | 'joint';
  /** a row of several of one frame: what they are together, and what tells this one from the others */
  readonly variant?: { readonly of: string; readonly as: string };
  /** what only some families are */
  readonly is?: {
    /** its terminals are the earth of the circuit */
    readonly earth?: boolean;
    /** one of its coil leads is used, the others are capped */
    readonly oneCoilUsed?: boolean;
    /** motor and compressor in one shell: its circuit follows the rated-load amps on its plate */
    readonly hermetic?: boolean;
    /** keeps its place through a power loss */
    readonly keepsPlace?: boolean;
    /** what its work is where it may be against another's: heat, cold, the air or water that carries both */
    readonly does?: 'heats' | 'cools' | 'moves';
    /** how the conductors of a supply stand to each other */
    readonly system?: 'one phase' | 'split phase' | 'star';
    /** the one secondary that it is made with, volts */
    readonly secondaryV?: number;
  };
}

/** The title of one of several of a frame. */
export const variant = (of: string, as: string): Pick<DeviceFamily, 'title' | 'variant'> => ({
  title: `${of}, ${as}`,
  variant: { of, as },
});

/** A row whose field and input names are held to what it says: a name that is not there does not compile. */
export const define = <const F extends string = never, const I extends string = never>(row: DeviceFamily<F, I>): DeviceFamily<F, I> => row;

/** A nameplate as its family's row reads it, typical values standing in where they may. */
export function readPlate(
  fields: Readonly<Record<string, FieldFacts>>,
  nameplate: Readonly<Record<string, Field>>,
  more: Pick<Plate, 'reads' | 'program'>,
): Plate {
  const readOf = (name: string): number | string | undefined => {
    const given = nameplate[name];
    return given && given.value !== null && given.evidence !== 'unknown' ? given.value : undefined;
  };
  const heldBy = (name: string): number | string | undefined => readOf(name) ?? fields[name]?.typical?.value;
  return {
    ...more,
    isRead: (name) => readOf(name) !== undefined,
    number: (name) => {
      const value = heldBy(name);
      return typeof value === 'number' ? value : undefined;
    },
    certain: (name) => {
      const value = heldBy(name);
      if (typeof value !== 'number') throw new Error(`family row without a typical value for ${name}`);
      return value;
    },
    text: (name) => {
      const value = heldBy(name);
      return value === undefined ? undefined : String(value);
    },
  };
}

const common = 'common practice';

/** Codes of UL 508 and IEC 60947-5-1 for coils on direct current. */
const DC_CODES = ['N300', 'N600', 'P300', 'P600', 'Q300', 'Q600', 'R300'];

/**
 * Fields that only some parts of a row's kind have: a part of one pole has no volts between poles. The names stay those of the row, and
 * a plate reads what is not there as unread.
 */
export const only = <T extends object>(has: boolean, fields: T): T => (has ? fields : ({} as T));

/** Field builders shared by the rows. */
export const field = {
  /** volts that a part is rated for between its poles, across its open gap and to earth; nobody's guess stands in */
  mostV: (label = 'Rated volts'): FieldFacts => ({ label, unit: 'V', kind: 'number', least: 1, most: 10_000, optional: true }),
  dcCode: (label = 'Pilot duty on DC'): FieldFacts => ({ label, unit: '', kind: 'choice', choices: DC_CODES, optional: true }),
  /** the same field, and why nothing waits for it while nobody has read it */
  unasked: (facts: FieldFacts, unread: string): FieldFacts => ({ ...facts, unread }),
  rating: (label: string, unit: string, least = 0, most = 1e6): FieldFacts => ({
    label,
    unit,
    kind: 'number',
    least,
    most,
    optional: true,
  }),
  mark: (label: string, choices: readonly string[]): FieldFacts => ({ label, unit: '', kind: 'choice', choices, optional: true }),
  number: (label: string, unit: string, least = 0, most = 1e6): FieldFacts => ({ label, unit, kind: 'number', least, most }),
  typical: (label: string, unit: string, value: number, source = common, least = 0, most = 1e6): FieldFacts => ({
    label,
    unit,
    kind: 'number',
    least,
    most,
    typical: { value, source },
  }),
  choice: (label: string, choices: readonly string[], value?: string, source = common): FieldFacts => ({
    label,
    unit: '',
    kind: 'choice',
    choices,
    ...(value === undefined ? {} : { typical: { value, source } }),
  }),
};
