import { describe, expect, it } from 'vitest';
import { checkStudy, studyOf } from '#core/check';
import { applyChanges, type Circuit, deviceOf, spellTerminal } from '#core/circuit';
import { callsKey, drain, explore } from '#core/explore';
import { demo } from '../testing/demo';
import { edited, set } from '../testing/edits';
import { mishapsOf, type Rehearsed, rehearsing } from './index';

const of = (circuit: Circuit, where?: Parameters<typeof rehearsing>[1]): readonly Rehearsed[] => drain(rehearsing(circuit, where));
const named = (circuit: Circuit, one: Rehearsed): string =>
  one.mishap.ends
    .map((end) => spellTerminal(circuit, end))
    .sort()
    .join(' ');

describe('the four working cores of a valve head, two of them exchanged', () => {
  const call = (one: Rehearsed): boolean => one.ways.some(({ harms }) => harms.some(({ harm }) => harm.code === 'volt-free'));
  describe.each([
    ['floats', demo('L1A')],
    ['is earthed', edited(demo('L1A'), set('dE1', 'earthed', 'yes'))],
  ])('the boiler’s 24 V %s', (_how, circuit) => {
    const all = of(circuit, { cable: 'cW1' }).filter(({ mishap }) => mishap.how === 'exchanged');
    const find = (a: string, b: string): Rehearsed => all.find((one) => named(circuit, one) === [a, b].sort().join(' '))!;
    it.each([
      ['Y1:L', 'Y1:N', 'harmless'],
      ['Y1:1', 'Y1:2', 'harmless'],
      ['Y1:N', 'Y1:1', 'immediate'],
      ['Y1:N', 'Y1:2', 'immediate'],
      ['Y1:L', 'Y1:1', 'latent'],
      ['Y1:L', 'Y1:2', 'latent'],
    ] as const)('%s with %s: %s', (a, b, outcome) => {
      const one = find(a, b);
      expect(one.outcome).toBe(outcome);
      expect(call(one)).toBe(outcome !== 'harmless');
    });
    it('the latent ones wait for the lever, and show before that as a valve that stays shut', () => {
      const one = find('Y1:L', 'Y1:1');
      expect(one.ways.every(({ calls }) => calls.some((call) => 'input' in call && call.device === 'dY1'))).toBe(true);
      expect(one.first).toMatchObject({ off: ['E1', 'Y1'], on: [] });
    });
    it('each that hurts has a reading before power that tells it', () => {
      expect(all.filter(({ outcome }) => outcome !== 'harmless').every(({ tells }) => tells !== undefined)).toBe(true);
    });
  });
});

describe('what each mishap is', () => {
  it.each([
    ['L1A', 'touching', 'Y1:L Y1:N', 'immediate', 'short'],
    ['L1A', 'exchanged', 'Y1:L Y1:PE', 'immediate', 'live metal'],
    ['L1A', 'exchanged', 'Y1:N Y1:PE', 'immediate', 'earth carries'],
    ['L1A', 'lost', 'Y1:PE', 'latent', 'not earthed'],
    ['L1A', 'touching', 'Y1:1 Y1:N', 'latent', 'tied'],
    ['Q1', 'touching', 'F1:1 F1:2', 'latent', 'bypassed'],
    ['Q1', 'exchanged', 'T1:240 T1:R', 'immediate', 'mains on extra-low'],
    ['Q1', 'touching', 'TC1:C TC1:Y', 'latent', 'short'],
  ] as const)('%s, %s %s: %s, %s', (name, how, ends, outcome, code) => {
    const circuit = demo(name);
    const one = of(circuit).find((it) => it.mishap.how === how && named(circuit, it) === ends)!;
    expect(one.outcome).toBe(outcome);
    expect(one.ways.flatMap(({ harms }) => harms.map(({ harm }) => harm.code))).toContain(code);
  });
  it('a delay that is bridged shows as what comes on too soon', () => {
    const circuit = demo('Q1');
    const one = of(circuit, { device: 'dDT1' as never }).find(
      ({ mishap }) => mishap.how === 'touching' && mishap.ends.every((end) => deviceOf(end) === 'dDT1'),
    )!;
    expect([one.outcome, one.first?.sooner.includes('K1')]).toEqual(['shows', true]);
  });
});

/** What the checks find in a circuit over every state, by a way of its own: rules on an exploration of the whole. */
function foundIn(circuit: Circuit): { shorts: boolean; call: boolean; ends: Map<string, string> } {
  const exploration = explore(circuit);
  const findings = checkStudy(studyOf(circuit, exploration));
  return {
    shorts: exploration.shorts.length > 0,
    call: findings.some(({ rule, verdict }) => rule === 'mains-on-volt-free' && verdict !== 'look'),
    ends: new Map([...exploration.endings].map(([key, { seen }]) => [key, JSON.stringify(Object.entries(seen).sort())])),
  };
}

describe.each(['Q7', 'Q9', 'L1A', 'L1B', 'L3', 'L6'])('every exchange and touch of %s against a search of the whole circuit', (name) => {
  it('agrees on shorts, on mains at a volt-free input, and on what runs', () => {
    const circuit = demo(name);
    const healthy = foundIn(circuit);
    let judged = 0;
    for (const one of of(circuit)) {
      const applied = applyChanges(circuit, one.mishap.changes);
      if (!applied.ok) throw new Error('a mishap that cannot be made');
      const found = foundIn(applied.value.circuit);
      const codes = new Set(one.ways.flatMap(({ harms }) => harms.map(({ harm }) => harm.code)));
      const words = `${one.mishap.how} ${named(circuit, one)}`;
      if (one.outcome === 'harmless') {
        expect([words, found.shorts, found.call]).toEqual([words, false, false]);
        for (const [key, seen] of found.ends)
          if (healthy.ends.has(key)) expect([words, key, seen]).toEqual([words, key, healthy.ends.get(key)]);
      }
      if (codes.has('short')) expect([words, found.shorts]).toEqual([words, true]);
      if (found.call) expect([words, codes.has('volt-free') || codes.has('short')]).toEqual([words, true]);
      judged++;
    }
    expect(judged).toBe(mishapsOf(circuit).length);
  });
});

describe('likely mishaps', () => {
  it('of a cable are its pairs twice and its cores once; none comes twice', () => {
    const circuit = demo('L1A');
    const cores = Object.values(circuit.conductors).filter(({ cable }) => cable === 'cW1').length;
    expect(mishapsOf(circuit, { cable: 'cW1' })).toHaveLength(cores * (cores - 1) + cores);
    const keys = mishapsOf(circuit).map(({ how, ends }) => `${how} ${[...ends].sort().join(' ')}`);
    expect(new Set(keys).size).toBe(keys.length);
  });
  it('of a device touch only it', () => {
    const circuit = demo('Q1');
    for (const { ends } of mishapsOf(circuit, { device: 'dK1' as never })) expect(ends.map(deviceOf)).toContain('dK1');
  });
  it('a state is told once for each call', () => {
    for (const { ways } of of(demo('L1A'))) expect(new Set(ways.map(({ calls }) => callsKey(calls))).size).toBe(ways.length);
  });
});
