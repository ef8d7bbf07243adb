import type { PlannedPart } from '#core/graph';

/** Points inside a device, that no wire reaches. */
const HIDDEN = /^[!#]/;

/** The ends of a part that a wire can reach. */
export const shownEnds = ({ kind, part }: PlannedPart): string[] => kind.ends(part).filter((mark) => !HIDDEN.test(mark));
