import { type Circuit, type ConductorId, spellTerminal } from '#core/circuit';
import type { Calls } from '#core/explore';
import type { PlannedPart } from '#core/graph';
import type { NetworkPlan } from '#core/network';
import { amps, ohms, volts } from '#core/units';
import type {
  Between,
  ChangeSet,
  DeadReading,
  Harm,
  HarmMet,
  Hop,
  LiveStage,
  Mishap,
  Rehearsed,
  Shown,
  StillLive,
  VariantFigures,
  WireClass,
  WiringDoubt,
} from '#core/wiring';
import { tellCalls } from './calls';
import { tellChange } from './events';
import { listed, spellEnds, tagOf } from './points';

/** `open line` for what lets nothing through, else ohms. */
export const tellOhms = (value: number): string => (Number.isFinite(value) ? ohms(value) : 'open line');

const numberOf = (circuit: Circuit, id: ConductorId): string => circuit.conductors[id]?.number || spellEnds(circuit, id);

/** What a hand did wrong: `Y1:L and Y1:1 exchanged (cores 1 and 4 of W1)`. */
function tellMishap(circuit: Circuit, { how, ends, wires, cable }: Mishap): string {
  const places = ends.map((end) => spellTerminal(circuit, end));
  const cores = wires.map((id) => circuit.conductors[id]?.core).filter((core): core is number => typeof core === 'number');
  const of = cable && cores.length > 0 ? ` (${cores.length > 1 ? 'cores' : 'core'} ${listed(cores.map(String))} of ${cable})` : '';
  return how === 'lost' ? `${places[0]} not landed${of}` : `${listed(places)} ${how}${of}`;
}

/** Something that hurts, in one sentence. */
export function tellHarm(circuit: Circuit, harm: Harm): string {
  const tag = tagOf(circuit, harm.device);
  switch (harm.code) {
    case 'short': {
      const way = harm.through.map((id) => (id.startsWith('w') ? `wire ${numberOf(circuit, id as ConductorId)}` : tagOf(circuit, id)));
      return `${tag} is short-circuited${way.length > 0 && way.length < 8 ? `, through ${listed(way)}` : ''}.`;
    }
    case 'volt-free':
      return harm.volts > 50
        ? `The volt-free input of ${tag} stands at ${volts(harm.volts)} to earth.`
        : `${amps(harm.amps)} flow into the volt-free input of ${tag} and do not come back through its pair.`;
    case 'mains on extra-low':
      return `${spellTerminal(circuit, harm.at)} stands at ${volts(harm.volts)} to earth; what is there is made for extra-low volts.`;
    case 'over its volts':
      return `${tag} gets ${volts(harm.volts)} and is made for ${volts(harm.ratedV)}.`;
    case 'opens':
      return `${tag} opens.`;
    case 'live metal':
      return `The metal of ${tag} stands at ${volts(harm.volts)} to earth. Whoever touches it is in the circuit.`;
    case 'earth carries':
      return `The protective conductor of ${tag} carries ${amps(harm.amps)}: open it, and the metal is live.`;
    case 'not earthed':
      return `No protective conductor reaches ${tag}: the first fault of its insulation makes its metal live.`;
    case 'tied':
      return `Metal ties the volt-free input of ${tag} to another supply’s return: with that return lost, its volts come in.`;
    case 'bypassed':
      return `${tag} is bridged: it opens, and nothing is opened.`;
  }
}

/** When it is met: as soon as something is called, or after something else has moved. */
function tellWhen(plan: NetworkPlan, calls: Calls, first: HarmMet | undefined): string {
  const state = tellCalls(plan.circuit, calls);
  const when = calls.length === 0 ? 'as the power comes on' : `with ${state}`;
  const change = first?.met.after;
  const planned: PlannedPart | undefined = change && plan.parts[change.part];
  return change && planned ? `${when}, once ${tellChange(planned, change).replace(/[.:].*$/, '')}` : when;
}

