import type { Circuit } from '#core/circuit';
import { familyOf } from '#core/devices';
import { type CircuitPlan, partNamed } from '#core/graph';
import type { Part } from '#core/kinds';
import type { Hindrance } from '#core/sequence';
import { span } from '#core/units';
import { listed, tagOf } from './points';

type OfPart = Extract<Hindrance, { part: string }>;

interface At {
  readonly tag: string;
  readonly part: Part | undefined;
}

const WORDS: { readonly [C in OfPart['code']]: (at: At) => string } = {
  waits: ({ tag }) => `Waits for ${tag}.`,
  'no volts to time with': ({ tag }) => `${tag} gets no volts to time with.`,
  'never passes': ({ tag }) => `${tag} never passes.`,
  'starting up': ({ tag }) => `${tag} is starting up.`,
  blank: ({ tag }) => `${tag} is blank: it has no volts of its own.`,
  'not calling': ({ tag, part }) => `${tag} is not calling on ${part && 'b' in part ? part.b : '?'}.`,
  open: ({ tag }) => `${tag} is open.`,
  'not pressed': ({ tag }) => `${tag} is not pressed.`,
  'not pulled in': ({ tag }) => `${tag} has not pulled in.`,
  'held open': ({ tag, part }) => `${tag} is pulled in and holds ${part?.id ?? '?'} open.`,
  tripped: ({ tag }) => `${tag} has tripped.`,
  'end switch waits': ({ tag }) => `${tag} is not fully open yet: its end switch waits.`,
  blown: ({ tag }) => `${tag} is blown or pulled.`,
  'no output': ({ tag }) => `${tag} gives no volts.`,
  'primary dead': ({ tag }) => `${tag} gives no volts: its primary is dead.`,
  lost: ({ tag }) => `${tag} is lost.`,
  'not switched on': ({ tag, part }) => `${tag}'s program does not switch ${part?.id ?? 'it'} on.`,
  'not released': ({ tag }) => `${tag} has not released its outputs.`,
  'burnt out': ({ tag }) => `${tag}'s coil has burnt open.`,
  off: ({ tag }) => `${tag} is off.`,
};

/** Why something has no volts: `DT1 gets no volts to time with.` */
export function tellHindrance(plan: CircuitPlan, one: Hindrance): string {
  const { circuit } = plan;
  if ('conductor' in one) return `Wire ${wireNumber(circuit, one.conductor)} is open.`;
  if (!('part' in one)) return one.code === 'no source' ? tellNoSource(circuit) : 'No way leads from it to any source and back.';
  return WORDS[one.code]({
    tag: tagOf(circuit, one.device),
    part: partNamed(plan, one.device, one.part)?.part,
  });
}

/** No volts come from anywhere: nothing is there to give them, or nobody has read what it gives. */
function tellNoSource(circuit: CircuitPlan['circuit']): string {
  const supplies = Object.values(circuit.devices).filter((device) => familyOf(device, circuit).is?.system !== undefined);
  return supplies.length === 0
    ? 'There is no source in this circuit.'
    : `What ${listed(supplies.map(({ tag }) => tag))} ${supplies.length === 1 ? 'gives' : 'give'} is not read: enter the volts and hertz that are on the plate.`;
}

/** What is left of a wait, for beside its words: `12 s left.` */
export const tellLeft = (endsAtMs: number, atMs: number): string => `${span(wholeSeconds(Math.max(0, endsAtMs - atMs)))} left.`;

/** A wait is counted down in whole seconds, none before it is over. */
const wholeSeconds = (ms: number): number => (ms < 10_000 ? ms : Math.ceil(ms / 1000) * 1000);

const wireNumber = (circuit: Circuit, id: string): string => circuit.conductors[id]?.number ?? '?';
