import type {
  CoilPrint,
  PrintedRating,
  PrintQuestion,
  RatingPrint,
  RatingQuestion,
  SupplyPrint,
  SupplyQuestion,
  SupplySide,
  SupplySystem,
} from '#core/size';
import { figures } from '#core/units';

const QUESTIONS: { readonly [Q in PrintQuestion]: string } = {
  'halves or two lines': 'Two halves in one coil, or a coil for two lines? Say how the halves are joined; until then nothing is cleared.',
  'which volts at which hertz': 'Two volts and two hertz: read as a range at both. See on the coil whether each volts has its own hertz.',
  'which volts on which current': 'Two volts and two currents: see on the coil which belongs to which.',
};

/** What was read of a coil's print, told back: `24 V AC, 50 or 60 Hz, 7.5 VA`. */
export function tellCoilPrint({ current, points, dualLowV, sealedVa, inrushVa, windingOhms }: CoilPrint): string {
  const volts = [
    ...new Set(points.map(({ lowV, highV }) => (highV > lowV ? `${figures(lowV)} to ${figures(highV)} V` : `${figures(lowV)} V`))),
  ];
  const hertz = [...new Set(points.flatMap(({ hz }) => hz ?? []))];
  const isEach = volts.length > 1 && points.every(({ hz }) => hz !== undefined);
  const what = isEach
    ? points.map(({ lowV, hz }) => `${figures(lowV)} V at ${hz} Hz`).join(' and ')
    : `${dualLowV === undefined ? '' : `${figures(dualLowV)} or `}${volts.join(' or ')}`;
  return [
    `${what}${current ? ` ${current}` : ', AC or DC not said'}`,
    ...(isEach || hertz.length === 0 ? [] : [`${hertz.join(' or ')} Hz`]),
    ...(inrushVa === undefined ? [] : [`${figures(inrushVa)} VA inrush`]),
    ...(sealedVa === undefined ? [] : [`${figures(sealedVa)} ${current === 'DC' ? 'W' : 'VA'} held`]),
    ...(windingOhms === undefined ? [] : [`${figures(windingOhms)} Ω`]),
  ].join(', ');
}

/** What of a print is to be asked, and what was not understood. */
export const tellPrintDoubts = ({ asks, left }: CoilPrint): string[] => [
  ...asks.map((one) => QUESTIONS[one]),
  ...(left.length > 0 ? [`Not understood, and left out: ${left.join(' ')}.`] : []),
];

const RATING_QUESTIONS: { readonly [Q in RatingQuestion]: string } = {
  'AC or DC': 'AC or DC is not said: read as AC, and never taken for DC.',
  'which speed': 'Its speed is not said: see whether it is fast or time delay.',
  'inductive of which kind': 'An inductive figure without its power factor: kept out, since nothing here is judged by it.',
  'volts not printed': 'No volts are in it: read them as well, nothing over 30 V is cleared without.',
};

const USES: { readonly [O in PrintedRating['of']]: string } = {
  resistive: 'resistive',
  motor: 'motor',
  locked: 'locked rotor',
  lamp: 'lamps',
  inductive: 'inductive',
  'AC-1': 'AC-1',
  'AC-3': 'AC-3',
  'AC-15': 'AC-15',
  'DC-13': 'DC-13',
  thermal: 'carried',
  least: 'least load',
  hp: '',
  fuse: 'rating',
  breaks: 'breaks',
};

function tellRating({ of, value, volts, lowV, current, at }: PrintedRating): string {
  const amount = of === 'hp' ? `${figures(value)} hp` : of === 'least' ? `${figures(value)} mA` : `${figures(value)} A`;
  return [
    amount,
    USES[of],
    at ?? '',
    volts === undefined ? '' : `at ${lowV === undefined ? '' : `${figures(lowV)}/`}${figures(volts)} V${current ? ` ${current}` : ''}`,
  ]
    .filter(Boolean)
    .join(' ');
}

/** What was read of a contact's, a fuse's or a breaker's print, told back: `10 A resistive at 250 V AC, B300`. */
export const tellRatingPrint = ({ ratings, codes, curve }: RatingPrint): string =>
  [...ratings.map(tellRating), ...codes, ...(curve ? [curve] : [])].join(', ');

/** What of it is to be asked, and what was not understood. */
export const tellRatingDoubts = ({ asks, left }: RatingPrint): string[] => [
  ...asks.map((one) => RATING_QUESTIONS[one]),
  ...(left.length > 0 ? [`Not understood, and left out: ${left.join(' ')}.`] : []),
];

const SUPPLY_QUESTIONS: { readonly [Q in SupplyQuestion]: string } = {
  'which line is there': 'Several volts: measure which line is there and enter it.',
  'how the primary is joined': 'Several primary volts: see how its primary is joined or which tap is landed, and enter those volts.',
  'how its halves are joined': 'Two halves: see whether they are in series or in parallel, and enter what they give together.',
  'star or delta': 'Star or delta is not said: see whether a neutral comes along.',
  'a delta with a high leg': 'A delta whose one leg stands high to neutral: this kind of supply is not kept here, and nothing is entered.',
  'one phase or three': 'One phase or three is not said: see how many lines come in.',
  'AC or DC': 'AC or DC is not said, and no hertz: nothing is guessed.',
};

const SYSTEMS: { readonly [S in SupplySystem]: string } = {
  'one phase': 'one phase',
  'split phase': 'split phase, leg to leg the higher',
  star: 'three phases and neutral',
  delta: 'three phases, delta',
  'three phases': 'three phases',
  DC: 'DC',
};

const tellSide = ({ volts, joint, current, amps }: SupplySide): string =>
  [
    volts.length === 0 ? 'volts not said' : `${volts.map((one) => figures(one)).join(joint === 'range' ? ' to ' : ' or ')} V`,
    current ?? '',
    amps === undefined ? '' : `${figures(amps)} A`,
  ]
    .filter(Boolean)
    .join(' ');

/** What was read of the print of a supply or a transformer, told back: `primary 120 V AC, secondary 24 V AC, 40 VA`. */
export const tellSupplyPrint = ({ input, output, system, hz, va, idleV, watts, faultA }: SupplyPrint): string =>
  [
    ...(input ? [`primary ${tellSide(input)}`, `secondary ${tellSide(output)}`] : [tellSide(output)]),
    ...(system && system !== 'DC' ? [SYSTEMS[system]] : []),
    ...(hz.length > 0 ? [`${hz.join(' or ')} Hz`] : []),
    ...(va === undefined ? [] : [`${figures(va)} VA`]),
    ...(idleV === undefined ? [] : [`${figures(idleV)} V with nothing on it`]),
    ...(watts === undefined ? [] : [`${figures(watts)} W`]),
    ...(faultA === undefined ? [] : [`${figures(faultA)} A into a short`]),
  ].join(', ');

/** What of it is to be asked, and what was not understood. */
export const tellSupplyDoubts = ({ asks, left }: SupplyPrint): string[] => [
  ...asks.map((one) => SUPPLY_QUESTIONS[one]),
  ...(left.length > 0 ? [`Not understood, and left out: ${left.join(' ')}.`] : []),
];
