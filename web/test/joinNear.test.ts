import { expect, it } from 'vitest';
import { createDesk, type NearAnswer, type StudyAnswer } from '#core/bench';
import { drain } from '#core/explore';
import { DEFAULT_PRACTICE } from '#core/schools';
import { edited } from '../../core/src/testing/edits';
import { dev } from '../../core/src/testing/ids';
import { unitPanel } from '../../core/src/testing/panel';
import { joinNear } from '../src/bench/joinNear';

const panel = unitPanel(30);
const desk = createDesk();
drain(desk.circuit({ document: panel, practice: DEFAULT_PRACTICE }));
const before = drain(desk.study({}));
drain(
  desk.circuit({
    document: edited(panel, { type: 'setField', device: dev('dT2'), field: 'va', to: { value: 25, evidence: 'print' } }),
    practice: DEFAULT_PRACTICE,
  }),
);
const near = drain(desk.near({ device: dev('dT2') }))!;
const nearCoil = drain(desk.near({ device: dev('dK2') }))!;
const of = ({ coils, poles, transformers }: Pick<StudyAnswer, 'coils' | 'poles' | 'transformers'>) => ({
  coils: coils.map(({ device }) => device),
  poles: poles.map(({ device, contact }) => `${device} ${contact}`),
  transformers: transformers.map(({ device, va }) => `${device} ${va}`),
});

it('what was judged of a device stands where it stood; all else, and what the rules found, is as it was', () => {
  const joined = joinNear(before, near);
  expect(of(joined)).toEqual({
    ...of(before),
    transformers: of(before).transformers.map((one) => (one.startsWith('dT2 ') ? 'dT2 25' : one)),
  });
  expect([joined.coils, joined.findings]).toEqual([before.coils, before.findings]);
  const coilOf = ({ coils }: Pick<StudyAnswer, 'coils'>, id: string) => coils.find(({ device }) => device === dev(id));
  const held = joinNear(before, nearCoil);
  expect(coilOf(held, 'dK2')).toBe(coilOf(nearCoil, 'dK2'));
  expect(coilOf(held, 'dK2')?.pullIn?.volts).toBeLessThan(coilOf(before, 'dK2')?.pullIn?.volts ?? 0);
  expect(coilOf(held, 'dK1')).toBe(coilOf(before, 'dK1'));
});

it('what has gone is gone, what is new comes last', () => {
  const gone: NearAnswer = { ...nearCoil, coils: [], poles: [], transformers: [] };
  expect(of(joinNear(before, gone)).coils).toEqual(of(before).coils.filter((id) => id !== dev('dK2')));
  const added: NearAnswer = { ...nearCoil, device: dev('dK9'), coils: nearCoil.coils.map((coil) => ({ ...coil, device: dev('dK9') })) };
  expect(of(joinNear(before, added)).coils).toEqual([...of(before).coils, dev('dK9')]);
});
