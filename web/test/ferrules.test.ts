import { PDFDocument } from 'pdf-lib';
import { describe, expect, it } from 'vitest';
import { ferrulePlaces, ferrulesPdf, ferrulesSvg } from '../src/label/ferrules';

const size = { widthMm: 18, heightMm: 5 };
const labels = Array.from({ length: 700 }, (_, index) => ({ number: String(100 + index), end: `K${index}:A1` }));

describe('ferrules', () => {
  it('stand side by side on A4, none on another, none over the edge, on as many pages as it takes', () => {
    const places = ferrulePlaces(labels.length, size);
    expect(new Set(places.map(({ page, x, y }) => `${page} ${x} ${y}`)).size).toBe(labels.length);
    for (const { x, y } of places) {
      expect(x).toBeGreaterThanOrEqual(12);
      expect(x + size.widthMm).toBeLessThanOrEqual(198);
      expect(y + size.heightMm).toBeLessThanOrEqual(297 - 12);
    }
    expect(places.at(-1)!.page).toBe(1);
  });
  it('are true to size as SVG: millimetres on paper, and a line of 100 mm to hold against', () => {
    const svg = ferrulesSvg(labels.slice(0, 3), size, 'L1 rev 4');
    expect(svg).toContain('width="210mm" height="297mm" viewBox="0 0 210 297"');
    expect(svg.match(/width="18" height="5"/g)).toHaveLength(3);
    expect(svg).toContain('x1="12" y1="285" x2="112"');
    expect(ferrulesSvg([{ number: '<1>', end: '' }], size, '&')).toContain('&lt;1&gt;');
  });
  it('are pages of A4 as PDF; none at all is still a page', async () => {
    const pdf = await PDFDocument.load(await ferrulesPdf(labels, size, 'L1 rev 4'));
    expect(pdf.getPageCount()).toBe(2);
    expect(pdf.getPage(0).getWidth()).toBeCloseTo((210 * 72) / 25.4, 3);
    expect((await PDFDocument.load(await ferrulesPdf([], size, ''))).getPageCount()).toBe(1);
  });
});
