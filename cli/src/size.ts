import { parseArgs } from 'node:util';
import type { DriverKind } from '#core/devices';
import {
  bleeder,
  coilOn,
  conductorFor,
  feet,
  judgeCommon,
  judgeConductor,
  judgeDriver,
  judgePole,
  judgeResistor,
  longestRunM,
  NO_DEMAND,
  notKnown,
  parseCoilPrint,
  type Sized,
  sizeHeater,
  sizeMotor,
  sizeTransformer,
  sizeTransformerFuses,
  voltDrop,
  worstVerdict,
} from '#core/size';
import type { WireSize } from '#core/units';
import { amount, celsiusOf, readTyped } from '#core/units';
import { CliError } from './usage';

const OPTIONS = {
  coil: { type: 'string' },
  on: { type: 'string' },
  halves: { type: 'string' },
  polarized: { type: 'boolean' },
  reversed: { type: 'boolean' },
  pulse: { type: 'boolean' },
  stays: { type: 'boolean' },
  volts: { type: 'string' },
  rated: { type: 'string' },
  hz: { type: 'string' },
  phases: { type: 'string' },
  hp: { type: 'string' },
  kw: { type: 'string' },
  watts: { type: 'string' },
  amps: { type: 'string' },
  locked: { type: 'string' },
  letter: { type: 'string' },
  sf: { type: 'string' },
  hermetic: { type: 'boolean' },
  iec: { type: 'boolean' },
  va: { type: 'string' },
  held: { type: 'string' },
  inrush: { type: 'string' },
  primary: { type: 'string' },
  secondary: { type: 'string' },
  fuse: { type: 'string' },
  leg: { type: 'string' },
  unbonded: { type: 'boolean' },
  size: { type: 'string' },
  length: { type: 'string' },
  connection: { type: 'string' },
  was: { type: 'string' },
  kind: { type: 'string' },
  motor: { type: 'string' },
  resistive: { type: 'string' },
  pilot: { type: 'string' },
  ac3: { type: 'string' },
  lamp: { type: 'string' },
  load: { type: 'string' },
  dc: { type: 'boolean' },
  ambient: { type: 'string' },
  carrying: { type: 'string' },
  points: { type: 'string' },
  group: { type: 'string' },
  ohms: { type: 'string' },
  json: { type: 'boolean' },
} as const;

type Given = ReturnType<typeof parse>;

function parse(words: readonly string[]) {
  try {
    return parseArgs({ args: [...words], options: OPTIONS, allowPositionals: true, strict: true });
  } catch (error) {
    throw new CliError(`${(error as Error).message} See "mando help".`);
  }
}

/** A number option, or undefined when it was not given: what is not known is not guessed. */
const numberOf = ({ values }: Given, name: keyof typeof OPTIONS): number | undefined => {
  const text = values[name];
  if (text === undefined || typeof text === 'boolean') return undefined;
  const typed = readTyped(text);
  if (typed.is !== 'number' || typed.value < 0)
    throw new CliError(`--${name} ${text}: write a number of 0 or more without its unit, such as 24, 7.5 or 1/3.`);
  return typed.value;
};

/** `18awg`, `18 AWG`, `0.75mm2`. */
function sizeOf(given: Given): WireSize | undefined {
  const text = given.values.size;
  if (text === undefined) return undefined;
  const match = /^(\d+(?:\.\d+)?)\s*(awg|mm2|mm²)$/i.exec(text);
  if (!match) throw new CliError(`--size ${text}: write 18awg or 0.75mm2.`);
  return match[2]!.toLowerCase() === 'awg' ? { awg: Number(match[1]) } : { mm2: Number(match[1]) };
}

/** `150ft` or `46m`, as metres. */
function metresOf(given: Given): number | undefined {
  const text = given.values.length;
  if (text === undefined) return undefined;
  const match = /^(\d+(?:\.\d+)?)\s*(ft|m)$/i.exec(text);
  if (!match) throw new CliError(`--length ${text}: write 150ft or 46m.`);
  return Number(match[1]) * (match[2]!.toLowerCase() === 'ft' ? 0.3048 : 1);
}

