import { isKind } from '#core/kinds';
import { at } from '#core/units';
import { ruleOf } from '../finding';

/** A coil that is called while a mechanical interlock keeps its armature out: it stalls on its in-rush and burns. */
export const lockedOutRule = ruleOf<{ readonly by: string }>()({
  id: 'locked-out',
  source: 'a stalled AC armature draws its in-rush; IEC 60204-1 9.3.4 asks for an electrical interlock beside the mechanical one',
  find: ({ exploration: { plan, coils } }) =>
    plan.parts.filter(isKind('coil')).flatMap(({ index, device }) => {
      const calls = coils.get(index)?.lockedOut;
      const [other] = plan.locks.get(index) ?? [];
      return calls && other !== undefined
        ? [{ about: [device], verdict: 'danger' as const, told: { by: at(plan.parts, other).device.tag }, calls }]
        : [];
    }),
});
