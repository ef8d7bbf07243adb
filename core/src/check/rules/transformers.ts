import { type Device, terminalId } from '#core/circuit';
import type { Transformer } from '#core/devices';
import type { TransformerExposure } from '#core/explore';
import type { NetworkPlan } from '#core/network';
import { numberAt, type Row, schoolOf, sizeTransformerFuses } from '#core/size';
import { amount, percent, volts } from '#core/units';
import { type Rule, type Study, tell, tellUnread } from '../study';

const each = <T>(
  { exploration }: Study,
  run: (device: Device, part: Transformer, seen: TransformerExposure, plan: NetworkPlan) => T[],
): T[] =>
  [...exploration.transformers].flatMap(([index, seen]) => {
    const { device, part } = exploration.plan.parts[index]!;
    return part.kind === 'transformer' ? run(device, part, seen, exploration.plan) : [];
  });

export const loadRule: Rule = {
  id: 'transformer-load',
  title: 'Held load of a control transformer',
  source: 'common practice: loaded to a working share of its rating',
  run: (study) =>
    each(study, (device, { va }, seen) => {
      const share = numberAt(study.tables.constants, 'transformer share', 'value') ?? 0.8;
      if (va === undefined)
        return [
          tellUnread(loadRule, device, '', {
            title: 'rating unknown',
            consequence: 'Nobody can say whether it carries its load.',
            unread: 'The VA are not read.',
            remedy: 'Read the VA on the label and enter them.',
          }),
        ];
      if (seen.heldVa <= va * share + 1e-9) return [];
      const over = seen.heldVa > va;
      return [
        tell(loadRule, device, '', {
          verdict: over ? 'danger' : 'look',
          title: `${device.tag} carries ${amount(seen.heldVa, 'VA')} of ${va}`,
          is: seen.heldVa,
          limit: over ? va : va * share,
          limitKind: over ? 'limit' : 'typical',
          unit: 'VA',
          consequence: over ? 'It overheats and its volts sag.' : 'Little is left for a later load or a hot day.',
          reason: `${amount(seen.heldVa, 'VA')} are held at once.`,
          remedy: 'A larger transformer, or fewer loads on it.',
        }),
      ];
    }),
};

/** A tap that is not the line's: every volt behind it is off by the same share. */
export const tapRule: Rule = {
  id: 'transformer-tap',
  title: 'Primary tap against the line',
  source: 'turns ratio; bands of measured volts common practice',
  run: (study) =>
    each(study, (device, part, seen, plan) => {
      const ratio = seen.idleV > 0 ? seen.highestV / seen.idleV : 1;
      const wired = part.primary.filter(({ mark }) =>
        plan.conductors.some(({ conductor }) => conductor.ends.includes(terminalId(device.id, mark))),
      );
      const tap = wired.at(-1);
      if (seen.highestV === 0 || !tap || (ratio > 0.9 && ratio < 1.08)) return [];
      const high = ratio >= 1.08;
      return [
        tell(tapRule, device, '', {
          verdict: ratio >= 1.5 ? 'block' : ratio >= 1.25 || ratio < 0.8 ? 'danger' : 'look',
          title: `${device.tag} gives ${volts(seen.highestV)} where ${volts(seen.idleV)} belong`,
          is: seen.highestV,
          limit: seen.idleV * (high ? 1.08 : 0.9),
          unit: 'V',
          limitKind: 'typical',
          consequence: high ? 'Everything behind it runs hot; the core saturates.' : 'Coils behind it sag below their pull-in.',
          reason: `The line is on the ${tap.mark} tap at ${Math.round(ratio * 100)} % of it.`,
          remedy: 'Measure the line and move the lead to its tap; cap the others.',
        }),
      ];
    }),
};

/** Fuses in the legs of a transformer, found by the wire that leads from a winding's end straight into a fuse. */
function fusesOf(plan: NetworkPlan, device: Device, marks: readonly string[]) {
  return marks.flatMap((mark) => {
    const at = terminalId(device.id, mark);
    return plan.conductors.flatMap(({ conductor }) => {
      const other = conductor.ends[0] === at ? conductor.ends[1] : conductor.ends[1] === at ? conductor.ends[0] : null;
      const fuse =
        other &&
        plan.parts.find(
          ({ part, device: owner }) =>
            part.kind === 'fuse' && part.symbol === 'fuse' && [part.a, part.b].some((end) => terminalId(owner.id, end) === other),
        );
      return fuse?.part.kind === 'fuse' ? [{ mark, device: fuse.device, ratingA: fuse.part.ratingA }] : [];
    });
  });
}

