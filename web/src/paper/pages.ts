import type { SheetView } from '#core/bench';

/** Sheets of paper as they lie, in millimetres. */
export const PAPERS = {
  A4: { width: 297, height: 210 },
  A3: { width: 420, height: 297 },
  Letter: { width: 279.4, height: 215.9 },
  Tabloid: { width: 431.8, height: 279.4 },
} as const;
export type PaperName = keyof typeof PAPERS;

const MARGIN_MM = 12;
const TITLE_BLOCK_MM = 16;
/** A sheet unit at full size. */
const UNIT_MM = 0.25;
/** Above a line stand the tags of what is on it. */
const ABOVE_LINE = 44;

/** The room that a page has for what is drawn or listed. */
export const roomOf = (paper: PaperName): { readonly width: number; readonly height: number } => ({
  width: PAPERS[paper].width - 2 * MARGIN_MM,
  height: PAPERS[paper].height - 2 * MARGIN_MM - TITLE_BLOCK_MM,
});

export interface SheetPage {
  /** from which height of the sheet to which */
  readonly from: number;
  readonly to: number;
  readonly mmPerUnit: number;
}

/**
 * Cuts a sheet into pages: between bands where it can be, else between lines, never through one. A line that is higher than a page is
 * made smaller with all the rest.
 */
export function sheetPages({ width, height, bands }: Pick<SheetView, 'width' | 'height' | 'bands'>, paper: PaperName): SheetPage[] {
  const room = roomOf(paper);
  const mmPerUnit = Math.min(UNIT_MM, room.width / width);
  const most = room.height / mmPerUnit;
  const edges = bands.map(({ y }) => y);
  // a line begins where what stands above it does; one within a bundle of conductors does not begin
  const lines = bands.flatMap((band) => band.lines.map(({ y }) => y - ABOVE_LINE).filter((y) => y > band.y + ABOVE_LINE));
  const cuts = [...edges, ...lines].sort((a, b) => a - b);
  const pages: SheetPage[] = [];
  let from = 0;
  while (height - from > most) {
    const within = (list: readonly number[], least: number) => list.filter((y) => y > least && y <= from + most).at(-1);
    // between bands, if that does not leave half a page empty
    const to = within(edges, from + most / 2) ?? within(cuts, from) ?? from + most;
    pages.push({ from, to, mmPerUnit });
    from = to;
  }
  return [...pages, { from, to: height, mmPerUnit }];
}

/** The part of a picture that a page shows. */
export const cropped = (svg: string, width: number, { from, to, mmPerUnit }: SheetPage): string =>
  svg
    .replace(/^<\?xml[^>]*>\s*/, '')
    .replace(
      /<svg ([^>]*?)width="[^"]*" height="[^"]*" viewBox="[^"]*"/,
      `<svg $1width="${width * mmPerUnit}mm" height="${(to - from) * mmPerUnit}mm" viewBox="0 ${from} ${width} ${to - from}"`,
    );
