import { describe, expect, it } from 'vitest';
import { emptyCircuit, fine, wrong } from '#core/circuit';
import { demo } from '../testing/demo';
import { stock } from '../testing/stock';
import { createAsker } from './index';

const shop = {
  circuit: (name: string) =>
    name.startsWith('demo:')
      ? fine(demo(name.slice(5)))
      : wrong({ code: 'no-such-file', at: name, message: `The file ${name} cannot be read.` }),
  stock: () => fine(stock),
};

/** What comes back to a line, read again from the JSON that it is written as. */
const put = (line: unknown) => {
  const reply = createAsker(shop).line(typeof line === 'string' ? line : JSON.stringify(line));
  return JSON.parse(JSON.stringify(reply)) as {
    id: unknown;
    ok: boolean;
    answer: { readings: readonly [{ value: number }]; figures: readonly { name: string; text: string }[] };
    problems: { code: string; at: string; message: string }[];
  };
};
const cooling = { circuit: 'demo:Q1', set: ['TC1.cooling=on'], at: '200s' };

describe('one line, one answer', () => {
  it.each([
    [
      { ask: 'solve', ...cooling },
      { atMs: 200_000, points: expect.arrayContaining([expect.objectContaining({ point: 'K1:A1', floats: false })]) },
    ],
    [
      { ask: 'read', ...cooling, read: ['K1:A1,K1:A2'] },
      { meter: 'vac', readings: [{ read: 'K1:A1,K1:A2', unit: 'V', floats: false, value: expect.any(Number) }] },
    ],
    [
      { ask: 'run', ...cooling },
      { events: expect.arrayContaining([expect.objectContaining({ device: 'K1' })]), limits: [], chatter: [] },
    ],
    [
      { ask: 'check', circuit: 'demo:Q1' },
      { sound: true, untried: 0 },
    ],
    [
      { ask: 'size', what: 'heater', watts: 5000, rated: 240, volts: 208 },
      { verdict: 'good', missing: [] },
    ],
    [
      { ask: 'fit', circuit: 'demo:Q1', device: 'K1' },
      { device: 'K1', candidates: expect.any(Array) },
    ],
    [
      { ask: 'fit', circuit: 'demo:Q1', device: 'K1', part: 'Contactor 1P and bar 30 A, 208-240 V coil' },
      { device: 'K1', verdict: 'danger' },
    ],
    [{ ask: 'find', circuit: 'demo:Q1', seen: ['K3=in', 'TC1=on'] }, { next: { mode: 'vac' } }],
    [
      { ask: 'draw', circuit: 'demo:Q1' },
      { bands: expect.any(Array), width: expect.any(Number) },
    ],
    [{ ask: 'convert', circuit: 'demo:Q1', to: 'json' }, { text: expect.stringContaining('"Q1"') }],
    [{ ask: 'convert', to: 'schema' }, { text: expect.stringContaining('"properties"') }],
    [
      { ask: 'devices', circuit: 'demo:Q1' },
      { devices: expect.arrayContaining([expect.objectContaining({ tag: 'K1', terminals: expect.arrayContaining(['A1']) })]) },
    ],
  ])('%j', (line, answer) => {
    expect(put({ id: 7, ...line })).toMatchObject({ id: 7, ok: true, answer });
  });

  it('a circuit may be the document itself, and edits are applied before anything is asked', () => {
    const circuit = demo('Q1');
    const wire = Object.values(circuit.conductors).find(({ ends }) => ends.includes('dK1:A1' as never))!;
    const end = wire.ends[0] === 'dK1:A1' ? 0 : 1;
    const edits = [{ type: 'moveEnd', conductor: wire.id, end, to: null }];
    const volts = (edited: unknown[]) => put({ ask: 'read', ...cooling, circuit, edits: edited, read: ['K1:A1,K1:A2'] }).answer.readings[0];
    expect(volts([]).value).toBeGreaterThan(20);
    expect(volts(edits).value).toBeLessThan(1);
  });

  it('a log and faults of its own are run', () => {
    const log = [
      { atMs: 0, power: 'on' },
      { atMs: 1000, device: 'dTC1', input: 'cooling', on: true },
    ];
    const line = { ask: 'read', circuit: 'demo:Q1', log, at: 200_000, meter: 'amp', read: ['110'] };
    expect(put(line).answer.readings[0].value).toBeGreaterThan(0.1);
    expect(put({ ...line, faults: ['K1.coil=open'] }).answer.readings[0].value).toBeLessThan(0.01);
  });

  it('a circuit with nothing in it can be asked anything, and is not called sound', () => {
    for (const ask of ['solve', 'run', 'draw', 'devices', 'check'])
      expect(put({ ask, circuit: { ...emptyCircuit, number: 'E', title: 'empty', site: 's' } })).toMatchObject({ ok: true });
  });
});

