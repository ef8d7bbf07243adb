import type { Circuit } from '#core/circuit';
import { COIL, HEATER, K, M, motor, powered, three } from './powerRig';

const LAMPS = ['lamp-row', { volts: 230, watts: 50, count: 5 }] as const;

/** Start and stop with a seal, from a point to the way back. */
const starter = (tag: string, from: string, back = 'G1:N'): string => {
  const [stop, start] = [`SA${tag}`, `SB${tag}`];
  return `${from} ${stop}:1 | ${stop}:2 ${start}:1 | ${start}:2 ${tag}:A1 | ${start}:1 ${tag}:13 | ${tag}:14 ${tag}:A1 | ${tag}:A2 ${back}`;
};

/** Circuits whose control is taken from inside their power, or that lie between supplies or in a loop that a device feeds itself. */
export const DRAWN_TAPS: Readonly<Record<string, Circuit>> = {
  'control behind the main contactor': powered(
    { K0: K, K1: K, M1: M },
    three('G1:L', 'K0:L'),
    three('K0:T', 'K1:L'),
    motor('K1', 'M1'),
    starter('K0', 'G1:L1'),
    starter('K1', 'K0:T1'),
  ),
  'control behind each motor switch': powered(
    { Q1: ['motor-breaker', {}], Q2: ['motor-breaker', {}], K1: K, K2: K, M1: M, M2: M },
    three('G1:L', 'Q1:L'),
    three('G1:L', 'Q2:L'),
    three('Q1:T', 'K1:L'),
    three('Q2:T', 'K2:L'),
    motor('K1', 'M1'),
    motor('K2', 'M2'),
    starter('K1', 'Q1:T1'),
    starter('K2', 'Q2:T1'),
  ),
  'control behind one motor switch, its trip contact first': powered(
    { Q1: ['motor-breaker', {}], K1: K, M1: M },
    three('G1:L', 'Q1:L'),
    three('Q1:T', 'K1:L'),
    motor('K1', 'M1'),
    'Q1:T1 Q1:95',
    starter('K1', 'Q1:96'),
  ),
  'a lamp from a motor line to neutral': powered(
    { K1: K, M1: M, H1: ['lamp', { volts: 230, watts: 2 }] },
    three('G1:L', 'K1:L'),
    motor('K1', 'M1'),
    starter('K1', 'G1:L1'),
    'K1:T1 H1:1 | H1:2 G1:N',
  ),
  'an hour meter and a brake across motor lines': powered(
    {
      K1: K,
      M1: M,
      P1: ['hour-meter', { volts: 400, watts: 2 }],
      Y1: ['solenoid-valve', { ...COIL, coilV: 400 }],
    },
    three('G1:L', 'K1:L'),
    motor('K1', 'M1'),
    starter('K1', 'G1:L1'),
    'K1:T1 P1:1 | K1:T2 P1:2 | M1:V Y1:1 | M1:W Y1:2',
  ),
  'a shunt release called by the stop': powered(
    { Q1: ['breaker-3-shunt', {}], K1: K, M1: M, S9: ['e-stop-2-signal', {}] },
    three('G1:L', 'Q1:L'),
    three('Q1:T', 'K1:L'),
    motor('K1', 'M1'),
    'G1:L1 S9:33 | S9:34 Q1:C1 | Q1:C2 G1:N',
    starter('K1', 'Q1:T1'),
  ),
  'a breaker with one line left off': powered(
    { Q1: ['breaker-3', {}], K1: K, M1: M },
    'G1:L2 Q1:L2 | G1:L3 Q1:L3',
    three('Q1:T', 'K1:L'),
    motor('K1', 'M1'),
    starter('K1', 'Q1:T1'),
  ),
  'thermistors in a motor': powered(
    { K1: K, M1: M, B1: ['motor-thermistors', {}], U1: ['thermistor-relay', { ratedV: 230 }] },
    three('G1:L', 'K1:L'),
    motor('K1', 'M1'),
    'G1:L1 U1:A1 | U1:A2 G1:N | U1:T1 B1:1 | B1:2 U1:T2 | G1:L1 U1:11',
    starter('K1', 'U1:14'),
  ),
  'electrodes in a tank': powered(
    { K1: K, M1: M, B1: ['level-electrodes', {}], U1: ['level-relay', { ratedV: 230 }] },
    three('G1:L', 'K1:L'),
    motor('K1', 'M1'),
    'G1:L1 U1:A1 | U1:A2 G1:N | U1:C B1:C | U1:H B1:H | U1:L B1:L | G1:L1 U1:11 | U1:14 K1:A1 | K1:A2 G1:N',
  ),
  'three heaters in star, the call behind their breaker': powered(
    { Q1: ['breaker-3', {}], K1: K, E1: HEATER, E2: HEATER, E3: HEATER },
    three('G1:L', 'Q1:L'),
    three('Q1:T', 'K1:L'),
    'K1:T1 E1:1 | K1:T2 E2:1 | K1:T3 E3:1 | E1:2 E2:2 | E2:2 E3:2',
    starter('K1', 'Q1:T1'),
  ),
  'three circuits of lamps on one contactor': powered(
    { Q1: ['breaker-1', {}], Q2: ['breaker-1', {}], Q3: ['breaker-1', {}], K1: K, H1: LAMPS, H2: LAMPS, H3: LAMPS },
    'G1:L1 Q1:L1 | G1:L2 Q2:L1 | G1:L3 Q3:L1 | Q1:T1 K1:L1 | Q2:T1 K1:L2 | Q3:T1 K1:L3',
    'K1:T1 H1:1 | K1:T2 H2:1 | K1:T3 H3:1 | H1:2 G1:N | H2:2 G1:N | H3:2 G1:N',
    starter('K1', 'G1:L1'),
  ),
  'two reversing drives, each behind its motor switch': powered(
    { Q1: ['motor-breaker', {}], Q2: ['motor-breaker', {}], K1: K, K2: K, K3: K, K4: K, M1: M, M2: M },
    ...['Q1', 'Q2'].flatMap((guard, index) => {
      const [forth, back, load] = [`K${2 * index + 1}`, `K${2 * index + 2}`, `M${index + 1}`];
      return [
        three('G1:L', `${guard}:L`),
        three(`${guard}:T`, `${forth}:L`),
        three(`${guard}:T`, `${back}:L`),
        motor(forth, load),
        `${back}:T1 ${load}:W | ${back}:T2 ${load}:V | ${back}:T3 ${load}:U`,
        starter(forth, `${guard}:T1`),
        starter(back, `${guard}:T1`),
      ];
    }),
  ),
  'a coil between two secondaries': powered(
    {
      T1: ['control-transformer-24', { va: 40, bonded: 'none' }],
      T2: ['control-transformer-24', { va: 40, bonded: 'none' }],
      S1: ['thermostat-two-wire', {}],
      K1: ['contactor-1', { ...COIL, coilV: 24 }],
    },
    'G1:L1 T1:208 | G1:N T1:COM | G1:L1 T2:208 | G1:N T2:COM | T1:R S1:1 | S1:2 K1:A1 | K1:A2 T2:C | T1:C T2:C',
  ),
};
