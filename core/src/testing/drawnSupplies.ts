import type { Circuit } from '#core/circuit';
import type { FamilyName } from '#core/devices';
import { rigged } from './rigged';

type Devices = Record<string, readonly [family: FamilyName, nameplate: Record<string, number | string>]>;

const SUPPLY = ['supply-3ph-wye', { volts: 400, hz: '50' }] as const;
const SINGLE = ['supply-1ph', { volts: 230, hz: '50' }] as const;
const COIL = { coilKind: 'AC', coilV: 230, coilHz: '50', inrushVa: 70, sealedVa: 8 } as const;
const K = ['contactor-3-1no', { ...COIL, motorA: 25, mostV: 690 }] as const;
const M = ['motor-3ph', { volts: 400, runA: 5 }] as const;
const BREAKER = ['breaker-3', {}] as const;
const HEATER = ['heater', { volts: 230, watts: 1000 }] as const;
const FUSE = ['fuse-1', { ratingA: 10 }] as const;
const SWITCH = ['switch-1', { form: 'NO' }] as const;

const three = (from: string, to: string): string => [1, 2, 3].map((line) => `${from}${line} ${to}${line}`).join(' | ');
const motor = (from: string, to: string): string => `${from}:T1 ${to}:U | ${from}:T2 ${to}:V | ${from}:T3 ${to}:W`;
const turned = (from: string, to: string): string => `${from}:T1 ${to}:W | ${from}:T2 ${to}:V | ${from}:T3 ${to}:U`;
/** A coil by a switch, from a line to the way back. */
const coil = (tag: string, from: string, back: string): string => `${from} S${tag}:1 | S${tag}:2 ${tag}:A1 | ${tag}:A2 ${back}`;

function drawn(devices: Devices, ...wires: readonly string[]): Circuit {
  const pairs = wires.flatMap((some) => some.split(' | ').map((pair) => pair.split(' ') as [string, string]));
  const switches = [...new Set(pairs.flat().map((end) => end.split(':')[0] ?? ''))].filter((tag) => tag.startsWith('SK'));
  return rigged({ ...devices, ...Object.fromEntries(switches.map((tag): [string, Devices[string]] => [tag, SWITCH])) }, pairs);
}

