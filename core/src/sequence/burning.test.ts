import { describe, expect, it } from 'vitest';
import type { LogEntry } from '#core/circuit';
import { planNetwork } from '#core/network';
import { demo, on, powered } from '../testing/demo';
import { edited, set } from '../testing/edits';
import { dev } from '../testing/ids';
import { createRig, frameAt, runLog, whyNotOn } from './index';

/** The zone circuit's relay with a coil for other volts, called for from the first moment. */
function called(coilV: number, { wrecks = true, fault = undefined as string | undefined, more = [] as LogEntry[] } = {}) {
  const plan = planNetwork(edited(demo('L1B'), set('dK1', 'coilV', coilV)));
  const rig = createRig(plan, fault ? [{ device: dev('dK1'), part: 'coil', mode: fault }] : [], { wrecks });
  const trace = runLog(rig, [powered, on('TC1', 'heating'), ...more]);
  const moves = trace.changes.flatMap(({ atMs, part, to }) => {
    const planned = plan.parts[part]!;
    return planned.device.id === 'dK1' && planned.part.kind === 'coil' ? [{ to, atS: atMs / 1000 }] : [];
  });
  return {
    plan,
    rig,
    trace,
    moves,
    pulledS: moves.find(({ to }) => to === 'in')?.atS ?? 0,
    burntS: moves.find(({ to }) => to === 'burnt')?.atS,
  };
}

/** From cold: the copper's heat by the square of its amps, failing at 2.5 times what its own amps bring, warming in 300 s. Common practice. */
const lasts = (heat: number): number => -300 * Math.log(1 - 2.5 / heat);

describe('what is overheated is wrecked in its time', () => {
  it.each([
    // twice its volts: four times its heat
    [115, 4],
    // 1.8 times its volts
    [128, (231 / 128) ** 2],
  ])('a coil of %i V on 231 V', (coilV, heat) => {
    const { burntS, pulledS } = called(coilV);
    expect(burntS! - pulledS).toBeGreaterThan(lasts(heat) * 0.9);
    expect(burntS! - pulledS).toBeLessThan(lasts(heat) * 1.1);
  });
  it('its own volts, and half as much again, it bears', () => {
    expect(called(230).burntS).toBeUndefined();
    expect(called(160).burntS).toBeUndefined();
  });
  it('an armature that does not close burns its AC coil by its in-rush', () => {
    const { burntS } = called(230, { fault: 'jammed' });
    expect(burntS).toBeGreaterThan(10);
    expect(burntS).toBeLessThan(3600);
  });
  it('what it held lets go, the plate says why, and a new one works as long again', () => {
    const first = called(115);
    const after = first.burntS! * 1000 + 60_000;
    const coil = first.plan.partsIn(dev('dK1')).find(({ part }) => part.kind === 'coil')!;
    expect(first.moves.map(({ to }) => to)).toEqual(['in', 'burnt']);
    expect(frameAt(first.trace, after).due).toEqual([]);
    const again = called(115, { more: [{ atMs: after, replaced: dev('dK1') }] });
    expect(again.moves.map(({ to }) => to)).toEqual(['in', 'burnt', 'in', 'burnt']);
    expect(whyNotOn(first.rig, frameAt(first.trace, after), coil.index, after)).toBeDefined();
  });
  it('states that are judged, and suspects, are left whole', () => expect(called(115, { wrecks: false }).burntS).toBeUndefined());
});
