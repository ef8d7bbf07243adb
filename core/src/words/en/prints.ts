import type { CoilPrint, PrintQuestion } from '#core/size';
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
