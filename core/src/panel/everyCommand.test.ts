import { expect, it } from 'vitest';
import { applyChanges, type Circuit, type EditChange, readCircuitDocument, spellTerminal, type TerminalId } from '#core/circuit';
import { catalogue, familyList, familyOf } from '#core/devices';
import { layoutPaths, layoutTerminals, verifyBand, verifyTerminals } from '#core/draw';
import { planCircuit } from '#core/graph';
import { planNetwork } from '#core/network';
import { DEMO, demo, seededNumbers } from '../testing/demo';
import {
  AS_MARKED,
  cellsOf,
  copied,
  finishTerminal,
  fromWireList,
  intoCable,
  neighboursOf,
  nextTag,
  ownKind,
  ownKindName,
  pasted,
  readCommand,
  readWireList,
  spliced,
  takenOn,
  takeOutSeveral,
  traceWire,
  usualSwitching,
} from './index';

const EDITS = 2000;
/** A circuit that has grown past this is left for another. */
const MOST_DEVICES = 45;
/** Lines of one terminal sheet cost more than all the rest. */
const [SHEET_EVERY, TERMINALS_EVERY] = [10, 50] as const;

/** What a hand may ask for next: each command of the page and of the line, with what it takes picked by chance. */
function asked(circuit: Circuit, chance: () => number, turn: number): readonly [name: string, changes: readonly EditChange[] | undefined] {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(chance() * list.length)]!;
  const devices = Object.values(circuit.devices);
  const wires = Object.values(circuit.conductors);
  const [device, other, wire] = [pick(devices), pick(devices), pick(wires)];
  const terminals = devices.flatMap((one) => familyOf(one, circuit).terminals.map((mark) => `${one.id}:${mark}` as TerminalId));
  const spelled = (): string => spellTerminal(circuit, pick(terminals));
  const by = `t${turn}`;
  const line = (what: string, words: string): readonly [string, readonly EditChange[] | undefined] => {
    const command = readCommand(circuit, words, by);
    return [`line: ${what}`, command?.isOk ? command.changes : undefined];
  };
  const [family] = pick(familyList);
  const listed = (text: string): readonly EditChange[] => {
    const { wires: read } = readWireList(cellsOf(text));
    const made = fromWireList(
      circuit,
      read,
      new Map([
        [`X9${turn % 7}`, AS_MARKED],
        [`S9${turn % 5}`, 'switch-1'],
      ]),
      {},
      by,
    );
    return made.changes;
  };
  switch (Math.floor(chance() * 22)) {
    case 0:
      return line('add', `add ${family}`);
    case 1:
      return line('after', `push button after ${device?.tag}`);
    case 2:
      return line('before', `${device?.tag} before ${other?.tag}`);
    case 3:
      return line('beside', `lamp beside ${device?.tag}`);
    case 4:
      return line('in a wire', `switch-1 NC in wire ${wire?.number}`);
    case 5:
      return line('a wire', `${spelled()} ${spelled()} red 18`);
    case 6:
      return line('remove', `remove ${device?.tag}`);
    case 7:
      return line('remove a wire', `remove wire ${wire?.number}`);
    case 8:
      return line('rename', `rename ${device?.tag} ${nextTag(circuit, pick(['K', 'S', 'X']))}`);
    case 9:
      return line('swap', `swap ${device?.tag}`);
    case 10:
      return ['list of wires', listed(`X9${turn % 7}:${turn % 11} ${spelled()}\nX9${turn % 7}:R S9${turn % 5}:1 3 blue 18`)];
    case 11:
      return ['list of what is joined', listed(`N: ${spelled()} X9${turn % 7}:${turn % 13} ${spelled()} S9${turn % 5}:2`)];
    case 12: {
      const ids = new Set([device!.id as string, ...neighboursOf(circuit, new Set([device!.id]))].slice(0, 4));
      return ['copy and paste', pasted(circuit, copied(circuit, ids), by).changes];
    }
    case 13:
      return ['take out several', takeOutSeveral(circuit, [device!.id, other!.id])];
    case 14:
      return [
        'into a cable',
        wire && intoCable(circuit, wire.id, pick([null, 'new' as const, ...Object.values(circuit.cables).map(({ id }) => id)])),
      ];
    case 15:
      return ['splice', wire && spliced(circuit, wire.id, by)];
    case 16:
      return ['taken on', wire && takenOn(circuit, wire.id, chance() < 0.5 ? 0 : 1, pick(terminals), by)];
    case 17: {
      const to = chance() < 0.5 ? pick(terminals) : { tag: nextTag(circuit, 'X'), family: AS_MARKED, mark: `${turn % 90}` };
      const step = traceWire(circuit, { from: pick(terminals), to, by: chance() < 0.5 ? 'eye' : 'beep' }, by);
      return ['trace', 'why' in step ? undefined : step.changes];
    }
    case 18:
      return ['finish a terminal', finishTerminal(circuit, pick(terminals))];
    case 19: {
      const name = ownKindName(circuit.families, `Mine ${turn}`);
      const to = ownKind('Mine', 'K', [
        { kind: 'coil', marks: ['C1', 'C2'] },
        { kind: 'changeover', marks: ['1', '2', '3'] },
      ]);
      const grown = { ...circuit, families: { ...circuit.families, [name]: to } };
      const added = readCommand(grown, `add ${name}`, by);
      return ['a kind of one’s own', added?.isOk ? [{ type: 'setFamily', name, to }, ...added.changes] : undefined];
    }
    case 20: {
      const [end, to] = [chance() < 0.5 ? (0 as const) : (1 as const), chance() < 0.1 ? null : pick(terminals)];
      const isLoop = to !== null && wire?.ends[1 - end] === to;
      return ['an end moved', wire && !isLoop ? [{ type: 'moveEnd', conductor: wire.id, end, to }] : undefined];
    }
    default:
      return ['the usual power switch', usualSwitching(circuit)];
  }
}

