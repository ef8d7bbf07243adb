import { describe, expect, it } from 'vitest';
import { planNetwork } from '#core/network';
import { createRig, frameAt, modeAt, runLog } from '#core/sequence';
import { chains, line, rigged } from '../testing/rigged';
import type { FamilyName } from './families';

const COIL = { coilKind: 'AC', coilV: 120, coilHz: '60' } as const;

/** A contactor with a block, its coils on two switches; which contacts are closed at a time. */
function closedAt(family: FamilyName, plate: Record<string, number | string>, on: readonly [fromMs: number, toMs: number], wires: string) {
  const plan = planNetwork(
    rigged(
      { G1: line(120), S1: ['switch-1', { form: 'NO' }], S2: ['switch-1', { form: 'NO' }], K1: [family, { ...COIL, ...plate }] },
      chains(wires),
    ),
  );
  const turn = (tag: string, atMs: number, is: boolean) => ({ atMs, device: `d${tag}` as never, input: 'on', on: is });
  const log = [
    { atMs: 0, power: 'on' } as const,
    turn('S1', 0, false),
    turn('S2', 0, false),
    turn('S1', on[0], true),
    turn('S1', on[1], false),
  ];
  const trace = runLog(createRig(plan), log, { untilMs: 60_000 });
  return (atMs: number, ...ids: string[]): string[] =>
    ids.filter((id) => {
      const planned = plan.parts.find(({ part, device }) => device.tag === 'K1' && part.id === id)!;
      return modeAt(frameAt(trace, atMs).moment, planned) === 'closed';
    });
}
const ONE_COIL = 'G1:L S1:1 S2:1 | S1:2 K1:A1 | K1:A2 G1:N';

// contact numbers of delay blocks: EN 50005, from memory
describe('blocks on a contactor', () => {
  it('on delay: its contacts follow the others late, and fall back with them', () => {
    const closed = closedAt('contactor-3-on-delay', { delayS: 10 }, [1000, 30_000], ONE_COIL);
    expect(closed(5000, '13-14', '55-56', '67-68')).toEqual(['13-14', '55-56']);
    expect(closed(12_000, '13-14', '55-56', '67-68')).toEqual(['13-14', '67-68']);
    expect(closed(30_500, '13-14', '55-56', '67-68')).toEqual(['55-56']);
  });
  it('a call that is shorter than the delay moves nothing of it', () => {
    const closed = closedAt('contactor-3-on-delay', { delayS: 10 }, [1000, 7000], ONE_COIL);
    for (const atMs of [5000, 8000, 12_000, 40_000]) expect(closed(atMs, '67-68')).toEqual([]);
  });
  it('off delay: its contacts move at once, and stay for a while without any supply', () => {
    const closed = closedAt('contactor-3-off-delay', { delayS: 10 }, [1000, 20_000], ONE_COIL);
    expect(closed(2000, '13-14', '57-58', '65-66')).toEqual(['13-14', '57-58']);
    expect(closed(25_000, '13-14', '57-58', '65-66')).toEqual(['57-58']);
    expect(closed(31_000, '13-14', '57-58', '65-66')).toEqual(['65-66']);
  });
  it('overlapping: both are closed for a moment as it comes in', () => {
    const closed = closedAt('contactor-3-overlap', {}, [1000, 20_000], ONE_COIL);
    expect(closed(500, '17-18', '25-26')).toEqual(['25-26']);
    // the armature takes 18 ms, the late contact 5 ms more
    expect(closed(1020, '17-18', '25-26')).toEqual(['17-18', '25-26']);
    expect(closed(1030, '17-18', '25-26')).toEqual(['17-18']);
  });
  it('latched: it stays in when the call has gone, until its own coil is pulsed', () => {
    const closed = closedAt('contactor-3-latched', {}, [1000, 1300], `${ONE_COIL} | S2:2 K1:E1 | K1:E2 G1:N`);
    expect(closed(1200, 'L1-T1', 'L3-T3')).toEqual(['L1-T1', 'L3-T3']);
    expect(closed(50_000, 'L1-T1', 'L3-T3')).toEqual(['L1-T1', 'L3-T3']);
  });
  it('latched: a pulse on E1 lets it go', () => {
    const wires = `G1:L S1:1 S2:1 | S1:2 K1:E1 | S2:2 K1:A1 | K1:A2 G1:N K1:E2`;
    const plan = planNetwork(
      rigged(
        { G1: line(120), S1: ['switch-1', { form: 'NO' }], S2: ['switch-1', { form: 'NO' }], K1: ['contactor-3-latched', COIL] },
        chains(wires),
      ),
    );
    const turn = (tag: string, atMs: number, is: boolean) => ({ atMs, device: `d${tag}` as never, input: 'on', on: is });
    const log = [
      { atMs: 0, power: 'on' } as const,
      ...[turn('S1', 0, false), turn('S2', 0, false), turn('S2', 1000, true), turn('S2', 1300, false)],
      ...[turn('S1', 9000, true), turn('S1', 9300, false)],
    ];
    const trace = runLog(createRig(plan), log, { untilMs: 20_000 });
    const pole = plan.parts.find(({ part }) => part.id === 'L1-T1')!;
    expect([8000, 12_000].map((atMs) => modeAt(frameAt(trace, atMs).moment, pole))).toEqual(['closed', 'open']);
  });
});
