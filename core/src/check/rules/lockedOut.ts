import { isKind } from '#core/kinds';
import { at } from '#core/units';
import { ruleOf } from '../finding';

/** A coil that is called while another keeps its armature out. By a mechanical interlock it stalls on its in-rush and burns; two coils of one latch pull both ways. */
export const lockedOutRule = ruleOf<{ readonly by: string; readonly isLatch: boolean }>()({
  id: 'locked-out',
  source:
    'a stalled AC armature draws its in-rush; IEC 60204-1 9.3.4 asks for an electrical interlock beside the mechanical one; of a latch the last pulse counts, both at once are common practice to avoid',
  find: ({ exploration: { plan, coils } }) =>
    plan.parts.filter(isKind('coil')).flatMap(({ index, device }) => {
      const calls = coils.get(index)?.lockedOut;
      const [first] = plan.locks.get(index) ?? [];
      if (!calls || first === undefined) return [];
      const other = at(plan.parts, first).device;
      const isLatch = other.id === device.id;
      return [{ about: [device], verdict: isLatch ? ('look' as const) : ('danger' as const), told: { by: other.tag, isLatch }, calls }];
    }),
});
