import type { Finding } from '../finding';
import { judgeLeak } from '../judge';
import { type Rule, tell } from '../study';

const REMEDY: Readonly<Record<string, string>> = {
  dead: 'Fit a coil for the volts that are here, or bring the coil the volts it is made for.',
  buzzes: 'Fit a coil for the volts that are here.',
  'buzzes, overheats': 'Fit a coil for the volts that are here; do not leave it energized.',
  'not guaranteed': 'Thicker or shorter control wire, or a larger transformer.',
  high: 'Check the tap and the line; fit a coil for the volts that are here.',
  burns: 'Do not energize. Fit a coil for the volts that are here.',
};

const CONSEQUENCE: Readonly<Record<string, string>> = {
  burns: 'The coil burns out and may take a fuse or a contact with it.',
  shorts: 'The fuse opens, or the output that feeds it dies.',
  high: 'It works, runs hot and dies early.',
  'never called': 'What it switches stays as it rests.',
  unknown: 'Nobody can say what it does when it is called.',
};

/** Words of the gauge that want a verb in a sentence. */
const ADJECTIVES = new Set(['dead', 'high', 'not guaranteed', 'reversed']);

export const coilRule: Rule = {
  id: 'coil-window',
  title: 'Coil against the volts it gets',
  source: 'IEC 60947-4-1 limits of operation, NEMA ICS 1; bands between are common practice',
  run: ({ coils }) =>
    coils
      .filter(({ verdict }) => verdict !== 'good')
      .map((judged): Finding => {
        const { device, coil, exposure, pullInWord, window, ill } = judged;
        const name = coil.latch ? `${device.tag}'s ${coil.latch} coil` : `${device.tag}'s coil`;
        const high = pullInWord === 'burns' || pullInWord === 'high';
        const seen = ill ? ill.at?.(exposure) : high ? exposure.highest : exposure.pullIn;
        return {
          id: `coil-window:${device.id}${coil.id === 'coil' ? '' : `:${coil.id}`}`,
          rule: 'coil-window',
          devices: [device.id],
          state: seen?.state ?? 'every state',
          verdict: judged.verdict,
          title:
            judged.verdict === 'cannot-clear'
              ? `${name} is not read`
              : judged.verdict === 'look' && pullInWord === 'never called'
                ? `${name} is never called`
                : `${name} ${ADJECTIVES.has(pullInWord) ? 'is ' : ''}${pullInWord}`,
          is: seen?.volts,
          limit: ill ? undefined : high ? window?.mostV : window?.mustCloseV,
          limitKind: 'limit',
          unit: 'V',
          consequence: CONSEQUENCE[pullInWord] ?? 'It does not pull in as it must.',
          reason: judged.why,
          remedy: ill?.remedy ?? REMEDY[pullInWord] ?? 'Read the print on the coil and enter it.',
          source: coilRule.source,
          evidence: judged.evidence,
        };
      }),
};

/** Volts that are no call must let a coil go: what leaks through a timer, a triac or a snubber may hold it in. */
export const leakRule: Rule = {
  id: 'coil-held-by-leak',
  title: 'Leakage against the volts at which a coil must have let go',
  source: 'IEC 60947-4-1: released at 20 % (AC), 10 % (DC)',
  run: ({ coils }) =>
    coils
      .filter(({ exposure, coil }) => judgeLeak(coil, exposure) !== 'good')
      .map(({ device, exposure, coil }) =>
        tell(leakRule, device, '', {
          verdict: judgeLeak(coil, exposure),
          title: `${device.tag} ${judgeLeak(coil, exposure) === 'danger' ? 'stays' : 'may stay'} in though it is not called`,
          state: exposure.leak!.state,
          is: exposure.leak!.volts,
          limit: coil.mustReleaseRatio * (coil.ratedV ?? 0),
          unit: 'V',
          consequence: 'Once in, the coil may hold on what leaks through.',
          reason: `${exposure.leak!.volts.toFixed(1)} V stand on the coil while nothing calls it.`,
          remedy: 'A bleeder resistor across the coil, or an output that does not leak.',
        }),
      ),
};
