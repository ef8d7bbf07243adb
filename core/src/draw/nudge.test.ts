import { describe, expect, it } from 'vitest';
import { applyChanges, type Circuit } from '#core/circuit';
import { planCircuit } from '#core/graph';
import { DEMO, demo } from '../testing/demo';
import { layoutPaths, lineMoved, PATH_VIEW, verifyBand } from './index';

const laid = (circuit: Circuit) => layoutPaths(planCircuit(circuit));
const withView = (circuit: Circuit, to: Circuit['views'][string]): Circuit => {
  const done = applyChanges(circuit, [{ type: 'setView', name: PATH_VIEW, to }]);
  if (!done.ok) throw new Error(done.problems[0]?.message);
  return done.value.circuit;
};

describe.each(DEMO)('lines of %s put elsewhere by hand', (name) => {
  const circuit = demo(name);
  const sheet = laid(circuit);
  const movable = sheet.bands.flatMap(({ groups }) => (groups.length > 1 ? [groups] : []));

  it('each goes down by one, the rest keeps its order, the drawing stays true, and up again is where it was', () => {
    for (const groups of movable)
      groups.slice(0, -1).forEach((group, index) => {
        const moved = withView(circuit, lineMoved(sheet, group[0]!, 1, undefined)!);
        const after = laid(moved);
        const now = after.bands.find((band) => band.groups.some((one) => one[0] === group[0]))!;
        const wanted = [...groups];
        [wanted[index], wanted[index + 1]] = [wanted[index + 1]!, wanted[index]!];
        expect(now.groups).toEqual(wanted);
        for (const band of after.bands) expect(verifyBand(band, after.netOf)).toEqual([]);
        const back = withView(moved, lineMoved(after, group[0]!, -1, moved.views[PATH_VIEW])!);
        expect(laid(back).bands.map((band) => band.groups)).toEqual(sheet.bands.map((band) => band.groups));
      });
  });
  it('none goes beyond its band', () => {
    for (const groups of movable) {
      expect(lineMoved(sheet, groups[0]![0]!, -1, undefined)).toBeUndefined();
      expect(lineMoved(sheet, groups.at(-1)![0]!, 1, undefined)).toBeUndefined();
    }
    expect(lineMoved(sheet, 'dNONE:1-2', 1, undefined)).toBeUndefined();
  });
});

it('what stands nowhere any more is let go, and nonsense moves nothing', () => {
  const circuit = demo('Q1');
  const strange = withView(circuit, { placed: { 'dGONE:coil': { x: 0, y: 0 }, constructor: { x: 1, y: -1e9 } }, folded: [] });
  expect(laid(strange).bands).toEqual(laid(circuit).bands);
});