/** `45C` or `113F`. */
function ambientOf(given: Given): { ambientC?: number } {
  const text = given.values.ambient;
  if (text === undefined) return {};
  const match = /^(-?\d+(?:\.\d+)?)\s*°?(C|F)$/i.exec(text);
  if (!match) throw new CliError(`--ambient ${text}: write 45C or 113F.`);
  return { ambientC: match[2]!.toUpperCase() === 'C' ? Number(match[1]) : celsiusOf(Number(match[1])) };
}

const phasesOf = (given: Given): 1 | 3 => (given.values.phases === '3' ? 3 : 1);

const coilFacts = (given: Given) => {
  const print = given.values.coil;
  const facts = print === undefined ? { current: undefined, points: [] } : parseCoilPrint(print);
  if (!facts) throw new CliError(`--coil "${print}": write what is printed, such as "24 VAC 60", "208-240V 60Hz" or "24 VDC".`);
  const { halves, polarized, pulse } = given.values;
  const ways = ['series', 'parallel', 'opposed'] as const;
  const joined = ways.find((one) => one === halves);
  if (halves !== undefined && !joined)
    throw new CliError(`--halves ${halves}: the halves of a coil are joined in series, parallel or opposed.`);
  return {
    ...facts,
    inrushVa: numberOf(given, 'inrush'),
    sealedVa: numberOf(given, 'held'),
    halves: joined,
    polarized,
    pulseRated: pulse,
  };
};

/** What the coil is put on: `24VAC60`, `240 V 60 Hz`, `24 VDC`. */
const supplyFacts = (given: Given) => {
  const on = given.values.on === undefined ? undefined : parseCoilPrint(given.values.on);
  if (given.values.on !== undefined && !on)
    throw new CliError(`--on "${given.values.on}": write the supply, such as "120 VAC 60" or "24 VDC".`);
  const { reversed, stays } = given.values;
  return {
    volts: on?.points[0]?.lowV,
    current: on?.current === 'AC/DC' ? undefined : on?.current,
    hz: on?.points[0]?.hz,
    reversed,
    continuous: stays,
  };
};

