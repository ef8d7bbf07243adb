import type { Circuit, Field } from '#core/circuit';
import { type FamilyName, familyNamed } from '#core/devices';
import { freeTag, tagsIn } from './naming';
import type { Pattern } from './patterns';

/** What is asked of a pattern before it is laid out. */
export interface PatternAnswers {
  /** of the supply, as its plate says: line to neutral, or line to line of three phases */
  readonly supplyV: number;
  readonly hz: 50 | 60;
  /** of each motor or heater */
  readonly loadA: number;
}

/** A pattern as a list of wires for a circuit, with what is known of its devices. */
export interface PatternList {
  readonly text: string;
  readonly kinds: Readonly<Record<string, string>>;
  readonly plates: Readonly<Record<string, Readonly<Record<string, Field>>>>;
  /** tags of contactors with a mechanical interlock between them */
  readonly locked: readonly (readonly [string, string])[];
}

/** A pilot lamp, common practice. */
const LAMP_W = 3;

const said = (value: number | string): Field => ({ value, evidence: 'assumed' });

/** What the answers say of a device: a supply's own volts, and what a coil on it must be for. */
function plateOf(
  family: FamilyName,
  isClosed: boolean,
  { supplyV, hz, loadA, lineV }: PatternAnswers & { readonly lineV: number },
  control: { readonly volts: number; readonly isDirect: boolean },
): Readonly<Record<string, Field>> {
  if (family === 'supply-1ph' || family === 'supply-3ph-wye') return { volts: said(supplyV), hz: said(String(hz)) };
  if (family === 'dc-supply-module') return { inputV: said(lineV), outputV: said(24) };
  if (family === 'control-transformer-24') return { va: said(40) };
  if (family === 'safety-relay') return { ratedV: said(24) };
  if (family === 'zone-valve') return { motorV: said(lineV) };
  if (family === 'motor-3ph' || family === 'motor-6-lead') return { volts: said(supplyV), runA: said(loadA) };
  if (family === 'motor-two-windings') return { volts: said(supplyV), runA: said(loadA), lowA: said(Math.round(loadA * 6) / 10) };
  if (family === 'phase-monitor') return { ratedV: said(supplyV) };
  if (family === 'heat-sequencer') return { ratedV: said(24) };
  if (family === 'timer-star-delta') return { ratedV: said(lineV), onDelayS: said(8), offDelayS: said(0.05) };
  if (family === 'run-on-timer') return { ratedV: said(lineV), offDelayS: said(300) };
  if (family.startsWith('relay-impulse') || family.startsWith('relay-alternating')) return { ratedV: said(control.volts) };
  if (family === 'motor-1ph') return { volts: said(lineV), runA: said(loadA) };
  if (family === 'heater') return { volts: said(lineV), watts: said(Math.round(lineV * loadA)) };
  if (family === 'lamp') return { volts: said(lineV), watts: said(LAMP_W) };
  if (family.startsWith('contactor-') || family.startsWith('relay-') || family === 'solenoid-valve')
    return control.isDirect
      ? { coilKind: said('DC'), coilV: said(control.volts) }
      : { coilKind: said('AC'), coilV: said(control.volts), coilHz: said(String(hz)) };
  if (family === 'push-button') return { form: said(isClosed ? 'NC' : 'NO') };
  return {};
}

/** Devices with a terminal for a protective conductor that the pattern's own wires leave out. */
const metalOf = (kinds: Pattern['kinds'], wires: string): string[] =>
  Object.entries(kinds).flatMap(([tag, family]) =>
    family !== 'earth-bar' && familyNamed(family)?.terminals.includes('PE') && !wires.includes(`${tag}:PE`) ? [tag] : [],
  );

/**
 * Lays a pattern out for a circuit: tags that are taken get the next free one, a supply that is there already is used.
 * What the answers say is assumed until somebody has read it.
 */
export function patternList(
  { kinds: drawn, closed = [], locked = [], wires }: Pattern,
  circuit: Pick<Circuit, 'devices'>,
  answers: PatternAnswers,
): PatternList {
  const bare = metalOf(drawn, wires);
  const kinds: Readonly<Record<string, FamilyName>> = bare.length > 0 ? { ...drawn, PE: 'earth-bar' } : drawn;
  const taken = new Set(tagsIn(circuit));
  const tags = new Map<string, string>();
  for (const [tag, family] of Object.entries(kinds)) {
    const there =
      family.startsWith('supply-') || family === 'earth-bar'
        ? Object.values(circuit.devices).find((one) => one.family === family)
        : undefined;
    const next = there?.tag ?? (taken.has(tag) ? freeTag(taken, /^[A-Z]+/.exec(tag)?.[0] ?? 'X') : tag);
    tags.set(tag, next);
    taken.add(next);
  }
  const lineV = Object.values(kinds).includes('supply-3ph-wye') ? Math.round(answers.supplyV / Math.sqrt(3)) : answers.supplyV;
  // what a coil hangs on is read off its wires: a DC supply, the transformer, else the line
  const supplyOf = (tag: string): { readonly volts: number; readonly isDirect: boolean } => {
    const coil = wires.split('|').find((chain) => new RegExp(`\\b${tag}:A?2\\b`).test(chain)) ?? '';
    if (/\bG2:-/.test(coil)) return { volts: 24, isDirect: true };
    return /\bT1:C\b/.test(coil) ? { volts: 24, isDirect: false } : { volts: lineV, isDirect: false };
  };
  const name = (end: string): string => {
    const [tag = '', mark = ''] = end.split(':');
    return `${tags.get(tag) ?? tag}:${mark}`;
  };
  const lines = wires.split('|').flatMap((chain) => {
    const ends = chain.trim().split(/\s+/);
    return ends.slice(1).map((end, index) => `${name(ends[index] ?? '')} ${name(end)}`);
  });
  // what has metal that may become live is earthed first of all
  const green = answers.hz === 50 ? 'green-yellow' : 'green';
  const earths = bare.map((tag) => `PE ${name('PE:PE')} ${name(`${tag}:PE`)} ${green}`);
  return {
    text: [...earths, ...lines].join('\n'),
    kinds: Object.fromEntries(Object.entries(kinds).map(([tag, family]) => [tags.get(tag) ?? tag, family])),
    locked: locked.map(([a, b]) => [tags.get(a) ?? a, tags.get(b) ?? b]),
    plates: Object.fromEntries(
      Object.entries(kinds).map(([tag, family]) => [
        tags.get(tag) ?? tag,
        plateOf(family, closed.includes(tag), { ...answers, lineV }, supplyOf(tag)),
      ]),
    ),
  };
}
