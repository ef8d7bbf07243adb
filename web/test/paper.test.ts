import { describe, expect, it } from 'vitest';
import { sheetPicture } from '#core/bench';
import { layoutPaths, standSheet } from '#core/draw';
import { planCircuit } from '#core/graph';
import { DEMO, demo } from '../../core/src/testing/demo';
import { DRAWN } from '../../core/src/testing/drawn';
import { cropped, PAPERS, type PaperName, roomOf, sheetPages } from '../src/paper/pages';

const papers = Object.keys(PAPERS) as PaperName[];
const circuits = [...DEMO.map((name) => [name, demo(name)] as const), ['nine feeders', DRAWN['9 feeders under one breaker']!] as const];

const ways = circuits.flatMap(([name, circuit]) => [[name, 'lying', circuit] as const, [name, 'standing', circuit] as const]);

describe.each(ways)('%s on paper, its lines %s', (_name, lines, circuit) => {
  const lying = layoutPaths(planCircuit(circuit));
  const isStanding = lines === 'standing';
  const laid = isStanding ? standSheet(lying) : lying;
  const sheet = { ...laid, bands: laid.bands.map((band) => ({ ...band, title: '' })) };

  it.each(papers)('%s: every place once, each page within its room, no line cut', (paper) => {
    const pages = sheetPages(sheet, paper);
    expect([pages[0]!.from, pages.at(-1)!.to]).toEqual([0, isStanding ? sheet.width : sheet.height]);
    pages.slice(1).forEach((page, index) => {
      expect(page.from).toBe(pages[index]!.to);
    });
    const room = roomOf(paper);
    for (const { from, to, mmPerUnit } of pages) {
      expect((to - from) * mmPerUnit).toBeLessThanOrEqual((isStanding ? room.width : room.height) + 0.01);
      expect((isStanding ? sheet.height : sheet.width) * mmPerUnit).toBeLessThanOrEqual((isStanding ? room.height : room.width) + 0.01);
      for (const { symbols } of sheet.bands)
        for (const symbol of symbols) {
          const [centre, half] = isStanding ? [symbol.x, symbol.width / 2] : [symbol.y, symbol.height / 2];
          const [top, low] = [centre - half, centre + half];
          expect([symbol.id, top < to - 1 && low > to + 1]).toEqual([symbol.id, false]);
        }
    }
  });
  it('a page is the same picture through a window of its own', () => {
    const svg = sheetPicture(circuit, {}, laid);
    const [page] = sheetPages(sheet, 'A4');
    const shown = cropped(svg, sheet, page!);
    expect(shown).toContain(isStanding ? `viewBox="0 0 ${page!.to} ${sheet.height}"` : `viewBox="0 0 ${sheet.width} ${page!.to}"`);
    expect(shown.startsWith('<svg ')).toBe(true);
    expect(shown.slice(shown.indexOf('>'))).toBe(svg.slice(svg.indexOf('>', svg.indexOf('<svg'))));
  });
});
