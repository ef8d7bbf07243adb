import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkStudy, studyOf } from '#core/check';
import { applyChanges, type Circuit } from '#core/circuit';
import { type Coil, families, familyOf, loneDevice, type StockPart, stockProblems } from '#core/devices';
import { explore } from '#core/explore';
import { headProblems, stockFromRows, stockToRows } from '#core/formats';
import {
  coilOn,
  judgeDriver,
  judgePole,
  longestRunM,
  NO_DEMAND,
  sizeHeater,
  sizeMotor,
  sizeTransformer,
  sizeTransformerFuses,
  worstVerdict,
} from '#core/size';
import { DEMO, demo } from '../testing/demo';
import { line, rigged } from '../testing/rigged';
import {
  arrangementFor,
  baseFor,
  cableRoom,
  candidatesFor,
  circuitOf,
  coilWire,
  cornersOf,
  drain,
  hotShare,
  judgeCandidate,
  judgePart,
  labelOf,
  mapTerminals,
  needWords,
  polesNeeded,
  preparing,
  relayOrContactor,
  twinOf,
  whyMissing,
} from './index';

/** The CSV of the demo, read without the reader that the program uses: plain cells, quotes only round titles. */
function rowsOf(text: string): Record<string, string>[] {
  const cells = (line: string) => [...line.matchAll(/("([^"]*)"|[^,]*)(,|$)/g)].slice(0, -1).map((match) => match[2] ?? match[1]!);
  const [head, ...lines] = text.trim().split('\n');
  const columns = head!.split(',');
  return lines.map((line) =>
    Object.fromEntries(
      cells(`${line},`)
        .slice(0, columns.length)
        .map((cell, index) => [columns[index]!, cell]),
    ),
  );
}
const read = stockFromRows(rowsOf(readFileSync(new URL('../../../demo/stock.csv', import.meta.url), 'utf8')), (index) => `p${index + 1}`);
const stock = read.good;
const named = (title: string): StockPart => {
  const found = stock.find((part) => part.title === title);
  if (!found) throw new Error(`no ${title} in stock`);
  return found;
};
const needFor = (circuit: Circuit, tag: string) => {
  const device = Object.values(circuit.devices).find((one) => one.tag === tag)!;
  return drain(preparing(circuit, device.id))!;
};

describe('the stock list', () => {
  it('has at least 120 sound parts over at least 25 families', () => {
    expect(read.bad).toEqual([]);
    expect(stock.length).toBeGreaterThanOrEqual(120);
    expect(new Set(stock.map(({ family }) => family)).size).toBeGreaterThanOrEqual(25);
    expect(stock.flatMap(stockProblems)).toEqual([]);
  });
  it('is the same after writing and reading', () => {
    const { rows } = stockToRows(stock);
    expect(stockFromRows(rows, (index) => `p${index + 1}`).good).toEqual(stock);
  });
  it.each([
    ['an unknown family', { title: 'x', family: 'warp-drive' }, 'no family'],
    ['a field of another family', { title: 'x', family: 'fuse-1', coilV: '24' }, 'has no field'],
    ['a word for a number', { title: 'x', family: 'fuse-1', ratingA: 'two' }, 'is not a number'],
    ['a number out of range', { title: 'x', family: 'fuse-1', ratingA: '9000' }, 'is outside'],
    ['a choice that is none', { title: 'x', family: 'fuse-1', ratingA: '2', curve: 'slowish' }, 'is not one of'],
    ['no title', { title: '', family: 'fuse-1' }, 'title'],
    ['half a part', { title: 'x', family: 'fuse-1', count: '1.5' }, 'whole number'],
    ['a column nobody knows', { title: 'x', family: 'fuse-1', colour: 'red' }, 'Column "colour"'],
  ])('%s is told with its line, and the good row beside it is kept', (_name, row, why) => {
    const { good, bad } = stockFromRows([{ title: 'Fuse 2 A', family: 'fuse-1', ratingA: '2' }, row as never], (index) => `p${index + 1}`);
    expect(good.map(({ title }) => title)).toEqual(['Fuse 2 A']);
    expect(bad[0]!.line).toBe(3);
    expect(bad[0]!.problems.join(' ')).toContain(why);
  });
});

describe('a spreadsheet as people write it', () => {
  const one = (family: string, cells: Record<string, string>) =>
    stockFromRows([{ title: 'x', family, ...cells }], (index) => `p${index}`).good[0]?.nameplate;
  it.each([
    ['its unit behind the number', 'contactor-2', { coilV: '24 V', motorA: '30A' }, { coilV: 24, motorA: 30 }],
    ['a decimal comma', 'relay-five-blade', { inrushPf: '0,7' }, { inrushPf: 0.7 }],
    ['hertz behind a choice, small letters', 'contactor-2', { coilKind: 'ac', coilHz: '60 Hz' }, { coilKind: 'AC', coilHz: '60' }],
    ['minutes are no seconds: told, not guessed', 'on-delay-two-wire', { delayS: '3 min' }, undefined],
    ['a thousand with a comma may be 1.5: told, not guessed', 'contactor-2', { lockedA: '1,500 A' }, undefined],
  ])('%s', (_what, family, cells, read) => {
    const plate = one(family, cells);
    expect(plate && Object.fromEntries(Object.entries(plate).map(([name, { value }]) => [name, value]))).toEqual(read);
  });
  it('a part that is in stock already is told, whatever its count', () => {
    const { rows } = stockToRows(stock.slice(0, 3));
    const { good, bad } = stockFromRows(
      rows.map((row) => ({ ...row, count: '9' })),
      (index) => `q${index}`,
      stock,
    );
    expect([good.length, bad.map(({ line }) => line)]).toEqual([0, [2, 3, 4]]);
  });
  it('an empty line does not move the numbers of those after it', () => {
    const { bad } = stockFromRows([{ title: '' }, { title: 'x', family: 'warp-drive' }], (index) => `p${index}`);
    expect(bad.map(({ line }) => line)).toEqual([3]);
  });
  it('a file whose first line names no columns is told as a whole', () => {
    expect(headProblems(['Contactor', 'contactor-2'])).toHaveLength(1);
    expect(headProblems([' title ', 'family'])).toEqual([]);
  });
});

describe('how much longer the wires of a coil may be', () => {
  // 36 VA at pf 0.7 on 24 V is 11.2 + j11.43 Ω; on a stiff source |11.2 + R + j11.43| may grow to 16/0.85, so R = 3.757 Ω of loop;
  // 18 AWG has 20.95 Ω/km at 20 °C (ASTM B258): 89.7 m one way. The arithmetic rule, 3.6 V at 1.5 A, gives 57 m.
  const circuit = rigged(
    {
      G1: line(24),
      S1: ['float-switch', { form: 'NO' }],
      K1: ['contactor-2', { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 36, inrushPf: 0.7, sealedVa: 7.5, sealedPf: 0.35 }],
    },
    [
      ['G1:L', 'S1:1'],
      ['S1:2', 'K1:A1'],
      ['K1:A2', 'G1:N'],
    ],
  );
  const need = needFor(circuit, 'K1');
  const size = coilWire(need.exploration.plan, need.coil!)!;
  it('is what the phasors give, and more than the arithmetic rule', () => {
    const room = cableRoom(need.coil!.part as Coil, need.pairs, size)!;
    // the float's contact and three wires of the rig take their 60 mΩ
    expect(room.metres).toBeGreaterThan(87);
    expect(room.metres).toBeLessThan(89.8);
    expect(room.metres).toBeGreaterThan(longestRunM(size, 36, 24, 24, 0.85));
    expect(room.atLowLineM).toBeLessThan(room.metres);
  });
  it('at the end of it the coil just pulls in: solved with the wire in the circuit', () => {
    const { metres } = cableRoom(need.coil!.part as Coil, need.pairs, size)!;
    const longer = {
      ...circuit,
      conductors: {
        ...circuit.conductors,
        w1: { ...circuit.conductors.w1!, lengthM: { value: 2 * metres, evidence: 'measured' as const } },
      },
    };
    const { pullIn } = explore(longer).coils.get(need.coil!.index)!;
    expect(pullIn!.volts).toBeCloseTo(20.4, 1);
  });
  it('is none for a coil that does not surely pull in as it is', () => {
    const wrong = needFor(demo('Q1'), 'K1');
    const weak = { ...(wrong.coil!.part as Coil), ratedV: 30, ratedHighV: 30 };
    expect(cableRoom(weak, wrong.pairs, size)).toBeUndefined();
  });
});

describe('what the circuit does with another part in it', () => {
  const put = (name: string, tag: string, family: string, plate: Record<string, number | string>) => {
    const circuit = demo(name);
    const device = Object.values(circuit.devices).find((one) => one.tag === tag)!;
    const nameplate = Object.fromEntries(Object.entries(plate).map(([field, value]) => [field, { value, evidence: 'print' as const }]));
    const hand: StockPart = { id: 'pX', title: 'in hand', family, nameplate, print: '', van: '', shelf: '', count: 1, notes: '' };
    const twin = twinOf(circuit, device, hand, explore(circuit), undefined, false);
    return { twin, deed: twin.deed };
  };
  it.each([
    ['the other rest form', 'Q1', 'PS1', 'pressure-switch-high', { form: 'NO', pilotCode: 'B300' }, 'danger', /No longer on: .*M1/],
    ['the same form', 'Q1', 'PS1', 'pressure-switch-high', { form: 'NC', pilotCode: 'B300' }, 'good', /^$/],
    [
      'one that opens on the other side of the pressure',
      'Q1',
      'PS1',
      'pressure-switch-low',
      { form: 'NO', pilotCode: 'B300' },
      'look',
      /something else/,
    ],
    [
      'a timer for other volts',
      'Q1',
      'DT1',
      'on-delay-two-wire',
      { delayS: 5, ratedV: 120, offOhms: 60_000 },
      'danger',
      /No longer on: K1/,
    ],
    [
      'a start button that rests closed',
      'Q3',
      'S2',
      'push-button',
      { form: 'NC', pilotCode: 'A600' },
      'danger',
      /On where it was not: .*M1/,
    ],
  ] as const)('%s: %s %s as %s is told', (_what, name, tag, family, plate, verdict, words) => {
    const { twin, deed } = put(name, tag, family, plate);
    expect([deed.verdict, words.test(deed.words)]).toEqual([verdict, true]);
    if (verdict === 'danger') expect(twin.verdict).toBe('danger');
  });
  it('a longer wait changes no ending, and is told beside it', () => {
    const { twin, deed } = put('Q1', 'DT1', 'on-delay-two-wire', { delayS: 300, ratedV: 24 });
    expect(deed.is).toBe('the same in 16 states');
    expect(twin.differences.find(({ what }) => what === 'Delay')).toMatchObject({ verdict: 'look', was: '180 s', is: '300 s' });
    expect(twin.verdict).toBe('look');
  });
  it('what works at last where nothing worked is the cure, not a danger', () => {
    const circuit = demo('Q1');
    const wrong = { ...circuit.devices.dK1!.nameplate, coilV: { value: 240, evidence: 'print' as const } };
    const broken = { ...circuit, devices: { ...circuit.devices, dK1: { ...circuit.devices.dK1!, nameplate: wrong } } } as Circuit;
    const twin = twinOf(broken, broken.devices.dK1!, named('Contactor 2P 30 A, 24 V coil'), explore(broken), undefined, false);
    expect(twin.deed).toMatchObject({ verdict: 'good', words: expect.stringMatching(/Now on: .*K1/) });
    expect(twin.mends.length).toBeGreaterThan(0);
  });
});

describe('candidates for K1 of the condensing unit', () => {
  const need = needFor(demo('Q1'), 'K1');
  const judged = (title: string) => judgeCandidate(need, named(title));
  it.each([
    ['Contactor 2P 30 A, 24 V coil', 'good', 'Fits'],
    ['Contactor 2P 30 A, 208-240 V coil', 'danger', 'Dead on arrival'],
    ['Contactor 2P 20 A, 24 V coil', 'look', 'Tight'],
    ['Contactor 3P 40 A, 24 V coil', 'danger', 'May not lift'],
    ['Contactor 1P and bar 30 A, 24 V coil', 'danger', 'Bar, not pole'],
    ['Plug-in relay, 8 pins, 24 V AC coil', 'danger', 'Contacts weld'],
    ['Plug-in relay, 8 pins, 24 V DC coil', 'danger', 'Buzzes'],
    ['Latching relay, set and reset, 24 V AC', 'danger', 'Does not let go'],
  ])('%s: %s, %s', (title, verdict, word) => {
    const { verdict: is, word: told } = judged(title);
    expect([is, told]).toEqual([verdict, word]);
  });
  it('says what the place asks', () => {
    const words = needWords(need);
    expect(words.coil).toMatch(/coil sees 21\.9 V at pull-in/);
    expect(words.poles).toMatch(/motor · 9\d.*locked/);
  });
  it('lists what fits first, and says why a fuse is not in the list', () => {
    const list = candidatesFor(need, stock);
    expect(list[0]!.word).toBe('Fits');
    const order = ['good', 'look', 'cannot-clear', 'danger', 'block'];
    expect(list.map(({ verdict }) => order.indexOf(verdict))).toEqual(
      list.map(({ verdict }) => order.indexOf(verdict)).sort((a, b) => a - b),
    );
    expect(whyMissing(need, named('Blade fuse 2 A'))).toContain('no coil');
  });

  it('the division gives what a solve of the circuit with the part in it gives', () => {
    // where the part pulls in as the old one did, so that the same things happen at the same moments
    for (const title of [
      'Contactor 2P 25 A, 24 V coil',
      'Contactor 2P 40 A, 24 V coil',
      'Contactor 3P 30 A, 24 V coil',
      'Contactor 1P and bar 30 A, 24 V coil',
    ]) {
      const quick = judged(title);
      const solved = twinOf(need.circuit, need.device, quick.part, need.before, undefined, false);
      const coil = explore(solved.circuit).coils;
      const full = [...coil].find(([index]) => explore(solved.circuit).plan.parts[index]!.device.tag === 'K1')![1];
      expect(Math.abs(quick.exposure!.pullIn!.volts / full.pullIn!.volts - 1)).toBeLessThan(0.02);
      expect(Math.abs(quick.exposure!.held!.volts / full.held!.volts - 1)).toBeLessThan(0.02);
    }
  });
});

describe('the corners', () => {
  it.each([
    ['Q1', 'K1', 0.9],
    ['Q2', 'K1', 0.9],
    ['Q5', 'K1', 0.9],
    ['Q7', 'K1', 0.9],
  ] as const)('%s %s with the line at %f is what the circuit with such a line gives', (name, tag, line) => {
    const need = needFor(demo(name), tag);
    const corner = cornersOf(need.coil!.part as never, need.pairs).find((one) => one.line === line && !one.hot)!;
    const circuit = demo(name);
    const supply = circuit.devices.dG1!;
    const low = {
      ...circuit,
      devices: {
        ...circuit.devices,
        dG1: {
          ...supply,
          nameplate: { ...supply.nameplate, volts: { value: Number(supply.nameplate.volts!.value) * line, evidence: 'print' as const } },
        },
      },
    };
    const explored = explore(low);
    const full = [...explored.coils].find(([index]) => explored.plan.parts[index]!.device.tag === tag)![1];
    expect(Math.abs(corner.volts / full.pullIn!.volts - 1)).toBeLessThan(0.02);
  });
  it('a hot DC coil needs about a quarter more volts; an AC coil hardly more', () => {
    // 0.393 % a kelvin (IEC 60028) over 60 K: 1.236
    const coil = needFor(demo('Q1'), 'K1').coil!.part as never as { current: string };
    expect(1 / hotShare({ ...coil, current: 'DC' } as never)).toBeCloseTo(1.236, 3);
    const ac = hotShare(coil as never);
    expect(ac).toBeGreaterThan(0.85);
    expect(ac).toBeLessThan(1);
  });
  it('between guaranteed and usual pick-up the hot coil is told apart; what is guaranteed holds hot', () => {
    const corners = (name: string, tag: string) => {
      const need = needFor(demo(name), tag);
      return cornersOf(need.coil!.part as never, need.pairs).map(({ line, hot, word }) => `${line} ${hot ? 'hot' : 'cold'} ${word}`);
    };
    expect(corners('Q1', 'K1').slice(0, 4)).toEqual([
      '0.9 cold not guaranteed',
      '0.9 hot likely fails hot',
      '1 cold pulls in',
      '1 hot pulls in',
    ]);
    expect(corners('Q5', 'K1').slice(0, 2)).toEqual(['0.9 cold pulls in', '0.9 hot pulls in']);
  });
  it('nothing is said of a coil that nobody read', () => {
    const need = needFor(demo('Q1'), 'K1');
    expect(cornersOf({ ...(need.coil!.part as never as object), ratedV: undefined } as never, need.pairs)).toEqual([]);
  });
});

describe('the twin', () => {
  const circuit = demo('Q1');
  const k1 = circuit.devices.dK1!;
  const before = explore(circuit);
  it('the same part brings nothing', () => {
    const same = twinOf(circuit, k1, named('Contactor 2P 30 A, 24 V coil'), before);
    expect(same.brings).toEqual([]);
    expect(same.verdict).toBe('good');
    expect(same.at.map(({ hz, word }) => [hz, word])).toEqual([
      [60, 'pulls in'],
      [50, 'pulls in'],
    ]);
  });
  it('a look-alike with a 240 V coil and a bar is refused, with both reasons', () => {
    const twin = twinOf(circuit, k1, named('Contactor 1P and bar 30 A, 208-240 V coil'), before);
    expect(twin.verdict).toBe('danger');
    expect(twin.brings.find(({ rule }) => rule === 'coil-window')!.title).toContain('dead');
    expect(twin.differences.find(({ what }) => what === 'Poles')!.words).toContain('M1');
  });
  it('its changes are one edit whose inverse gives the circuit back', () => {
    const { changes } = twinOf(circuit, k1, named('Contactor 3P 40 A, 24 V coil'), before);
    const applied = applyChanges(circuit, changes);
    if (!applied.ok) throw new Error('refused');
    expect(applied.value.circuit.devices.dK1!.family).toBe('contactor-3');
    const back = applyChanges(applied.value.circuit, applied.value.inverse);
    expect(back.ok && back.value.circuit).toEqual(circuit);
  });
  it('pins that differ are laid over by what they do', () => {
    const heater = demo('Q7');
    const mapping = mapTerminals(heater, heater.devices.dK1!, named('Plug-in relay, 11 pins, 24 V AC coil'), {
      volts: 24,
      plusAt: undefined,
    });
    expect(Object.fromEntries(mapping.marks)).toEqual({ '2': '2', '7': '10', '1': '1', '3': '3' });
    expect(
      twinOf(heater, heater.devices.dK1!, named('Fan relay, six blades, 24 V coil'), explore(heater)).differences.find(
        ({ what }) => what === 'Pins',
      )!.verdict,
    ).toBe('look');
  });
  it.each([
    ['Q2', 'K3', 'Switching relay, five blades, 24 V coil', 'good'],
    ['Q2', 'K3', 'Switching relay, five blades, 120 V coil', 'danger'],
    ['Q5', 'K1', 'Lighting contactor 4P 30 A, 120 V coil', 'good'],
    ['Q6', 'K1', 'Contactor 3P 20 A, 120 V coil', undefined],
    ['Q6', 'K1', 'Contactor 3P 30 A, 120 V coil', 'good'],
    ['L1B', 'K1', 'Interface relay, one changeover, 24 V DC coil', 'danger'],
    ['Q2', 'T1', 'Control transformer 20 VA, 120/208/240 to 24 V', 'good'],
    ['Q1', 'T1', 'Control transformer 20 VA, 120/208/240 to 24 V', 'danger'],
    ['Q2', 'F2', 'Fuse 3 A, time delay, control', 'danger'],
  ])('%s %s: %s is %s', (name, tag, title, verdict) => {
    if (verdict === undefined) return void expect(stock.some((part) => part.title === title)).toBe(false);
    const place = demo(name);
    const device = Object.values(place.devices).find((one) => one.tag === tag)!;
    expect(twinOf(place, device, named(title), explore(place), undefined, false).verdict).toBe(verdict);
  });
});

it.each(DEMO)('%s: the parts that stand in it fit where they stand', (name) => {
  const circuit = demo(name);
  for (const device of Object.values(circuit.devices)) {
    if (!['relay', 'supply'].includes(familyOf(device).group) || device.family.startsWith('supply')) continue;
    const itself: StockPart = {
      id: 'pX',
      title: device.title,
      family: device.family,
      nameplate: device.nameplate,
      print: '',
      van: '',
      shelf: '',
      count: 1,
      notes: '',
    };
    const twin = twinOf(circuit, device, itself, explore(circuit), undefined, false);
    expect([device.tag, twin.brings.map(({ title }) => title), twin.verdict]).toEqual([device.tag, [], 'good']);
  }
});

describe('nothing is good while a fact it hangs on is missing', () => {
  it('of a coil, a contact, a transformer, a fuse, a driver, a motor, a heater', () => {
    const maybe = <T>(value: T) => fc.option(fc.constant(value), { nil: undefined });
    fc.assert(
      fc.property(
        maybe(24),
        maybe('AC' as const),
        maybe(60),
        maybe(24),
        maybe('AC' as const),
        maybe(40),
        maybe(7.5),
        maybe(36),
        maybe(240),
        maybe(2),
        maybe(4500),
        (volts, kind, hz, coilV, coilKind, va, held, inrush, primary, amps, watts) => {
          const coil = coilOn(
            { current: coilKind, points: coilV === undefined ? [] : [{ lowV: coilV, highV: coilV, hz: 60 }] },
            { volts, current: kind, hz },
          );
          if ([volts, kind, hz, coilV, coilKind].includes(undefined as never)) expect(coil.verdict).toBe('cannot-clear');
          else expect(coil.verdict).toBe('good');
          if ([va, held, inrush].includes(undefined))
            expect(sizeTransformer({ ratedV: 24, va, sealedVa: held === undefined ? undefined : [held], inrushVa: inrush }).verdict).toBe(
              'cannot-clear',
            );
          if ([va, primary].includes(undefined))
            expect(sizeTransformerFuses({ va, primaryV: primary, secondaryV: 24, fuseA: 1 }).verdict).toBe('cannot-clear');
          const driven = {
            volts: coilV,
            current: coilKind,
            heldA: held === undefined ? undefined : held / 24,
            inrushA: inrush === undefined ? undefined : inrush / 24,
          };
          if ([coilV, coilKind, held, inrush].includes(undefined as never))
            expect(judgeDriver({ kind: 'thermostat' }, driven).verdict).toBe('cannot-clear');
          if (volts === undefined || amps === undefined)
            expect(sizeMotor({ volts, phases: 1, nameplateA: amps }).verdict).toBe('cannot-clear');
          if (watts === undefined || volts === undefined)
            expect(sizeHeater({ watts, ratedV: volts, phases: 1 }).verdict).toBe('cannot-clear');
          const motor = judgePole({ motorA: amps, lockedA: inrush }, { ...NO_DEMAND, motorRunA: 1, motorLockedA: 6, volts: 240 });
          if (amps === undefined || inrush === undefined) expect(worstVerdict(motor.map(({ verdict }) => verdict))).toBe('cannot-clear');
        },
      ),
      { numRuns: 300, seed: 3 },
    );
  });
  it('of any fact of any part in stock that its place asks for', () => {
    const need = needFor(demo('Q1'), 'K1');
    const fitting = candidatesFor(need, stock).filter(({ verdict }) => verdict === 'good');
    const optional = new Set(['mostV', 'resistiveA', 'coilHighV', 'coilOtherV']);
    for (const { part } of fitting)
      for (const name of Object.keys(part.nameplate)) {
        // facts with a typical value stand in, marked assumed; the rest must make it unclear
        const facts = familyOf(loneDevice(part)).fields[name]!;
        if (facts.typical || optional.has(name)) continue;
        const blank = { ...part, nameplate: { ...part.nameplate, [name]: { value: null, evidence: 'unknown' as const } } };
        expect([name, judgeCandidate(need, blank).verdict]).toEqual([name, 'cannot-clear']);
      }
  });
  it('of a transformer or a fuse in the hand whose rating nobody read', () => {
    for (const [tag, family] of [
      ['T1', 'control-transformer-24'],
      ['F1', 'fuse-1'],
    ] as const) {
      const blank: StockPart = { id: 'pX', title: 'in hand', family, nameplate: {}, print: '', van: '', shelf: '', count: 1, notes: '' };
      expect([tag, judgePart(needFor(demo('Q1'), tag), blank).verdict]).toEqual([tag, 'cannot-clear']);
    }
  });
  it('in a circuit: any field without a typical value, taken away, leaves no coil or contact good that it feeds', () => {
    const circuit = demo('Q2');
    for (const [device, field] of [
      ['dK1', 'coilV'],
      ['dK1', 'coilKind'],
      ['dK1', 'coilHz'],
      ['dE1', 'watts'],
      ['dT1', 'va'],
      ['dF2', 'ratingA'],
      ['dK1', 'resistiveA'],
      ['dKT1', 'motorA'],
      ['dF1', 'ratingA'],
    ] as const) {
      const applied = applyChanges(circuit, [
        { type: 'setField', device: device as never, field, to: null },
        ...(field === 'resistiveA' ? [{ type: 'setField' as const, device: device as never, field: 'motorA', to: null }] : []),
      ]);
      if (!applied.ok) throw new Error('refused');
      const found = checkStudy(studyOf(applied.value.circuit, explore(applied.value.circuit)));
      expect([
        device,
        field,
        found.some(({ verdict, devices }) => verdict === 'cannot-clear' && devices.includes(device as never)),
      ]).toEqual([device, field, true]);
    }
  });
});

describe('a brief without a circuit', () => {
  const brief = {
    title: 'Pump',
    site: 'Quarry Road',
    practice: 'na',
    lineV: 240,
    phases: 1,
    hz: 60,
    load: 'motor',
    hp: 3,
    controlV: 24,
    transformerVa: 40,
    cableM: 30,
  } as const;
  it('is judged by the same engine', () => {
    const made = circuitOf(brief);
    if (!made.ok) throw new Error('refused');
    const need = needFor(made.value, 'K1');
    const [best] = candidatesFor(need, stock);
    expect([best!.verdict, best!.part.family]).toEqual(['good', 'contactor-2']);
    expect(judgeCandidate(need, named('Contactor 2P 30 A, 120 V coil')).word).toBe('Dead on arrival');
  });
  // hold, make, kind of current and leak of outputs: common practice
  it.each([
    ['switch-1', 24, 'Contactor 2P 30 A, 24 V coil', 'good', ''],
    ['output-relay', 24, 'Contactor 2P 30 A, 24 V coil', 'good', ''],
    ['output-triac', 24, 'Contactor 2P 30 A, 24 V coil', 'good', ''],
    ['output-board', 24, 'Contactor 1P and bar 30 A, 24 V coil', 'good', ''],
    ['output-board', 24, 'Contactor 3P 40 A, 24 V coil', 'danger', 'makes'],
    ['output-transistor', 24, 'Contactor 2P 30 A, 24 V coil', 'danger', 'switches AC'],
    ['output-board', 120, 'Contactor 2P 30 A, 120 V coil', 'danger', 'switches'],
    ['thermostat-two-wire', 24, 'Contactor 2P 30 A, 24 V coil', 'cannot-clear', '–'],
    ['output-triac', 120, 'Miniature relay, 8 blades, 120 V AC coil', 'look', 'leaks'],
  ] as const)('called by %s on %d V, %s: its driver is %s', (caller, controlV, title, verdict, says) => {
    const made = circuitOf({ ...brief, transformerVa: 100, caller, controlV, lineV: controlV === 120 ? 120 : 240 });
    if (!made.ok) throw new Error('refused');
    const { driver } = judgeCandidate(needFor(made.value, 'K1'), named(title)).cells;
    expect([driver.verdict, driver.says]).toEqual([verdict, expect.stringMatching(says)]);
  });
  it('leaves unknown what nobody said', () => {
    const made = circuitOf({ ...brief, transformerVa: undefined });
    if (!made.ok) throw new Error('refused');
    expect(judgeCandidate(needFor(made.value, 'K1'), named('Contactor 2P 30 A, 24 V coil')).verdict).not.toBe('good');
    expect(circuitOf({ ...brief, lineV: undefined }).ok).toBe(false);
  });
});

describe('arrangements', () => {
  // Common practice.
  it('three rows between two legs need six poles', () => expect(polesNeeded(3, 2)).toBe(6));
  it.each([
    [1, '8-pin'],
    [2, '8-pin'],
    [3, '11-pin'],
    [4, '14-blade'],
    [5, undefined],
  ])('%i circuits ask for %s', (circuits, base) => expect(baseFor(circuits)).toBe(base));
  it('the same act everywhere: contactor; opposite acts: changeover', () => {
    expect(arrangementFor(['on', 'on', 'on']).part).toBe('contactor');
    expect(arrangementFor(['on', 'off']).part).toBe('changeover relay');
  });
  it.each([
    [{ amps: 0.2, kind: 'coil', volts: 120 }, 'relay'],
    [{ amps: 17.6, kind: 'motor', volts: 240 }, 'contactor'],
    [{ amps: 0.9, kind: 'motor', volts: 240 }, 'relay'],
    [{ amps: 18.75, kind: 'heater', volts: 240 }, 'contactor'],
    [{ amps: 5, kind: 'lamp', volts: 120 }, 'contactor'],
    [{ amps: undefined, kind: 'lamp', volts: 120 }, '?'],
  ] as const)('%j: %s', (load, take) => expect(relayOrContactor(load).take).toBe(take));
});

it('a label says the coil first, and what nobody read', () => {
  const circuit = demo('Q1');
  expect(labelOf(circuit, circuit.devices.dK1!, 3).lines[0]).toBe('COIL 24 V 60 Hz');
  const blank = { ...circuit.devices.dK1!, nameplate: {} };
  expect(labelOf(circuit, blank, 3).lines[0]).toBe('COIL coil unread Hz ?');
});

it('every family has a title, a source and fields that are read', () => {
  for (const [name, family] of Object.entries(families))
    expect([name, family.title.length > 3, family.source.length > 5]).toEqual([name, true, true]);
});
