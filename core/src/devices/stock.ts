import { z } from 'zod';
import { type Device, type DeviceId, type Field, fieldSchema, type Problem } from '#core/circuit';
import { catalogue } from './families';

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
});

export type StockPart = z.infer<typeof stockPartSchema>;

/** What the shape cannot say: the family is known, its fields are its own and inside their ranges. Each with a remedy. */
export function stockProblems(part: StockPart): Problem[] {
  const family = catalogue.family(part.family);
  const at = (field: string) => `${part.title || part.id}, ${field}`;
  if (!family)
    return [
      {
        code: 'unknown-family',
        at: at('family'),
        message: `"${part.family}" is no family this program knows. Pick one from the list, such as contactor-2 or relay-five-blade.`,
      },
    ];
  return Object.entries(part.nameplate).flatMap(([name, { value }]): Problem[] => {
    const facts = family.fields[name];
    const say = (message: string): Problem[] => [{ code: 'bad-field', at: at(facts?.label ?? name), message }];
    if (!facts)
      return say(
        `A ${family.title.toLowerCase()} has no field "${name}". Leave it empty; it has ${Object.keys(family.fields).join(', ')}.`,
      );
    if (value === null) return [];
    if (facts.kind === 'number') {
      if (typeof value !== 'number') return say(`${facts.label}: "${value}" is not a number. Write it in ${facts.unit || 'plain digits'}.`);
      const [least, most] = [facts.least ?? 0, facts.most ?? 1e6];
      return value < least || value > most
        ? say(`${facts.label}: ${value} ${facts.unit} is outside ${least} to ${most}. Check the print.`)
        : [];
    }
    return facts.kind === 'choice' && !facts.choices?.includes(String(value))
      ? say(`${facts.label}: "${value}" is not one of ${facts.choices?.join(', ')}.`)
      : [];
  });
}

/** The part as a device of a circuit, in the place of another: its own nameplate, the other's tag and whereabouts. */
export const asDevice = (part: StockPart, place: Pick<Device, 'id' | 'tag' | 'place' | 'hazard'> & { notes?: string }): Device => ({
  id: place.id,
  tag: place.tag,
  family: part.family,
  title: part.title,
  nameplate: part.nameplate,
  place: place.place,
  hazard: place.hazard,
  notes: place.notes ?? '',
});

/** The part alone, to ask what it is made of. */
export const loneDevice = (part: StockPart): Device =>
  asDevice(part, { id: 'dPart' as DeviceId, tag: 'PART', place: { kind: 'panel', name: '' }, hazard: 'none' });

export const printed = (value: number | string): Field => ({ value, evidence: 'print' });
