import type { FieldName } from '#core/devices';
import type { Coil } from '#core/kinds';
import { COIL_ILLS } from '#core/size';
import { ruleOf } from '../finding';
import type { CoilJudgement, CoilOpinion } from '../judge/coil';

export interface CoilTold {
  readonly latch: Coil['latch'];
  readonly opinion: Pick<CoilOpinion, 'word' | 'reason' | 'verdict' | 'isPartly'>;
}

/** A coil against the volts it gets. */
export const coilRule = ruleOf<CoilTold>()({
  id: 'coil-window',
  source: 'IEC 60947-4-1 and NEMA ICS 1 for AC, IEC 61810-1 for DC relays; bands between are common practice',
  find: ({ coils }) =>
    coils
      .filter(({ verdict }) => verdict !== 'good')
      .map((judged) => {
        const { device, coil, seen, word, reason, verdict, isPartly = false } = judged;
        return {
          about: [device],
          key: coil.id === 'coil' ? '' : coil.id,
          verdict,
          told: { latch: coil.latch, opinion: { word, reason, verdict, isPartly } },
          calls: seen?.calls,
          is: seen?.volts,
          limit: reason.code in COIL_ILLS || !('limitV' in reason) ? undefined : reason.limitV,
          unit: 'V',
          evidence: judged.evidence,
          missing: missingOf(judged),
          by: COIL_FIELDS,
        };
      }),
});

/** What a coil is judged by. */
const COIL_FIELDS = [
  'coilV',
  'coilKind',
  'coilHz',
  'coilHighV',
  'coilDualV',
  'coilHalves',
  'coilOtherV',
  'coilPlus',
  'coilDuty',
  'inrushVa',
  'sealedVa',
] as const satisfies readonly FieldName[];

/** What it takes to judge a coil and nobody has read. */
function missingOf({ coil, reason }: CoilJudgement): FieldName[] {
  if (reason.code === 'halves not read') return ['coilHalves'];
  if (reason.code !== 'unread') return [];
  return [
    ...(coil.ratedV === undefined ? (['coilV'] as const) : []),
    ...(coil.current === undefined ? (['coilKind'] as const) : []),
    ...(coil.hz === undefined ? (['coilHz'] as const) : []),
  ];
}
