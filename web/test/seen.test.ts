import { describe, expect, it, vi } from 'vitest';
import { createDesk, type LookAnswer, type Questions, type QuestionType, type SheetAnswer } from '#core/bench';
import { deviceIdSchema, type EditChange } from '#core/circuit';
import { DEFAULT_PRACTICE } from '#core/schools';
import { demo, on, powered } from '../../core/src/testing/demo';
import { edited } from '../../core/src/testing/edits';
import { frameIndex } from '../src/bench/BenchProvider';
import { createLookStore } from '../src/bench/lookStore';
import { sameDrawn } from '../src/bench/sameDrawn';

/** Asks a desk to the end, as the worker does; what comes has crossed a border and shares no object with what came before. */
function desk() {
  const one = createDesk();
  return <T extends QuestionType>(type: T, ask: Questions[T]['ask']): Questions[T]['answer'] => {
    const walk = one[type](ask as never);
    for (;;) {
      const step = walk.next();
      if (step.done) return structuredClone(step.value) as Questions[T]['answer'];
    }
  };
}
const Q1 = demo('Q1');
const laid = { document: Q1, practice: DEFAULT_PRACTICE };
const LEADS = { atMs: 0, red: null, black: null, mode: 'vac', clamp: null, device: null } as const;

describe('a look at the circuit', () => {
  const ask = desk();
  ask('circuit', laid);
  ask('run', { log: [powered, on('TC1', 'cooling', 10_000)], faults: [] });
  const at = (atMs: number): LookAnswer => ask('look', { ...LEADS, atMs });

  it('tells those alone whose part or point has changed', () => {
    const look = createLookStore();
    look.set(at(0));
    const [supply, coil, all] = [vi.fn(), vi.fn(), vi.fn()];
    const K1 = 'dK1:coil';
    look.followPart(K1, coil);
    look.followPart('dG1:L1', supply);
    look.follow(all);
    look.set(at(0));
    expect([coil.mock.calls.length, supply.mock.calls.length, all.mock.calls.length]).toEqual([0, 0, 1]);
    const before = look.part('dG1:L1');
    look.set(at(250_000));
    expect(look.part(K1)?.phase).toBe('on');
    expect(coil).toHaveBeenCalledTimes(1);
    expect(look.part('dG1:L1') === before).toBe(supply.mock.calls.length === 0);
  });
  it('who has stopped following is told nothing', () => {
    const look = createLookStore();
    look.set(at(0));
    const told = vi.fn();
    const stop = look.followPoint('dK1:A1' as never, told);
    stop();
    look.set(at(250_000));
    expect(told).not.toHaveBeenCalled();
    look.set(undefined);
    expect([look.now(), look.part('dK1:coil'), look.point('dK1:A1' as never)]).toEqual([undefined, undefined, undefined]);
  });
});

describe('a sheet that comes again', () => {
  const ask = desk();
  const drawn = (document = Q1) => {
    ask('circuit', { ...laid, document });
    return ask('sheet', {});
  };
  const first = drawn();
  const symbols = ({ sheet }: SheetAnswer) => new Map(sheet.bands.flatMap((band) => band.symbols.map((symbol) => [symbol.id, symbol])));

  it('and is the same is the very object that is on the screen: nothing is drawn again', () =>
    expect(sameDrawn(first, drawn())).toBe(first));
  it('under another title of a fault keeps all that is drawn', () => {
    const [one, ...others] = first.faults;
    const told = { ...first, faults: [{ ...one!, words: `${one!.words}?` }, ...others] };
    const next = sameDrawn(told, drawn());
    expect([next === told, next.sheet === told.sheet, next.points === told.points, next.faults[1] === told.faults[1]]).toEqual([
      false,
      true,
      true,
      true,
    ]);
  });
  it('a wire that goes to another net is told though nothing on the sheet looks other', () => {
    const [[net, wires]] = [...first.sheet.conductorsOfNet].filter(([, list]) => list.length > 1) as [[number, readonly never[]]];
    const moved = new Map(first.sheet.conductorsOfNet).set(net, wires.slice(1));
    const next = sameDrawn(first, { ...drawn(), sheet: { ...drawn().sheet, conductorsOfNet: moved } });
    expect([next.sheet.conductorsOfNet.get(net), next.sheet.bands === first.sheet.bands, next.sheet.netOf === first.sheet.netOf]).toEqual([
      wires.slice(1),
      true,
      true,
    ]);
  });
  it('after an edit of one device keeps every symbol that did not change', () => {
    const delay: EditChange = {
      type: 'setField',
      device: deviceIdSchema.parse('dDT1'),
      field: 'delayS',
      to: { value: 90, evidence: 'print' },
    };
    const next = sameDrawn(first, drawn(edited(Q1, delay)));
    const [before, after] = [symbols(first), symbols(next)];
    const changed = [...after].filter(([id, symbol]) => symbol !== before.get(id)).map(([id]) => id);
    expect(changed).toEqual(['dDT1:1-2']);
    expect(next.sheet.bands.filter((band, index) => band === first.sheet.bands[index])).toHaveLength(first.sheet.bands.length - 1);
  });
  it('the first one is taken as it is', () => expect(sameDrawn(undefined, first)).toBe(first));
});

it.each([
  [0, 0],
  [4, 0],
  [5, 1],
  [9, 1],
  [10, 2],
  [99, 3],
])('at %i ms frame %i is shown', (atMs, index) => expect(frameIndex([0, 5, 10, 20], atMs)).toBe(index));