/** What is seen first: `TC1 calling for heat: Y1 and E1 stay off`. Nothing where only a meter or a hand would find it. */
function tellShown(circuit: Circuit, { calls, on, off, sooner }: Shown): string | null {
  const said = [
    ...(on.length > 0 ? [`${listed(on)} ${on.length > 1 ? 'come' : 'comes'} on and should not`] : []),
    ...(off.length > 0 ? [`${listed(off)} ${off.length > 1 ? 'stay' : 'stays'} off and should not`] : []),
    ...(sooner.length > 0 ? [`${listed(sooner)} ${sooner.length > 1 ? 'come' : 'comes'} on without the delay`] : []),
  ];
  return said.length === 0 ? null : `${calls.length === 0 ? 'As the power comes on' : tellCalls(circuit, calls)}: ${said.join('; ')}.`;
}

/** How a reading before power tells a mishap. */
const tellDeadReading = (circuit: Circuit, { red, black, should, is }: DeadReading): string =>
  `${spellTerminal(circuit, red)} to ${spellTerminal(circuit, black)}, isolated: ${tellOhms(is)} instead of ${tellOhms(should)}.`;

/** What a mishap comes to, when, what is seen of it first, and the reading before power that tells it. */
export interface RehearsedWords {
  readonly mishap: string;
  readonly verdict: 'danger' | 'look' | 'good' | 'cannot-clear';
  readonly word: string;
  readonly says: string;
  readonly first: string | null;
  readonly tells: string | null;
}

const OUTCOMES = {
  immediate: { verdict: 'danger', word: 'at once' },
  latent: { verdict: 'danger', word: 'latent' },
  shows: { verdict: 'look', word: 'shows' },
  harmless: { verdict: 'good', word: 'harmless' },
} as const;

const NOT_CLEARED = { verdict: 'cannot-clear', word: 'cannot clear' } as const;

/** A rehearsed mishap in words. @param plan of the circuit as it should be */
export function tellRehearsed(plan: NetworkPlan, { mishap, outcome, first, ways, tells, statesSeen, untried }: Rehearsed): RehearsedWords {
  const { circuit } = plan;
  const isLeft = outcome === 'harmless' && untried > 0;
  const { verdict, word } = isLeft ? NOT_CLEARED : OUTCOMES[outcome];
  const isWaiting = (harm: Harm): boolean => harm.code === 'not earthed' || harm.code === 'tied' || harm.code === 'bypassed';
  const waits = ways.every(({ harms }) => harms.every(({ harm }) => isWaiting(harm)));
  const told = ways.map(({ calls, harms }) => {
    const hurting = harms.filter(({ harm }) => !isWaiting(harm));
    return `${tellWhen(plan, calls, hurting[0])}: ${hurting
      .slice(0, 2)
      .map(({ harm }) => tellHarm(circuit, harm))
      .join(' ')}`;
  });
  const says =
    outcome === 'harmless'
      ? `Nothing differs in ${statesSeen} ${statesSeen === 1 ? 'state' : 'states'}${isLeft ? `; ${untried} further were not tried` : ''}.`
      : outcome === 'shows'
        ? 'It does not hurt; it works wrong.'
        : waits
          ? `Nothing shows. ${ways[0]?.harms.map(({ harm }) => tellHarm(circuit, harm)).join(' ') ?? ''}`
          : outcome === 'immediate'
            ? `It hurts ${told[0] ?? ''}`
            : `It waits, and hurts ${told.join(' Or ')}`;
  return {
    mishap: tellMishap(circuit, mishap),
    verdict,
    word,
    says,
    first: first ? tellShown(circuit, first) : null,
    tells: tells ? tellDeadReading(circuit, tells) : null,
  };
}

/** `230 V, returns`, `24 V AC`: what a wire is by its volts. */
export function tellWireClass({ is, isReturn, isDc, mostV }: WireClass): string {
  if (is === 'earth') return 'protective conductor';
  const kind = is === 'mains' ? 'mains' : 'extra-low';
  return `${kind}${isDc ? ' DC' : ''}${isReturn ? ', return' : `, ${volts(mostV)}`}`;
}

/** What is looked for in a step with the power on. */
export function tellLiveStage(circuit: Circuit, stage: LiveStage): { readonly asks: string; readonly expects: string } {
  const power = stage.power === 'control' ? 'Control on' : 'All on';
  if (stage.code === 'volts')
    return {
      asks: `${power}: ${stage.mode === 'vdc' ? 'V DC' : 'V AC'} from ${spellTerminal(circuit, stage.red)} to ${spellTerminal(circuit, stage.black)}`,
      expects: volts(stage.volts),
    };
  return {
    asks: `${power}: ${tellCalls(circuit, stage.calls)}`,
    expects: `${listed(stage.comesOn)} ${stage.comesOn.length > 1 ? 'come' : 'comes'} on, nothing else`,
  };
}

