import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { checkStudy, isSound, studyOf } from '#core/check';
import type { Circuit, LogEntry } from '#core/circuit';
import { familyList } from '#core/devices';
import { layoutPaths, verifyBand } from '#core/draw';
import { drain, explore } from '#core/explore';
import { predicting } from '#core/find';
import { type Coil, KINDS } from '#core/kinds';
import { timelineRows } from '#core/look';
import { planNetwork } from '#core/network';
import { DEFAULT_PRACTICE } from '#core/schools';
import { createRig, frameAt, runLog, sightingsOf } from '#core/sequence';
import { type CoilFacts, type CoilSupply, coilOn, judgeDrive } from '#core/size';
import { on, powered } from '../testing/demo';
import { dev } from '../testing/ids';
import { manyThermostats, ODD } from '../testing/odd';
import { rowPanel, unitPanel } from '../testing/panel';
import { rigged } from '../testing/rigged';
import { createDesk } from './index';

/** What was once seen to go wrong between two rooms, and cannot any more. */
const judged = (circuit: Circuit) => checkStudy(studyOf(circuit, explore(circuit)));
const worst = (circuit: Circuit, rule: string) => judged(circuit).filter((one) => one.rule === rule);

describe('one more input than somebody thought of', () => {
  it.each([8, 9, 20])('of %i thermostats the last brings 120 V to a 24 V coil: it burns, and nothing is called sound', (count) => {
    const circuit = manyThermostats(count);
    expect(worst(circuit, 'coil-window').map(({ verdict }) => verdict)).toEqual(['block']);
    expect(isSound(judged(circuit))).toBe(false);
  });
  it('20 that do no harm are not called sound either: what was not tried is said with its number', () => {
    const circuit = manyThermostats(20);
    const ends = circuit.conductors[`w${3 + 2 * 19}`]!;
    const harmless = {
      ...circuit,
      conductors: { ...circuit.conductors, [ends.id]: { ...ends, ends: [circuit.conductors.w3!.ends[0], ends.ends[1]] } },
    } as Circuit;
    const { untried, statesSeen } = explore(harmless);
    expect(untried).toEqual([expect.objectContaining({ code: 'combinations', tried: statesSeen - 1, of: 2 ** 20 - 1 })]);
    const found = judged(harmless);
    expect(found.map(({ rule, verdict }) => [rule, verdict])).toContainEqual(['not-tried', 'cannot-clear']);
    expect(isSound(found)).toBe(false);
    expect(studyOf(harmless, explore(harmless)).coils.map(({ verdict }) => verdict)).toEqual(['cannot-clear']);
  });
});

