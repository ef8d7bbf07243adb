import {
  type Circuit,
  type Conductor,
  type ConductorId,
  type DeviceId,
  deviceOf,
  looseEnd,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { familyOf } from '#core/devices';
import type { Exploration } from '#core/explore';
import { EARTH_NODE, isWired, joinedTo, tiedByWire } from '#core/graph';
import { type Practice, rulesOf } from '#core/schools';
import type { Verdict } from '#core/size';
import { real } from '#core/units';
import { hotEnds, joiningContacts, sharedNeutrals } from './feeds';
import { type WireClass, wireClasses } from './order';
import { HARM_V } from './watchHarm';

/** What is wrong with how a circuit is wired, whatever its parts are. Words are made elsewhere. */
export type WiringDoubt = {
  readonly verdict: Extract<Verdict, 'danger' | 'look'>;
  readonly wires: readonly ConductorId[];
  readonly device: DeviceId | undefined;
  readonly source: string;
} & (
  | { readonly code: 'no protective conductor' }
  | { readonly code: 'crowded'; readonly at: TerminalId; readonly ends: number; readonly most: number }
  | { readonly code: 'colour'; readonly use: 'earth' | 'neutral' | 'hot'; readonly colour: string; readonly wanted: string }
  | { readonly code: 'insulation'; readonly volts: number; readonly insulationV: number }
  | { readonly code: 'loose and live'; readonly volts: number }
  | { readonly code: 'one number, two potentials'; readonly number: string }
  | { readonly code: 'supplies joined'; readonly others: readonly DeviceId[] }
  | { readonly code: 'contact joins supplies'; readonly others: readonly DeviceId[] }
  | { readonly code: 'shared neutral'; readonly cable: string; readonly guards: readonly DeviceId[] }
  | { readonly code: 'line apart from return'; readonly cable: string; readonly amps: number }
);

/** Ends under one screw unless the maker says more; a strip's way has two sides. Common practice; NEC 110.14(A), from memory. */
const MOST_ENDS = 2;

const GREEN = /^(green|green[-/]yellow|yellow[-/]green|bare)$/i;

/** Colours by use. NEC 200.6, 250.119 and 310.6, from memory; IEC 60445, IEC 60204-1 13.2. */
const COLOURS = {
  na: { earth: GREEN, neutral: /^(white|grey|gray)/i, wantedEarth: 'green, green-yellow or bare', wantedNeutral: 'white or grey' },
  iec: {
    earth: /^(green[-/]yellow|yellow[-/]green)$/i,
    neutral: /^(light[ -]?)?blue/i,
    wantedEarth: 'green-yellow',
    wantedNeutral: 'blue',
  },
} as const;

/** Everything about the wiring that asks for a second look, worst first. */
export function wiringDoubts(exploration: Exploration, practice: Practice): readonly WiringDoubt[] {
  const { plan } = exploration;
  const { circuit } = plan;
  const classes = wireClasses(exploration);
  const rules = rulesOf(practice, circuit.practice);
  const all = [
    ...unprotected(exploration),
    ...joinedSupplies(exploration),
    ...joiningDoubts(exploration),
    ...neutralDoubts(exploration, classes),
    ...apartDoubts(exploration),
    ...Object.values(circuit.conductors).flatMap((wire) => {
      const of = classes.get(wire.id);
      return of ? [...looseDoubts(exploration, wire), ...insulationDoubts(wire, of), ...colourDoubts(wire, of, rules)] : [];
    }),
    ...crowdedDoubts(circuit),
    ...numberDoubts(exploration),
  ];
  return [...all.filter(({ verdict }) => verdict === 'danger'), ...all.filter(({ verdict }) => verdict === 'look')];
}

/** Devices of the mains with a terminal for a protective conductor that none reaches. */
function unprotected({ plan, greatestToEarth }: Exploration): WiringDoubt[] {
  const earthed = joinedTo(plan, EARTH_NODE, ({ part }) => part.kind !== 'join');
  return Object.values(plan.circuit.devices).flatMap((device): WiringDoubt[] => {
    const { terminals, is } = familyOf(device, plan.circuit);
    if (is?.earth || !terminals.includes('PE') || earthed.has(plan.nodeAt(device.id, 'PE'))) return [];
    const isMains = terminals.some(
      (mark) => isWired(plan, device.id, mark) && real(greatestToEarth, plan.nodeAt(device.id, mark)) > HARM_V,
    );
    if (!isMains) return [];
    return [
      {
        code: 'no protective conductor',
        verdict: 'danger',
        device: device.id,
        wires: plan.wiresAt(terminalId(device.id, 'PE')).map(({ conductor }) => conductor.id),
        source: 'NEC 250.110; IEC 60364-4-41 411.3.1, from memory',
      },
    ];
  });
}

/** Hot ends of two supplies that wires and bars tie together: one feeds the other. What meets at a common or in earth is no such tie. */
function joinedSupplies({ plan }: Exploration): WiringDoubt[] {
  const joined = tiedByWire(plan);
  const hot = hotEnds(plan, joined);
  return [...hot].flatMap(([group, devices]): WiringDoubt[] => {
    const [first, ...others] = devices;
    if (!first || others.length === 0) return [];
    const wires = plan.conductors.filter(({ nodes: [a] }) => joined.groupOf(a) === group).map(({ conductor }) => conductor.id);
    return [
      {
        code: 'supplies joined',
        verdict: 'danger',
        device: first,
        others,
        wires,
        source: 'common practice; IEC 60364-4-41 414.4 for extra-low volts',
      },
    ];
  });
}

/** Contacts with a supply on either side. Fuses are whole. */
function joiningDoubts({ plan }: Exploration): WiringDoubt[] {
  const joined = tiedByWire(plan);
  for (const { part, firstBranch } of plan.parts) {
    const [a, b] = plan.branches[firstBranch]?.nodes ?? [];
    if (part.kind === 'fuse' && a !== undefined && b !== undefined && a !== EARTH_NODE && b !== EARTH_NODE) joined.join(a, b);
  }
  return joiningContacts(plan, joined).map(({ device, supplies, wires }) => ({
    code: 'contact joins supplies',
    verdict: 'danger',
    device,
    others: supplies,
    wires,
    source: 'common practice; NEC 430.74, IEC 60204-1 5.1 for isolation, from memory',
  }));
}

/** Lines of several fuses in one cable with one neutral between them. */
function neutralDoubts({ plan }: Exploration, classes: ReadonlyMap<ConductorId, WireClass>): WiringDoubt[] {
  const isOf = (id: ConductorId, is: (of: WireClass) => boolean): boolean => {
    const of = classes.get(id);
    return of !== undefined && of.is === 'mains' && is(of);
  };
  return sharedNeutrals(
    plan,
    (id) => isOf(id, ({ isNeutral }) => isNeutral),
    (id) => isOf(id, ({ isReturn, isDc }) => !isReturn && !isDc),
  ).map(({ cable, neutral, guards }) => ({
    code: 'shared neutral',
    verdict: 'look',
    device: undefined,
    cable,
    guards,
    wires: [neutral],
    source: 'NEC 210.4(B), 300.13(B); IEC 60364-5-52 521.8, from memory',
  }));
}

/** Amps that a sheath may keep to itself: what leaks, and what a meter reads as nothing. Common practice. */
const APART_A = 0.3;

/** Cables whose cores carry more one way than the other: a line whose return goes elsewhere warms metal and hums on its neighbours. */
function apartDoubts({ plan, cableA }: Exploration): WiringDoubt[] {
  return Object.values(plan.circuit.cables).flatMap(({ id, tag }): WiringDoubt[] => {
    const amps = cableA.get(id) ?? 0;
    if (amps <= APART_A) return [];
    const wires = plan.conductors.filter(({ conductor }) => conductor.cable === id).map(({ conductor }) => conductor.id);
    return [
      {
        code: 'line apart from return',
        verdict: 'look',
        device: undefined,
        wires,
        cable: tag,
        amps,
        source: 'NEC 300.3(B), 300.20; IEC 60364-5-52 521.5, from memory',
      },
    ];
  });
}

function looseDoubts({ plan, greatestToEarth }: Exploration, wire: Conductor): WiringDoubt[] {
  return wire.ends.flatMap((end, side): WiringDoubt[] => {
    if (end !== null) return [];
    const volts = real(greatestToEarth, plan.nodeOf(looseEnd(wire.id, side === 0 ? 0 : 1)));
    return volts <= HARM_V
      ? []
      : [
          {
            code: 'loose and live',
            verdict: 'danger',
            device: undefined,
            wires: [wire.id],
            volts,
            source: 'common practice: cap it, or park it on a dead stud',
          },
        ];
  });
}

const insulationDoubts = ({ id, insulationV }: Conductor, { mostV, is }: WireClass): WiringDoubt[] =>
  is !== 'earth' && insulationV < mostV
    ? [
        {
          code: 'insulation',
          verdict: 'danger',
          device: undefined,
          wires: [id],
          volts: mostV,
          insulationV,
          source: 'NEC 300.3(C); IEC 60204-1 13.1',
        },
      ]
    : [];

function colourDoubts({ id, colour }: Conductor, { is, isReturn, isNeutral, isDc }: WireClass, rules: 'na' | 'iec'): WiringDoubt[] {
  const of = COLOURS[rules];
  const doubt = (use: 'earth' | 'neutral' | 'hot', wanted: string, verdict: WiringDoubt['verdict']): WiringDoubt[] => [
    {
      code: 'colour',
      verdict,
      device: undefined,
      wires: [id],
      use,
      colour,
      wanted,
      source: rules === 'na' ? 'NEC 200.6, 250.119, from memory' : 'IEC 60445',
    },
  ];
  if (is === 'earth') return of.earth.test(colour) ? [] : doubt('earth', of.wantedEarth, 'look');
  // thermostat wires have colours of their own: green calls the fan
  if (is === 'extra-low') return rules === 'iec' && of.earth.test(colour) ? doubt('hot', `anything but ${of.wantedEarth}`, 'danger') : [];
  if (GREEN.test(colour)) return doubt(isReturn ? 'neutral' : 'hot', 'anything but green', 'danger');
  if (isDc) return [];
  // what an isolator or an overload contact parts from the neutral may have either colour
  if (isReturn && !isNeutral) return [];
  if (isReturn) return of.neutral.test(colour) ? [] : doubt('neutral', of.wantedNeutral, 'look');
  return of.neutral.test(colour) ? doubt('hot', `anything but ${of.wantedNeutral}, or marked at both ends`, 'look') : [];
}

/** More ends under a screw than it takes. */
function crowdedDoubts(circuit: Circuit): WiringDoubt[] {
  const on = new Map<TerminalId, ConductorId[]>();
  for (const { id, ends } of Object.values(circuit.conductors)) for (const end of ends) if (end) on.set(end, [...(on.get(end) ?? []), id]);
  return [...on].flatMap(([terminal, wires]): WiringDoubt[] => {
    const device = circuit.devices[deviceOf(terminal)];
    const family = device && familyOf(device, circuit);
    // a bar has a screw for every wire
    if (!device || family?.is?.earth) return [];
    const most = family?.group === 'joint' ? 2 * MOST_ENDS : MOST_ENDS;
    return wires.length <= most
      ? []
      : [
          {
            code: 'crowded',
            verdict: 'look',
            device: device.id,
            wires,
            at: terminal,
            ends: wires.length,
            most,
            source: 'common practice; NEC 110.14(A), from memory',
          },
        ];
  });
}

/** Wires of one number that nothing but a contact or a load joins. Numbers by potential are the practice that is held; common practice. */
function numberDoubts({ plan }: Exploration): WiringDoubt[] {
  const joined = tiedByWire(plan);
  const byNumber = new Map<string, Map<number, ConductorId[]>>();
  for (const { conductor, nodes } of plan.conductors) {
    if (conductor.number === '') continue;
    const groups = byNumber.get(conductor.number) ?? new Map<number, ConductorId[]>();
    const group = joined.groupOf(nodes[0]);
    groups.set(group, [...(groups.get(group) ?? []), conductor.id]);
    byNumber.set(conductor.number, groups);
  }
  return [...byNumber].flatMap(([number, groups]): WiringDoubt[] =>
    groups.size < 2
      ? []
      : [
          {
            code: 'one number, two potentials',
            verdict: 'look',
            device: undefined,
            wires: [...groups.values()].flat(),
            number,
            source: 'common practice; IEC 62491',
          },
        ],
  );
}
