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
/** Left of a standing one stand the marks of its terminals. */
const LEFT_OF_LINE = 36;

/** The room that a page has for what is drawn or listed. */
export const roomOf = (paper: PaperName): { readonly width: number; readonly height: number } => ({
  width: PAPERS[paper].width - 2 * MARGIN_MM,
  height: PAPERS[paper].height - 2 * MARGIN_MM - TITLE_BLOCK_MM,
});

/** A page shows all of the sheet between two places: heights, or paths of a sheet that stands. */
export interface SheetPage {
  readonly from: number;
  readonly to: number;
  readonly mmPerUnit: number;
  readonly isStanding: boolean;
}

type Measures = Pick<SheetView, 'width' | 'height' | 'bands'>;

/** Where a sheet may be cut: between its bands, and between its lines. A line begins where what stands above it does, or left of it. */
function cutsOf(bands: Measures['bands'], isStanding: boolean): { readonly edges: readonly number[]; readonly cuts: readonly number[] } {
  const startOf = (band: Measures['bands'][number]): number => (isStanding ? band.x : band.y);
  const edges = bands.map(startOf);
  const before = isStanding ? LEFT_OF_LINE : ABOVE_LINE;
  // one within a bundle of conductors does not begin
  const lines = bands.flatMap((band) =>
    band.lines.map(({ x, y }) => (isStanding ? x : y) - before).filter((place) => place > startOf(band) + before),
  );
  return { edges, cuts: [...edges, ...lines].sort((a, b) => a - b) };
}

/**
 * Cuts a sheet into pages: between bands where it can be, else between lines, never through one. A line that is longer than a page is
 * made smaller with all the rest.
 */
export function sheetPages({ width, height, bands }: Measures, paper: PaperName): SheetPage[] {
  const isStanding = bands.some((band) => band.isStanding);
  const room = roomOf(paper);
  const mmPerUnit = Math.min(UNIT_MM, isStanding ? room.height / height : room.width / width);
  const most = (isStanding ? room.width : room.height) / mmPerUnit;
  const end = isStanding ? width : height;
  const { edges, cuts } = cutsOf(bands, isStanding);
  const pages: SheetPage[] = [];
  let from = 0;
  while (end - from > most) {
    const within = (list: readonly number[], least: number) => list.filter((place) => place > least && place <= from + most).at(-1);
    // between bands, if that does not leave half a page empty
    const to = within(edges, from + most / 2) ?? within(cuts, from) ?? from + most;
    pages.push({ from, to, mmPerUnit, isStanding });
    from = to;
  }
  return [...pages, { from, to: end, mmPerUnit, isStanding }];
}

/** The part of a picture that a page shows. */
export function cropped(svg: string, sheet: Pick<SheetView, 'width' | 'height'>, { from, to, mmPerUnit, isStanding }: SheetPage): string {
  const [x, y, width, height] = isStanding ? [from, 0, to - from, sheet.height] : [0, from, sheet.width, to - from];
  return svg
    .replace(/^<\?xml[^>]*>\s*/, '')
    .replace(
      /<svg ([^>]*?)width="[^"]*" height="[^"]*" viewBox="[^"]*"/,
      `<svg $1width="${width * mmPerUnit}mm" height="${height * mmPerUnit}mm" viewBox="${x} ${y} ${width} ${height}"`,
    );
}
