import { describe, expect, it } from 'vitest';
import { type Circuit, deviceOf, emptyCircuit, markOf, spellTerminal, type TerminalId } from '#core/circuit';
import { planCircuit } from '#core/graph';
import { demo } from '../testing/demo';
import { edited } from '../testing/edits';
import { addPart, finishTerminal, tracedOf, traceWire } from './index';

const begun = (): Circuit => {
  const blank: Circuit = { ...emptyCircuit, number: 'P1', title: 't', site: 's' };
  return edited(blank, ...addPart(blank, { family: 'supply-1ph', tag: 'G1' }).changes);
};
const step = (circuit: Circuit, ...[said]: [Parameters<typeof traceWire>[1]]): Circuit => {
  const traced = traceWire(circuit, said);
  if ('why' in traced) throw new Error(traced.why);
  return edited(circuit, ...traced.changes);
};

describe.each(['Q1', 'L1A', 'L2', 'Q8'])('%s, traced from its supply terminal by terminal', (name) => {
  const panel = demo(name);
  const wires = Object.values(panel.conductors);
  /** What a hand finds on a terminal of the panel, by spelled names. */
  const lies = (spelled: string) =>
    wires.flatMap(({ ends, number }) =>
      ends.flatMap((end, side) =>
        end && spellTerminal(panel, end) === spelled ? [{ number, far: ends[side === 0 ? 1 : 0] as TerminalId }] : [],
      ),
    );
  it('comes out as it is, and nothing is left open', () => {
    const supply = Object.values(panel.devices).find(({ tag }) => tag === 'G1')!;
    // a kind of one's own is described before it is traced
    const blank: Circuit = { ...emptyCircuit, number: 'P1', title: 't', site: 's', families: panel.families };
    let now = edited(blank, ...addPart(blank, { family: supply.family, tag: 'G1' }).changes);
    let turns = 0;
    for (let [next] = tracedOf(now).open; next; [next] = tracedOf(now).open) {
      expect(++turns).toBeLessThan(400);
      const from = next;
      for (const { number, far } of lies(spellTerminal(now, from))) {
        const tag = panel.devices[deviceOf(far)]!.tag;
        const there = Object.values(now.devices).find((one) => one.tag === tag);
        const to = there
          ? (`${there.id}:${markOf(far)}` as TerminalId)
          : { tag, family: panel.devices[deviceOf(far)]!.family, mark: markOf(far) };
        const traced = traceWire(now, { from, to, number, by: 'eye' });
        if (!('why' in traced)) now = edited(now, ...traced.changes);
      }
      now = edited(now, ...finishTerminal(now, from));
    }
    expect(tracedOf(now).open).toEqual([]);
    // what the supply does not reach by wire is another panel’s
    const same = (circuit: Circuit) =>
      Object.values(circuit.conductors)
        .map(({ ends }) =>
          ends
            .map((end) => spellTerminal(circuit, end!))
            .sort()
            .join(' '),
        )
        .sort();
    const reached = same(now);
    expect(same(panel).filter((one) => !reached.includes(one))).toEqual(
      same(panel).filter((one) => one.split(' ').every((end) => !Object.values(now.devices).some(({ tag }) => end.startsWith(`${tag}:`)))),
    );
    expect(planCircuit(now).conductors.length).toBe(reached.length);
  });
});

it('goes on where the hand is, and tells what is only beeped', () => {
  let now = begun();
  expect(tracedOf(now).open).toEqual(['dG1:L', 'dG1:N']);
  now = step(now, { from: 'dG1:L' as TerminalId, to: { tag: 'K1', family: 'contactor-1', mark: 'A1' }, by: 'beep' });
  expect(deviceOf(tracedOf(now).open[0]!)).toBe('dK1');
  expect(tracedOf(now).beeped.map(({ ends }) => ends)).toEqual([['dG1:L', 'dK1:A1']]);
  now = edited(now, ...finishTerminal(now, 'dG1:L' as TerminalId));
  expect(tracedOf(now).done).toEqual(['dG1:L']);
  expect(finishTerminal(now, 'dG1:L' as TerminalId)).toEqual([]);
});
it.each([
  ['to itself', 'dG1:L', 'dG1:L', /no wire/],
  ['that is there', 'dG1:L', 'dK1:A1', /already/],
] as const)('a wire %s is refused', (_, from, to, why) => {
  const now = step(begun(), { from: 'dG1:L' as TerminalId, to: { tag: 'K1', family: 'contactor-1', mark: 'A1' }, by: 'eye' });
  const traced = traceWire(now, { from: from as TerminalId, to: to as TerminalId, by: 'eye' });
  expect('why' in traced ? traced.why : '').toMatch(why);
});
it('what would be a short, or crowds a screw, is to be looked at twice; through a fuse it is no short', () => {
  const short = traceWire(begun(), { from: 'dG1:L' as TerminalId, to: 'dG1:N' as TerminalId, by: 'eye' });
  expect('look' in short ? short.look : '').toMatch(/join G1:L and G1:N without a load: a short/);
  let now = step(begun(), { from: 'dG1:L' as TerminalId, to: { tag: 'F1', family: 'fuse-1', mark: '1' }, by: 'eye' });
  const fused = traceWire(now, { from: 'dF1:2' as TerminalId, to: 'dG1:N' as TerminalId, by: 'eye' });
  expect('look' in fused ? fused.look : 'refused').toBeUndefined();
  for (const tag of ['H1', 'H2']) now = step(now, { from: 'dG1:L' as TerminalId, to: { tag, family: 'lamp', mark: '1' }, by: 'eye' });
  now = step(now, { from: 'dF1:2' as TerminalId, to: { tag: 'H3', family: 'lamp', mark: '1' }, by: 'eye' });
  const crowded = traceWire(now, { from: 'dG1:L' as TerminalId, to: 'dH3:2' as TerminalId, by: 'eye' });
  expect('look' in crowded ? crowded.look : '').toMatch(/3 wires lie on G1:L already/);
  const taken = traceWire(now, { from: 'dG1:L' as TerminalId, to: { tag: 'H1', family: 'lamp', mark: '1' }, by: 'eye' });
  expect('why' in taken ? taken.why : '').toMatch(/already a H1/);
});