describe('what is wrong with a line is its answer', () => {
  it.each([
    ['{', 'not-json', 'line'],
    ['[]', 'no-question', 'ask'],
    [{}, 'no-question', 'ask'],
    [{ ask: 'constructor' }, 'no-question', 'ask'],
    [{ ask: 'solve' }, 'not-understood', 'circuit'],
    [{ ask: 'solve', circuit: 'nowhere.json' }, 'no-such-file', 'nowhere.json'],
    [{ ask: 'solve', circuit: 'demo:Q1', meter: 'vac' }, 'not-understood', ''],
    [{ ask: 'solve', circuit: 'demo:Q1', at: -1 }, 'not-understood', 'at'],
    [{ ask: 'solve', circuit: 'demo:Q1', at: 'soon' }, 'not-understood', 'soon'],
    [{ ask: 'solve', circuit: 'demo:Q1', set: ['TC9.cooling=on'] }, 'no-such-device', 'TC9'],
    [{ ask: 'solve', circuit: 'demo:Q1', set: ['TC1.frying=on'] }, 'not-understood', 'TC1.frying=on'],
    [{ ask: 'solve', circuit: 'demo:Q1', faults: ['K1.coil=melted'] }, 'no-such-fault', 'K1.coil=melted'],
    [{ ask: 'solve', circuit: { schema: 3, nonsense: true } }, 'bad-shape', 'number'],
    [{ ask: 'read', circuit: 'demo:Q1', read: [] }, 'not-understood', 'read'],
    [{ ask: 'read', circuit: 'demo:Q1', read: ['K1:A1'] }, 'not-understood', 'K1:A1'],
    [{ ask: 'read', circuit: 'demo:Q1', meter: 'amp', read: ['999'] }, 'no-such-wire', '999'],
    [{ ask: 'size', what: 'gearbox' }, 'not-understood', 'what'],
    [{ ask: 'size', what: 'coil', coil: 'mauve' }, 'not-understood', 'coil'],
    [{ ask: 'size', what: 'drop', size: 'thick' }, 'not-understood', 'size'],
    [{ ask: 'fit', circuit: 'demo:Q1', device: 'K99' }, 'no-such-device', 'K99'],
    [{ ask: 'fit', circuit: 'demo:Q1', device: 'K1', part: 'unobtainable' }, 'no-such-part', 'unobtainable'],
    [{ ask: 'find', circuit: 'demo:Q1', complaint: 9 }, 'no-such-complaint', '9'],
    [{ ask: 'find', circuit: 'demo:Q1', measured: ['K1:A1,K1:A2=lots'] }, 'not-understood', 'K1:A1,K1:A2=lots'],
    [{ ask: 'find', circuit: 'demo:Q1', seen: ['K9=in'] }, 'not-understood', 'K9=in'],
    [{ ask: 'convert', circuit: 'demo:Q1', to: 'spice', hz: 17 }, 'no-such-hz', '17'],
    [{ ask: 'convert', to: 'json' }, 'no-circuit', 'circuit'],
  ])('%j: %s at %s', (line, code, at) => {
    const { ok, problems } = put(line);
    expect([ok, problems[0]?.code, problems[0]?.at]).toEqual([false, code, at]);
    expect(problems[0]!.message.length).toBeGreaterThan(10);
  });
  it('a fault of the program on one line leaves the others to be answered', () => {
    const asker = createAsker({
      ...shop,
      circuit(name) {
        if (name === 'bang') throw new Error('bang');
        return shop.circuit(name);
      },
    });
    expect(asker.line('{"id":1,"ask":"solve","circuit":"bang"}')).toMatchObject({ id: 1, ok: false, problems: [{ code: 'fault' }] });
    expect(asker.line('{"id":2,"ask":"devices","circuit":"demo:Q1"}')).toMatchObject({ id: 2, ok: true });
  });
});

/** The sizing words that no screen asks for; the figures are worked by hand from the formula or the table that is named. */
describe('sizing by facts alone', () => {
  it.each([
    // NEMA ICS 2: size 1 takes 10 hp at 480 V; 3 hp at 208 V is size 0
    [{ what: 'motor', hp: 3, volts: 208, phases: 3 }, 'NEMA size', '0'],
    [{ what: 'motor', hp: 10, volts: 480, phases: 3 }, 'NEMA size', '1'],
    // IEC 60947-4-1 frames, common practice: 4 kW at 400 V draws 8.5 A
    [{ what: 'motor', kw: 4, volts: 400, phases: 3, iec: true }, 'IEC frame', '9'],
    // IEC 60364-5-52 and NEC 310.16: 12 AWG carries 20 A at 60 °C
    [{ what: 'conductor', amps: 20 }, 'Smallest that carries it', '12 AWG'],
    [{ what: 'lamps', unit: 0.5, unitpeak: 30, lamp: 10, peak: 120 }, 'Drivers by peak', '4'],
    [{ what: 'life', unit: 100_000, starts: 6 }, 'Years', '1.9 years'],
    // 2π·60·0.1 µF·120 V = 4.5 mA
    [{ what: 'snubber', microfarads: 0.1, volts: 120, amps: 0.01 }, 'Leak', '4.52 mA'],
  ])('%j: %s is %s', (facts, name, text) => {
    const { ok, answer } = put({ ask: 'size', ...facts });
    expect(ok).toBe(true);
    const { figures } = answer;
    expect(figures.find((one) => one.name === name)?.text).toBe(text);
  });
});
