import { describe, expect, it } from 'vitest';
import { layoutPaths, verifyBand } from '#core/draw';
import { planCircuit } from '#core/graph';
import { type How, KINDS, type Part, type PartKind, recordOf } from '#core/kinds';
import { rigged } from '../testing/rigged';
import type { FamilyName } from './families';
import { familyList, partsOf } from './index';

/** Every part of every family of the trade, as it is with nothing read from its print and process inputs read. */
const parts: readonly (readonly [string, Part])[] = familyList.flatMap(([name]) => {
  const device = rigged({ D1: [name as FamilyName, {}] }, []).devices.dD1!;
  return [device, { ...device, reads: 'vRoom' as never }].flatMap((one) =>
    partsOf(one).map((part) => [`${name} ${part.id}`, part] as const),
  );
});
const how = (part: Part, mode: string, fault?: string): How => ({ state: { mode, ...recordOf(part).values(part) } as never, fault });

describe('what every record of a kind must keep', () => {
  it('every kind is met in some family', () => {
    const met = new Set<string>(parts.map(([, { kind }]) => kind));
    expect(Object.keys(KINDS).filter((kind) => !met.has(kind))).toEqual([]);
  });
  it.each(Object.keys(KINDS) as PartKind[])(
    '%s: a value for each branch, a number at DC, 50 and 60 Hz, in every mode and with every fault',
    (name) => {
      for (const [where, part] of parts.filter(([, { kind }]) => kind === name)) {
        const record = recordOf(part);
        const branches = record.branches(part);
        const ends = new Set(record.ends(part));
        for (const { marks, weights } of branches) {
          expect([where, weights.length]).toEqual([where, marks.length]);
          for (const mark of marks) expect([where, mark, mark.startsWith('!') || ends.has(mark)]).toEqual([where, mark, true]);
        }
        for (const mode of record.modes)
          for (const fault of [undefined, ...record.faults.map((one) => one.mode)])
            for (const hz of [0, 50, 60]) {
              const values = record.admittances(part, how(part, mode, fault), hz);
              expect([where, mode, fault, values.length]).toEqual([where, mode, fault, branches.length]);
              for (const { y, emf } of values)
                for (const number of [y.re, y.im, emf.re, emf.im])
                  expect([where, mode, fault, hz, Number.isFinite(number)]).toEqual([where, mode, fault, hz, true]);
            }
      }
    },
  );
  it('modes, faults and sights have names of their own, and a weight that can be met', () => {
    for (const record of Object.values(KINDS)) {
      expect([record.kind, new Set<string>(record.modes).size]).toEqual([record.kind, record.modes.length]);
      const faults = record.faults.map(({ mode }) => mode as string);
      expect([record.kind, new Set(faults).size]).toEqual([record.kind, faults.length]);
      for (const { weight } of record.faults) expect(weight).toBeGreaterThan(0);
    }
  });
});

// Drawn alone, wired end to end to a source: its ends are on the sheet, and the sheet is what the netlist says.
it.each(familyList.map(([name]) => name))('a %s alone is drawn true', (name) => {
  const free = rigged({ D1: [name as FamilyName, {}] }, []);
  const marks = [...new Set(partsOf(free.devices.dD1!).flatMap((part) => recordOf(part).ends(part)))].filter((mark) => !/^[!#]/.test(mark));
  const circuit = rigged(
    { D1: [name as FamilyName, {}], G9: ['supply-1ph', { volts: 24, hz: '60' }] },
    marks.map((mark, index): [string, string] => [`D1:${mark}`, index % 2 ? 'G9:N' : 'G9:L']),
  );
  const plan = planCircuit(circuit);
  const sheet = layoutPaths(plan);
  for (const band of sheet.bands) expect(verifyBand(band, sheet.netOf)).toEqual([]);
});
