import type { Circuit } from '#core/circuit';
import type { FamilyName } from '#core/devices';
import { rigged } from './rigged';

export type Devices = Record<string, readonly [family: FamilyName, nameplate: Record<string, number | string>]>;

export const SUPPLY = ['supply-3ph-wye', { volts: 400, hz: '50' }] as const;
export const COIL = { coilKind: 'AC', coilV: 230, coilHz: '50', inrushVa: 70, sealedVa: 8 } as const;
export const K = ['contactor-3-1no', { ...COIL, motorA: 25, mostV: 690 }] as const;
export const M = ['motor-3ph', { volts: 400, runA: 5 }] as const;
export const HEATER = ['heater', { volts: 230, watts: 1000 }] as const;
export const SWITCH = ['switch-1', { form: 'NO' }] as const;

export const three = (from: string, to: string): string => [1, 2, 3].map((line) => `${from}${line} ${to}${line}`).join(' | ');
export const motor = (from: string, to: string): string => `${from}:T1 ${to}:U | ${from}:T2 ${to}:V | ${from}:T3 ${to}:W`;
/** The same with two lines exchanged. */
export const turned = (from: string, to: string): string => `${from}:T1 ${to}:W | ${from}:T2 ${to}:V | ${from}:T3 ${to}:U`;

/** What a tag that is not among the devices stands for: a stop, a start, a selector of a coil. */
const BY_TAG: readonly (readonly [start: string, device: Devices[string]])[] = [
  ['SA', ['push-button', { form: 'NC' }]],
  ['SB', ['push-button', { form: 'NO' }]],
  ['SK', SWITCH],
];

/** Power on a supply of three phases, G1 unless another is given, its wires as `G1:L1 K1:L1 | …`. */
export function powered(devices: Devices, ...wires: readonly string[]): Circuit {
  const pairs = wires.flatMap((some) => some.split(' | ').map((pair) => pair.split(' ') as [string, string]));
  const named = new Set(pairs.flat().map((end) => end.split(':')[0] ?? ''));
  const buttons = [...named].flatMap((tag): [string, Devices[string]][] =>
    BY_TAG.flatMap(([start, device]): [string, Devices[string]][] => (tag.startsWith(start) ? [[tag, device]] : [])),
  );
  return rigged({ G1: SUPPLY, ...devices, ...Object.fromEntries(buttons) }, pairs);
}
