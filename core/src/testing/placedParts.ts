import type { Circuit } from '#core/circuit';
import type { FamilyName } from '#core/devices';
import { chains, rigged } from './rigged';

export type Plate = Readonly<Record<string, number | string>>;
export type Devices = Record<string, [family: FamilyName, plate: Plate]>;

/** A part in the place that it is made for, as device X, with everything read that it takes to clear it. */
export type Placed = (plate: Plate) => Circuit;

export const made =
  ([family, plate]: [family: FamilyName, plate: Plate], more: Devices, wires: string): Placed =>
  (other) =>
    rigged({ X: [family, { ...plate, ...other }], ...more }, chains(wires));

export const FUSE: Devices[string] = ['breaker-2', { ratingA: 15, mostV: 240, breaksA: 10_000 }];
export const mains = (volts: number): Devices[string] => [
  'supply-1ph',
  { volts, hz: '60', legOhms: 0.02, legReactanceOhms: 0.01, faultA: 5000 },
];
export const THREE: Devices[string] = ['supply-3ph-wye', { volts: 480, hz: '60', faultA: 5000 }];
export const MOTOR: Plate = { volts: 240, runA: 6, lockedA: 30, microFarads: 20 };
export const RUN_CAPACITOR: Devices[string] = ['capacitor-run', { microFarads: 20, ratedV: 440 }];
export const START_CAPACITOR: Devices[string] = ['capacitor-start', { startMicroFarads: 60, ratedV: 330 }];
export const SWITCH: Devices[string] = ['switch-1', { form: 'NO', dcCode: 'Q300' }];
export const LINES = 'G1:L F1:L1 | G1:N F1:L2';
export const THREE_LINES = 'G1:L1 F1:L1 | G1:L2 F1:L2 | G1:L3 F1:L3';
export const LOW: Devices = { G1: mains(120), T1: ['control-transformer-24', { va: 75, bonded: 'none' }] };
export const LOW_LINES = 'G1:L T1:120 | G1:N T1:COM';
export const DC24: Devices[string] = ['dc-supply-module', { inputV: 120, outputV: 24, outputA: 10, bonded: 'no' }];
