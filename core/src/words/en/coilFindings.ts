import type { Told } from '#core/check';
import type { CoilIll } from '#core/size';
import { tellCoilReason } from './coils';
import type { FindingWords, Said } from './findingWords';

const REFIT = 'Do not energize. Fit a coil for the volts that are here.';

const ILL_REMEDIES: { readonly [I in CoilIll]: string } = {
  'half reversed': 'Do not energize. Swap the two leads of one half.',
  'AC coil on DC burns': REFIT,
  'polarized coil on AC': REFIT,
  'DC coil on AC': REFIT,
  'coil reversed': 'Swap its two leads: plus goes to the end that is marked plus.',
  'pulse coil held': 'Call it by a pulse of 20 to 100 ms, or fit a coil that may stay on.',
};

/** Where the rest of the volts may be. */
const LOST_VOLTS = 'Find what takes the rest of the volts (an output that leaks, a coil in series, another tap)';

type CoilDoes = Told<'coil-window'>['opinion']['word'];

const COIL_REMEDIES: { readonly [W in CoilDoes]?: string } = {
  dead: 'Fit a coil for the volts that are here, or bring the coil the volts it is made for.',
  buzzes: `${LOST_VOLTS}, or fit a coil for the volts that are here.`,
  'buzzes, overheats': `${LOST_VOLTS}, or fit a coil for the volts that are here; do not leave it energized.`,
  'not guaranteed': 'Thicker or shorter control wire, or a larger transformer.',
  high: 'Check the tap and the line; fit a coil for the volts that are here.',
  burns: REFIT,
  'lets go': 'Find what sags its supply as it is called: a larger transformer, thicker wire, or loads that start apart.',
  'never called': 'Follow its wires to both sides of the supply, or take it out.',
};

const COIL_CONSEQUENCES: { readonly [W in CoilDoes]?: string } = {
  burns: 'The coil burns out and may take a fuse or a contact with it.',
  shorts: 'The fuse opens, or the output that feeds it dies.',
  high: 'It works, runs hot and dies early.',
  'never called': 'What it switches stays as it rests, and nobody has seen it work.',
  'lets go': 'It falls out under load and comes in again: contacts burn.',
  unknown: 'Nobody can say what it does when it is called.',
  'pulls in': 'Nobody can say what it does in the states that were left out.',
};

/** Words of the gauge that want a verb in a sentence. */
const ADJECTIVES: readonly CoilDoes[] = ['dead', 'high', 'not guaranteed', 'reversed'];

/** What is wrong with coils, in words. */
export const COIL_WORDS: { readonly [R in 'coil-window' | 'coil-held-by-leak']: (said: Said<R>) => FindingWords } = {
  'coil-window'({ tag, told: { latch, opinion }, circuit, finding }) {
    const name = latch ? `${tag}'s ${latch} coil` : `${tag}'s coil`;
    const { word, reason, isPartly } = opinion;
    const seen = finding.calls && finding.is !== undefined ? { calls: finding.calls, volts: finding.is, drive: 0 } : undefined;
    const isUnread = reason.code === 'unread' || reason.code === 'halves not read';
    return {
      title: isUnread
        ? `${name} is not read`
        : isPartly
          ? `${name} is not cleared: states were left out`
          : word === 'never called'
            ? `${name} is never called`
            : `${name} ${ADJECTIVES.includes(word) ? 'is ' : ''}${word}`,
      consequence: COIL_CONSEQUENCES[word] ?? 'It does not pull in as it must.',
      reason: tellCoilReason(circuit, tag, { reason, seen, ...(isPartly === undefined ? {} : { isPartly }) }),
      remedy:
        (reason.code in ILL_REMEDIES && ILL_REMEDIES[reason.code as CoilIll]) ||
        (isPartly ? 'See what was not tried.' : (COIL_REMEDIES[word] ?? 'Read the print on the coil and enter it.')),
    };
  },

  'coil-held-by-leak': ({ tag, told, finding }) => ({
    title: `${tag} ${finding.verdict === 'danger' ? 'stays' : 'may stay'} in though it is not called`,
    consequence: 'Once in, the coil may hold on what leaks through.',
    reason: `${told.leakV.toFixed(1)} V stand on the coil while nothing calls it.`,
    remedy: 'A bleeder resistor across the coil, or an output that does not leak.',
  }),
};
