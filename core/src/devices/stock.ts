import { z } from 'zod';
import { type Device, deviceIdSchema, type Field, fieldSchema, type Problem, plateProblems } from '#core/circuit';
import { familyNamed } from './families';

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
});

export type StockPart = z.infer<typeof stockPartSchema>;

/**
 * What the shape cannot say: the family is known, its fields are its own and inside their ranges. Each with a remedy.
 * @param who begins each sentence; nothing does where the title stands beside it
 */
export function stockProblems(part: StockPart, who = part.title || part.id): Problem[] {
  const family = familyNamed(part.family);
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

/** The part alone, to ask what it is made of. */
export const loneDevice = (part: StockPart): Device =>
  asDevice(part, { id: LONE, tag: 'PART', place: null, at: null, hazard: 'none', reads: null, notes: '' });

/** A value as it stands on the print. */
export const printed = (value: number | string): Field => ({ value, evidence: 'print' });
