import type { CoilBandCode, CoilIll, FusesSized, Said, ShortKind, Sized } from '#core/size';
import { amount, percent } from '#core/units';
import { tellAsks, tellMissing } from './rows';

/** What a coil does in each band of its volts. */
const BANDS: { readonly [B in CoilBandCode]: string } = {
  A0: 'Dead. It does not move.',
  A1: 'Dead. It stays out and may warm.',
  A2: 'Buzzes, overheats. It cannot seat and burns slowly.',
  A3: 'Buzzes or chatters. Contacts weld.',
  A4: 'Not guaranteed. It may close cold and fail hot or at low line.',
  A5: 'Pulls in.',
  A6: 'High. Works, hums, hot; a short life.',
  A7: 'Burns slowly.',
  A8: 'Burns in seconds to minutes.',
  A9: 'Burns at once: flash or smoke.',
  D0: 'Dead. It does not move.',
  D1: 'No pull-in. It may stay in if already closed.',
  D2: 'Unlikely. Some operate cold.',
  D3: 'Not guaranteed. Most operate cold.',
  D4: 'Pulls in.',
  D5: 'High. Operates hot; only if its data sheet allows.',
  D6: 'Overheats.',
  D7: 'Burns in minutes.',
  D8: 'Burns in seconds.',
};

/** A coil made for little current with its gap open, as a light relay is. */
const GENTLE: { readonly [B in CoilBandCode]?: string } = { A2: 'Buzzes. It cannot seat.', A1: 'Dead. It stays out and may warm.' };

/** What more or fewer volts would not mend. */
const ILLS: { readonly [I in CoilIll]: string } = {
  'half reversed': 'Burns. One half is reversed: no flux, only ohms against the volts.',
  'AC coil on DC burns': 'Burns. An AC coil on DC has only its ohms against the volts.',
  'polarized coil on AC': 'Shorts. Its diode passes every other half-wave.',
  'DC coil on AC': 'Buzzes, chatters and overheats: a DC coil has no shading ring.',
  'coil reversed': 'Reversed. It does not operate, or its diode shorts the supply.',
  'pulse coil held': 'Burns. A pulse-rated latching coil is held on.',
};

type Words = { readonly [C in Said['code']]: string | ((said: Extract<Said, { code: C }>) => string) };

const share = (ratio: number): number => Math.round(ratio * 100);

const WORDS: Words = {
  ...ILLS,
  'not known': ({ missing, heldAsksVa }) =>
    `${tellMissing(missing)}${heldAsksVa === undefined ? '' : ` Held load asks for ${heldAsksVa} VA.`}`,
  coil: ({ band, isGentle }) => (isGentle && GENTLE[band]) || BANDS[band],
  'coil with little to spare': 'Pulls in, with little to spare: on a low line and a hot day it may not, or falls out.',
  'coil high, normal on light load': 'High, normal on light load. Judge it with the coil called.',
  'AC coil on DC holds': 'An AC coil on DC that is small enough to hold, not to pull in.',
  'carries it': 'Carries it.',
  'too thin': 'Too thin.',
  'takes it': 'Takes it.',
  'a rating is missing': 'Cannot clear: a rating is missing.',
  'wrong kind of output': ({ switches, coil }) => `This output switches ${switches}; the coil is ${coil}.`,
  'relay between': ({ row }) =>
    `Fit a relay between: ${tellAsks(row.asks)} ${amount(row.is, row.unit)} against ${amount(row.limit, row.unit)}.`,
  'drives it': 'Drives it.',
  'common carries them': 'The common carries them.',
  'too much for one common': 'Too much for one common: split them.',
  bears: ({ volts }) => `Bears ${amount(volts, 'V')}.`,
  module: ({ amps }) => (amps === undefined ? 'More than the largest usual module.' : `Fit ${amps} A.`),
  'heater overheats': ({ ratio }) => `Overheats. ${share(ratio)} % of its rated watts.`,
  heater: ({ watts, lineA, ratio, isWeak, divided }) =>
    `${Math.round(watts)} W, ${lineA.toFixed(2)} A in each line${isWeak ? `: only ${share(ratio)} % of its heat` : ''}.${divided > 1 ? ` Space heating over 48 A is divided: ${divided} circuits at least.` : ''}`,
  motor: ({ runA, lockedA }) => `${amount(runA, 'A')} running${lockedA === undefined ? '' : `, ${amount(lockedA, 'A')} locked`}.`,
  transformer: ({ is, closingV, needsV }) =>
    is === 'large enough'
      ? `Large enough. ${closingV.toFixed(1)} V as it closes.`
      : `${is === 'too small' ? 'Too small' : 'Just large enough'}. ${closingV.toFixed(1)} V as it closes; needs ${needsV.toFixed(1)}.`,
  'fuse too large': ({ ratio, secondaryA }) =>
    `Too large: ${percent(ratio)} of the secondary's ${amount(secondaryA, 'A')}. It clears a short, not an overload.`,
  'fit a fuse': ({ amps }) => (amps === undefined ? 'No listed fuse is small enough.' : `Fit ${amps} A.`),
  'fuse fits': 'Fits.',
  'fuse fits, in the common': 'Fits, but in the common leg it misses an earth fault.',
  rows: ({ rows }) =>
    rows
      .map(
        (row) =>
          `${tellAsks(row.asks).replace(/^./, (first) => first.toUpperCase())}: ${amount(row.is, row.unit)} against ${amount(row.limit, row.unit)}.`,
      )
      .join(' '),
  arrives: ({ volts, of, needs }) => `${amount(volts, 'V')} arrive of ${amount(of, 'V')}; ${amount(needs, 'V')} are needed.`,
  'longest run': ({ metres }) => `Longest run ${amount(metres, 'm')}.`,
  'leak holds it': 'What leaks may hold it in.',
  'leak lets it go': 'It lets go in spite of the leak.',
  drivers: ({ count }) => `${count} drivers at most.`,
  lasts: ({ years, hours }) =>
    [years === undefined ? '' : `Lasts ${amount(years, 'years')}.`, hours === undefined ? '' : `Chattering, ${amount(hours, 'hours')}.`]
      .filter(Boolean)
      .join(' ') || 'See the figures.',
};

/** What came out of a sizing question, in a sentence. */
export function tellSized({ said }: Pick<Sized, 'said'>): string {
  const words = WORDS[said.code];
  return typeof words === 'string' ? words : (words as (one: Said) => string)(said);
}

const SHORTS: { readonly [S in ShortKind]: string } = {
  'hot to common': 'hot to common',
  'hot to frame, common bonded at the transformer': 'hot to frame, common bonded at the transformer',
  'hot to frame, secondary not bonded': 'hot to frame, secondary not bonded',
  'hot to frame, common bonded after the fuse': 'hot to frame, common bonded after the fuse',
};

/** The shorts that a fuse, where it is, does not clear. */
export const tellBlind = ({ blind }: Pick<FusesSized, 'blind'>): string => blind.map((one) => SHORTS[one]).join('; ') || 'nothing of these';
