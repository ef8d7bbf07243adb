import { describe, expect, it } from 'vitest';
import type { Circuit, DeviceId, EditChange } from '#core/circuit';
import { explore } from '#core/explore';
import { demo } from '../testing/demo';
import { edited, set } from '../testing/edits';
import { checkStudy, studyOf } from './index';
import type { VoltFreeTold } from './rules/voltFree';

const L1A = demo('L1A');
const id = (tag: string): DeviceId => Object.values(L1A.devices).find((one) => one.tag === tag)!.id;
const changed = (...changes: EditChange[]): Circuit => edited(L1A, ...changes);
const earthed = (to: 'no' | 'C2'): EditChange => set(id('E1'), 'earthed', to);
const exchanged = (a: string, b: string): EditChange => ({
  type: 'swapLandings',
  device: id('Y1'),
  marks: [a, b] as Extract<EditChange, { type: 'swapLandings' }>['marks'],
});
const wireAt = (from: string, to: string) =>
  Object.values(L1A.conductors).find(({ ends }) => ends.includes(from as never) && ends.some((end) => end?.startsWith(`${to}:`)))!;

const said = (circuit: Circuit) =>
  checkStudy(studyOf(circuit, explore(circuit)))
    .filter(({ rule }) => rule === 'mains-on-volt-free')
    .map(({ verdict, told, is, calls }) => ({ verdict, code: (told as VoltFreeTold).code, is, calls: JSON.stringify(calls) }));

describe('a volt-free pair', () => {
  it.each(['no', 'C2'] as const)('wired right is not alarmed about, boiler earthed: %s', (to) => {
    expect(said(changed(earthed(to)))).toEqual([]);
  });
  // L and N of the valve's motor against the two ends of its end switch, each exchange with a floating and with an earthed boiler
  it.each([
    ['N', '2', 'no', 'block', 'volts'],
    ['N', '1', 'no', 'block', 'volts'],
    ['L', '1', 'no', 'block', 'volts'],
    ['L', '2', 'no', 'block', 'volts'],
    ['N', '2', 'C2', 'danger', 'leak'],
    ['N', '1', 'C2', 'block', 'volts'],
    ['L', '2', 'C2', 'block', 'volts'],
  ] as const)('with %s and %s exchanged, boiler earthed: %s is a %s by its %s', (a, b, to, verdict, code) => {
    expect(said(changed(exchanged(a, b), earthed(to))).map((one) => [one.verdict, one.code])).toEqual([[verdict, code]]);
  });
  it('the motor of 7.5 VA on 230 V leaks its own amps through the earthed lead', () => {
    const [leak] = said(changed(exchanged('N', '2'), earthed('C2')));
    expect(leak!.is).toBeCloseTo((1000 * 7.5) / 230, 0);
  });
  it('mains that only a hand on the lever lets in is found', () => {
    const fed = wireAt(`${id('Y1')}:L`, id('X1'));
    const switched = wireAt(`${id('Y1')}:2`, id('X1'));
    const end = switched.ends[0]?.startsWith(id('X1')) ? 0 : 1;
    const latent = changed(
      { type: 'moveEnd', conductor: fed.id, end: fed.ends[0]?.startsWith(id('Y1')) ? 0 : 1, to: null },
      { type: 'moveEnd', conductor: switched.id, end, to: `${id('X1')}:1` as never },
    );
    const [found] = said(latent);
    expect([found?.verdict, found?.code, found?.calls.includes('"lever"')]).toEqual(['block', 'volts', true]);
  });
  it('one side on the neutral is told, though nothing happens yet', () => {
    const call = wireAt(`${id('E1')}:C2`, id('X1'));
    const tied = changed({
      type: 'moveEnd',
      conductor: call.id,
      end: call.ends[0]?.startsWith(id('X1')) ? 0 : 1,
      to: `${id('X1')}:2` as never,
    });
    expect(said(tied).map(({ verdict, code }) => [verdict, code])).toEqual([['look', 'tied']]);
  });
});
