import { isWired, type PlannedPart } from '#core/graph';
import { fullVolts, isKind, type Transformer, topSection, windingModel } from '#core/kinds';
import { branchAmpsRms, pairVolts } from '#core/network';
import { isFluxed, type Rig } from '#core/sequence';
import { at } from '#core/units';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** What a transformer met: its lowest secondary volts with the state, and the most VA it gave, held and at the worst moment. */
export interface TransformerExposure {
  readonly idleV: number;
  /** the most of its primary's volts that stood on it */
  readonly fedShare: number;
  readonly highestV: number;
  readonly lowestV: number;
  readonly lowestAt: Calls;
  readonly heldVa: number;
  readonly worstVa: number;
}

/** Watches the load and the secondary volts of each transformer. */
export const watchTransformers: MakeWatch<ReadonlyMap<number, TransformerExposure>> = (rig, isWatched) => {
  const transformers = rig.plan.parts.filter(isKind('transformer')).filter(isWatched);
  const kept = new Map(
    transformers.map(({ index, part }) => [
      index,
      {
        idleV: windingModel(part)?.idleV ?? 0,
        fedShare: 0,
        highestV: 0,
        lowestV: Number.POSITIVE_INFINITY,
        lowestAt: [] as Calls,
        heldVa: 0,
        worstVa: 0,
      },
    ]),
  );
  return {
    see(_, { calls, isQuiet }) {
      for (const transformer of transformers) {
        const one = kept.get(transformer.index);
        if (!one) continue;
        const { volts, va } = secondaryOf(rig, transformer);
        // without power there is nothing that could sag
        if (volts < one.lowestV && rig.nets.some((net) => isFluxed(net, transformer)))
          Object.assign(one, { lowestV: volts, lowestAt: calls });
        one.fedShare = Math.max(one.fedShare, primaryShare(rig, transformer));
        one.highestV = Math.max(one.highestV, volts);
        one.worstVa = Math.max(one.worstVa, va);
        if (isQuiet) one.heldVa = Math.max(one.heldVa, va);
      }
    },
    result() {
      for (const one of kept.values()) if (one.lowestV === Number.POSITIVE_INFINITY) one.lowestV = 0;
      return kept;
    },
  };
};

/** Volts on its highest tap that is wired, as a share of what that is wound for. */
function primaryShare({ plan, nets }: Rig, { part: { primary }, device }: PlannedPart & { readonly part: Transformer }): number {
  const tap =
    primary
      .slice(1)
      .filter(({ mark }) => isWired(plan, device.id, mark))
      .at(-1) ?? at(primary, -1);
  return pairVolts(nets, plan.nodeAt(device.id, tap.mark), plan.nodeAt(device.id, at(primary, 0).mark)) / tap.volts;
}

/** Volts and VA at a transformer's whole secondary now. */
export function secondaryOf(
  { plan, nets }: Rig,
  { part, device, firstBranch }: PlannedPart & { readonly part: Transformer },
): { volts: number; va: number } {
  const [low, high] = [at(part.secondary, 0), at(part.secondary, -1)].map(({ mark }) => plan.nodeAt(device.id, mark));
  const volts = pairVolts(nets, high ?? -1, low ?? -1);
  return { volts, va: volts * branchAmpsRms(nets, firstBranch + topSection(part)) };
}

/** Rated volts of the whole secondary. */
export const secondaryRatedV = ({ secondary }: Transformer): number => fullVolts(secondary);