const questions: Record<string, (given: Given) => Sized> = {
  coil: (given) => coilOn(coilFacts(given), supplyFacts(given)),
  contact(given) {
    const amps = numberOf(given, 'amps');
    const volts = numberOf(given, 'volts');
    const load = given.values.load;
    const missing = [
      ...(amps === undefined ? ['amps'] : []),
      ...(volts === undefined ? ['volts'] : []),
      ...(load === undefined ? ['kind of load'] : []),
    ];
    if (load !== undefined && !['motor', 'heater', 'lamp', 'coil'].includes(load))
      throw new CliError(`--load is motor, heater, lamp or coil, not "${load}".`);
    if (amps === undefined || volts === undefined || load === undefined)
      return { verdict: 'cannot-clear', says: notKnown(missing), figures: [], rows: [], missing };
    const locked = numberOf(given, 'inrush') ?? amps * 6;
    const rows = judgePole(
      {
        motorA: numberOf(given, 'motor'),
        lockedA: numberOf(given, 'locked'),
        resistiveA: numberOf(given, 'resistive'),
        ac3A: numberOf(given, 'ac3'),
        lampA: numberOf(given, 'lamp'),
        pilotCode: given.values.pilot,
      },
      {
        ...NO_DEMAND,
        volts,
        current: given.values.dc ? 'DC' : 'AC',
        ...(load === 'motor' ? { motorRunA: amps, motorLockedA: locked } : {}),
        ...(load === 'heater' ? { resistiveA: amps } : {}),
        ...(load === 'lamp' ? { lampA: amps, lampInrushA: numberOf(given, 'inrush') ?? amps * 12 } : {}),
        ...(load === 'coil' ? { coilHeldA: amps, coilInrushA: locked } : {}),
      },
    );
    const verdict = worstVerdict(rows.map((row) => row.verdict));
    return {
      verdict,
      says: verdict === 'good' ? 'Takes it.' : verdict === 'cannot-clear' ? 'Cannot clear: a rating is missing.' : 'Look at the rows.',
      figures: [],
      rows,
      missing,
    };
  },
  transformer: (given) =>
    sizeTransformer({
      ratedV: numberOf(given, 'secondary') ?? 24,
      va: numberOf(given, 'va'),
      sealedVa: given.values.held?.split('+').map(Number),
      inrushVa: numberOf(given, 'inrush'),
    }),
  fuse: (given) =>
    sizeTransformerFuses({
      va: numberOf(given, 'va'),
      primaryV: numberOf(given, 'primary'),
      secondaryV: numberOf(given, 'secondary'),
      fuseA: numberOf(given, 'fuse'),
      leg: given.values.leg === 'common' ? 'common' : 'hot',
      bonded: given.values.unbonded !== true,
    }),
  conductor(given) {
    const amps = numberOf(given, 'amps');
    const size = sizeOf(given);
    const laying = { ...ambientOf(given), ...(given.values.carrying === undefined ? {} : { carrying: numberOf(given, 'carrying')! }) };
    const judged = judgeConductor(
      { ...(size ? { size } : {}), ...(amps === undefined ? {} : { amps }), deviceA: numberOf(given, 'fuse') },
      laying,
    );
    const fits = amps === undefined ? undefined : conductorFor(amps, given.values.iec ? 'iec' : 'na', laying);
    return {
      ...judged,
      figures: [
        ...judged.figures,
        {
          name: 'Smallest that carries it',
          value: fits === undefined ? undefined : 'awg' in fits ? `${fits.awg} AWG` : `${fits.mm2} mm²`,
          unit: '',
          source: 'tables',
        },
      ],
    };
  },
  drop(given) {
    const size = sizeOf(given);
    const lengthM = metresOf(given);
    const inrushVa = numberOf(given, 'inrush');
    const ratedV = numberOf(given, 'rated') ?? numberOf(given, 'volts');
    const sourceV = numberOf(given, 'volts');
    const amps = numberOf(given, 'amps') ?? (inrushVa !== undefined && ratedV !== undefined ? inrushVa / ratedV : undefined);
    const missing = [
      ...(size ? [] : ['size']),
      ...(amps === undefined ? ['amps or inrush VA'] : []),
      ...(sourceV === undefined ? ['volts'] : []),
    ];
    if (!size || amps === undefined || sourceV === undefined || ratedV === undefined)
      return { verdict: 'cannot-clear', says: notKnown(missing), figures: [], rows: [], missing };
    const runM = inrushVa === undefined ? undefined : longestRunM(size, inrushVa, ratedV, sourceV, 0.85);
    const drop = lengthM === undefined ? undefined : voltDrop({ size, lengthM, amps, sourceV });
    const left = drop === undefined ? undefined : sourceV - drop;
    return {
      verdict: left === undefined ? 'cannot-clear' : left >= 0.85 * ratedV ? 'good' : 'danger',
      says:
        left === undefined
          ? `Longest run ${amount(runM, 'm')}.`
          : `${amount(left, 'V')} arrive of ${amount(sourceV, 'V')}; ${amount(0.85 * ratedV, 'V')} are needed.`,
      figures: [
        { name: 'Loses', value: drop, unit: 'V', source: 'I·R at 20 °C' },
        { name: 'Longest run', value: runM, unit: 'm', source: 'arithmetic rule, common practice' },
        { name: 'Longest run', value: runM === undefined ? undefined : feet(runM), unit: 'ft', source: 'arithmetic rule, common practice' },
      ],
      rows: [],
      missing: lengthM === undefined ? ['length'] : [],
    };
  },
  motor: (given) =>
    sizeMotor(
      {
        volts: numberOf(given, 'volts'),
        phases: phasesOf(given),
        hp: numberOf(given, 'hp'),
        kw: numberOf(given, 'kw'),
        nameplateA: numberOf(given, 'amps'),
        lockedA: numberOf(given, 'locked'),
        codeLetter: given.values.letter,
        serviceFactor: numberOf(given, 'sf'),
        hermetic: given.values.hermetic,
      },
      given.values.iec ? 'iec' : 'na',
    ),
  heater: (given) =>
    sizeHeater({
      watts: numberOf(given, 'watts'),
      ratedV: numberOf(given, 'rated') ?? numberOf(given, 'volts'),
      appliedV: numberOf(given, 'volts'),
      phases: phasesOf(given),
      ...(given.values.connection === 'wye' ? { connection: 'wye' as const } : {}),
      ...(given.values.was === 'delta' ? { ratedIn: 'delta' as const } : {}),
    }),
  resistor(given) {
    const row = judgeResistor(numberOf(given, 'volts'), numberOf(given, 'ohms'), numberOf(given, 'watts'));
    return {
      verdict: row.verdict,
      says: row.limit === undefined ? 'Cannot clear: ohms or watts unknown.' : `Bears ${amount(row.limit, 'V')}.`,
      figures: [],
      rows: [row],
      missing: row.verdict === 'cannot-clear' ? ['volts, ohms and watts'] : [],
    };
  },
  driver(given) {
    if (given.values.points !== undefined) {
      const row = judgeCommon(given.values.points.split('+').map(Number), numberOf(given, 'group'));
      const says =
        row.verdict === 'good'
          ? 'The common carries them.'
          : row.verdict === 'cannot-clear'
            ? 'Cannot clear: the limit of the group is unknown.'
            : 'Too much for one common: split them.';
      return { verdict: row.verdict, says, figures: [], rows: [row], missing: [] };
    }
    const facts = coilFacts(given);
    const volts = facts.points[0]?.lowV;
    const current = facts.current === 'AC/DC' ? undefined : facts.current;
    const dc = current === 'DC';
    const kind = (given.values.kind ?? 'thermostat') as DriverKind;
    if (!['thermostat', 'board', 'relay-output', 'transistor', 'triac'].includes(kind))
      throw new CliError(`--kind is thermostat, board, relay-output, transistor or triac, not "${kind}".`);
    const heldA = facts.sealedVa === undefined || volts === undefined ? undefined : facts.sealedVa / volts;
    const inrushA = dc ? heldA : facts.inrushVa === undefined || volts === undefined ? undefined : facts.inrushVa / volts;
    const judged = judgeDriver({ kind }, { volts, current, heldA, inrushA });
    const leaks = judged.rows.find(({ asks, verdict }) => asks === 'leaks' && verdict === 'danger');
    if (!leaks || volts === undefined) return judged;
    const rest = bleeder(volts, 5 * (leaks.is ?? 0));
    return {
      ...judged,
      figures: [
        { name: 'Bleeder', value: `${Math.round(rest.ohms)} Ω, ${rest.fitWatts} W`, unit: '', source: 'passes five times the leak' },
      ],
    };
  },
};

