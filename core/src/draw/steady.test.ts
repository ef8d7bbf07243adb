import { expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { planCircuit } from '#core/graph';
import { DEMO, demo, seededNumbers } from '../testing/demo';
import { DRAWN, tame } from '../testing/drawn';
import { grown } from '../testing/grown';
import { layoutPaths, type Sheet, verifyBand } from './index';

/** So many that the share is one of the drawing and not of the draw: of 500 it lies between 1 and 3 in a hundred by chance. */
const EDITS = 2000;

/** Symbols in reading order, band by band. */
const inOrder = ({ bands }: Sheet): string[] =>
  bands.flatMap(({ symbols, name }) =>
    symbols.toSorted((a, b) => a.y - b.y || a.x - b.x).map(({ id }) => `${name.code} ${'tag' in name ? name.tag : ''} ${id}`),
  );

/** Of two orders, how many of those in both had to move: all but the longest run that rises in both. */
function movedOf(before: readonly string[], after: readonly string[]): number {
  const place = new Map(after.map((id, index) => [id, index]));
  const common = before.flatMap((id) => place.get(id) ?? []);
  const ends: number[] = [];
  for (const at of common) {
    const reach = ends.findIndex((end) => end > at);
    if (reach < 0) ends.push(at);
    else ends[reach] = at;
  }
  return before.length - ends.length;
}

it('one device added: hardly anything else changes its place in the order of lines and on them', () => {
  const chance = seededNumbers(23);
  const circuits: Circuit[] = [...DEMO.map(demo), ...Object.values(DRAWN), ...Array.from({ length: 20 }, () => tame(chance, 12))];
  const sheets = circuits.map((circuit) => layoutPaths(planCircuit(circuit)));
  let [others, moved, edits, stirred] = [0, 0, 0, 0];
  while (edits < EDITS) {
    const index = Math.floor(chance() * circuits.length);
    const [circuit, sheet] = [circuits[index]!, sheets[index]!];
    const made = grown(circuit, chance);
    if (!made || Object.keys(made.circuit.devices).length === Object.keys(circuit.devices).length) continue;
    edits++;
    const after = layoutPaths(planCircuit(made.circuit));
    for (const band of after.bands) expect(verifyBand(band, after.netOf)).toEqual([]);
    // what stands on the line that was added to may stand behind it
    const touched = new Set(
      sheet.bands.flatMap(({ symbols }) => symbols.filter(({ device }) => made.at.includes(device)).map(({ line }) => line)),
    );
    // a switch put into a wire has behind it all that hangs on that wire
    const behind = new Set(
      made.isInWire
        ? after.bands
            .flatMap(({ groups }) => groups.filter((group) => group.some((id) => made.added.includes(id.split(':')[0] ?? ''))))
            .flat()
        : [],
    );
    const fixed = new Set(
      sheet.bands.flatMap(({ symbols }) => symbols.filter(({ line, id }) => !touched.has(line) && !behind.has(id)).map(({ id }) => id)),
    );
    const keep = (one: string): boolean => fixed.has(one.split(' ').at(-1) ?? '');
    const before = inOrder(sheet).filter(keep);
    const gone = movedOf(before, inOrder(after).filter(keep));
    if (gone > 0) stirred++;
    others += before.length;
    moved += gone;
  }
  console.log(`draw: ${edits} devices added, ${moved} of ${others} other symbols moved; in ${stirred} of ${edits} edits any did`);
  expect(stirred / edits).toBeLessThanOrEqual(0.02);
  expect(moved / others).toBeLessThan(0.01);
});
