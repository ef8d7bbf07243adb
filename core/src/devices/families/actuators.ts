import type { Contact, Part } from '#core/kinds';
import { define, field } from '../family';
import { directFields, directOf } from './switches';

const endFields = {
  endSwitchA: field.typical('End switch', 'A', 3, undefined, 0.1, 10),
  mostV: field.mostV('Rated volts of its end switches'),
  ...directFields,
};

const endSwitch = (
  plate: { certain(name: 'endSwitchA'): number; number(name: 'mostV'): number | undefined } & Parameters<typeof directOf>[0],
  [a, b]: readonly [string, string],
  channel: 'shut' | 'open',
): Contact => ({
  kind: 'contact',
  id: `${a}-${b}`,
  a,
  b,
  form: 'NO',
  mover: { parts: ['motor'], channel },
  duty: 'control',
  symbol: 'end-switch',
  ratings: { resistiveA: plate.certain('endSwitchA'), mostV: plate.number('mostV'), ...directOf(plate) },
});

/** Actuators that stand where they were sent. */
export const actuators = {
  'actuator-floating': define({
    title: 'Actuator, floating, two end switches',
    letter: 'Y',
    group: 'control',
    terminals: ['1', '2', '3', 'S1', 'S2', 'S3', 'S4'],
    inputs: [],
    fields: {
      motorV: field.number('Motor', 'V', 12, 277),
      va: field.typical('Motor', 'VA', 3, undefined, 0.5, 60),
      runS: field.typical('Whole travel in', 's', 95, undefined, 1, 600),
      ...endFields,
    },
    parts: (plate): Part[] => [
      {
        kind: 'floating',
        id: 'motor',
        common: '1',
        opens: '2',
        closes: '3',
        ratedV: plate.number('motorV'),
        va: plate.certain('va'),
        runS: plate.certain('runS'),
      },
      endSwitch(plate, ['S1', 'S2'], 'shut'),
      endSwitch(plate, ['S3', 'S4'], 'open'),
    ],
    source: 'common 1, 2 drives it open, 3 drives it shut; stays on loss, 90 to 150 s: common practice',
  }),
  'actuator-modulating': define({
    title: 'Actuator, 0–10 V, says where it is',
    letter: 'Y',
    group: 'control',
    terminals: ['1', '2', '3', '5', 'S1', 'S2'],
    inputs: [],
    fields: {
      motorV: field.typical('Supply', 'V', 24, undefined, 12, 240),
      va: field.typical('Own use', 'VA', 5, undefined, 0.5, 60),
      signal: field.choice('Signal', ['0–10 V', '2–10 V', '4–20 mA'], '2–10 V'),
      runS: field.typical('Whole travel in', 's', 95, undefined, 1, 600),
      ...endFields,
    },
    parts: (plate): Part[] => [
      {
        kind: 'positioner',
        id: 'motor',
        common: '1',
        supply: '2',
        signal: '3',
        feedback: '5',
        ratedV: plate.certain('motorV'),
        va: plate.certain('va'),
        lowV: plate.text('signal') === '0–10 V' ? 0 : 2,
        highV: 10,
        // 500 Ω make 2 to 10 V of 4 to 20 mA
        signalOhms: plate.text('signal') === '4–20 mA' ? 500 : 100_000,
        runS: plate.certain('runS'),
      },
      endSwitch(plate, ['S1', 'S2'], 'open'),
    ],
    source: 'common 1, supply 2, signal 3, place 5; 100 kΩ, or 500 Ω for 4 to 20 mA: common practice',
  }),
  'transmitter-volts': define({
    title: 'Transmitter, 0–10 V',
    letter: 'B',
    group: 'control',
    terminals: ['1', '2', '3'],
    inputs: [],
    fields: {
      ratedV: field.typical('Supply', 'V', 24, undefined, 12, 48),
      va: field.typical('Own use', 'VA', 1, undefined, 0.05, 20),
      lowAt: field.number('Says 0 V at', '', -1000, 1e6),
      highAt: field.number('Says 10 V at', '', -1000, 1e6),
    },
    parts: (plate): Part[] => [
      {
        kind: 'transmitter',
        id: 'signal',
        common: '1',
        supply: '2',
        signal: '3',
        process: plate.number('lowAt') === undefined || plate.number('lowAt') === plate.number('highAt') ? undefined : plate.reads,
        ratedV: plate.certain('ratedV'),
        va: plate.certain('va'),
        low: plate.number('lowAt') ?? 0,
        high: plate.number('highAt') ?? 1,
      },
    ],
    source: 'common 1, supply 2, signal 3: common practice',
  }),
};
