import type { Coil } from '#core/devices';
import type { CoilExposure } from '#core/explore';
import type { Verdict } from '#core/size';
import { volts } from '#core/units';

/** Something wrong with a coil that no more or fewer volts would mend. */
export interface CoilIll {
  readonly word: 'burns' | 'buzzes' | 'shorts' | 'reversed';
  readonly verdict: Verdict;
  readonly isSo: (coil: Coil, exposure: CoilExposure) => boolean;
  readonly why: (exposure: CoilExposure) => string;
  readonly remedy: string;
  /** where it was seen, if in one state more than in others */
  readonly at?: (exposure: CoilExposure) => CoilExposure['rest'];
}

/** Less than this share of rated volts, wasted or reversed, is a ghost or a leak. */
const TELLING = 0.3;
const isWasted = ({ wastedRatio }: CoilExposure): boolean => wastedRatio > TELLING;
const REFIT = 'Do not energize. Fit a coil for the volts that are here.';

/** The first that is so counts. AC coils on DC and DC coils on AC, polarized and pulse coils: common practice. */
export const COIL_ILLS: readonly CoilIll[] = [
  {
    word: 'burns',
    verdict: 'block',
    isSo: ({ halves }, exposure) => halves === 'opposed' && isWasted(exposure),
    why: () => 'One of its two halves is reversed: no pull, only ohms against the volts.',
    remedy: 'Do not energize. Swap the two leads of one half.',
  },
  {
    word: 'burns',
    verdict: 'block',
    isSo: ({ current }, exposure) => current === 'AC' && isWasted(exposure),
    why: () => "An AC coil on DC has only its winding's ohms against the volts.",
    remedy: REFIT,
  },
  {
    word: 'shorts',
    verdict: 'block',
    isSo: ({ plus }, exposure) => plus !== undefined && isWasted(exposure),
    why: () => 'A polarized coil on AC: its diode passes every other half-wave.',
    remedy: REFIT,
  },
  {
    word: 'buzzes',
    verdict: 'danger',
    isSo: (_, exposure) => isWasted(exposure),
    why: () => 'A DC coil on AC chatters and overheats.',
    remedy: REFIT,
  },
  {
    word: 'reversed',
    verdict: 'danger',
    isSo: (_, { reversedRatio }) => reversedRatio > TELLING,
    why: () => 'It does not operate, or its diode shorts the supply.',
    remedy: 'Swap its two leads: plus goes to the end that is marked plus.',
  },
  {
    word: 'burns',
    verdict: 'danger',
    isSo: ({ pulseOnly, dropOutTypicalRatio }, { rest }) => pulseOnly === true && rest !== undefined && rest.drive >= dropOutTypicalRatio,
    why: ({ rest }) => `Made for pulses, it stays on at ${volts(rest!.volts)} (${rest!.state}).`,
    remedy: 'Call it by a pulse of 20 to 100 ms, or fit a coil that may stay on.',
    at: ({ rest }) => rest,
  },
];
