import { describe, expect, it } from 'vitest';
import type { LogEntry } from '#core/circuit';
import { drain } from '#core/explore';
import { DEFAULT_PRACTICE } from '#core/schools';
import { DEMO, demo, on, point, powered } from '../testing/demo';
import { edited } from '../testing/edits';
import { dev } from '../testing/ids';
import { manyThermostats } from '../testing/odd';
import { unitPanel } from '../testing/panel';
import { createDesk, createQueue, type FindAsk, type LookAnswer, type LookAsk, type Questions } from './index';

/** A desk with a circuit run on it, each answer drained. */
function desk(name: string, log: readonly LogEntry[], faults: Questions['run']['ask']['faults'] = [], practice = DEFAULT_PRACTICE) {
  const circuit = demo(name);
  const made = createDesk();
  drain(made.circuit({ document: circuit, practice }));
  const answer = drain(made.sheet({}));
  const run = drain(made.run({ log, faults }));
  const look = (atMs: number, more: Partial<LookAsk> = {}): LookAnswer =>
    drain(made.look({ atMs, red: null, black: null, mode: 'vac', clamp: null, device: null, ...more }));
  const between = (red: string, black: string) => ({ red: point(circuit, red), black: point(circuit, black) });
  return { circuit, answer, run, look, between, study: () => drain(made.study({})), find: (ask: FindAsk) => drain(made.find(ask)) };
}
const cooling = [powered, on('TC1', 'cooling')];

