import type { Device } from '#core/circuit';
import { familyOf } from '#core/devices';
import type { Exploration } from '#core/explore';
import { reached } from '#core/graph';
import { isKind } from '#core/kinds';
import { at } from '#core/units';
import { ruleOf } from '../finding';

/** A relay that keeps its place through a power loss: never where loss of power must mean stop. */
export const latchRule = ruleOf<{ readonly load: Device }>()({
  id: 'latch-in-stop-chain',
  source: 'common practice; IEC 60204-1 asks that restored power starts nothing',
  find: ({ exploration, circuit }) =>
    exploration.plan.parts.filter(isKind('contact')).flatMap(({ part, device, index }) => {
      if (!familyOf(device, circuit).is?.keepsPlace) return [];
      // what it switches, and what that switches in turn, however long the chain
      const behind = reached(servedBy(exploration, index), ({ id }) =>
        exploration.plan.partsIn(id).flatMap((own) => servedBy(exploration, own.index)),
      );
      const load = [...behind].find(({ hazard }) => hazard !== 'none');
      return load ? [{ about: [device], key: part.id, verdict: 'danger' as const, told: { load } }] : [];
    }),
});

const servedBy = ({ contacts, plan }: Exploration, index: number): Device[] =>
  (contacts.get(index)?.serves ?? []).map(({ part }) => at(plan.parts, part).device);
