import type { OwnFamily } from '#core/circuit';
import type { Mover, Part } from '#core/kinds';
import { at, must } from '#core/units';
import type { DeviceFamily } from './family';

/** A title as a name is made of it: small letters, digits and dashes, so many at most. */
export const plainName = (title: string, most: number): string =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, most) || 'part';

/** Fields of a part that hold terminal marks or inner nodes; whatever is nested under them is one too. */
const MARKS = new Set([
  ...['a', 'b', 'ends', 'middles', 'backs', 'star', 'core', 'fedBy', 'channels', 'start', 'plusNode', 'zeroNode', 'mark'],
  ...['common', 'run', 'supply', 'signal', 'feedback', 'opens', 'closes'],
]);
/** Fields of a part that hold ids of other parts of its device. */
const PARTS = new Set(['undoneBy', 'on', 'cutBy', 'pulledBy', 'runBy', 'until']);

/** What of a part is called otherwise in the device that it comes into. */
interface Renames {
  readonly mark: (mark: string) => string;
  readonly part: (id: string) => string;
}

/** A part under other marks and beside parts under other ids. Both stand in plain fields, so one walk serves every kind. */
function remarked<T>(value: T, renames: Renames, as?: keyof Renames): T {
  if (typeof value === 'string') return (as ? renames[as](value) : value) as T;
  if (Array.isArray(value)) return value.map((one) => remarked(one, renames, as)) as T;
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).map(([key, one]) => [
    key,
    remarked(one, renames, MARKS.has(key) ? 'mark' : PARTS.has(key) ? 'part' : undefined),
  ]);
  return Object.fromEntries(entries) as T;
}

const withMover = (part: Part, mover: (was: Mover) => Mover): Part =>
  part.kind === 'contact' ? { ...part, mover: mover(part.mover) } : part;

/**
 * A kind of device that a document brings along, made of blocks of known families.
 * Fields and inputs of the blocks are joined; where two have the same name the first block's stands for both.
 * @returns undefined where a block's family is not known
 */
export function composed(own: OwnFamily, familyNamed: (name: string) => DeviceFamily | undefined): DeviceFamily | undefined {
  const blocks = own.blocks.map(({ family, ...block }) => ({ ...block, base: familyNamed(family) }));
  if (blocks.some(({ base }) => base === undefined)) return undefined;
  const bases = blocks.map(({ base, ...block }) => ({ ...block, base: must(base, 'a block’s family') }));
  return {
    title: own.title,
    letter: own.letter,
    group: at(bases, 0).base.group,
    // two blocks may share a terminal: a lamp beside the coil
    terminals: [...new Set(bases.flatMap(({ base, marks }) => base.terminals.flatMap((mark) => marks[mark] ?? [])))],
    fields: Object.assign({}, ...bases.map(({ base }) => base.fields).reverse()),
    inputs: [...new Map(bases.flatMap(({ base }) => base.inputs.map((input) => [input.name, input] as const)).reverse()).values()],
    source: bases.map(({ base }) => base.source).join('; '),
    parts: (plate) => {
      const armature = at(bases, 0)
        .base.parts(plate)
        .flatMap(({ kind, id }) => (kind === 'coil' ? [id] : []));
      return bases.flatMap(({ base, marks, follows }, index) => {
        const named = (id: string) => (index === 0 ? id : `${index + 1}.${id}`);
        const inner = (mark: string) => (mark === '!earth' ? mark : (marks[mark] ?? `#${index}.${mark.replace(/^#/, '')}`));
        return base
          .parts(plate)
          .filter(({ kind }) => !(follows && kind === 'coil'))
          .map((part): Part => {
            const moved = withMover(remarked(part, { mark: inner, part: named }), (was) =>
              follows && was.parts ? { parts: armature } : { ...was, ...(was.parts ? { parts: was.parts.map(named) } : {}) },
            );
            return { ...moved, id: named(part.id) };
          });
      });
    },
  };
}
