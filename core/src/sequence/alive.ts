import type { PlannedPart } from '#core/graph';
import { coreBranch, isCoreAlive } from '#core/kinds';
import { acrossBranch, type Net } from '#core/network';

/** Whether a part is a transformer whose core carries flux now: without it nothing is fed through it, and nothing can sag. */
export const isFluxed = (net: Net, { part, firstBranch }: PlannedPart): boolean =>
  part.kind === 'transformer' && isCoreAlive(acrossBranch(net, firstBranch + coreBranch(part)));
