import { at, must } from '#core/units';
import { type Burden, burdenOf, costOf, type Harness, layShelf } from './harness';

/** So many pairs of runs are looked at: some tens of milliseconds, and more brings next to nothing. */
export const EASING = 1_000_000;

/**
 * Lets wires change places on their terminals and in the gaps, and pass through other gaps, while they cross less: each change touches the
 * two channels of its row alone.
 * @param pairs how many pairs of runs may be looked at: a change costs as many as its channels have
 */
export function ease(harness: Harness, wanted: number, pairs: number): void {
  const { choice, widths, hops } = harness;
  const burdens = hops.map((_, channel) => burdenOf(harness, channel));
  let left = pairs;
  /** Tries a change of one row; keeps it where it is better, else takes it back. */
  const isKept = (shelf: number, change: () => void, back: () => void): boolean => {
    left -= at(hops, shelf).length ** 2 + at(hops, shelf + 1).length ** 2;
    const price = (above: Burden, below: Burden): number =>
      costOf(above.crossings + below.crossings, above.length + below.length, Math.max(...widths), wanted);
    const before = price(at(burdens, shelf), at(burdens, shelf + 1));
    change();
    layShelf(harness, shelf);
    const [above, below] = [burdenOf(harness, shelf), burdenOf(harness, shelf + 1)];
    if (price(above, below) < before - 1e-6) {
      burdens[shelf] = above;
      burdens[shelf + 1] = below;
      return true;
    }
    back();
    layShelf(harness, shelf);
    return false;
  };
  /** A pass in every other place of every gap of its row. */
  const isPassBetter = (gaps: readonly number[][], shelf: number, pass: number): boolean => {
    let isBetter = false;
    for (const target of gaps)
      for (let place = 0; place <= target.length && left > 0; place++) {
        const from = must(
          gaps.find((gap) => gap.includes(pass)),
          'the gap of a pass',
        );
        const was = from.indexOf(pass);
        if (from === target && (place === was || place === target.length)) continue;
        const move = (source: number[], index: number, into: number[], at: number): void =>
          void into.splice(at, 0, ...source.splice(index, 1));
        if (
          isKept(
            shelf,
            () => move(from, was, target, place),
            () => move(target, place, from, was),
          )
        )
          isBetter = true;
      }
    return isBetter;
  };
  /** Every two slots of a terminal the other way round. */
  const isWayBetter = (slots: number[], shelf: number): boolean => {
    let isBetter = false;
    for (let one = 0; one < slots.length; one++)
      for (let other = one + 1; other < slots.length && left > 0; other++) {
        const swap = (): void => {
          [slots[one], slots[other]] = [at(slots, other), at(slots, one)];
        };
        if (isKept(shelf, swap, swap)) isBetter = true;
      }
    return isBetter;
  };
  for (let isBetter = true; isBetter && left > 0; ) {
    isBetter = false;
    choice.gaps.forEach((gaps, shelf) => {
      for (const pass of gaps.flat()) if (isPassBetter(gaps, shelf, pass)) isBetter = true;
    });
    choice.ways.forEach((ways, shelf) => {
      for (const { slots } of ways) if (isWayBetter(slots, shelf)) isBetter = true;
    });
  }
}
