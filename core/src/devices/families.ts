import { type Catalogue, type Circuit, type Device, type Field, invariant, type OwnFamily } from '#core/circuit';
import type { Part } from '#core/kinds';
import { actuators } from './families/actuators';
import { airBoards } from './families/airBoards';
import { boards } from './families/boards';
import { burners } from './families/burners';
import { capacitorMotors } from './families/capacitorMotors';
import { contactors } from './families/contactors';
import { controllers } from './families/controllers';
import { controls } from './families/controls';
import { leadMotors } from './families/leadMotors';
import { counted, joints, loads } from './families/loads';
import { monitors } from './families/monitors';
import { operators } from './families/operators';
import { outputs } from './families/outputs';
import { processSwitches } from './families/processSwitches';
import { protection } from './families/protection';
import { relays } from './families/relays';
import { releases } from './families/releases';
import { starters } from './families/starters';
import { steppingRelays } from './families/stepping';
import { supplies } from './families/supplies';
import { suppressors } from './families/suppressors';
import { switches } from './families/switches';
import { thermostats } from './families/thermostats';
import { timedRelays } from './families/timedRelays';
import { timers } from './families/timers';
import { watchers } from './families/watchers';
import { type DeviceFamily, type InputFacts, readPlate } from './family';
import { composed } from './own';
import { kindText } from './tradeWords';

/** Every family of the trade, one row each. Names of families, fields and inputs are taken from the rows. */
export const families = {
  ...supplies,
  ...protection,
  ...releases,
  ...relays,
  ...contactors,
  ...steppingRelays,
  ...switches,
  ...operators,
  ...processSwitches,
  ...thermostats,
  ...timers,
  ...timedRelays,
  ...monitors,
  ...controls,
  ...controllers,
  ...actuators,
  ...boards,
  ...burners,
  ...airBoards,
  ...watchers,
  ...starters,
  ...outputs,
  ...loads,
  ...leadMotors,
  ...capacitorMotors,
  ...suppressors,
  ...joints,
} as const satisfies Readonly<Record<string, DeviceFamily>>;

type Families = typeof families;
export type FamilyName = keyof Families;
export type FieldName = { [K in FamilyName]: keyof Families[K]['fields'] & string }[FamilyName];

const listed: Readonly<Record<string, DeviceFamily>> = families;
export const familyList: readonly (readonly [name: string, family: DeviceFamily])[] = Object.entries(listed);

const ofCounts = new Map<string, DeviceFamily>();

/** A row of as many as its name says: `terminal-17`. */
function countedNamed(name: string): DeviceFamily | undefined {
  const [, of = '', count = ''] = /^([a-z-]+)-([1-9]\d{0,2})$/.exec(name) ?? [];
  const row = Object.hasOwn(counted, of) ? counted[of] : undefined;
  if (!row || Number(count) > row.most) return undefined;
  const made = ofCounts.get(name) ?? row.make(Number(count));
  ofCounts.set(name, made);
  return made;
}

/** A family of the trade by its name; of rows that are made up in any length, one by each count. */
export const familyNamed = (name: string): DeviceFamily | undefined => (Object.hasOwn(listed, name) ? listed[name] : countedNamed(name));

/** What people look for, and how many of it: "terminals 17", "neutral bar 8". */
export function countedFor(words: readonly string[]): (readonly [name: string, family: DeviceFamily])[] {
  const count = words.find((word) => /^\d{1,3}$/.test(word));
  if (count === undefined) return [];
  const rest = words.filter((word) => word !== count);
  return Object.keys(counted).flatMap((of) => {
    const name = `${of}-${Number(count)}`;
    const family = Object.hasOwn(listed, name) ? undefined : countedNamed(name);
    return family && rest.length > 0 && rest.every((word) => kindText(name, family).includes(word)) ? [[name, family] as const] : [];
  });
}

const made = new WeakMap<OwnFamily, DeviceFamily>();