describe('what counts as on is answered in one place', () => {
  const valve = rigged(
    {
      G1: ['supply-1ph', { volts: 24, hz: '60' }],
      S1: ['switch-1', {}],
      Y1: ['zone-valve', { motorV: 24 }],
      H1: ['lamp', { volts: 24, watts: 5 }],
    },
    [
      ['G1:L', 'S1:1'],
      ['S1:2', 'Y1:L'],
      ['Y1:N', 'G1:N'],
      ['S1:2', 'H1:1'],
      ['H1:2', 'G1:N'],
    ],
  );
  const log: LogEntry[] = [powered, on('S1', 'closed', 1000)];
  const desk = (faults: readonly { device: ReturnType<typeof dev>; part: string; mode: string }[], atMs: number) => {
    const plan = planNetwork(valve);
    const rig = createRig(plan, faults as never);
    const trace = runLog(rig, log);
    const one = createDesk();
    drain(one.circuit({ document: valve, practice: DEFAULT_PRACTICE }));
    drain(one.run({ log, faults: faults as never }));
    const look = drain(one.look({ atMs, red: null, black: null, mode: 'vac', clamp: null, device: dev('dH1') }));
    const seen = sightingsOf(rig, frameAt(trace, atMs).seen);
    const bars = (tag: string) =>
      timelineRows(plan, trace, log).find(({ device, input }) => device === `d${tag}` && input === undefined)?.bars ?? [];
    const barAt = (tag: string) => bars(tag).find(({ fromMs, toMs }) => fromMs <= atMs && atMs < toMs)?.how ?? 'off';
    return { sheet: (key: string) => look.parts[`d${key}`]!.phase, barAt, seen, why: look.why.length };
  };
  it('a lamp with an open filament is off on the sheet, on the timeline and to whoever looks, and is asked why', () => {
    const whole = desk([], 5000);
    expect([whole.sheet('H1:1-2'), whole.barAt('H1'), whole.seen.H1, whole.why]).toEqual(['on', 'on', true, 0]);
    const open = desk([{ device: dev('dH1'), part: '1-2', mode: 'open' }], 5000);
    expect([open.sheet('H1:1-2'), open.barAt('H1'), open.seen.H1]).toEqual(['off', 'off', false]);
  });
  it('a valve on its way is under way everywhere, and on for nobody', () => {
    const travel = planNetwork(valve).parts.find(({ part }) => part.kind === 'travel')!.part.id;
    const early = desk([], 3000);
    expect([early.sheet(`Y1:${travel}`), early.barAt('Y1'), early.seen.Y1]).toEqual(['under way', 'under way', false]);
    const late = desk([], 600_000);
    expect([late.sheet(`Y1:${travel}`), late.barAt('Y1'), late.seen.Y1]).toEqual(['on', 'on', true]);
  });
  it('every kind that is seen says a phase for each of its sights', () => {
    for (const kind of Object.values(KINDS))
      if ('sights' in kind && kind.sights)
        for (const phase of Object.values(kind.sights)) expect(['off', 'under way', 'on']).toContain(phase);
  });
});

it('of two transformers each carries its own, whatever its volts', () => {
  const one = createDesk();
  drain(one.circuit({ document: ODD.twoTransformers!, practice: DEFAULT_PRACTICE }));
  const { transformers } = drain(one.study({}));
  expect(transformers.map(({ device, loads }) => [device, loads.map(({ tag }) => tag)])).toEqual([
    ['dT1', ['K1']],
    ['dT2', ['K2']],
  ]);
});

describe('a coil is judged by one table, on the bench and on the counter', () => {
  const plate = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 35, sealedVa: 7 };
  const { parts } = planNetwork(rigged({ K1: ['contactor-1', plate] }, []));
  const [coil] = parts.flatMap(({ part }) => (part.kind === 'coil' ? [part] : [])) as [Coil];
  const shares = [0.05, 0.2, 0.4, 0.6, 0.78, 0.82, 0.86, 1, 1.1, 1.15, 1.3, 2, 5];
  it.each(shares)('AC at %f of its volts', (share) => {
    const supply: CoilSupply = { current: 'AC', volts: 24 * share, hz: 60, classTwo: true };
    const facts: CoilFacts = { current: 'AC', points: [{ lowV: 24, highV: 24, hz: 60 }], inrushVa: 35, sealedVa: 7 };
    for (const basis of ['nominal', 'measured'] as const)
      expect([basis, coilOn(facts, supply, basis).verdict]).toEqual([basis, judgeDrive(coil, share, basis)?.verdict]);
  });
  it('0.78 of the volts is one danger, and one look when it was measured at the coil', () => {
    expect(judgeDrive(coil, 0.78)?.verdict).toBe('danger');
    expect(judgeDrive(coil, 0.78, 'measured')?.verdict).toBe('look');
  });
});

