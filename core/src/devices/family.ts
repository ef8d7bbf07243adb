import type { FamilyFacts, Field, FieldFacts } from '#core/circuit';
import type { Part } from './part';

/** Something a person or the process does to a device. */
export interface InputFacts {
  readonly name: string;
  /** as a button says it: "Call for cooling", "Stop calling" */
  readonly on: string;
  readonly off: string;
  /** what is so while it is on: "calling for cooling" */
  readonly state: string;
  readonly kind: 'maintained' | 'momentary';
  /** inputs of one group exclude each other: the positions of a selector */
  readonly group?: string;
  /** a hand on the armature itself: the lever of a relay that stays where it was put */
  readonly puts?: 'armature';
  readonly rest: boolean;
}

/** The nameplate as a family's row reads it: typical values stand in for what is unknown, except where none may. */
export interface Plate {
  number(field: string): number | undefined;
  /** for fields that always have a typical value */
  certain(field: string): number;
  text(field: string): string | undefined;
}

/** One row of the catalogue: what a device of this kind has, asks for, and is made of. */
export interface DeviceFamily extends FamilyFacts {
  readonly letter: string;
  readonly inputs: readonly InputFacts[];
  readonly parts: (plate: Plate) => readonly Part[];
  readonly source: string;
  /** the group it is listed under */
  readonly group: 'supply' | 'protection' | 'relay' | 'switch' | 'control' | 'load' | 'joint';
}

export function readPlate(fields: Readonly<Record<string, FieldFacts>>, nameplate: Readonly<Record<string, Field>>): Plate {
  const heldBy = (name: string): number | string | undefined => {
    const given = nameplate[name];
    if (given && given.value !== null && given.evidence !== 'unknown') return given.value;
    return fields[name]?.typical?.value;
  };
  return {
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

/** Field builders shared by the rows. */
export const field = {
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
