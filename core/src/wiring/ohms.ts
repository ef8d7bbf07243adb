/** Half an ohm, or a fifth: what two readings of ohms must differ by to be told apart. Common practice. */
const TOLD_OHMS = 0.5;
const TOLD_SHARE = 0.2;

/** Whether a meter tells a reading from what it should be. Infinity: an open line. */
export const isToldApart = (should: number, is: number): boolean =>
  Number.isFinite(should) !== Number.isFinite(is) ||
  (Number.isFinite(is) && Math.abs(is - should) > Math.max(TOLD_OHMS, TOLD_SHARE * should));
