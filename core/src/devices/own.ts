import type { OwnFamily } from '#core/circuit';
import type { Mover, Part } from '#core/kinds';
import { at, must } from '#core/units';
import type { DeviceFamily } from './family';

/** Fields of a part that hold terminal marks or inner nodes; whatever is nested under them is one too. */
const MARKS = new Set(['a', 'b', 'ends', 'backs', 'star', 'core', 'fedBy', 'channels', 'start', 'plusNode', 'zeroNode', 'mark']);

/** A part under other marks. The marks stand in plain fields, so one walk serves every kind. */
function remarked<T>(value: T, rename: (mark: string) => string, isMark = false): T {
  if (typeof value === 'string') return (isMark ? rename(value) : value) as T;
  if (Array.isArray(value)) return value.map((one) => remarked(one, rename, isMark)) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, remarked(one, rename, MARKS.has(key))])) as T;
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
            const moved = withMover(remarked(part, inner), (was) =>
              follows && was.parts ? { parts: armature } : { ...was, ...(was.parts ? { parts: was.parts.map(named) } : {}) },
            );
            return { ...moved, id: named(part.id) };
          });
      });
    },
  };
}