/** Circuits of which a part is fed by one supply or another, and one contact that stands in one of three lines. */
export const DRAWN_SUPPLIES: Readonly<Record<string, Circuit>> = {
  'a motor on one of two supplies': drawn(
    { G1: SUPPLY, G2: SUPPLY, K1: K, K2: K, M1: M },
    three('G1:L', 'K1:L'),
    three('G2:L', 'K2:L'),
    motor('K1', 'M1'),
    three('K2:T', 'K1:T'),
    coil('K1', 'G1:L1', 'G1:N'),
    coil('K2', 'G2:L1', 'G2:N'),
  ),
  'a motor on one of two supplies behind their breakers, their neutrals one': drawn(
    { G1: SUPPLY, G2: SUPPLY, Q1: BREAKER, Q2: BREAKER, K1: K, K2: K, M1: M },
    three('G1:L', 'Q1:L'),
    three('G2:L', 'Q2:L'),
    three('Q1:T', 'K1:L'),
    three('Q2:T', 'K2:L'),
    motor('K1', 'M1'),
    three('K2:T', 'K1:T'),
    'G1:N G2:N',
    coil('K1', 'Q1:T1', 'G1:N'),
    coil('K2', 'Q2:T1', 'G2:N'),
  ),
  'a bar on one of two supplies that feeds two motors and its own control': drawn(
    { G1: SUPPLY, G2: SUPPLY, K1: K, K2: K, Q3: BREAKER, Q4: BREAKER, K3: K, K4: K, M1: M, M2: M },
    three('G1:L', 'K1:L'),
    three('G2:L', 'K2:L'),
    three('K1:T', 'K2:T'),
    three('K1:T', 'Q3:L'),
    three('K1:T', 'Q4:L'),
    three('Q3:T', 'K3:L'),
    three('Q4:T', 'K4:L'),
    motor('K3', 'M1'),
    motor('K4', 'M2'),
    'G1:N G2:N',
    coil('K1', 'G1:L1', 'G1:N'),
    coil('K2', 'G2:L1', 'G2:N'),
    coil('K3', 'Q3:T1', 'G1:N'),
    coil('K4', 'Q4:T1', 'G1:N'),
  ),
  'two bars and a tie between them': drawn(
    { G1: SUPPLY, G2: SUPPLY, K1: K, K2: K, K3: K, M1: M, M2: M },
    three('G1:L', 'K1:L'),
    three('G2:L', 'K2:L'),
    three('K1:T', 'K3:L'),
    three('K2:T', 'K3:T'),
    motor('K1', 'M1'),
    motor('K2', 'M2'),
    coil('K1', 'G1:L1', 'G1:N'),
    coil('K2', 'G2:L1', 'G2:N'),
    coil('K3', 'G1:L1', 'G1:N'),
  ),
  'a reversing motor on one of two supplies': drawn(
    { G1: SUPPLY, G2: SUPPLY, K1: K, K2: K, K3: K, K4: K, M1: M },
    three('G1:L', 'K1:L'),
    three('G2:L', 'K2:L'),
    three('K1:T', 'K2:T'),
    three('K1:T', 'K3:L'),
    three('K1:T', 'K4:L'),
    motor('K3', 'M1'),
    turned('K4', 'M1'),
    coil('K1', 'G1:L1', 'G1:N'),
    coil('K2', 'G2:L1', 'G2:N'),
    coil('K3', 'G1:L1', 'G1:N'),
    coil('K4', 'G1:L1', 'G1:N'),
  ),
  'a heater on one of two single-phase supplies': drawn(
    { G1: SINGLE, G2: SINGLE, K1: ['contactor-2', COIL], K2: ['contactor-2', COIL], E1: HEATER },
    'G1:L K1:L1 | G1:N K1:L2 | G2:L K2:L1 | G2:N K2:L2 | K1:T1 E1:1 | K1:T2 E1:2 | K2:T1 E1:1 | K2:T2 E1:2',
    coil('K1', 'G1:L', 'G1:N'),
    coil('K2', 'G2:L', 'G2:N'),
  ),
  'a heater by the changeover of a relay, and the lamp beside it': drawn(
    { G1: SINGLE, G2: SINGLE, K1: ['relay-interface-2', COIL], E1: HEATER, H1: ['lamp', { volts: 230, watts: 2 }] },
    'G1:L K1:14 | G2:L K1:12 | G1:N K1:24 | G2:N K1:22 | K1:11 E1:1 | K1:21 E1:2 | E1:1 H1:1 | E1:2 H1:2',
    coil('K1', 'G1:L', 'G1:N'),
  ),
  'two DC supplies, their ways back one': drawn(
    {
      PE: ['earth-bar', {}],
      G1: ['battery', { volts: 24 }],
      G2: ['battery', { volts: 24 }],
      K1: ['relay-interface-1', { coilKind: 'DC', coilV: 24 }],
      H1: ['lamp', { volts: 24, watts: 2 }],
    },
    'G1:- PE:PE | G1:- G2:- | G1:+ K1:14 | G2:+ K1:12 | K1:11 H1:1 | H1:2 G1:-',
    coil('K1', 'G1:+', 'G1:-'),
  ),
  'a contact in one of three lines before two that reverse': drawn(
    { G1: SUPPLY, Q1: BREAKER, K0: ['contactor-1', COIL], K1: K, K2: K, M1: M },
    three('G1:L', 'Q1:L'),
    'Q1:T1 K0:L1 | K0:T1 K1:L1 | K0:T1 K2:L1 | Q1:T2 K1:L2 | Q1:T2 K2:L2 | Q1:T3 K1:L3 | Q1:T3 K2:L3',
    motor('K1', 'M1'),
    turned('K2', 'M1'),
    ...['K0', 'K1', 'K2'].map((tag) => coil(tag, 'G1:L1', 'G1:N')),
  ),
  'two feeders, a contact in one of three lines of one before two that reverse': drawn(
    { G1: SUPPLY, Q1: BREAKER, Q2: BREAKER, K0: ['contactor-1', COIL], K1: K, K2: K, K3: K, M1: M, M2: M },
    three('G1:L', 'Q1:L'),
    three('G1:L', 'Q2:L'),
    three('Q2:T', 'K3:L'),
    motor('K3', 'M2'),
    'Q1:T1 K0:L1 | K0:T1 K1:L1 | K0:T1 K2:L1 | Q1:T2 K1:L2 | Q1:T2 K2:L2 | Q1:T3 K1:L3 | Q1:T3 K2:L3',
    motor('K1', 'M1'),
    turned('K2', 'M1'),
    ...['K0', 'K1', 'K2', 'K3'].map((tag) => coil(tag, 'G1:L1', 'G1:N')),
  ),
  'three fuses, each by itself, before a motor': drawn(
    { G1: SUPPLY, F1: FUSE, F2: FUSE, F3: FUSE, K1: K, M1: M },
    three('G1:L', 'K1:L'),
    'K1:T1 F1:1 | F1:2 M1:U | K1:T2 F2:1 | F2:2 M1:V | K1:T3 F3:1 | F3:2 M1:W',
    coil('K1', 'G1:L1', 'G1:N'),
  ),
  'three fuses, each by itself, before each of two that reverse, and a switch behind one': drawn(
    { G1: SUPPLY, Q1: BREAKER, F1: FUSE, F2: FUSE, F3: FUSE, S1: SWITCH, K1: K, K2: K, M1: M },
    three('G1:L', 'Q1:L'),
    'Q1:T1 F1:1 | F1:2 K1:L1 | Q1:T2 F2:1 | F2:2 K1:L2 | Q1:T3 F3:1 | F3:2 K1:L3',
    three('Q1:T', 'K2:L'),
    'K1:T1 S1:1 | S1:2 M1:U | K1:T2 M1:V | K1:T3 M1:W',
    turned('K2', 'M1'),
    ...['K1', 'K2'].map((tag) => coil(tag, 'G1:L1', 'G1:N')),
  ),
  'two switches one after the other in one of three lines': drawn(
    { G1: SUPPLY, Q1: BREAKER, S1: SWITCH, S2: SWITCH, K1: K, K2: K, M1: M },
    three('G1:L', 'Q1:L'),
    three('Q1:T', 'K1:L'),
    three('Q1:T', 'K2:L'),
    'K1:T1 S1:1 | S1:2 S2:1 | S2:2 M1:U | K1:T2 M1:V | K1:T3 M1:W',
    turned('K2', 'M1'),
    ...['K1', 'K2'].map((tag) => coil(tag, 'G1:L1', 'G1:N')),
  ),
  'a contact in one of three lines before two motors': drawn(
    { G1: SUPPLY, K0: ['contactor-1', COIL], K1: K, K2: K, M1: M, M2: M },
    'G1:L1 K0:L1 | K0:T1 K1:L1 | K0:T1 K2:L1 | G1:L2 K1:L2 | G1:L2 K2:L2 | G1:L3 K1:L3 | G1:L3 K2:L3',
    motor('K1', 'M1'),
    motor('K2', 'M2'),
    ...['K0', 'K1', 'K2'].map((tag) => coil(tag, 'G1:L1', 'G1:N')),
  ),
};
