import { expect, it } from 'vitest';
import { applyChanges, ownFamilyNameSchema, validateCircuit } from '#core/circuit';
import { asPart, catalogue, kindOfPart, stockProblems } from '#core/devices';
import { explore } from '#core/explore';
import { candidatesFor, judgePart, replacing } from '#core/fit';
import { stockFromRows, stockToRows } from '#core/formats';
import { line, rigged } from '../testing/rigged';
import { deviceTagged, placeFor, twinOf } from '../testing/stock';
import { ownKind, ownKindName } from './index';

const PLATE = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 2, sealedVa: 1.2, resistiveA: 10, pilotCode: 'B300' } as const;

/** A relay in a circuit whose lamp stands on its contact. */
const place = () =>
  rigged({ G1: line(24), S1: ['switch-1', { form: 'NO' }], K1: ['relay-interface-1', PLATE], H1: ['lamp', { volts: 24, watts: 5 }] }, [
    ['G1:L', 'S1:1'],
    ['S1:2', 'K1:A1'],
    ['K1:A2', 'G1:N'],
    ['G1:L', 'K1:11'],
    ['K1:14', 'H1:1'],
    ['H1:2', 'G1:N'],
  ]);

/** The same relay as its label shows it, with the light in its coil, described in another circuit and kept in stock. */
function kept() {
  const family = ownKind('Relay with a light', 'K', [
    { kind: 'coil', marks: ['A1', 'A2'] },
    { kind: 'changeover', marks: ['11', '12', '14'] },
    { kind: 'lamp', marks: ['A1', 'A2'] },
  ]);
  const name = ownKindName({}, family.title);
  const circuit = place();
  const K1 = {
    ...circuit.devices.dK1!,
    family: name,
    nameplate: {
      ...circuit.devices.dK1!.nameplate,
      volts: { value: 24, evidence: 'print' as const },
      watts: { value: 0.3, evidence: 'print' as const },
    },
  };
  return asPart({ ...circuit, families: { [name]: family }, devices: { ...circuit.devices, dK1: K1 } }, K1, 'pOwn');
}

it('a kind of one’s own goes into stock with its print, under a name that only the same kind shares', () => {
  const part = kept();
  expect(ownFamilyNameSchema.safeParse(part.family).success).toBe(true);
  expect(kindOfPart(part)?.terminals).toEqual(['A1', 'A2', '11', '12', '14']);
  expect(stockProblems(part)).toEqual([]);
  const other = { ...part.own!, letter: 'Q' };
  const second = asPart(
    { ...place(), families: { [part.family]: other } as never },
    { ...place().devices.dK1!, family: part.family },
    'pX',
  );
  expect(second.family).not.toBe(part.family);
  // a part whose kind is lost is told, not guessed
  expect(stockProblems({ ...part, own: null }).map(({ code }) => code)).toEqual(['unknown-family']);
});
it('is the same out to a spreadsheet and back; a cell that holds no kind is told', () => {
  const part = kept();
  const { rows } = stockToRows([part]);
  expect(stockFromRows(rows, () => part.id)).toEqual({ good: [part], bad: [] });
  const spoiled = stockFromRows([{ ...rows[0], kind: '{"title":' }], () => part.id);
  expect(spoiled.good).toEqual([]);
  expect(spoiled.bad[0]!.problems.join(' ')).toMatch(/Column "kind"/);
});
it('is judged for a place in a circuit that has never seen it, by the table as by putting it in', () => {
  const part = kept();
  const there = placeFor(place(), 'K1');
  const judged = judgePart(there, part);
  expect(['good', 'look']).toContain(judged.verdict);
  expect(candidatesFor(there, [part])).toHaveLength(1);
  const twin = twinOf(place(), deviceTagged(place(), 'K1'), part, explore(place()));
  expect(twin.verdict).toBe(judged.verdict);
  const wrong = { ...part, nameplate: { ...part.nameplate, coilV: { value: 230, evidence: 'print' as const } } };
  expect(['danger', 'block']).toContain(judgePart(there, wrong).verdict);
});
it('put in, it brings its kind along, and one undo takes both back', () => {
  const [part, circuit] = [kept(), place()];
  const device = deviceTagged(circuit, 'K1');
  const changes = replacing(circuit, device, part, judgePart(placeFor(circuit, 'K1'), part).mapping);
  const done = applyChanges(circuit, changes);
  if (!done.ok) throw new Error('not taken');
  const after = done.value.circuit;
  expect(after.devices.dK1?.family).toBe(part.family);
  expect(Object.keys(after.families)).toEqual([part.family]);
  expect(validateCircuit(after, catalogue)).toEqual([]);
  const undone = applyChanges(after, done.value.inverse);
  expect(undone.ok && undone.value.circuit).toEqual(circuit);
});
