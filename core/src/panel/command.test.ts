import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Circuit, emptyCircuit, spellTerminal, type TerminalId } from '#core/circuit';
import { planCircuit } from '#core/graph';
import { demo, SHIPPED } from '../testing/demo';
import { edited } from '../testing/edits';
import { completed, readCommand } from './index';

/** Does a line, which must be one that can be done. */
function done(circuit: Circuit, line: string): Circuit {
  const command = readCommand(circuit, line);
  if (!command?.isOk) throw new Error(`${line}: ${command ? command.why : 'no command'}`);
  return edited(circuit, ...command.changes);
}

/** The wires of a circuit by their spelled ends. */
const netsOf = (circuit: Circuit): string[] =>
  Object.values(circuit.conductors)
    .map(
      ({ ends, number }) =>
        `${number} ${ends
          .map((end) => spellTerminal(circuit, end as TerminalId))
          .sort()
          .join(' ')}`,
    )
    .sort();

describe('a circuit is built by lines alone', () => {
  it.each(SHIPPED)('%s, from nothing, has the same devices and the same wires', (name) => {
    const shipped = demo(name);
    const lines = [
      ...Object.values(shipped.devices).map(({ family, tag }) => `add ${family} ${tag}`),
      ...Object.values(shipped.conductors).map(
        ({ ends, number }) => `${number} ${ends.map((end) => spellTerminal(shipped, end as TerminalId)).join(' ')}`,
      ),
    ];
    const built = lines.reduce(done, { ...emptyCircuit, number: 'P1', title: 't', site: 's', families: shipped.families });
    expect(netsOf(built)).toEqual(netsOf(shipped));
    expect(planCircuit(built).nodeCount).toBe(planCircuit(shipped).nodeCount);
  });
});

/** Q1 before each line; what it says will be done, or why not. */
describe.each([
  ['add push button', 'S1, push button, is added by itself.'],
  ['add push button S4 in wire 109', /S4, push button, 1–2 into wire 109: .* to S4:1; S4:2 to .*, wire \d+\./],
  ['S4 push button NC before K1:A1', /S4, push button, NC, 1–2 before K1:A1/],
  ['H1 lamp beside K1', /H1, lamp, 1–2 beside K1 A1–A2: K1:A1 to H1:1, wire \d+; H1:2 to K1:A2, wire \d+\./],
  ['K2 NO beside PS1', 'Every NO of K2 is wired. Free ones: none.'],
  ['K1:A1 T1:R red 18', /^a wire: K1:A1 to T1:R, wire \d+\.$/],
  ['remove K2', /K2 is taken out with \d wires\./],
  ['remove wire 109', /Wire 109, .* is taken out\./],
  ['rename K1 K9', 'K1 is called K9 from now on.'],
  ['swap K2', 'What lies on K2:5 and on K2:4 is exchanged.'],
  ['swap PS1', 'PS1 is NO from now on.'],
  // and what cannot be done, with what to say instead
  ['add warp drive', /No kind is called “warp drive”/],
  ['add', /Add what\?/],
  ['add lamp K1', /K1 is there. Where is it wired\?|already a K1/],
  ['lamp H1 after Z9', /There is no Z9/],
  ['lamp H1 in wire 999', /No wire is numbered 999/],
  ['K1:A1 K99:1', /There is no K99. Add it first/],
  ['K1:A1 K1:ZZ', /K1 has no terminal ZZ. It has A1 A2/],
  ['K1 NC after PS1', /K1 has no NC/],
  ['remove', /There is no device/],
  ['remove wire 999', /No wire is numbered 999/],
  ['rename K1 K2', /already a K2/],
  ['rename K1 k+', /A tag is/],
  ['swap K1', /no changeover/],
] as const)('%s', (line, said) => {
  it('is told before it is done', () => {
    const circuit = demo('Q1');
    const command = readCommand(circuit, line);
    expect(command).toBeDefined();
    const words = command!.isOk ? command!.will : command!.why;
    expect(words).toMatch(typeof said === 'string' ? new RegExp(`^${said.replace(/[.?]/g, '\\$&')}$`) : said);
    if (command!.isOk) expect(() => edited(circuit, ...command!.changes)).not.toThrow();
  });
});

it('put after or before a terminal it lies on that side of the wire, whichever way the wire was drawn', () => {
  const circuit = demo('Q1');
  for (const { ends, number } of Object.values(circuit.conductors)) {
    if (Object.values(circuit.conductors).filter((one) => one.number === number).length > 1) continue;
    for (const end of ends) {
      const spelled = spellTerminal(circuit, end as TerminalId);
      const command = readCommand(circuit, `S7 push button after ${spelled}`);
      if (!command?.isOk) continue;
      const grown = edited(circuit, ...command.changes);
      const plan = planCircuit(grown);
      const first = plan.wiresAt('dS7:1' as TerminalId)[0]!.conductor.ends;
      expect(first).toContain(end);
    }
  }
});
it('what is no command is left to others', () => {
  for (const line of ['', 'K1', 'prove', 'K1:A1', 'wire 105']) expect(readCommand(demo('Q1'), line)).toBeUndefined();
});
it('goes on with tags, terminals, verbs, places and kinds', () => {
  const circuit = demo('Q1');
  expect(completed(circuit, 'K1:')).toEqual(expect.arrayContaining(['K1:A1', 'K1:A2']));
  expect(completed(circuit, 'K1 NO af')).toEqual(['K1 NO after']);
  expect(completed(circuit, 'add contactor-3-1')).toContain('add contactor-3-1no');
  expect(completed(circuit, 'rem')).toEqual(['remove']);
  expect(completed(circuit, '')).toEqual([]);
});

it('throws at no line, and what it says can be done can be done', () => {
  const circuits = ['Q1', 'Q8', 'L2', 'L6'].map((name) => demo(name));
  const words = [
    'add',
    'remove',
    'rename',
    'swap',
    'wire',
    'after',
    'before',
    'beside',
    'in',
    'NO',
    'NC',
    'coil',
    'push',
    'button',
    'lamp',
    'relay',
  ];
  const things = [
    'K1',
    'K2',
    'S1',
    'K9',
    'H1',
    'PE',
    'K1:A1',
    'K1:13',
    'S1:1',
    'S1:21',
    'G1:L',
    'T1:R',
    'K2:A2',
    '109',
    '2',
    'red',
    '18',
    '',
    ':',
    'K1:',
    '…',
  ];
  let [orders, doable] = [0, 0];
  fc.assert(
    fc.property(
      fc.constantFrom(...circuits),
      fc.array(fc.oneof(fc.constantFrom(...words), fc.constantFrom(...things), fc.string({ maxLength: 6 })), {
        minLength: 1,
        maxLength: 6,
      }),
      (circuit, line) => {
        const command = readCommand(circuit, line.join(' '));
        completed(circuit, line.join(' '));
        if (command) orders++;
        if (!command?.isOk) return;
        doable++;
        expect(() => edited(circuit, ...command.changes)).not.toThrow();
      },
    ),
    { seed: 7, numRuns: 3000 },
  );
  console.log(`panel: of 3000 random lines ${orders} are edits, ${doable} can be done and were`);
  expect(doable).toBeGreaterThan(30);
});
