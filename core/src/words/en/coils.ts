import type { CoilOpinion } from '#core/check';
import type { Circuit } from '#core/circuit';
import type { Coil } from '#core/kinds';
import { COIL_ILLS, type CoilIll } from '#core/size';
import { capital, figures, percent, volts } from '#core/units';
import { tellCalls } from './calls';

/** Why a coil in a circuit is ill, seen from its own terminals. */
const WHY_ILL: { readonly [I in CoilIll]: string } = {
  'half reversed': 'One of its two halves is reversed: no pull, only ohms against the volts.',
  'AC coil on DC burns': "An AC coil on DC has only its winding's ohms against the volts.",
  'polarized coil on AC': 'A polarized coil on AC: its diode passes every other half-wave.',
  'DC coil on AC': 'A DC coil on AC chatters and overheats.',
  'coil reversed': 'It does not operate, or its diode shorts the supply.',
  'pulse coil held': 'Made for pulses, it stays on.',
};

const isIll = (code: string): code is CoilIll => Object.hasOwn(COIL_ILLS, code);

/** Why a coil is judged as it is. `name` is what it is called. */
export function tellCoilReason(
  circuit: Circuit,
  name: string,
  { reason, seen, isPartly }: Pick<CoilOpinion, 'reason' | 'seen' | 'isPartly'>,
): string {
  const rest = isPartly ? ' Not every state was tried.' : '';
  switch (reason.code) {
    case 'halves not read':
      return `${name}: the coil has two halves. See whether they are joined in series, for the high volts, or in parallel, for the low ones.`;
    case 'unread':
      return `${name}: coil volts, kind or frequency unknown. Read them on the coil itself; the frame does not tell.`;
    case 'never called':
      return `No input state puts volts on ${name}'s coil.${rest}`;
    case 'lets go':
      return `It pulls in, and sags to ${volts(reason.volts)} while it is called; it lets go near ${volts(reason.limitV)}.${rest}`;
    case 'low':
    case 'high': {
      const limit =
        reason.code === 'high'
          ? `takes at most ${volts(reason.limitV)}`
          : `needs ${volts(reason.limitV)} (${percent(reason.pickUpRatio)} of ${figures(reason.ratedV)})`;
      const times = reason.drive >= 1.5 ? ` That is ${round(reason.drive)} × volts, ${round(reason.drive ** 2)} × power.` : '';
      // volts at another hertz than its own move a coil as more or fewer of them would
      const counts = reason.drive * reason.ratedV;
      const flux = Math.abs(counts / reason.volts - 1) > 0.04 ? `, which count as ${volts(counts)} at its own hertz` : '';
      return `${volts(reason.volts)} at the coil${flux}; ${limit}.${times}${rest}`;
    }
    default:
      return reason.code === 'pulse coil held' && seen
        ? `Made for pulses, it stays on at ${volts(seen.volts)} (${tellCalls(circuit, seen.calls)}).`
        : WHY_ILL[reason.code];
  }
}

/** Verdict, number, limit: the word, and why. */
export function tellCoil(circuit: Circuit, name: string, opinion: CoilOpinion): string {
  const why = tellCoilReason(circuit, name, opinion);
  const { code } = opinion.reason;
  return code === 'low' || code === 'high' || code === 'lets go' || isIll(code) ? `${capital(opinion.word)}. ${why}` : why;
}

const round = (value: number): string => (value >= 10 ? String(Math.round(value)) : String(Math.round(value * 10) / 10));

/** A coil's volts as a person says them: `24 V`, `208–240 V`, `24 V DC`. */
export const spellCoil = ({ ratedV, ratedHighV, current }: Coil): string =>
  ratedV === undefined
    ? 'coil unread'
    : `${figures(ratedV)}${ratedHighV !== undefined && ratedHighV > ratedV ? `–${figures(ratedHighV)}` : ''} V${current === 'DC' ? ' DC' : current === 'AC/DC' ? ' AC/DC' : ''}`;

/** What else a coil's print says: which end is plus, that it is for pulses, how its halves are joined. */
export const coilMarks = ({ a, b, plus, pulseOnly, halves }: Coil): string[] => [
  ...(plus ? [`+ at ${plus === 'a' ? a : b}`] : []),
  ...(pulseOnly ? ['pulses only'] : []),
  ...(halves ? [`halves ${halves === 'unknown' ? 'not seen' : halves === 'opposed' ? 'opposed' : `in ${halves}`}`] : []),
];

/** The hertz of a coil: `50/60`, `60`; empty where it has none. */
export const coilHz = ({ hz, alsoAt }: Coil): string => (hz ? (alsoAt ? '50/60' : String(hz)) : '');
