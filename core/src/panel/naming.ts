import { type Circuit, type ConductorId, conductorIdSchema, type DeviceId, deviceIdSchema, tagSchema } from '#core/circuit';
import { naturally } from '#core/units';

type Tagged = Pick<Circuit, 'devices'>;

/** The tags that a circuit uses. */
export const tagsIn = ({ devices }: Tagged): ReadonlySet<string> => new Set(Object.values(devices).map(({ tag }) => tag));

/** The next tag of a letter that is not taken: K1, K2, K3 give K4. */
export function freeTag(taken: ReadonlySet<string>, letter: string): string {
  for (let number = 1; ; number++) if (!taken.has(`${letter}${number}`)) return `${letter}${number}`;
}

/** The next tag of a letter that no device of the circuit bears. */
export const nextTag = (circuit: Tagged, letter: string): string => freeTag(tagsIn(circuit), letter);

/** Why a device may not bear a tag, with what to write instead; undefined where it may. @param own the tag that it has now */
export function tagProblem(circuit: Tagged, tag: string, own?: string): string | undefined {
  if (!tagSchema.safeParse(tag).success) return 'A tag is a capital letter, then up to 11 capitals and digits: K4.';
  return tag !== own && tagsIn(circuit).has(tag) ? `There is already a ${tag}. Pick another tag.` : undefined;
}

/** A terminal's mark as the device spells it; case is looked over where it must be. */
export const markLike = (terminals: readonly string[], mark: string): string | undefined =>
  terminals.find((one) => one === mark) ?? terminals.find((one) => one.toUpperCase() === mark.toUpperCase());

/** The id for a device of a tag: made of the tag, and of a count where that was used before. */
export function deviceIdFor({ devices }: Pick<Circuit, 'devices'>, tag: string): DeviceId {
  for (let count = 0; ; count++) {
    const id = deviceIdSchema.parse(`d${tag.replace(/[^A-Za-z0-9_-]/g, '_')}${count === 0 ? '' : `_${count}`}`);
    if (!Object.hasOwn(devices, id)) return id;
  }
}

/** Numbers for wires that none of the circuit bears yet, from one after the greatest. */
export function* wireNumbers({ conductors }: Pick<Circuit, 'conductors'>): Generator<string, never> {
  const taken = Object.values(conductors)
    .map(({ number }) => number)
    .sort(naturally);
  let next = Math.max(0, ...taken.flatMap((number) => (/^\d{1,6}$/.test(number) ? [Number(number)] : [])));
  for (;;) yield String(++next);
}

/** Ids for wires that none of the circuit has. @param by whoever adds them: two people who add at once then take no id twice */
export function* conductorIds({ conductors }: Pick<Circuit, 'conductors'>, by: string): Generator<ConductorId, never> {
  for (let count = 1; ; count++) {
    const id = conductorIdSchema.parse(`wn${by}${count}`);
    if (!Object.hasOwn(conductors, id)) yield id;
  }
}