export const fuseRule: Rule = {
  id: 'transformer-fuse',
  title: 'Fuses of a control transformer',
  source: 'NEC 450.3(B), 430.72(C), Chapter 9 Table 11(A), from memory; leg by school',
  run: (study) =>
    each(study, (device, part, _seen, plan) => {
      const low = part.secondary[0]!;
      const high = part.secondary.at(-1)!;
      const bonded = plan.partsIn(device.id).some(({ part: own }) => own.kind === 'join' && own.a === low.mark);
      const onHot = fusesOf(
        plan,
        device,
        part.secondary.slice(1).map(({ mark }) => mark),
      );
      const onCommon = fusesOf(plan, device, [low.mark]);
      const primary = fusesOf(
        plan,
        device,
        part.primary.map(({ mark }) => mark),
      );
      const primaryV = Math.max(
        ...part.primary
          .filter(({ mark }) => plan.conductors.some(({ conductor }) => conductor.ends.includes(terminalId(device.id, mark))))
          .map(({ volts: v }) => v),
      );
      const largest = primary.reduce<(typeof primary)[number] | undefined>(
        (top, one) => (!top || (one.ratingA ?? 0) > (top.ratingA ?? 0) ? one : top),
        undefined,
      );
      const fuse = onHot[0] ?? onCommon[0];
      const leg = onHot.length > 0 ? 'hot' : 'common';
      const school = schoolOf(study.practice, 'fuseLeg');
      if (!fuse)
        return [
          tell(fuseRule, device, 'none', {
            verdict: 'look',
            title: `${device.tag} has no secondary fuse`,
            consequence: 'A short behind it burns the winding.',
            reason: 'No fuse is wired to either end of the secondary.',
            remedy: `Fit one in the ${school === 'hot' ? 'hot leg' : 'common'} at the transformer, unless it is inherently limited.`,
          }),
        ];
      const sized = sizeTransformerFuses(
        {
          va: part.va,
          primaryV: Number.isFinite(primaryV) ? primaryV : undefined,
          secondaryV: high.volts,
          fuseA: fuse.ratingA,
          primaryFuseA: largest?.ratingA,
          leg,
          bonded,
        },
        study.tables,
      );
      const wrong = sized.rows.filter(({ verdict }) => verdict === 'danger' || verdict === 'look');
      const figureOf = (name: string) => Number(sized.figures.find((one) => one.name === name)?.value ?? Number.NaN);
      const fit = `Fit ${amount(figureOf('Fit'), 'A')}.`;
      const about = (row: Row) =>
        row.asks === 'primary fuse'
          ? {
              consequence: 'A winding that shorts is cleared late.',
              reason: `Too large: ${percent((row.is ?? 0) / figureOf('Primary'))} of the primary’s ${amount(figureOf('Primary'), 'A')}.`,
              remedy: `At most ${amount(figureOf('Primary fuse, largest usual'), 'A')}, and enough to ride the transformer’s inrush.`,
            }
          : row.verdict === 'danger'
            ? {
                consequence: 'A winding burns out from a slow overload well below it.',
                reason: sized.says,
                remedy: fit,
              }
            : {
                consequence: 'It may blow at full load.',
                reason: `At its rating the secondary gives ${amount(row.limit, 'A')}.`,
                remedy: fit,
              };
      return [
        ...wrong.map((row) =>
          tell(fuseRule, row.asks === 'primary fuse' ? largest!.device : fuse.device, row.asks, {
            verdict: row.verdict,
            title: `${row.asks === 'primary fuse' ? largest!.device.tag : fuse.device.tag}: ${amount(row.is, 'A')} against ${amount(row.limit, 'A')} (${row.rating})`,
            is: row.is,
            limit: row.limit,
            unit: 'A',
            ...about(row),
            source: row.source,
          }),
        ),
        ...(leg === 'common' && bonded && school === 'hot'
          ? [
              tell(fuseRule, fuse.device, 'leg', {
                verdict: 'look' as const,
                title: `${fuse.device.tag} is in the common leg`,
                consequence: 'A hot wire on the frame passes it; blown, every terminal still stands live to frame.',
                reason: `${device.tag}'s common is bonded at the transformer.`,
                remedy: 'Move it to the hot leg, or accept it in job practice and label it.',
              }),
            ]
          : []),
      ];
    }),
};
