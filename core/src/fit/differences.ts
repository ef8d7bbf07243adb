import type { Circuit, Device } from '#core/circuit';
import { type FieldName, familyOf, knowing, loneDevice, partsOf, type StockPart } from '#core/devices';
import type { Exploration } from '#core/explore';
import { partNamed } from '#core/graph';
import type { Coil, Part } from '#core/kinds';
import type { Verdict } from '#core/size';
import { at } from '#core/units';
import type { Deeds } from './deeds';
import type { Mapping } from './mapping';
import { coilInUse } from './place';
import { countPoles, type PoleCount } from './poles';

type Value = number | string | undefined;

/** One line of the two nameplates side by side, and of what the circuit does with either. */
export type Difference = { readonly verdict: Verdict } & (
  | { readonly code: 'deeds'; readonly deeds: Deeds; readonly worked: boolean; readonly isPartly: boolean }
  | { readonly code: 'deeds not known' }
  | {
      readonly code: 'coil';
      readonly was: Coil | undefined;
      readonly is: Coil | undefined;
      /** where they differ: the most volts that are there, over the rated volts of the new one */
      readonly gets: { readonly volts: number; readonly ratio: number } | undefined;
    }
  | { readonly code: 'coil VA'; readonly was: CoilVa; readonly is: CoilVa }
  | {
      readonly code: 'poles';
      readonly was: PoleCount;
      readonly is: PoleCount;
      /** loads that stay tied to the line because a pole is a bar */
      readonly bar: { readonly stayTied: readonly string[] } | undefined;
      readonly missing: readonly { readonly common: string; readonly throw: string | undefined }[];
    }
  | {
      readonly code: 'field';
      readonly field: FieldName;
      readonly label: string;
      readonly unit: string;
      readonly was: Value;
      readonly is: Value;
      readonly note: 'less' | 'waits' | 'no gold' | undefined;
    }
  | { readonly code: 'pins'; readonly moved: Mapping['moved'] }
  | { readonly code: 'no place'; readonly marks: readonly string[] }
);

interface CoilVa {
  readonly inrushVa: number;
  readonly sealedVa: number;
}

/** Whether a line tells a difference; the others show that the two are alike. */
export function isTelling(line: Difference): boolean {
  switch (line.code) {
    case 'deeds':
      return line.deeds.lost.length + line.deeds.gained.length + line.deeds.unasked.length > 0 || line.isPartly;
    case 'coil':
      return line.gets !== undefined;
    case 'poles':
      return line.bar !== undefined || line.missing.length > 0 || hasMore(line);
    case 'field':
      return line.note !== undefined;
    case 'coil VA':
      return false;
    case 'deeds not known':
    case 'pins':
    case 'no place':
      return true;
  }
}

/** More contacts than before: harmless, and worth telling. */
export const hasMore = ({ was, is }: { readonly was: PoleCount; readonly is: PoleCount }): boolean =>
  is.power + is.control > was.power + was.control;

/** Seconds that a device takes: what comes to rest is the same, the way there is not. */
const TIMES: readonly FieldName[] = ['delayS', 'onDelayS', 'offDelayS', 'bootS', 'openS', 'closeS'];
/** Ratings of which less is worth telling. */
const RATINGS: readonly FieldName[] = ['motorA', 'lockedA', 'resistiveA', 'ac3A', 'lampA', 'mostV', 'breaksA', 'carryA', 'va'];
const SHOWN: readonly FieldName[] = [
  ...TIMES,
  'form',
  'motorA',
  'lockedA',
  'resistiveA',
  'ac3A',
  'lampA',
  'pilotCode',
  'auxiliaryCode',
  'surface',
  'mostV',
  'breaksA',
  'carryA',
  'va',
  'primaryV',
  'ratingA',
  'curve',
  'settingA',
  'volts',
  'watts',
  'base',
];

