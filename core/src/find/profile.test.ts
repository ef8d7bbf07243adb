import { describe, expect, it } from 'vitest';
import { type Circuit, spellPoint } from '#core/circuit';
import { planNetwork } from '#core/network';
import { ODD } from '../testing/odd';
import { rigged } from '../testing/rigged';
import { profilePoints } from './index';

const coil = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 10, sealedVa: 5 } as const;
const wayThrough = (circuit: Circuit, tag: string) => {
  const plan = planNetwork(circuit);
  const part = plan.parts.find(({ device, part: own }) => device.tag === tag && own.kind === 'coil')!;
  const profile = profilePoints(plan, part.index);
  return profile && { points: profile.points.map((one) => spellPoint(circuit, one)), reference: spellPoint(circuit, profile.reference) };
};
const behind = (devices: Parameters<typeof rigged>[0], wires: [string, string][]) =>
  wayThrough(rigged({ G1: ['supply-1ph', { volts: 24, hz: '60' }], K1: ['contactor-1', coil], ...devices }, wires), 'K1');

describe('the way of the volts through a coil, from the source and back', () => {
  it.each([
    ['A1 on the hot side', 'A1', 'A2'],
    ['A2 on the hot side', 'A2', 'A1'],
  ])('%s: the hot side comes first, whichever end it is', (_name, hot, back) => {
    expect(
      behind({ S1: ['push-button', {}] }, [
        ['G1:L', 'S1:1'],
        ['S1:2', `K1:${hot}`],
        [`K1:${back}`, 'G1:N'],
      ]),
    ).toEqual({
      points: ['G1:L', 'S1:1', 'S1:2', `K1:${hot}`, `K1:${back}`, 'G1:N'],
      reference: 'G1:N',
    });
  });
  it('a switch in the return is on the way too', () =>
    expect(
      behind({ F1: ['thermostat-two-wire', {}] }, [
        ['G1:L', 'K1:A1'],
        ['K1:A2', 'F1:1'],
        ['F1:2', 'G1:N'],
      ])?.points,
    ).toEqual(['G1:L', 'K1:A1', 'K1:A2', 'F1:1', 'F1:2', 'G1:N']));
  it('of two ways the shorter one is walked', () =>
    expect(
      behind({ S1: ['push-button', {}], S2: ['push-button', {}], S3: ['push-button', {}] }, [
        ['G1:L', 'S1:1'],
        ['S1:2', 'S2:1'],
        ['S2:2', 'K1:A1'],
        ['G1:L', 'S3:1'],
        ['S3:2', 'K1:A1'],
        ['K1:A2', 'G1:N'],
      ])?.points,
    ).toEqual(['G1:L', 'S3:1', 'S3:2', 'K1:A1', 'K1:A2', 'G1:N']));
  it('another load is no way: what stands behind one has but its return', () =>
    expect(
      behind({ H1: ['lamp', { volts: 24, watts: 2 }] }, [
        ['G1:L', 'H1:1'],
        ['H1:2', 'K1:A1'],
        ['K1:A2', 'G1:N'],
      ])?.points,
    ).toEqual(['K1:A2', 'G1:N']));
  it('a coil that hangs on nothing has none', () => expect(behind({}, [])).toBeUndefined());
  it('with two transformers each coil is walked from its own', () => {
    expect(wayThrough(ODD.twoTransformers!, 'K1')?.points[0]).toBe('T1:R');
    expect(wayThrough(ODD.twoTransformers!, 'K2')?.points.slice(0, 3)).toEqual(['T2:R', 'F2:1', 'F2:2']);
  });
});
