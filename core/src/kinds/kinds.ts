import { capacitor } from './capacitor';
import { capacitorMotor } from './capacitorMotor';
import { coil } from './coil';
import { contact } from './contact';
import { controller } from './controller';
import { delayBlock } from './delayBlock';
import { diode } from './diode';
import { drive } from './drive';
import { electronics } from './electronics';
import { floating, positioner } from './floating';
import { fuse } from './fuse';
import type { Kind } from './kind';
import { load, load3 } from './load';
import { midValve } from './midValve';
import { ampRelay, monitor3 } from './monitor';
import { motor } from './motor';
import { motor3 } from './motor3';
import { shuntRelease, undervoltage } from './release';
import { safety } from './safety';
import { sensor } from './sensor';
import { dcOutput, join, source } from './source';
import { startThermistor } from './startThermistor';
import { step } from './step';
import { tapMotor } from './tapMotor';
import { seriesTimer, timer } from './timer';
import { transformer } from './transformer';
import { transmitter } from './transmitter';
import { travel } from './travel';
import { twoSpeedMotor } from './twoSpeedMotor';
import { voltRelay } from './voltRelay';

/** Every kind of part. A new kind is a file and a line here. */
export const KINDS = {
  source,
  'dc-output': dcOutput,
  transformer,
  contact,
  fuse,
  join,
  coil,
  'series-timer': seriesTimer,
  timer,
  step,
  'delay-block': delayBlock,
  'amp-relay': ampRelay,
  'volt-relay': voltRelay,
  undervoltage,
  'shunt-release': shuntRelease,
  monitor3,
  electronics,
  controller,
  safety,
  sensor,
  transmitter,
  travel,
  floating,
  'mid-valve': midValve,
  positioner,
  motor,
  motor3,
  'two-speed-motor': twoSpeedMotor,
  'tap-motor': tapMotor,
  'capacitor-motor': capacitorMotor,
  capacitor,
  'start-thermistor': startThermistor,
  diode,
  load,
  load3,
  drive,
} as const;

type Kinds = typeof KINDS;
export type PartKind = keyof Kinds;

/** What a kind's record says of its parts, modes, faults and sights. */
export type PartOf<K extends PartKind> = Kinds[K] extends Kind<infer P, infer _M, infer _V, infer _F, infer _S> ? P : never;
export type ModeOf<K extends PartKind> = Kinds[K]['modes'][number];
export type FaultOf<K extends PartKind> = Kinds[K]['faults'][number]['mode'];

/** What a device is made of, electrically. */
export type Part = { [K in PartKind]: PartOf<K> }[PartKind];

/** A record as whoever loops over kinds sees it: one kind's functions, asked with that kind's own parts. */
export type AnyKind = Kind<Part, string, string, string, string>;

/** The record of a part's kind. */
export const recordOf = (part: Part): AnyKind => KINDS[part.kind] as AnyKind;

/** Narrows planned parts to one kind. */
export const isKind =
  <K extends PartKind>(kind: K) =>
  <T extends { readonly part: Part }>(planned: T): planned is T & { readonly part: PartOf<K> } =>
    planned.part.kind === kind;