/** The two nameplates line by line: coil, poles, each rating, auxiliaries, pins. */
export function differencesOf(device: Device, part: StockPart, mapping: Mapping, before: Exploration): Difference[] {
  const circuit = knowing(before.plan.circuit, part);
  const old = partsOf(device, circuit);
  const lone = loneDevice(part);
  return [
    ...coilLines(device, old, mapping, before),
    ...poleLine(device, old, partsOf(lone, circuit), mapping, before),
    ...fieldLines(device, lone, circuit),
    ...(mapping.moved.length > 0 ? [{ code: 'pins' as const, verdict: 'look' as const, moved: mapping.moved }] : []),
    ...(mapping.lost.length > 0 ? [{ code: 'no place' as const, verdict: 'danger' as const, marks: mapping.lost }] : []),
  ];
}

const isAlike = (a: Coil | undefined, b: Coil | undefined): boolean =>
  a !== undefined &&
  b !== undefined &&
  (['ratedV', 'ratedHighV', 'current', 'hz', 'plus', 'pulseOnly', 'halves'] as const).every((name) => a[name] === b[name]);

function coilLines(device: Device, old: readonly Part[], { coil }: Mapping, before: Exploration): Difference[] {
  const was = old.find((one): one is Coil => one.kind === 'coil');
  if (!was && !coil) return [];
  const planned = coilInUse(before.plan, device.id);
  const volts = (planned && before.coils.get(planned.index)?.highest.volts) || undefined;
  const gets = !isAlike(was, coil) && coil?.ratedV !== undefined && volts !== undefined ? { volts, ratio: volts / coil.ratedV } : undefined;
  const line: Difference = { code: 'coil', verdict: coil || !was ? 'good' : 'danger', was, is: coil, gets };
  return was && coil ? [line, { code: 'coil VA', verdict: 'good', was, is: coil }] : [line];
}

function poleLine(device: Device, old: readonly Part[], parts: readonly Part[], { poles }: Mapping, before: Exploration): Difference[] {
  const [was, is] = [countPoles(old), countPoles(parts)];
  if ([was, is].every(({ power, bars, control }) => power + bars + control === 0)) return [];
  const bar = poles.find((pole) => pole.was.kind === 'contact' && pole.is?.kind === 'bar');
  const missing = poles.filter((pole) => !pole.is).map(({ was: { common, no, nc } }) => ({ common, throw: no ?? nc }));
  return [
    {
      code: 'poles',
      verdict: missing.length > 0 || bar ? 'danger' : 'good',
      was,
      is,
      bar: bar && { stayTied: [...new Set(bar.was.contacts.flatMap(({ id }) => servedBy(before, device, id)))] },
      missing,
    },
  ];
}

function fieldLines(device: Device, lone: Device, circuit: Circuit): Difference[] {
  const families = [lone, device].map((one) => familyOf(one, circuit));
  const enteredIn = (one: Device, name: FieldName): Value => one.nameplate[name]?.value ?? undefined;
  return SHOWN.filter((name) => device.nameplate[name] !== undefined || lone.nameplate[name] !== undefined).map((field): Difference => {
    const facts = families.map(({ fields }) => fields[field]).find(Boolean);
    const [was, is] = [enteredIn(device, field), enteredIn(lone, field)];
    const isLess = typeof was === 'number' && typeof is === 'number' && is < was && RATINGS.includes(field);
    const waits = TIMES.includes(field) && was !== is;
    const isBare = field === 'surface' && was === 'gold' && is !== 'gold';
    return {
      code: 'field',
      verdict: waits || isBare ? 'look' : 'good',
      field,
      label: facts?.label ?? field,
      unit: facts?.unit ?? '',
      was,
      is,
      note: isLess ? 'less' : waits ? 'waits' : isBare ? 'no gold' : undefined,
    };
  });
}

function servedBy({ plan, contacts }: Exploration, device: Device, contact: string): string[] {
  const planned = partNamed(plan, device.id, contact);
  return (planned && contacts.get(planned.index)?.serves.map(({ part }) => at(plan.parts, part).device.tag)) ?? [];
}
