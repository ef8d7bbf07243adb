import type { PlannedPart } from './plan';

/** Of a device, the part that people mean when they ask why it is not on. */
export const workOf = (parts: readonly PlannedPart[]): PlannedPart | undefined =>
  parts.find(({ part }) => part.kind === 'coil') ??
  parts.find(
    ({ kind, part }) => kind.sights !== undefined && kind.loadClass?.(part) !== undefined && kind.branches(part)[0]?.role === 'load',
  );