/** A family by name: of the trade, or one that the document brings along. */
function familyFrom(name: string, own: Circuit['families'] = {}): DeviceFamily | undefined {
  const known = familyNamed(name);
  if (known) return known;
  const brought = Object.hasOwn(own, name) ? own[name as keyof typeof own] : undefined;
  if (!brought) return undefined;
  const ready = made.get(brought) ?? composed(brought, familyNamed);
  if (ready) made.set(brought, ready);
  return ready;
}

/** The catalogue that `circuit` asks. */
export const catalogue: Catalogue = { family: familyFrom };

/** Every kind that a circuit may use: those of the trade, then those that it brings along. */
export const kindsIn = ({ families: own }: Pick<Circuit, 'families'>): readonly (readonly [name: string, family: DeviceFamily])[] => [
  ...familyList,
  ...Object.keys(own).flatMap((name) => {
    const family = familyFrom(name, own);
    return family ? [[name, family] as const] : [];
  }),
];

/** What of a document a device's family may depend on. */
export type Brings = Pick<Circuit, 'families' | 'programs'>;

/** For a device that stands in no circuit. */
const BRINGS_NOTHING: Brings = { families: {}, programs: {} };

/** The family of a device of a valid circuit. @throws where the document has passed no validation */
export function familyOf(
  device: Pick<Device, 'family' | 'tag'>,
  { families: own }: Pick<Brings, 'families'> = BRINGS_NOTHING,
): DeviceFamily {
  const family = familyFrom(device.family, own);
  invariant(family, `family ${device.family} of ${device.tag} passed validation but is not in the catalogue`);
  return family;
}

const read = new WeakMap<
  Device,
  { readonly family: DeviceFamily; readonly program: Brings['programs'][Device['id']] | undefined; readonly parts: readonly Part[] }
>();

/** The inner elements of one device, its nameplate applied; read once for as long as the device is the same. */
export const partsOf = (device: Device, brings: Brings = BRINGS_NOTHING): readonly Part[] => {
  const family = familyOf(device, brings);
  const program = brings.programs[device.id];
  const known = read.get(device);
  if (known && known.family === family && known.program === program) return known.parts;
  const parts = family.parts(readPlate(family.fields, device.nameplate, { reads: device.reads ?? undefined, program }));
  read.set(device, { family, program, parts });
  return parts;
};

/** What a hand or a call may do to a device; what its process does for it is left out. */
export const inputsOf = (device: Device, brings: Pick<Brings, 'families'> = BRINGS_NOTHING): readonly InputFacts[] =>
  familyOf(device, brings).inputs.filter(({ byProcess }) => !(byProcess && device.reads !== null));

/** What is entered for a field of a nameplate; undefined where nobody has read it. */
export function plateField(device: { readonly nameplate: Readonly<Record<string, Field>> }, name: FieldName): Field | undefined {
  const given = device.nameplate[name];
  return given && given.value !== null && given.evidence !== 'unknown' ? given : undefined;
}
/** A number of a nameplate; undefined where nobody has read it, or it is no number. */
export const plateNumber = (device: { readonly nameplate: Readonly<Record<string, Field>> }, name: FieldName): number | undefined => {
  const value = plateField(device, name)?.value;
  return typeof value === 'number' ? value : undefined;
};
/** A text of a nameplate; undefined where nobody has read it. */
export const plateText = (device: { readonly nameplate: Readonly<Record<string, Field>> }, name: FieldName): string | undefined => {
  const value = plateField(device, name)?.value;
  return value === undefined || value === null ? undefined : String(value);
};

/** Facts that a device cannot be judged without; names of the nameplate fields still unknown. */
export const missingFacts = (device: Device, brings: Brings = BRINGS_NOTHING): string[] =>
  Object.entries(familyOf(device, brings).fields)
    .filter(
      ([name, facts]) => facts.typical === undefined && !facts.optional && !(name === 'coilHz' && plateText(device, 'coilKind') === 'DC'),
    )
    .filter(([name]) => {
      const given = device.nameplate[name];
      return !given || given.value === null || given.evidence === 'unknown';
    })
    .map(([name]) => name);
