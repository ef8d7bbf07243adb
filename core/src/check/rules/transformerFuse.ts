import type { Device } from '#core/circuit';
import { EARTH_NODE, endsOfBranch, fusesAt, graphOf, isWired, type PlannedPart, reached } from '#core/graph';
import { type Fuse, fullVolts, isBond, isKind, type Transformer } from '#core/kinds';
import { schoolOf } from '#core/schools';
import { type FusesSized, figureOf, type Row, sizeTransformerFuses } from '#core/size';
import { at, greatest } from '#core/units';
import { type Opinion, ruleOf } from '../finding';
import type { Study } from '../study';

export type FuseTold =
  | { readonly code: 'none'; readonly leg: 'hot' | 'common' }
  | { readonly code: 'no primary fuse'; readonly supply: Device }
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

const share = ({ is = 0, limit = 1 }: Opinion<FuseTold>): number => is / limit;

type PlannedFuse = PlannedPart & { readonly part: Fuse };

/** Fuses in the legs of a control transformer. */
export const fuseRule = ruleOf<FuseTold>()({
  id: 'transformer-fuse',
  source: 'NEC 450.3(B), 430.72(C), Chapter 9 Table 11(A), from memory; leg by school',
  find: (study) => {
    const all = study.exploration.plan.parts.filter(isKind('transformer')).flatMap((planned) => judgeFuses(study, planned));
    // a primary fuse that several transformers share is told once, for the one that it protects least
    const worst = new Map<string, Opinion<FuseTold>>();
    for (const one of all) {
      const key = `${one.about[0]?.id} ${one.key}`;
      const before = worst.get(key);
      if (!before || share(one) > share(before)) worst.set(key, one);
    }
    return [...worst.values()];
  },
});

/** The supply that a hot end of the primary reaches with no fuse and no breaker on the way; undefined: each is guarded, or reaches none. */
function unguardedFrom(
  { exploration: { plan } }: Study,
  { device, part }: PlannedPart & { readonly part: Transformer },
): Device | undefined {
  const graph = graphOf(plan);
  const hot = new Map(
    plan.parts
      .filter(isKind('source'))
      .flatMap((source) =>
        source.part.role === 'mains' && source.part.volts !== 0
          ? [[plan.nodeAt(source.device.id, source.part.a), source.device] as const]
          : [],
      ),
  );
  const starts = part.primary.filter(({ mark }) => isWired(plan, device.id, mark)).map(({ mark }) => plan.nodeAt(device.id, mark));
  const guards = new Set(plan.parts.filter(isKind('fuse')).map(({ firstBranch }) => firstBranch));
  const lets = (branch: number): boolean => !guards.has(branch) && ['wire', 'joint', 'pass'].includes(at(plan.branches, branch).role);
  const metal = reached(starts, (node) =>
    graph
      .branchesAt(node)
      .flatMap((index) => (lets(index) ? endsOfBranch(at(plan.branches, index)).filter((end) => end !== EARTH_NODE) : [])),
  );
  return [...metal].map((node) => hot.get(node)).find((source) => source !== undefined);
}

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
  const supply = unguardedFrom(study, planned);
  const noPrimary: Opinion<FuseTold>[] = supply
    ? [{ about: [device], key: 'no primary', verdict: 'look', told: { code: 'no primary fuse', supply } }]
    : [];
  if (!fuse)
    return [
      ...noPrimary,
      { about: [device], key: 'none', verdict: 'look', told: { code: 'none', leg: school === 'hot' ? 'hot' : 'common' } },
    ];
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
    ...noPrimary,
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
