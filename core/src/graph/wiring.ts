import type { Circuit, Device, DeviceId } from '#core/circuit';
import { inputsOf, partsOf } from '#core/devices';
import { type Part, recordOf } from '#core/kinds';
import { at } from '#core/units';

/** What of a circuit moves no wire: what it and its places are called, and what was nudged on a sheet. Devices are looked at by themselves. */
const ELSEWHERE: readonly (keyof Circuit)[] = ['title', 'number', 'site', 'places', 'views', 'devices'];

/**
 * Whether one circuit came out of the other by nothing but what its devices are called, rated or set to: points, branches, parts and inputs
 * are then numbered alike. What an edit leaves alone is the same object.
 */
export function isWiredAlike(before: Circuit, after: Circuit): boolean {
  const [was, is] = [Object.keys(before.devices), Object.keys(after.devices)] as [DeviceId[], DeviceId[]];
  const isLike = (a: Device | undefined, b: Device | undefined): boolean =>
    a !== undefined && b !== undefined && (a === b || isBuiltAlike([a, before], [b, after]));
  return (
    (Object.keys(after) as (keyof Circuit)[]).every((key) => ELSEWHERE.includes(key) || before[key] === after[key]) &&
    was.length === is.length &&
    is.every((id) => isLike(before.devices[id], after.devices[id]))
  );
}

function isBuiltAlike([a, before]: readonly [Device, Circuit], [b, after]: readonly [Device, Circuit]): boolean {
  const [was, is] = [partsOf(a, before), partsOf(b, after)];
  const names = (device: Device, circuit: Circuit): string => JSON.stringify(inputsOf(device, circuit).map(({ name, use }) => [name, use]));
  return (
    a.family === b.family &&
    was.length === is.length &&
    is.every((part, index) => bare(part) === bare(at(was, index))) &&
    names(a, before) === names(b, after)
  );
}

/** What a part is but for what it is rated. That a leg has no volts is how it is wired: the way back counts from there. */
function bare(part: Part): string {
  const kind = recordOf(part);
  const branches = kind.branches(part).map(({ role, marks }) => [role, marks]);
  return JSON.stringify([part, kind.ends(part), branches, Object.keys(kind.values(part))], (_, value: unknown) =>
    value === null || (typeof value === 'number' && value !== 0) ? undefined : value,
  );
}
