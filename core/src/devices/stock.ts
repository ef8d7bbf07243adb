import { z } from 'zod';
import {
  type Circuit,
  type Device,
  deviceIdSchema,
  type EditChange,
  type Field,
  fieldSchema,
  ownFamilyNameSchema,
  ownFamilySchema,
  type Problem,
  plateProblems,
} from '#core/circuit';
import { catalogue, familyNamed } from './families';
import type { DeviceFamily } from './family';
import { plainName } from './own';

/** A part on the van or the shelf: a nameplate without a circuit. */
export const stockPartSchema = z.object({
  id: z.string().regex(/^p[A-Za-z0-9_-]{1,40}$/, 'a part id is "p" and up to 40 letters, digits, "_" or "-"'),
  title: z.string().trim().min(1, 'a part has a title').max(80),
  family: z.string().max(40),
  nameplate: z.record(z.string().max(40), fieldSchema),
  /** what is printed on it, as it is searched for */
  print: z.string().max(120),
  van: z.string().max(40),
  shelf: z.string().max(40),
  count: z.number().int().min(0).max(100_000),
  notes: z.string().max(400),
  /** as printed or measured, from the front; null: as its kind usually is */
  body: z
    .strictObject({ widthMm: z.number().positive().max(5000), heightMm: z.number().positive().max(5000) })
    .nullable()
    .default(null),
  /** a kind of its own that it brings along, by the name in `family`; null: a kind of the trade */
  own: ownFamilySchema.nullable().default(null),
});

export type StockPart = z.infer<typeof stockPartSchema>;

/**
 * What the shape cannot say: the family is known, its fields are its own and inside their ranges. Each with a remedy.
 * @param who begins each sentence; nothing does where the title stands beside it
 */
export function stockProblems(part: StockPart, who = part.title || part.id): Problem[] {
  const family = kindOfPart(part);
  return family
    ? plateProblems(who, (field) => `${who}, ${family.fields[field]?.label ?? field}`, part.nameplate, family)
    : [
        {
          code: 'unknown-family',
          at: `${who}, family`,
          message: `"${part.family}" is no family this program knows. Pick one from the list, such as contactor-2 or relay-five-blade.`,
        },
      ];
}

/** The families that a part brings along, by their names. */
const broughtBy = ({ family, own }: Pick<StockPart, 'family' | 'own'>): Circuit['families'] => {
  const name = ownFamilyNameSchema.safeParse(family);
  return own && name.success ? { [name.data]: own } : {};
};

/** What a part in stock is: of the trade, or of a kind that it brings; undefined where nobody knows it. */
export const kindOfPart = (part: Pick<StockPart, 'family' | 'own'>): DeviceFamily | undefined =>
  part.own ? (catalogue.family(part.family, broughtBy(part)) as DeviceFamily | undefined) : familyNamed(part.family);

/** A circuit that knows the kind of a part, as it would with the part in it. */
export function knowing<C extends Pick<Circuit, 'families'>>(circuit: C, part: Pick<StockPart, 'family' | 'own'>): C {
  const brought = broughtBy(part);
  return Object.keys(brought).every((name) => Object.hasOwn(circuit.families, name))
    ? circuit
    : { ...circuit, families: { ...circuit.families, ...brought } };
}

/** The changes that bring a part's kind into a circuit, before the part itself. */
export const bringing = ({ families }: Pick<Circuit, 'families'>, part: Pick<StockPart, 'family' | 'own'>): EditChange[] =>
  Object.entries(broughtBy(part)).flatMap(([name, to]): EditChange[] =>
    Object.hasOwn(families, name) ? [] : [{ type: 'setFamily', name: ownFamilyNameSchema.parse(name), to }],
  );

/** A device of a circuit as a part to be kept: what is printed on it, and its kind where that is one of its own. */
export function asPart(circuit: Circuit, device: Device, id: string): StockPart {
  const named = ownFamilyNameSchema.safeParse(device.family);
  const own = (named.success && circuit.families[named.data]) || null;
  return {
    id,
    title: device.fitted || device.title || device.tag,
    family: own ? sharedName(own) : device.family,
    nameplate: Object.fromEntries(Object.entries(device.nameplate).filter(([, { value }]) => value !== null)),
    print: '',
    van: '',
    shelf: '',
    count: 1,
    notes: '',
    body: device.body,
    own,
  };
}

/** A name that two kinds share only where they are the same: in stock kinds of many circuits meet. */
function sharedName(own: NonNullable<StockPart['own']>): string {
  let hash = 2166136261;
  for (const letter of JSON.stringify(own)) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), 16777619) >>> 0;
  return `own-${plainName(own.title, 20)}-${hash.toString(36)}`;
}

/** The part as a device of a circuit, in the place of another: its own nameplate, the other's tag and whereabouts. */
export const asDevice = (part: StockPart, place: Pick<Device, 'id' | 'tag' | 'place' | 'at' | 'hazard' | 'reads' | 'notes'>): Device => ({
  id: place.id,
  tag: place.tag,
  family: part.family,
  title: part.title,
  nameplate: part.nameplate,
  place: place.place,
  at: place.at,
  body: part.body, // another part has another body
  reads: place.reads,
  hazard: place.hazard,
  notes: place.notes,
  fitted: part.title,
});

const LONE = deviceIdSchema.parse('dPart');

const lone = new WeakMap<StockPart, Device>();

/** The part alone, to ask what it is made of. The same device each time: what it is made of is read once. */
export function loneDevice(part: StockPart): Device {
  const made = lone.get(part) ?? asDevice(part, { id: LONE, tag: 'PART', place: null, at: null, hazard: 'none', reads: null, notes: '' });
  lone.set(part, made);
  return made;
}

/** A value as it stands on the print. */
export const printed = (value: number | string): Field => ({ value, evidence: 'print' });