describe('large panels', () => {
  it.each([
    ['rows', 464, rowPanel(464)],
    ['rows', 2100, rowPanel(2100)],
    ['units', 464, unitPanel(464)],
    ['units', 2100, unitPanel(2100)],
  ] as const)('%s, %i devices: every band is drawn as lines, and true', (_name, _count, circuit) => {
    const sheet = layoutPaths(planNetwork(circuit));
    const drawn = new Set(sheet.bands.flatMap(({ symbols }) => symbols.map(({ device }) => device)));
    const missing = Object.values(circuit.devices).filter(({ id, family }) => !drawn.has(id) && family !== 'earth-bar');
    expect(missing.map(({ tag }) => tag)).toEqual([]);
    for (const band of sheet.bands) expect([band.form === 'list', verifyBand(band, sheet.netOf)]).toEqual([false, []]);
  });
  it('Find follows what reaches the complaint, and says how many it did not follow', () => {
    const circuit = unitPanel(464);
    const plan = planNetwork(circuit);
    const predictions = drain(predicting(plan, { about: dev('dK3'), atMs: 60_000, log: [powered, on('TC3', 'heating')] }));
    const tags = new Set(
      predictions.suspects.flatMap(({ fault }) => (fault && 'device' in fault ? [circuit.devices[fault.device]!.tag] : [])),
    );
    expect([...tags].sort()).toEqual(['F3', 'G1', 'K3', 'M3', 'PS3', 'Q3', 'T3', 'TC3']);
    expect(predictions.elsewhere).toBeGreaterThan(2000);
    const table = predictions.scaled.reduce((sum, bySuspect) => sum + bySuspect.reduce((all, one) => all + one.byteLength, 0), 0);
    expect(table).toBeLessThan(20e6);
  });
  it('what draws more from a shared supply is followed though it is far away: a short, a coil for fewer volts', () => {
    const circuit = rowPanel(464);
    const plan = planNetwork(circuit);
    const about = { about: dev('dK20'), atMs: 60_000 };
    const modes = (log: LogEntry[]) =>
      drain(predicting(plan, { ...about, log })).suspects.flatMap(({ fault }) =>
        fault && 'device' in fault && fault.device === 'dK200' && fault.part === 'coil' ? [fault.mode] : [],
      );
    expect(modes([powered, on('S20', 'pressed')])).toEqual([]);
    expect(modes([powered, on('S20', 'pressed'), on('S200', 'pressed')])).toEqual(['shorted', 'forFewerVolts']);
  });
});

describe('nothing is decided by a name', () => {
  const core = fileURLToPath(new URL('..', import.meta.url));
  const deciding = ['linear', 'graph', 'network', 'sequence', 'explore', 'size', 'check', 'fit', 'find', 'look', 'draw'];
  const sources = deciding.flatMap((room) =>
    readdirSync(`${core}${room}`, { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
      .map((name) => [`${room}/${name}`, readFileSync(`${core}${room}/${name}`, 'utf8')] as const),
  );
  const literals = (text: string) => [...text.matchAll(/'([^'\n]{1,40})'/g)].map(([, word]) => word);
  it('no room that decides names a family of devices, a shelf, or reads a mark by a pattern', () => {
    const families = new Set<string | undefined>(familyList.map(([name]) => name));
    const named = sources.flatMap(([file, text]) => literals(text).flatMap((word) => (families.has(word) ? [`${file}: ${word}`] : [])));
    expect(named.filter((one) => !one.endsWith(': heater') && !one.endsWith(': lamp') && !one.endsWith(': splice'))).toEqual([]);
    for (const [file, text] of sources) {
      expect([file, literals(text).filter((word) => word === 'Van' || word === 'van')]).toEqual([file, []]);
      expect([file, /\/:\\?\(|endsWith\(':/.test(text)]).toEqual([file, false]);
    }
  });
  it('no room that decides knows the words that are made of what it decided, or reads a sentence', () => {
    for (const [file, text] of sources) {
      expect([file, text.includes("'#core/words'")]).toEqual([file, false]);
      expect([file, /\.(says|words|reason|title)\.(includes|match|replace|startsWith)/.test(text)]).toEqual([file, false]);
    }
  });
});