/** Wires by their spelling, as the document says them. */
const documentWires = (circuit: Circuit): string[] =>
  Object.values(circuit.conductors)
    .map(({ id, ends }) => `${id} ${ends.map((end) => end ?? '-').join(' ')}`)
    .sort();

it(`${EDITS.toLocaleString('en')} edits by every command: the document stays whole, its netlist and its views are the wires, and each goes back`, () => {
  const chance = seededNumbers(61);
  const done = new Map<string, number>();
  let [circuit, edits, refused] = [demo(DEMO[0]!), 0, 0];
  for (let turn = 0; edits < EDITS; turn++) {
    if (Object.keys(circuit.devices).length > MOST_DEVICES || Object.keys(circuit.devices).length < 3 || turn % 250 === 0)
      circuit = demo(DEMO[Math.floor(chance() * DEMO.length)]!);
    const [name, changes] = asked(circuit, chance, turn);
    const applied = changes && changes.length > 0 ? applyChanges(circuit, [...changes]) : undefined;
    if (!applied?.ok) {
      refused++;
      // what the program itself proposes can be done
      if (applied && !applied.ok) throw new Error(`${name}: ${applied.problems[0]?.message}`);
      continue;
    }
    const undone = applyChanges(applied.value.circuit, applied.value.inverse);
    expect(undone.ok && undone.value.circuit, name).toEqual(circuit);
    circuit = applied.value.circuit;
    edits++;
    done.set(name, (done.get(name) ?? 0) + 1);
    const read = readCircuitDocument(JSON.parse(JSON.stringify(circuit)), catalogue);
    expect(read.ok ? [] : read.problems.map(({ message }) => message), name).toEqual([]);
    const plan = planNetwork(circuit);
    const planned = plan.conductors.map(({ conductor: { id, ends }, index }) => {
      const nodes = ends.map((end) => end && plan.nodeOf(end));
      expect(nodes.every((node) => node === null || Number.isInteger(node))).toBe(true);
      expect(plan.conductors[index]?.conductor.id).toBe(id);
      return `${id} ${ends.map((end) => end ?? '-').join(' ')}`;
    });
    expect(planned.sort(), name).toEqual(documentWires(circuit));
    if (edits % SHEET_EVERY === 0) {
      const sheet = layoutPaths(planCircuit(circuit));
      for (const band of sheet.bands) expect(verifyBand(band, sheet.netOf), name).toEqual([]);
    }
    if (edits % TERMINALS_EVERY === 0)
      expect(verifyTerminals(circuit, layoutTerminals(planCircuit(circuit), undefined, { effort: 0.05 })), name).toEqual([]);
  }
  console.log(
    `panel: ${edits} edits of ${done.size} kinds, ${refused} that could not be: ${[...done].map(([name, count]) => `${name} ${count}`).join(', ')}`,
  );
  expect(done.size).toBeGreaterThanOrEqual(20);
});
