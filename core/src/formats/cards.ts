import { box, type Drawing, type Figure } from './figures';

/** Papers, standing, in millimetres. */
const PAPERS = { A4: [210, 297], Letter: [215.9, 279.4] } as const;
export type CardPaper = keyof typeof PAPERS;

const MARGIN = 10;
/** Below the cards: a line that is 100 mm long when the page was printed true. */
const FOOT = 12;
const RULE_MM = 100;
const PAD = 2;
/** Letters of the face are about so wide for their height. */
const WIDE = 0.55;

const words = (text: string, x: number, y: number, size: number): Figure => ({
  as: 'text',
  x,
  y,
  size,
  text,
  anchor: 'start',
  layer: 'TEXT',
});
const frame = (width: number, height: number): Figure => box(0, 0, width, height, 'FRAME');
const rule = (y: number, width: number): Figure => ({
  as: 'path',
  points: [
    [0, y],
    [width, y],
  ],
  layer: 'FRAME',
});
const moved = (figure: Figure, dx: number, dy: number): Figure =>
  figure.as === 'path'
    ? { ...figure, points: figure.points.map(([x, y]) => [x + dx, y + dy] as const) }
    : { ...figure, x: figure.x + dx, y: figure.y + dy };

/** Smaller where it must be, cut where that would be too small to read. */
const LEAST = 1.8;
function fitted(text: string, size: number, room: number): { text: string; size: number } {
  const smaller = Math.max(LEAST, Math.min(size, room / Math.max(1, text.length * WIDE)));
  const most = Math.floor(room / (WIDE * smaller));
  return { text: text.length > most ? `${text.slice(0, Math.max(1, most - 1))}…` : text, size: smaller };
}

/** A card of lines: the first large, the others as they are given. @param size of the card, mm */
export function lineCard(
  head: string,
  lines: readonly string[],
  { width, height }: { readonly width: number; readonly height: number },
): Drawing {
  const large = Math.min(6, height / 4);
  const room = width - 2 * PAD;
  const title = fitted(head, large, room);
  const step = Math.min(4.2, (height - large - 2 * PAD - 1) / Math.max(1, lines.length));
  const small = Math.max(LEAST, Math.min(2.8, step * 0.72));
  return {
    width,
    height,
    unitMm: 1,
    figures: [
      frame(width, height),
      words(title.text, PAD, PAD + large * 0.8, title.size),
      ...lines.map((line, index) => {
        const put = fitted(line, small, room);
        return words(put.text, PAD, PAD + large + step * (index + 0.9), put.size);
      }),
    ],
  };
}

/** A part of a card: its title, and rows of cells. */
export interface CardPart {
  readonly title: string;
  readonly rows: readonly (readonly string[])[];
}

const ROW = 5;
const CELL_SIZE = 2.6;

/** A card of tables under a head: a strip's ways, a panel's door. @param shares how wide each column is, of the whole */
export function tableCard(head: readonly string[], parts: readonly CardPart[], width: number, shares: readonly number[]): Drawing {
  const figures: Figure[] = [];
  let y = PAD;
  head.forEach((line, index) => {
    const put = fitted(line, index === 0 ? 4.5 : 2.6, width - 2 * PAD);
    y += index === 0 ? 4.5 : 4;
    figures.push(words(put.text, PAD, y, put.size));
  });
  y += PAD;
  const lefts = shares.map((_, index) => PAD + shares.slice(0, index).reduce((sum, one) => sum + one, 0) * (width - 2 * PAD));
  for (const { title, rows } of parts) {
    if (title !== '') {
      figures.push(rule(y, width), words(title.toUpperCase(), PAD, y + 3.6, 2.4));
      y += ROW;
    }
    for (const row of rows) {
      row.forEach((cell, index) => {
        const share = row.length === 1 ? 1 : (shares[index] ?? 0);
        const put = fitted(cell, CELL_SIZE, share * (width - 2 * PAD) - 1);
        figures.push(words(put.text, row.length === 1 ? PAD : (lefts[index] ?? PAD), y + 3.7, put.size));
      });
      y += ROW;
    }
  }
  return { width, height: y + PAD, unitMm: 1, figures: [frame(width, y + PAD), ...figures] };
}

/** Cards on pages true to size, side by side while there is room; a card that is higher than a page is told by a page of its own height. */
export function cardPages(cards: readonly Drawing[], paper: CardPaper, about: string): readonly Drawing[] {
  const [width, high] = PAPERS[paper];
  const pages: { figures: Figure[]; height: number }[] = [];
  let [x, y, rowHigh] = [MARGIN, MARGIN, 0];
  const open = (height: number): void => {
    pages.push({ figures: [], height });
    [x, y, rowHigh] = [MARGIN, MARGIN, 0];
  };
  for (const card of cards) {
    const bottom = (): number => (pages.at(-1)?.height ?? 0) - MARGIN - FOOT;
    if (x > MARGIN && x + card.width > width - MARGIN) [x, y, rowHigh] = [MARGIN, y + rowHigh, 0];
    if (pages.length === 0 || y + card.height > bottom()) open(Math.max(high, card.height + 2 * MARGIN + FOOT));
    pages.at(-1)?.figures.push(...card.figures.map((figure) => moved(figure, x, y)));
    x += card.width;
    rowHigh = Math.max(rowHigh, card.height);
  }
  return pages.map(({ figures, height }, index) => ({
    width,
    height,
    unitMm: 1,
    figures: [
      ...figures,
      {
        as: 'path',
        points: [
          [MARGIN, height - MARGIN],
          [MARGIN + RULE_MM, height - MARGIN],
        ],
        layer: 'FRAME',
      },
      words(`${RULE_MM} mm · ${about} · ${index + 1} of ${pages.length}`, MARGIN, height - MARGIN - 2, 2.6),
    ],
  }));
}
