import { getDocumentProxy } from 'unpdf';
import { describe, expect, it } from 'vitest';
import { sheetDrawing } from '#core/bench';
import { layoutTerminals } from '#core/draw';
import { cardPages, type Drawing, framed, lineCard, SHEETS, type SheetName, terminalFigures } from '#core/formats';
import { planCircuit } from '#core/graph';
import { demo, SHIPPED } from '../../core/src/testing/demo';
import { drawingPdf } from '../src/label/drawingPdf';

const BLOCK = { number: 'Q1', title: 'Cold store 1', site: 'Quarry Road', what: 'Path sheet', revision: 'rev 7' };
const MM = 25.4 / 72;

/** A PDF as a reader of another house has it: pages in millimetres, each word with where it begins, from the upper left corner. */
async function read(bytes: Uint8Array) {
  const file = await getDocumentProxy(bytes);
  const pages = [];
  for (let number = 1; number <= file.numPages; number++) {
    const page = await file.getPage(number);
    const [, , width = 0, height = 0] = page.view;
    const { items } = await page.getTextContent();
    pages.push({
      width: width * MM,
      height: height * MM,
      words: items.flatMap((one) =>
        'str' in one && one.str.trim() !== ''
          ? [{ text: one.str, x: Number(one.transform[4]) * MM, y: (height - Number(one.transform[5])) * MM }]
          : [],
      ),
    });
  }
  return pages;
}

/** Signs that the face of every reader has not are written with those that it has. */
const plain = (text: string): string =>
  [...text]
    .map(
      (sign) => ({ '–': '-', '→': '>', Ω: 'ohm', '≥': '>=', '…': '...' })[sign] ?? (/[\u0020-\u007e\u00a0-\u00ff]/.test(sign) ? sign : '?'),
    )
    .join('');
/** A reader parts words at blanks as it likes: what is told is told without them. */
const squeezed = (texts: readonly string[]): string[] => texts.flatMap((text) => [...text.replace(/\s/g, '')]).sort();

describe.each(SHIPPED)('%s on paper', (name) => {
  const circuit = demo(name);
  const drawings: Record<string, () => Drawing> = {
    'path sheet': () => sheetDrawing(circuit),
    terminals: () =>
      terminalFigures(layoutTerminals(planCircuit(circuit), undefined, { effort: 0.02 }), (wire) => circuit.conductors[wire]?.number ?? ''),
  };
  it.each(Object.keys(drawings))(
    '%s: every sign of every word is in the PDF, on a page of the right size, within its border',
    async (which) => {
      const drawing = framed(drawings[which]!(), 'A3', BLOCK);
      const [page, ...more] = await read(await drawingPdf([drawing], 'Q1'));
      expect(more).toEqual([]);
      expect([Math.round(page!.width), Math.round(page!.height)]).toEqual([Math.round(drawing.width), Math.round(drawing.height)]);
      const texts = drawing.figures.flatMap((one) => (one.as === 'text' ? [plain(one.text)] : []));
      expect(squeezed(page!.words.map(({ text }) => text))).toEqual(squeezed(texts));
      for (const { x, y } of page!.words) {
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(drawing.width);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(drawing.height);
      }
    },
  );
});

it.each(Object.keys(SHEETS) as SheetName[])('a page of %s is as large as the paper', async (sheet) => {
  const drawing = framed(sheetDrawing(demo('Q9')), sheet, BLOCK);
  const [page] = await read(await drawingPdf([drawing], 'Q9'));
  expect(Math.abs(page!.width - drawing.width) + Math.abs(page!.height - drawing.height)).toBeLessThan(0.05);
});

it('labels begin where they are measured to begin, to a tenth of a millimetre', async () => {
  const cards = ['K1', 'K2', 'K3', 'T1'].map((tag) => lineCard(tag, ['24 V AC'], { width: 70, height: 36 }));
  const pages = cardPages(cards, 'A4', 'Q1 rev 3');
  const read1 = await read(await drawingPdf(pages, 'labels'));
  const tags = pages.flatMap(({ figures }) => figures.flatMap((one) => (one.as === 'text' && /^[KT]\d$/.test(one.text) ? [one] : [])));
  expect(tags).toHaveLength(4);
  for (const tag of tags) {
    const found = read1.flatMap(({ words }) => words).find(({ text }) => text === tag.text)!;
    expect(Math.abs(found.x - tag.x)).toBeLessThan(0.1);
    expect(Math.abs(found.y - tag.y)).toBeLessThan(0.1);
  }
});