/** A doubt about the wiring: what it is, and what to do. */
export function tellWiringDoubt(circuit: Circuit, doubt: WiringDoubt): { readonly title: string; readonly remedy: string } {
  const wires = listed([...new Set(doubt.wires.map((id) => `wire ${numberOf(circuit, id)}`))]);
  const [first] = doubt.wires;
  switch (doubt.code) {
    case 'no protective conductor':
      return {
        title: `No protective conductor reaches ${tagOf(circuit, doubt.device ?? '')}`,
        remedy: 'Land one on its PE terminal, from the earth bar, before anything else.',
      };
    case 'crowded':
      return {
        title: `${doubt.ends} ends on ${spellTerminal(circuit, doubt.at)}`,
        remedy: `Such a terminal takes ${doubt.most} unless its maker says more. Use a strip, a jumper bar or a twin ferrule that is made for it.`,
      };
    case 'colour':
      return {
        title: `${first ? spellEnds(circuit, first) : wires} is ${doubt.colour}`,
        remedy: `${doubt.use === 'earth' ? 'A protective conductor' : doubt.use === 'neutral' ? 'A neutral' : 'A live conductor'} is ${doubt.wanted}.`,
      };
    case 'insulation':
      return {
        title: `Wire ${first ? numberOf(circuit, first) : '?'} is insulated for ${volts(doubt.insulationV)} and meets ${volts(doubt.volts)}`,
        remedy: 'Take wire that is insulated for the highest volts beside it.',
      };
    case 'loose and live':
      return {
        title: `The loose end of wire ${first ? numberOf(circuit, first) : '?'} stands at ${volts(doubt.volts)}`,
        remedy: 'Cap it, or park it on a dead stud; take its other end off when nothing needs it.',
      };
    case 'supplies joined':
      return {
        title: `${listed([tagOf(circuit, doubt.device ?? ''), ...doubt.others.map((id) => tagOf(circuit, id))])} are joined at their hot ends`,
        remedy:
          'Two supplies that meet feed each other when one is off, and fight when they are out of phase. Part them; where one circuit must start another, by a relay.',
      };
    case 'contact joins supplies':
      return {
        title: `A contact of ${tagOf(circuit, doubt.device ?? '')} has ${listed(doubt.others.map((id) => tagOf(circuit, id)))} on its two sides`,
        remedy: 'Closed, it makes one supply of two; opened for work, one side stays live. Feed it from one, or put a relay between.',
      };
    case 'shared neutral':
      return {
        title: `The lines of ${listed(doubt.guards.map((id) => tagOf(circuit, id)))} in ${doubt.cable} come back on one neutral`,
        remedy:
          'With one of them off the neutral still carries the other, and opened it puts their loads in series. A neutral for each, or one handle that opens all of them.',
      };
    case 'line apart from return':
      return {
        title: `The cores of ${doubt.cable} carry ${amps(doubt.amps)} more one way than the other`,
        remedy: 'Bring the return of each circuit back in the same cable as its line.',
      };
    case 'one number, two potentials':
      return {
        title: `Number ${doubt.number} stands on two potentials`,
        remedy: 'Give one of them another number: the next person takes one number for one point.',
      };
  }
}

/** Where a terminal that is still live gets its volts. */
export const tellStillLive = (circuit: Circuit, { from, through, volts: is, isDc }: StillLive): string =>
  `${volts(is)}${isDc ? ' DC' : ''}${from ? ` from ${tagOf(circuit, from)}` : ', from nothing that can be followed'}${through ? `, through ${tagOf(circuit, through)}` : ''}`;