describe('the desk', () => {
  it.each(DEMO)('%s: draws, lists every wired point and every fault, and studies', (name) => {
    const { answer, study: ask } = desk(name, [powered]);
    expect(answer.sheet.bands.length).toBeGreaterThan(1);
    expect(new Set(answer.faults.map(({ words }) => words)).size).toBe(answer.faults.length);
    const study = ask();
    expect(study.statesSeen).toBeGreaterThan(1);
    expect(study.coils.every(({ verdict }) => verdict === 'good')).toBe(true);
  });

  it('a body moved on its plate is judged at once, from what was solved before, and as if all were solved anew', () => {
    const circuit = demo('Q3');
    const made = createDesk();
    drain(made.circuit({ document: circuit, practice: DEFAULT_PRACTICE }));
    const { shown } = drain(made.mounting({ place: null }));
    const laid = edited(circuit, ...shown!.placement);
    const moved = edited(laid, { type: 'describeDevice', device: dev('dK1'), to: { at: { xMm: 300, yMm: 300 } } });
    const steps = (ask: ReturnType<typeof made.mounting>): { steps: number; answer: Questions['mounting']['answer'] } => {
      for (let count = 0; ; count++) {
        const step = ask.next();
        if (step.done) return { steps: count, answer: step.value };
      }
    };
    const ask = (desk: typeof made, document: typeof circuit) => {
      drain(desk.circuit({ document, practice: DEFAULT_PRACTICE }));
      return steps(desk.mounting({ place: null }));
    };
    ask(made, laid);
    const [again, anew] = [ask(made, moved), ask(createDesk(), moved)];
    expect(again.answer).toEqual(anew.answer);
    expect(drain(made.study({}))).toEqual(
      drain(
        (() => {
          const other = createDesk();
          drain(other.circuit({ document: moved, practice: DEFAULT_PRACTICE }));
          return other.study({});
        })(),
      ),
    );
    expect([again.steps, anew.steps > 0]).toEqual([0, true]);
    // what changes volts is solved anew
    expect(ask(made, edited(moved, { type: 'describeDevice', device: dev('dK1'), to: { place: null } })).steps).toBeGreaterThan(0);
  });

  it.each([30, 100])('what an edit is at is judged before the rest, and as the whole judges it then, in a panel of %i', (devices) => {
    const made = createDesk();
    const lay = (document: ReturnType<typeof unitPanel>) => drain(made.circuit({ document, practice: DEFAULT_PRACTICE }));
    const panel = unitPanel(devices);
    lay(panel);
    // of a circuit that was never judged nobody knows how the rest loads its supply
    expect(drain(made.near({ device: dev('dT2') }))).toBeNull();
    drain(made.study({}));
    for (const va of [5, 20, 75]) {
      lay(edited(panel, { type: 'setField', device: dev('dT2'), field: 'va', to: { value: va, evidence: 'print' } }));
      const near = (['dT2', 'dK2', 'dTC2'] as const).map((id) => drain(made.near({ device: dev(id) }))!);
      const whole = drain(made.study({}));
      // a small panel is judged whole; in a large one a transformer in three states, what is called in those of its calls
      const seen = near.map(({ statesSeen }) => statesSeen);
      expect(seen).toEqual(devices > 30 ? [3, 8, 8] : near.map(() => whole.statesSeen));
      for (const one of near) {
        const own = <T extends { device: string }>(list: readonly T[]) => list.filter(({ device }) => device === one.device);
        const told = ({ coils, poles, transformers }: Pick<typeof whole, 'coils' | 'poles' | 'transformers'>) => ({
          coils: own(coils).map(({ verdict, word, holdWord, says }) => ({ verdict, word, holdWord, says })),
          poles: own(poles),
          transformers: own(transformers).map(({ va: rated, lowestV, heldVa, needV }) => [
            rated,
            lowestV.toFixed(1),
            heldVa.toFixed(1),
            needV,
          ]),
        });
        expect(told(one)).toEqual(told(whole));
      }
    }
    expect(drain(made.near({ device: dev('dNone') }))).toBeNull();
  });

  it('what is foreseen is what is judged once it is laid down; till then what lies there stays, and another that comes instead is judged as it is', () => {
    const made = createDesk();
    const panel = unitPanel(100);
    const rated = (value: number) => edited(panel, { type: 'setField', device: dev('dT2'), field: 'va', to: { value, evidence: 'print' } });
    const lay = (document: ReturnType<typeof unitPanel>) => drain(made.circuit({ document, practice: DEFAULT_PRACTICE }));
    const foresee = (document: ReturnType<typeof unitPanel>) =>
      drain(made.foresee({ document, practice: structuredClone(DEFAULT_PRACTICE), device: dev('dT2') }));
    const near = () => drain(made.near({ device: dev('dT2') }));
    lay(panel);
    const before = drain(made.study({}));
    const [five, twenty] = [rated(5), rated(20)];
    const foreseen = foresee(five);
    expect(foreseen!.transformers[0]).toMatchObject({ device: 'dT2', va: 5 });
    expect(drain(made.study({}))).toEqual(before);
    lay(five);
    expect(near()).toEqual(foreseen);
    const anew = createDesk();
    drain(anew.circuit({ document: five, practice: DEFAULT_PRACTICE }));
    expect(drain(made.study({}))).toEqual(drain(anew.study({})));
    expect(foresee(five)!.transformers[0]!.va).toBe(5);
    lay(twenty);
    expect(near()!.transformers[0]!.va).toBe(20);
    drain(anew.circuit({ document: twenty, practice: DEFAULT_PRACTICE }));
    expect(drain(made.study({}))).toEqual(drain(anew.study({})));
  });

  it('where as much bears on a device as on all, it is judged with the rest; what feeds it is judged first', () => {
    const made = createDesk();
    const lay = (va: number) =>
      drain(
        made.circuit({
          document: edited(manyThermostats(44, false), {
            type: 'setField',
            device: dev('dT1'),
            field: 'va',
            to: { value: va, evidence: 'print' },
          }),
          practice: DEFAULT_PRACTICE,
        }),
      );
    lay(40);
    drain(made.study({}));
    lay(50);
    expect([drain(made.near({ device: dev('dK1') })), drain(made.near({ device: dev('dT1') }))?.statesSeen]).toEqual([null, 2]);
  });

  it('a look is answered before a verdict that is under way', () => {
    const queue = createQueue(createDesk());
    const panel = unitPanel(100);
    const lay = (id: number, va: number) =>
      queue.push({
        id,
        type: 'circuit',
        document: edited(panel, { type: 'setField', device: dev('dT1'), field: 'va', to: { value: va, evidence: 'print' } }),
        practice: DEFAULT_PRACTICE,
      });
    const answered = (many: number): number[] => {
      const ids: number[] = [];
      while (ids.length < many) {
        const reply = queue.step();
        if (reply && !('progress' in reply)) ids.push(reply.id);
      }
      return ids;
    };
    lay(1, 40);
    queue.push({ id: 2, type: 'study' });
    expect(answered(2)).toEqual([1, 2]);
    lay(3, 50);
    queue.push({ id: 4, type: 'run', log: [powered], faults: [] });
    queue.push({ id: 5, type: 'near', device: dev('dK1') });
    expect(answered(2)).toEqual([3, 4]);
    expect(queue.step()).toMatchObject({ id: 5, progress: { seen: 0 } });
    queue.push({ id: 6, type: 'look', atMs: 0, red: null, black: null, mode: 'vac', clamp: null, device: null });
    queue.push({ id: 7, type: 'sheet' });
    expect(answered(3)).toEqual([6, 5, 7]);
  });

  it('keeps nothing of a circuit that lay on it before another, though both call their devices alike', () => {
    const used = createDesk();
    const lay = (desk: typeof used, name: string) => drain(desk.circuit({ document: demo(name), practice: DEFAULT_PRACTICE, of: name }));
    const drawn = (desk: typeof used) => drain(desk.terminals({ only: null, tidy: 0 }));
    lay(used, 'Q3');
    drain(used.study({}));
    drawn(used);
    lay(used, 'Q1');
    expect(drain(used.near({ device: dev('dK1') }))).toBeNull();
    const fresh = createDesk();
    lay(fresh, 'Q1');
    expect(drawn(used)).toEqual(drawn(fresh));
  });

  it('refuses to answer before it has a circuit', () => expect(() => drain(createDesk().study({}))).toThrow(/no circuit on the desk/));

  it('tells the timeline: input, timer timing then on, coil, loads', () => {
    const { run } = desk('Q1', cooling);
    const row = (label: string) => run.rows.find((one) => one.label === label)!;
    expect(row('TC1 cooling').bars).toEqual([{ fromMs: 0, toMs: Number.POSITIVE_INFINITY, how: 'on' }]);
    expect(row('DT1').bars.map(({ how }) => how)).toEqual(['under way', 'on']);
    expect(row('M1').bars.map(({ how }) => how)).toEqual(['under way', 'on']);
    expect(row('EH1').bars[0]!.toMs).toBeLessThan(200_000);
    expect(run.told.map(({ words }) => words)).toContain('K1 pulls in: a click.');
  });

  it('says how points stand: hot, live, tied, floating', () => {
    const { circuit, look } = desk('Q1', [powered]);
    const { points } = look(1000);
    const is = (spelled: string) => points[point(circuit, spelled)]!.is;
    expect([is('Q1:T1'), is('T1:R'), is('T1:C'), is('M1:C'), is('PE:PE')]).toEqual(['hot', 'live', 'tied', 'floating', 'tied']);
  });

  it('a load that is off can be hot', () => {
    const { circuit, look } = desk('Q1', cooling);
    const seen = look(300_000);
    expect(seen.parts['dEH1:1-2']!.phase).toBe('off');
    expect(seen.points[point(circuit, 'EH1:2')]!.is).toBe('hot');
  });

  it('lists what stays hot at each position of the power switch', () => {
    expect(desk('Q1', [{ atMs: 0, power: 'isolated' }]).look(0).stillHot).toEqual(['G1 L1, L2', 'Q1 L1, L2']);
    const control = desk('Q1', [{ atMs: 0, power: 'control' }]);
    expect(control.look(1000).stillHot.join()).not.toContain('M1');
    expect(control.look(10_000).parts['dK1:coil']!.phase).toBe('off');
    expect(desk('L1A', [{ atMs: 0, power: 'isolated' }]).look(0).stillHot).toContain('E1 has a supply of its own');
  });

  it('with control on, the contactor is tried and no load gets volts', () => {
    const { look } = desk('Q1', [{ atMs: 0, power: 'control' }, on('TC1', 'cooling')]);
    const seen = look(300_000);
    expect([seen.parts['dK1:coil']!.phase, seen.parts['dM1:winding']!.phase, seen.parts['dM3:winding']!.phase]).toEqual([
      'on',
      'off',
      'off',
    ]);
  });

  it('counts down what it waits for, and says why', () => {
    const { look } = desk('Q1', cooling);
    const seen = look(100_000, { device: dev('dK1') });
    expect(seen.why).toEqual([{ words: 'Waits for DT1.', endsAtMs: 185_002, device: 'dDT1' }]);
    expect(look(300_000, { device: dev('dK1') }).why).toEqual([]);
  });
});

