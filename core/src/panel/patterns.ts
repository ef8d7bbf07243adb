import type { FamilyName } from '#core/devices';

/** A circuit that the trade wires again and again: its wires, what each device is, and what is to be said of it. */
export interface Pattern {
  readonly name: string;
  readonly title: string;
  /** what it does, and what to mind */
  readonly about: string;
  /** kinds by the tags that the wires use */
  readonly kinds: Readonly<Record<string, FamilyName>>;
  /** switches that rest closed */
  readonly closed?: readonly string[];
  /** chains of terminals, each wired end to end */
  readonly wires: string;
}

const poles = (from: string, to: string, isOut = true): string =>
  [1, 2, 3].map((n) => `${from}:${isOut ? 'T' : 'L'}${n} ${to}:L${n}`).join(' | ');
const toMotor = (from: string, motor: string): string => `${from}:T1 ${motor}:U | ${from}:T2 ${motor}:V | ${from}:T3 ${motor}:W`;

/** Patterns of the trade. Common practice; which of them a place asks for, its codes say. */
export const PATTERNS: readonly Pattern[] = [
  {
    name: 'start-stop',
    title: 'Start and stop with a seal-in',
    about:
      'The start button makes the coil, its own contact holds it, the stop breaks it. After a loss of power it stays off until started.',
    kinds: { G1: 'supply-1ph', S1: 'push-button', S2: 'push-button', K1: 'contactor-3-aux', M1: 'motor-1ph' },
    closed: ['S1'],
    wires: 'G1:L S1:1 | S1:2 S2:1 K1:13 | S2:2 K1:14 K1:A1 | K1:A2 G1:N | G1:L K1:L1 | K1:T1 M1:1 | M1:2 G1:N',
  },
  {
    name: 'two-places',
    title: 'Start and stop from two places',
    about: 'Stops in series, starts beside one another and beside the seal-in.',
    kinds: { G1: 'supply-1ph', S1: 'push-button', S2: 'push-button', S3: 'push-button', S4: 'push-button', K1: 'contactor-3-aux' },
    closed: ['S1', 'S2'],
    wires: 'G1:L S1:1 | S1:2 S2:1 | S2:2 S3:1 S4:1 K1:13 | S3:2 S4:2 K1:14 K1:A1 | K1:A2 G1:N',
  },
  {
    name: 'jog',
    title: 'Run and jog',
    about: 'A relay seals in for running; the jog button makes the contactor past it and holds nothing.',
    kinds: { G1: 'supply-1ph', S1: 'push-button', S2: 'push-button', S3: 'push-button', K1: 'contactor-1', K2: 'contactor-3-aux' },
    closed: ['S1'],
    wires: 'G1:L S1:1 | S1:2 S2:1 K2:13 S3:1 K2:43 | S2:2 K2:14 K2:A1 | S3:2 K2:44 K1:A1 | K1:A2 K2:A2 G1:N',
  },
  {
    name: 'motor-starter',
    title: 'Three-phase starter with overload',
    about: 'Breaker, contactor, overload, motor; the overload’s contact before the coil, so that a trip drops it.',
    kinds: {
      G1: 'supply-3ph-wye',
      F1: 'breaker-3',
      K1: 'contactor-3-aux',
      OL1: 'overload-relay',
      M1: 'motor-3ph',
      S1: 'push-button',
      S2: 'push-button',
    },
    closed: ['S1'],
    wires: `${poles('G1', 'F1', false)} | ${poles('F1', 'K1')} | ${poles('K1', 'OL1')} | ${toMotor('OL1', 'M1')} | F1:T1 S1:1 | S1:2 S2:1 K1:13 | S2:2 K1:14 OL1:95 | OL1:96 K1:A1 | K1:A2 G1:N`,
  },
  {
    name: 'reversing',
    title: 'Reversing with interlocks',
    about: 'Two contactors exchange two phases; each coil waits for the other’s break contact. A mechanical interlock belongs beside it.',
    kinds: {
      G1: 'supply-3ph-wye',
      F1: 'breaker-3',
      K1: 'contactor-3-aux',
      K2: 'contactor-3-aux',
      OL1: 'overload-relay',
      M1: 'motor-3ph',
      S1: 'push-button',
      S2: 'push-button',
      S3: 'push-button',
    },
    closed: ['S1'],
    wires: `${poles('G1', 'F1', false)} | ${poles('F1', 'K1')} | F1:T1 K2:L3 | F1:T2 K2:L2 | F1:T3 K2:L1 | ${poles('K1', 'OL1')} | ${poles('K2', 'OL1')} | ${toMotor('OL1', 'M1')} | F1:T1 S1:1 | S1:2 OL1:95 | OL1:96 S2:1 S3:1 K1:13 K2:13 | S2:2 K1:14 K2:21 | K2:22 K1:A1 | S3:2 K2:14 K1:21 | K1:22 K2:A1 | K1:A2 K2:A2 G1:N`,
  },
  {
    name: 'in-sequence',
    title: 'The second motor after the first',
    about: 'A contact of the first contactor makes the second coil: the second runs only while the first does.',
    kinds: {
      G1: 'supply-3ph-wye',
      F1: 'breaker-3',
      K1: 'contactor-3-aux',
      K2: 'contactor-3',
      M1: 'motor-3ph',
      M2: 'motor-3ph',
      S1: 'push-button',
      S2: 'push-button',
    },
    closed: ['S1'],
    wires: `${poles('G1', 'F1', false)} | ${poles('F1', 'K1')} | ${poles('F1', 'K2')} | ${toMotor('K1', 'M1')} | ${toMotor('K2', 'M2')} | F1:T1 S1:1 | S1:2 S2:1 K1:13 | S2:2 K1:14 K1:A1 K1:43 | K1:44 K2:A1 | K1:A2 K2:A2 G1:N`,
  },
  {
    name: 'hand-off-auto',
    title: 'Hand, off and automatic',
    about: 'In hand the coil is made at once, in automatic by the float.',
    kinds: { G1: 'supply-1ph', S1: 'hand-off-auto', B1: 'float-switch', K1: 'contactor-1', M1: 'motor-1ph' },
    wires: 'G1:L S1:1 S1:3 | S1:2 K1:A1 | S1:4 B1:1 | B1:2 K1:A1 | K1:A2 G1:N | G1:L K1:L1 | K1:T1 M1:1 | M1:2 G1:N',
  },
  {
    name: 'called-by-thermostat',
    title: 'A load called on 24 V',
    about: 'A transformer with a fuse, a thermostat, a 24 V coil; one side of the secondary is bonded.',
    kinds: {
      G1: 'supply-1ph',
      T1: 'control-transformer-24',
      F1: 'fuse-1',
      S1: 'thermostat-two-wire',
      K1: 'contactor-1',
      M1: 'motor-1ph',
      PE: 'earth-bar',
    },
    wires: 'G1:L T1:120 K1:L1 | T1:COM G1:N | T1:R F1:1 | F1:2 S1:1 | S1:2 K1:A1 | K1:A2 T1:C | T1:C PE:PE | K1:T1 M1:1 | M1:2 G1:N',
  },
  {
    name: 'three-calls',
    title: 'A thermostat of three calls',
    about: 'Cooling, fan and heat each make a relay of their own; the thermostat has its own common.',
    kinds: {
      G1: 'supply-1ph',
      T1: 'control-transformer-24',
      F1: 'fuse-1',
      TC1: 'thermostat-powered',
      K1: 'relay-interface-1',
      K2: 'relay-interface-1',
      K3: 'relay-interface-1',
      PE: 'earth-bar',
    },
    wires:
      'G1:L T1:120 | T1:COM G1:N | T1:R F1:1 | F1:2 TC1:R | TC1:Y K1:A1 | TC1:G K2:A1 | TC1:W K3:A1 | K1:A2 K2:A2 K3:A2 TC1:C T1:C | T1:C PE:PE',
  },
  {
    name: 'zone-valves',
    title: 'Two zone valves call one pump',
    about: 'Each thermostat opens its valve; the end switches beside one another make the pump’s coil.',
    kinds: {
      G1: 'supply-1ph',
      S1: 'thermostat-two-wire',
      S2: 'thermostat-two-wire',
      Y1: 'zone-valve',
      Y2: 'zone-valve',
      K1: 'contactor-1',
      M1: 'motor-1ph',
    },
    wires:
      'G1:L S1:1 S2:1 Y1:1 Y2:1 K1:L1 | S1:2 Y1:L | S2:2 Y2:L | Y1:N Y2:N G1:N | Y1:2 Y2:2 K1:A1 | K1:A2 G1:N | K1:T1 M1:1 | M1:2 G1:N',
  },
  {
    name: 'limit-chain',
    title: 'A chain of limits before one coil',
    about: 'Every limit that opens drops the coil; they stand on its hot side.',
    kinds: {
      G1: 'supply-1ph',
      S1: 'thermostat-two-wire',
      B1: 'temperature-limit',
      B2: 'temperature-limit',
      B3: 'pressure-switch-high',
      K1: 'contactor-2',
      E1: 'heater',
    },
    wires: 'G1:L S1:1 | S1:2 B1:1 | B1:2 B2:1 | B2:2 B3:1 | B3:2 K1:A1 | K1:A2 G1:N | G1:L K1:L1 | G1:N K1:L2 | K1:T1 E1:1 | K1:T2 E1:2',
  },
  {
    name: 'pump-down',
    title: 'Refrigeration with pump-down',
    about: 'The thermostat works the valve alone; the low-pressure switch runs the compressor until the side is pumped down.',
    kinds: {
      G1: 'supply-1ph',
      S1: 'thermostat-two-wire',
      Y1: 'solenoid-valve',
      B1: 'pressure-switch-low',
      B2: 'pressure-switch-high',
      K1: 'contactor-2',
      M1: 'motor-1ph',
    },
    wires: 'G1:L S1:1 B1:1 K1:L1 | S1:2 Y1:1 | Y1:2 G1:N | B1:2 B2:1 | B2:2 K1:A1 | K1:A2 G1:N | K1:T1 M1:1 | M1:2 G1:N',
  },
  {
    name: 'interposed',
    title: 'A weak output through a relay',
    about: 'A 24 V DC relay stands between what calls and the coil that is called.',
    kinds: { G1: 'supply-1ph', G2: 'dc-supply-module', S1: 'push-button', K1: 'relay-interface-1', K2: 'contactor-1', M1: 'motor-1ph' },
    wires: 'G1:L G2:L K1:11 K2:L1 | G1:N G2:N | G2:+ S1:1 | S1:2 K1:A1 | K1:A2 G2:- | K1:14 K2:A1 | K2:A2 G1:N | K2:T1 M1:1 | M1:2 G1:N',
  },
  {
    name: 'fan-with-delay',
    title: 'A fan that starts late and runs on',
    about: 'The call reaches the fan through a timer of its own.',
    kinds: {
      G1: 'supply-1ph',
      T1: 'control-transformer-24',
      S1: 'thermostat-two-wire',
      DT1: 'fan-timer',
      M1: 'motor-1ph',
      PE: 'earth-bar',
    },
    wires: 'G1:L T1:120 DT1:COM | T1:COM G1:N | T1:R S1:1 DT1:R | S1:2 DT1:W | DT1:C T1:C | T1:C PE:PE | DT1:NO M1:1 | M1:2 G1:N',
  },
  {
    name: 'two-channel-stop',
    title: 'A stop of two channels, reset by hand',
    about: 'Two contacts of one stop, each in its own loop; two contactors in the load, whose break contacts are read before a reset.',
    kinds: {
      G1: 'supply-1ph',
      G2: 'dc-supply-module',
      A1: 'safety-relay',
      S1: 'push-button',
      S2: 'push-button',
      S3: 'push-button',
      K1: 'contactor-3-aux',
      K2: 'contactor-3-aux',
      M1: 'motor-1ph',
    },
    closed: ['S1', 'S2'],
    wires:
      'G1:L G2:L K1:L1 | G1:N G2:N | G2:+ A1:A1 A1:13 A1:23 | G2:- A1:A2 K1:A2 K2:A2 | A1:S11 S1:1 | S1:2 A1:S12 | A1:S21 S2:1 | S2:2 A1:S22 | A1:S33 S3:1 | S3:2 K1:21 | K1:22 K2:21 | K2:22 A1:S34 | A1:14 K1:A1 | A1:24 K2:A1 | K1:T1 K2:L1 | K2:T1 M1:1 | M1:2 G1:N',
  },
  {
    name: 'first-up-alarm',
    title: 'Alarms that stay until they are reset',
    about: 'Each alarm seals itself in with its lamp; one reset breaks them all.',
    kinds: {
      G1: 'supply-1ph',
      S1: 'push-button',
      B1: 'pressure-switch-high',
      B2: 'float-switch',
      K1: 'contactor-3-aux',
      K2: 'contactor-3-aux',
      H1: 'lamp',
      H2: 'lamp',
    },
    closed: ['S1'],
    wires: 'G1:L S1:1 B1:1 B2:1 | S1:2 K1:13 K2:13 | B1:2 K1:14 K1:A1 H1:1 | B2:2 K2:14 K2:A1 H2:1 | K1:A2 K2:A2 H1:2 H2:2 G1:N',
  },
];