/** A change set as lines to take to the panel. */
export function tellChangeSet(
  before: Circuit,
  after: Circuit,
  set: ChangeSet,
): readonly { readonly deed: 'take out' | 'put in' | 'move' | 'change'; readonly words: string }[] {
  const wire = (circuit: Circuit, id: ConductorId): string => `wire ${circuit.conductors[id]?.number ?? '?'}, ${spellEnds(circuit, id)}`;
  const end = (circuit: Circuit, at: Circuit['conductors'][string]['ends'][number]): string =>
    at ? spellTerminal(circuit, at) : 'a loose end';
  return [
    ...set.removed.map(({ id }) => ({ deed: 'take out' as const, words: wire(before, id) })),
    ...set.devicesOut.map(({ tag, title }) => ({ deed: 'take out' as const, words: `${tag}, ${title}` })),
    ...set.devicesIn.map(({ tag, title }) => ({ deed: 'put in' as const, words: `${tag}, ${title}` })),
    ...set.devicesChanged.map(({ is, was, fields }) => ({
      deed: 'change' as const,
      words: `${is.tag}: ${fields.map((field) => `${field} ${String(was.nameplate[field]?.value ?? '–')} → ${String(is.nameplate[field]?.value ?? '–')}`).join(', ')}`,
    })),
    ...set.changed.flatMap(({ was, is, moved, facts }) => [
      ...moved.map((side) => ({
        deed: 'move' as const,
        words: `wire ${is.number}: from ${end(before, was.ends[side])} to ${end(after, is.ends[side])}`,
      })),
      ...(facts.length > 0 ? [{ deed: 'change' as const, words: `wire ${is.number}: ${facts.join(', ')}` }] : []),
    ]),
    ...set.added.map(({ id }) => ({ deed: 'put in' as const, words: wire(after, id) })),
  ];
}

/** One step of a wire that is followed: by what, and to where. */
export function tellHop(circuit: Circuit, { from, to, by }: Hop): string {
  const device = 'wire' in by ? undefined : tagOf(circuit, by.halvesOf);
  if ('halvesOf' in by) return `${device}: from ${spellTerminal(circuit, from)} to its other half ${to ? spellTerminal(circuit, to) : ''}`;
  const wire = circuit.conductors[by.wire];
  const cable = wire?.cable ? circuit.cables[wire.cable]?.tag : undefined;
  const said = `wire ${numberOf(circuit, by.wire)}${wire?.colour ? `, ${wire.colour}` : ''}${cable ? `, in ${cable}` : ''}`;
  return to ? `${said}: to ${spellTerminal(circuit, to)}` : `${said}: its other end is loose`;
}

/** Whether two points are one, and by what. */
export function tellBetween(circuit: Circuit, a: string, b: string, { is, byEarth, passed }: Between): string {
  const steps = passed.map((one) => ('wire' in one ? `wire ${numberOf(circuit, one.wire)}` : tagOf(circuit, one.device)));
  const way = steps.filter((step, index) => step !== steps[index - 1]).join(' – ');
  const earth = byEarth ? ' by way of earth' : '';
  const named = (as: string): string =>
    listed([...new Set(passed.flatMap((one) => ('as' in one && one.as === as ? [tagOf(circuit, one.device)] : [])))]);
  const contacts = new Set(passed.flatMap((one) => ('as' in one && one.as === 'contact' ? [one.device] : []))).size;
  switch (is) {
    case 'one node':
      return way === '' ? `${a} and ${b} are one point.` : `${a} and ${b} share a node${earth}: ${way}.`;
    case 'contacts':
      return `${a} and ${b} share a node while ${named('contact')} ${contacts > 1 ? 'let' : 'lets'} through${earth}: ${way}.`;
    case 'loads':
      return `${a} and ${b} share no node; the nearest way between them leads through ${named('load')}${earth}: ${way}.`;
    case 'supplies':
      return `${a} and ${b} share no node; they hang on the two sides of ${named('supply')}${earth}: ${way}.`;
    case 'none':
      return `${a} and ${b} share nothing: no wire, contact, load or earth leads from one to the other. The core of a transformer and the capacitance of cables count as none.`;
  }
}

/** What two ways of building a circuit are held against each other by. */
export const VARIANT_FIGURES = [
  ['devices', 'devices'],
  ['conductors', 'conductors'],
  ['coilVa', 'VA of its coils, held'],
  ['mixedTerminals', 'extra-low terminals on a strip that carries mains'],
  ['immediate', 'likely mishaps that hurt at once'],
  ['latent', 'likely mishaps that are latent'],
  ['onVoltFree', 'of those, another supply on a volt-free input'],
] as const satisfies readonly (readonly [keyof VariantFigures, string])[];