describe('the meter', () => {
  it('reads as expected in a healthy circuit', () => {
    const { look, between } = desk('Q1', cooling);
    expect(look(300_000, between('K1:A1', 'T1:C')).reading).toMatchObject({ verdict: 'good', unit: 'V AC', floats: false });
  });
  it('says what it should read when a fault is in', () => {
    const { look, between } = desk('Q1', cooling, [{ device: dev('dPS1'), part: '1-2', mode: 'stuckOpen' }]);
    const { reading } = look(300_000, between('PS1:1', 'PS1:2'));
    expect(reading).toMatchObject({ verdict: 'look' });
    expect(reading!.shouldRead).toBe('0.01 V');
    expect(reading!.value).toBeGreaterThan(26);
  });
  it('refuses ohms on live points and measures them when isolated', () => {
    const live = desk('Q1', [powered]);
    expect(live.look(1000, { ...live.between('T1:R', 'T1:C'), mode: 'ohm' }).reading).toMatchObject({ display: 'live', value: null });
    const dead = desk('Q1', [{ atMs: 0, power: 'isolated' }]);
    expect(dead.look(1000, { ...dead.between('K1:A1', 'K1:A2'), mode: 'ohm' }).reading).toMatchObject({
      display: '11.2',
      unit: 'Ω',
      verdict: 'good',
    });
    expect(dead.look(1000, { ...dead.between('K1:L1', 'K1:T1'), mode: 'ohm' }).reading!.display).toBe('OL');
    expect(dead.look(1000, { ...dead.between('F1:1', 'F1:2'), mode: 'beep' }).reading!.words).toContain('It beeps.');
  });
  it('says that a point floats, and what low-Z makes of it', () => {
    const { look, between } = desk('L1A', [powered, on('TC1', 'heating')]);
    const ghost = look(30_000, between('X1:6', 'X1:2')).reading!;
    expect([ghost.floats, ghost.words.includes('low-Z')]).toEqual([true, true]);
    expect(look(30_000, { ...between('X1:6', 'X1:2'), mode: 'loz' }).reading!.value).toBeLessThan(1);
  });
  // a secondary that is bonded nowhere: its own volts are firm, and those to anything else ride on leakage
  it('floating is a fact of the pair', () => {
    const { look, between } = desk('L4', [powered]);
    const own = look(5000, between('T1:24', 'T1:C')).reading!;
    expect([own.floats, own.value! > 24]).toEqual([false, true]);
    expect(look(5000, between('T1:24', 'G1:N')).reading!.floats).toBe(true);
  });
  it('clamps a wire', () => {
    const { circuit, look } = desk('Q1', cooling);
    const wire = Object.values(circuit.conductors).find(({ number, size }) => number === '205' && 'awg' in size && size.awg === 8)!;
    expect(look(300_000, { mode: 'amp', clamp: wire.id }).reading!.value).toBeCloseTo(17.35, 1);
  });
  it('shows DC volts with their sign', () => {
    const { look, between } = desk('Q3', [powered]);
    expect(look(5000, { ...between('G2:-', 'G2:+'), mode: 'vdc' }).reading!.value).toBeCloseTo(-24, 1);
  });
  it('shows nothing with a lead missing, or on a point that is gone', () => {
    const { look, between } = desk('Q1', [powered]);
    expect(look(0, { ...between('T1:R', 'T1:C'), black: null }).reading).toBeNull();
    expect(look(0, { ...between('T1:R', 'T1:C'), black: 'w99.1' }).reading).toBeNull();
  });
});

