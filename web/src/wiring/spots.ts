import type { TerminalId } from '#core/circuit';
import type { TerminalSheet, TerminalSpot } from '#core/draw';

/** Every terminal of the drawing, row by row. */
export const spotsOf = ({ blocks }: Pick<TerminalSheet, 'blocks'>): readonly TerminalSpot[] =>
  blocks.flatMap(({ spots }) => spots).sort((a, b) => a.y - b.y || a.x - b.x);

/** The terminal that lies next in a direction: along its row, or in the nearest row that way. */
export function nextSpot(sheet: Pick<TerminalSheet, 'blocks'>, from: TerminalId | null, dx: number, dy: number): TerminalSpot | undefined {
  const spots = spotsOf(sheet);
  const here = spots.find(({ terminal }) => terminal === from);
  if (!here) return spots[0];
  const isAhead = ({ x, y }: TerminalSpot): boolean =>
    dx !== 0 ? y === here.y && Math.sign(x - here.x) === dx : Math.sign(y - here.y) === dy;
  const far = ({ x, y }: TerminalSpot): number => (dx !== 0 ? Math.abs(x - here.x) : Math.abs(y - here.y) * 10 + Math.abs(x - here.x));
  return spots
    .filter((spot) => spot !== here && isAhead(spot))
    .reduce<TerminalSpot | undefined>((nearest, spot) => (!nearest || far(spot) < far(nearest) ? spot : nearest), undefined);
}