/** `mando size coil|contact|transformer|fuse|conductor|drop|motor|heater|driver …` */
export function size(words: readonly string[]): number {
  const given = parse(words);
  const [what, ...rest] = given.positionals;
  const ask = what !== undefined && Object.hasOwn(questions, what) ? questions[what] : undefined;
  if (!ask || rest.length > 0) throw new CliError(`mando size: name one of ${Object.keys(questions).join(', ')}.`);
  const sized = ask(given);
  if (given.values.json) console.log(JSON.stringify(sized, null, 1));
  else {
    console.log(`${sized.verdict.toUpperCase()}: ${sized.says}`);
    for (const { name, value, unit, source } of sized.figures)
      if (value !== undefined)
        console.log(`  ${name.padEnd(38)} ${typeof value === 'number' ? amount(value, unit) : `${value} ${unit}`.trim()}   ${source}`);
    for (const row of sized.rows)
      console.log(
        `  ${row.asks.padEnd(28)} ${amount(row.is, row.unit)} ${row.kind === 'typical' ? 'typical' : 'limit'} ${amount(row.limit, row.unit)} ${row.rating}: ${row.verdict}   ${row.source}`,
      );
    if (sized.missing.length > 0) console.log(`  not known: ${sized.missing.join(', ')}`);
  }
  return sized.verdict === 'good' || sized.verdict === 'look' ? 0 : 1;
}