describe('finding, as the page asks', () => {
  const ask = { complaint: 0, seen: {}, measured: [], before: {}, hidden: null, noDanger: false };
  it('starts from the complaint alone: the coil is not in', () => {
    const answer = desk('Q1', []).find(ask);
    expect(answer.title).toBe('Compressor will not start');
    expect(answer.sights.find(({ tag }) => tag === 'K1')!.actual).toBe(false);
    expect(answer.sights.find(({ tag }) => tag === 'M1')!.actual).toBeNull();
    expect(answer.advice).not.toBeNull();
    expect(answer.others.map(({ way }) => way)).toEqual(['load first', 'half-split', 'follow from the source']);
    expect(answer.through[0]).toBe('T1:R');
    expect(answer.reference).toBe('T1:C');
  });
  it('the profile’s healthy line falls from the source to the return', () => {
    const { profile } = desk('Q1', []).find(ask);
    const volts = profile.map(({ healthyV }) => healthyV);
    expect(volts.every((one, index) => index === 0 || one <= volts[index - 1]! + 0.01)).toBe(true);
    expect(volts.at(-1)).toBe(0);
    expect(profile.every(({ lowV, highV }) => lowV <= highV)).toBe(true);
  });
  it('clears what the readings clear', () => {
    const { find, between } = desk('Q1', []);
    const measured = [{ ...between('PS1:1', 'PS1:2'), mode: 'vac' as const, volts: 26.9 }];
    const answer = find({ ...ask, hidden: { device: dev('dPS1'), part: '1-2', mode: 'stuckOpen' }, measured });
    expect(answer.ranked[0]!.words).toEqual(['PS1 1-2 stays open']);
    expect(answer.cleared).toEqual(expect.arrayContaining(['DT1', 'TC1', 'F1']));
    // nothing is left to be told apart, and it may be none of them: one more reading that it foretells ends it
    expect(answer.found).toBeNull();
    const { test, outcomes } = answer.advice!;
    expect(outcomes.map(({ words }) => words)).toEqual(['PS1 1-2 stays open']);
    const volts = (outcomes[0]!.fromV + outcomes[0]!.toV) / 2;
    const after = find({
      ...ask,
      hidden: { device: dev('dPS1'), part: '1-2', mode: 'stuckOpen' },
      measured: [...measured, { ...test, volts }],
    });
    expect(after.found!.words).toEqual(['PS1 1-2 stays open']);
    expect(after.none).toBeLessThan(answer.none / 2);
    expect(after.advice).toBeNull();
  });
  // each way by what it is: at the load, at the first point after the source, at one that halves; the default is computed
  it.each([
    ['best', 'best next test', undefined],
    ['load-first', 'load first', ['K1:A1', 'K1:A2']],
    ['source', 'follow from the source', ['T1:R', 'T1:C']],
    ['half-split', 'half-split', undefined],
  ])('a job that finds faults by %s is shown that test first, the others beside it', (faultMethod, way, leads) => {
    const answer = desk('Q1', [], [], { ...DEFAULT_PRACTICE, schools: { faultMethod } }).find(ask);
    expect(answer.advice!.way).toBe(way);
    if (leads) expect([answer.advice!.red, answer.advice!.black]).toEqual(leads);
    expect(answer.others.map((one) => one.way)).not.toContain(way);
    expect(answer.others).toHaveLength(3);
    expect(answer.advice!.outcomes.length).toBeGreaterThan(0);
  });
  it('a load that has been tested is not asked for again', () => {
    const { find, between } = desk('Q1', [], [], { ...DEFAULT_PRACTICE, schools: { faultMethod: 'load-first' } });
    const measured = [{ ...between('K1:A1', 'K1:A2'), mode: 'vac' as const, volts: 0.1 }];
    const after = find({ ...ask, measured }).advice!;
    expect([after.red, after.black]).not.toEqual(['K1:A1', 'K1:A2']);
  });
  it('a complaint that is not there is an error, not a guess', () =>
    expect(() => desk('Q1', []).find({ ...ask, complaint: 5 })).toThrow(/there is no number 6/));
});
