import type { Device } from '#core/circuit';
import { fusesAt, isWired, type PlannedPart } from '#core/graph';
import { type Fuse, fullVolts, isBond, isKind, type Transformer } from '#core/kinds';
import { schoolOf } from '#core/schools';
import { type FusesSized, figureOf, type Row, sizeTransformerFuses } from '#core/size';
import { at, greatest } from '#core/units';
import { type Opinion, ruleOf } from '../finding';
import type { Study } from '../study';

export type FuseTold =
  | { readonly code: 'none'; readonly leg: 'hot' | 'common' }
  | {
      readonly code: 'row';
      readonly row: Row;
      readonly sized: Pick<FusesSized, 'said'>;
      /** amps to fit, those of the primary, and the largest usual fuse of the primary */
      readonly fitA: number | undefined;
      readonly primaryA: number | undefined;
      readonly primaryMostA: number | undefined;
    }
  | { readonly code: 'in the common leg'; readonly transformer: Device };

type PlannedFuse = PlannedPart & { readonly part: Fuse };

/** Fuses in the legs of a control transformer. */
export const fuseRule = ruleOf<FuseTold>()({
  id: 'transformer-fuse',
  source: 'NEC 450.3(B), 430.72(C), Chapter 9 Table 11(A), from memory; leg by school',
  find: (study) => study.exploration.plan.parts.filter(isKind('transformer')).flatMap((planned) => judgeFuses(study, planned)),
});

function judgeFuses(study: Study, planned: PlannedPart & { readonly part: Transformer }): Opinion<FuseTold>[] {
  const { plan } = study.exploration;
  const { device, part } = planned;
  const fusesOn = (marks: readonly { readonly mark: string }[]): PlannedFuse[] => marks.flatMap(({ mark }) => fusesAt(plan, planned, mark));
  const low = at(part.secondary, 0);
  const bonded = plan.partsIn(device.id).some(({ part: own }) => isBond(own) && own.kind === 'join' && own.a === low.mark);
  const onHot = fusesOn(part.secondary.slice(1));
  const onCommon = fusesOn([low]);
  const largest = greatest(fusesOn(part.primary), (one) => one.part.ratingA ?? 0);
  const wired = part.primary.filter(({ mark }) => isWired(plan, device.id, mark)).map(({ volts }) => volts);
  const fuse = onHot[0] ?? onCommon[0];
  const leg = onHot.length > 0 ? 'hot' : 'common';
  const school = schoolOf(study.practice, 'fuseLeg');
  if (!fuse) return [{ about: [device], key: 'none', verdict: 'look', told: { code: 'none', leg: school === 'hot' ? 'hot' : 'common' } }];
  const sized = sizeTransformerFuses(
    {
      va: part.va,
      primaryV: wired.length > 0 ? Math.max(...wired) : undefined,
      secondaryV: fullVolts(part.secondary),
      fuseA: fuse.part.ratingA,
      primaryFuseA: largest?.part.ratingA,
      leg,
      bonded,
    },
    study.tables,
  );
  const told = (row: Row): FuseTold => ({
    code: 'row',
    row,
    sized: { said: sized.said },
    fitA: figureOf(sized, 'fit'),
    primaryA: figureOf(sized, 'primary'),
    primaryMostA: figureOf(sized, 'primary fuse, largest usual'),
  });
  return [
    ...sized.rows
      .filter(({ verdict }) => verdict === 'danger' || verdict === 'look')
      .map((row) => ({
        about: [row.asks === 'primary fuse' && largest ? largest.device : fuse.device],
        key: row.asks,
        verdict: row.verdict,
        told: told(row),
        is: row.is,
        limit: row.limit,
        unit: 'A',
        by: ['ratingA'] as const,
        source: row.source,
      })),
    ...(leg === 'common' && bonded && school === 'hot'
      ? [{ about: [fuse.device], key: 'leg', verdict: 'look' as const, told: { code: 'in the common leg' as const, transformer: device } }]
      : []),
  ];
}
