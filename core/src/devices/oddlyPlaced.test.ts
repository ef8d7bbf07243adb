import { expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { checkStudy, studyOf } from '../check';
import { moved, without } from '../testing/edits';
import { PLACED } from '../testing/placed';
import { chains, line, rigged } from '../testing/rigged';
import type { FamilyName } from './families';

type Devices = Parameters<typeof rigged>[0];

const M1 = ['compressor-capacitor', { volts: 240, runA: 6, lockedA: 30, microFarads: 20 }] as const;
const C1 = ['capacitor-run', { microFarads: 20, ratedV: 440 }] as const;
const S1 = ['switch-1', { form: 'NO', dcCode: 'Q300' }] as const;
const DRIVE = ['drive-motor', { volts: 480, runA: 10 }] as const;
const THREE = ['supply-3ph-wye', { volts: 480, hz: '60' }] as const;
const FLOATING = ['actuator-floating', { motorV: 24, mostV: 250 }] as const;

const made = (devices: Record<string, readonly [FamilyName, Record<string, number | string>]>, wires: string) =>
  rigged(devices as Devices, chains(wires));

// wired wrongly, on other volts, or left half: each is told, and none of them is sound
it.each<[string, Circuit, string]>([
  ['R and S exchanged', made({ G1: line(240), M1, C1 }, 'G1:L M1:S C1:1 | C1:2 M1:R | M1:C G1:N'), 'motor-run:dM1:protector danger'],
  ['R and C exchanged', made({ G1: line(240), M1, C1 }, 'G1:L M1:C C1:1 | C1:2 M1:S | M1:R G1:N'), 'motor-run:dM1:protector danger'],
  ['S joined to R', made({ G1: line(240), M1 }, 'G1:L M1:R M1:S | M1:C G1:N'), 'motor-run:dM1:start held danger'],
  ['half of its volts', made({ G1: line(120), M1, C1 }, 'G1:L M1:R C1:1 | C1:2 M1:S | M1:C G1:N'), 'motor-run:dM1:protector danger'],
  [
    'a capacitor of 370 V on 277',
    made({ G1: line(277), M1, C1: ['capacitor-run', { microFarads: 20, ratedV: 370 }] }, 'G1:L M1:R C1:1 | C1:2 M1:S | M1:C G1:N'),
    'load-volts:dC1 danger',
  ],
  [
    'a start capacitor that stays in',
    made({ G1: line(240), M1, C1: ['capacitor-start', { startMicroFarads: 60, ratedV: 330 }] }, 'G1:L M1:R C1:1 | C1:2 M1:S | M1:C G1:N'),
    'motor-run:dM1:start held danger',
  ],
  [
    'a diode across an AC coil',
    made(
      {
        G1: line(24),
        F1: ['fuse-1', { ratingA: 2, mostV: 250 }],
        S1,
        K1: ['contactor-1', { coilKind: 'AC', coilV: 24, coilHz: '60' }],
        V1: ['diode-1', { ratedV: 200 }],
      },
      'G1:L F1:1 | F1:2 S1:1 | S1:2 K1:A1 V1:K | V1:A K1:A2 G1:N',
    ),
    'opens-in-service:dF1 danger',
  ],
  [
    'a diode across a DC coil, turned round',
    made(
      {
        G1: ['battery', { volts: 24 }],
        S1,
        K1: ['contactor-1', { coilKind: 'DC', coilV: 24 }],
        V1: ['diode-1', { ratedV: 200 }],
      },
      'G1:+ S1:1 | S1:2 K1:A1 V1:A | V1:K K1:A2 G1:-',
    ),
    'runs-oddly:dV1:A-K turned danger',
  ],
  [
    'a diode in series on AC',
    made(
      { G1: line(24), S1, H1: ['lamp', { volts: 24, watts: 5 }], V1: ['diode-1', { ratedV: 200 }] },
      'G1:L S1:1 | S1:2 V1:A | V1:K H1:1 | H1:2 G1:N',
    ),
    'runs-oddly:dV1:A-K half wave cannot-clear',
  ],
  [
    'a drive on two phases',
    made({ G1: THREE, X: DRIVE }, 'G1:L1 X:L1 | G1:L2 X:L2 | X:24V X:STO X:DI'),
    'runs-oddly:dX:drive never cannot-clear',
  ],
  [
    'safe-off left open',
    made({ G1: THREE, X: DRIVE }, 'G1:L1 X:L1 | G1:L2 X:L2 | G1:L3 X:L3 | X:24V X:DI'),
    'runs-oddly:dX:drive never cannot-clear',
  ],
  [
    'driven both ways',
    made({ G1: line(24), S1, Y1: FLOATING }, 'G1:L S1:1 Y1:2 | S1:2 Y1:3 | Y1:1 G1:N'),
    'runs-oddly:dY1:motor both ways danger',
  ],
  [
    '24 V on 120, by its second lead',
    made({ G1: line(120), S1, Y1: FLOATING }, 'G1:L S1:1 | S1:2 Y1:3 | Y1:1 G1:N'),
    'load-volts:dY1 block',
  ],
  [
    '24 V on a signal of 10',
    made({ G1: line(24), Y1: ['actuator-modulating', { mostV: 250 }] }, 'G1:L Y1:2 Y1:3 | Y1:1 G1:N'),
    'runs-oddly:dY1:motor signal look',
  ],
  [
    'a release behind its own poles',
    moved(PLACED['breaker-1-undervoltage']!({}), 'dX:D1', 'dG1:L1', 'dX:T1'),
    'runs-oddly:dX:release behind danger',
  ],
  ['a release for other volts', PLACED['breaker-1-shunt']!({ ratedV: 24 }), 'load-volts:dX block'],
  ['a soft starter without its supply', without(PLACED['soft-starter']!({}), 'dX:A1'), 'not-known:dM1:windings cannot-clear'],
])('%s', (_name, circuit, finding) => {
  const found = checkStudy(studyOf(circuit, explore(circuit)));
  expect(found.map(({ id, verdict }) => `${id} ${verdict}`)).toContain(finding);
});
