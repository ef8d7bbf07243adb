import type { Circuit, Device, Point } from '#core/circuit';
import type { InputFacts } from '#core/devices';
import type { Part } from '#core/kinds';
import { at } from '#core/units';

/**
 * How a circuit is wired, whatever its parts are rated. It holds nothing: plans that are wired alike have the same one, so that what follows
 * from the wires alone is kept with it and found once.
 */
export type Wiring = Readonly<Record<never, never>>;

interface Wired {
  readonly circuit: Circuit;
  readonly points: readonly Point[];
  readonly nodeCount: number;
  readonly parts: readonly { readonly device: Device; readonly part: Part }[];
  readonly branches: readonly { readonly role: string; readonly nodes: readonly number[] }[];
  readonly inputs: readonly { readonly facts: InputFacts }[];
}

/** The wiring of the plan before where this one is wired alike, else one of its own. */
export const wiringOf = (plan: Wired, before: (Wired & { readonly wiring: Wiring }) | undefined): Wiring =>
  before && isWiredAlike(plan, before) ? before.wiring : {};

/** Whether two plans have the same points, branches and parts, with the same kinds of device, but for what parts are rated. */
function isWiredAlike(a: Wired, b: Wired): boolean {
  return (
    a.nodeCount === b.nodeCount &&
    areSame(a.points, b.points) &&
    a.branches.length === b.branches.length &&
    a.branches.every(({ role, nodes }, index) => {
      const other = at(b.branches, index);
      return role === other.role && areSame(nodes, other.nodes);
    }) &&
    a.parts.length === b.parts.length &&
    a.parts.every(({ device, part }, index) => {
      const other = at(b.parts, index);
      return device.id === other.device.id && device.family === other.device.family && isLike(part, other.part);
    }) &&
    a.inputs.length === b.inputs.length &&
    a.inputs.every(({ facts }, index) => {
      const other = at(b.inputs, index).facts;
      return facts.name === other.name && facts.use === other.use;
    }) &&
    isOfOneKind(a.circuit, b.circuit)
  );
}

const areSame = <T>(a: readonly T[], b: readonly T[]): boolean => a.length === b.length && a.every((one, index) => one === b[index]);

/** What a part is but for what it is rated. That a leg has no volts is how it is wired: the way back counts from there. */
const bare = (part: Part): string =>
  JSON.stringify(part, (_, value: unknown) => (value === null || (typeof value === 'number' && value !== 0) ? undefined : value));

const isLike = (a: Part, b: Part): boolean => a === b || bare(a) === bare(b);

const isOfOneKind = (a: Circuit, b: Circuit): boolean =>
  a.families === b.families || JSON.stringify(a.families) === JSON.stringify(b.families);
