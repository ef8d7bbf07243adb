import { describe, expect, it } from 'vitest';
import { applyChanges, type Circuit, type DeviceId, type EditChange, validateCircuit } from '#core/circuit';
import { catalogue } from '#core/devices';
import { explore } from '#core/explore';
import { DEMO, demo } from '../testing/demo';
import { edited, set } from '../testing/edits';
import { checkStudy, studyOf } from './index';
import type { TogetherTold } from './rules/runsTogether';

const id = (circuit: Circuit, tag: string): DeviceId => Object.values(circuit.devices).find((one) => one.tag === tag)!.id;

function said(circuit: Circuit) {
  return checkStudy(studyOf(circuit, explore(circuit)))
    .filter(({ rule }) => rule === 'runs-together')
    .map(({ verdict, told, calls }) => ({ verdict, told: told as TogetherTold, called: calls?.length ?? 0 }));
}

const ruled = (circuit: Circuit, a: string, b: string, to: 'never' | 'only-with' | 'may'): Circuit =>
  edited(circuit, { type: 'setPair', a: id(circuit, a), b: id(circuit, b), to });

/** The crankcase heater of the condensing unit as if it were a heater that needs air. */
const withWatts = (watts: number): Circuit => edited(demo('Q1'), set(id(demo('Q1'), 'EH1'), 'watts', watts));

/** Takes a wire off at both ends. */
const off = (circuit: Circuit, number: string): Circuit =>
  edited(
    circuit,
    ...Object.values(circuit.conductors)
      .filter((wire) => wire.number === number)
      .map((wire): EditChange => ({ type: 'moveEnd', conductor: wire.id, end: 0, to: null })),
  );

describe('what a person says of two devices is held in every state that is tried', () => {
  it.each([
    // both duct heater stages are called by the second stage
    ['Q2', 'E1', 'E2', 'never', 'never, and do'],
    // the duct fan is on whenever a stage is
    ['Q2', 'E1', 'M1', 'only-with', undefined],
    ['Q2', 'E1', 'M1', 'never', 'never, and do'],
    // the fan starts without the heater
    ['Q1', 'M3', 'M1', 'only-with', 'only with, and does without'],
    ['Q1', 'M1', 'M3', 'may', undefined],
    // two tanks of one plant, each with a thermostat of its own
    ['Q6', 'E1', 'E2', 'never', 'never, and do'],
  ] as const)('%s: %s and %s, %s', (name, a, b, rule, code) => {
    const found = said(ruled(demo(name), a, b, rule));
    expect(found.map(({ verdict, told }) => [verdict, told])).toEqual(code ? [['danger', { code, a, b }]] : []);
  });
  it('heat without air is a danger once the fan is cut from it', () => {
    const circuit = ruled(demo('Q2'), 'E1', 'M1', 'only-with');
    const fanWires = Object.values(circuit.conductors).filter(({ ends }) => ends.some((end) => end?.startsWith(`${id(circuit, 'M1')}:1`)));
    expect(fanWires.length).toBeGreaterThan(0);
    const cut = fanWires.reduce((now, { number }) => off(now, number), circuit);
    expect(said(cut)).toEqual([{ verdict: 'danger', told: { code: 'only with, and does without', a: 'E1', b: 'M1' }, called: 1 }]);
  });
  it('of a device that is gone nothing is held, and that is told', () => {
    const circuit = ruled(demo('Q1'), 'M1', 'EH1', 'never');
    const { [id(circuit, 'EH1')]: _gone, ...devices } = circuit.devices;
    const conductors = Object.fromEntries(
      Object.entries(circuit.conductors).filter(([, { ends }]) => !ends.some((end) => end?.startsWith(`${id(circuit, 'EH1')}:`))),
    );
    expect(said({ ...circuit, devices, conductors } as Circuit).map(({ verdict }) => verdict)).toEqual(['cannot-clear']);
  });
});

describe('where nobody has said, it is asked', () => {
  it('of heat that is on with the compressor or without a fan, and no more once it is answered', () => {
    const asks = said(withWatts(2000));
    expect(asks.map(({ verdict, told }) => [verdict, told.code, told.a])).toContainEqual(['look', 'ask only with', 'EH1']);
    const answered = asks.reduce((circuit, { told }) => ruled(circuit, told.a, told.b, 'may'), withWatts(2000));
    expect(said(answered)).toEqual([]);
  });
  it.each(DEMO)('%s is asked nothing', (name) => {
    expect(said(demo(name))).toEqual([]);
  });
});

describe('saying it is an edit', () => {
  it('is undone by its inverse, and replaces what was said before', () => {
    const circuit = ruled(demo('Q2'), 'E1', 'E2', 'never');
    const applied = applyChanges(circuit, [{ type: 'setPair', a: id(circuit, 'E1'), b: id(circuit, 'E2'), to: 'may' }]);
    if (!applied.ok) throw new Error('refused');
    expect(applied.value.circuit.pairs).toEqual([{ a: id(circuit, 'E1'), b: id(circuit, 'E2'), rule: 'may' }]);
    expect(edited(applied.value.circuit, ...applied.value.inverse)).toEqual(circuit);
    expect(validateCircuit(circuit, catalogue)).toEqual([]);
  });
  it.each([
    ['one device twice', 'E1', 'E1', 'one-device'],
    ['a device that is gone', 'E1', 'nowhere', 'gone'],
  ])('%s is refused', (_, a, b, code) => {
    const circuit = demo('Q2');
    const other = b === 'nowhere' ? ('dnowhere' as DeviceId) : id(circuit, b);
    const refused = applyChanges(circuit, [{ type: 'setPair', a: id(circuit, a), b: other, to: 'never' }]);
    expect(refused.ok ? undefined : refused.problems[0]!.code).toBe(code);
  });
});
