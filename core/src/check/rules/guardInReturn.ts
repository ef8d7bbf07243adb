import { graphOf } from '#core/graph';
import { isBond, isKind } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';
import type { Study } from '../study';

type Plan = Study['exploration']['plan'];

/**
 * A fuse or a breaker in the conductor that is tied to earth, which leaves the others closed as it opens: the load stops, and all of it is live;
 * loads of two legs that share the conductor then stand in series across both.
 */
export const guardInReturnRule = ruleOf<{ readonly poles: readonly string[] }>()({
  id: 'guard-in-return',
  source: 'NEC 240.22, IEC 60364-4-43 431.2, from memory',
  find: ({ exploration: { plan } }) => {
    const isGrounded = groundedSide(plan);
    const guards = plan.parts.filter(isKind('fuse')).filter(({ part }) => part.trip !== 'shared');
    const stands = ({ device, part }: (typeof guards)[number]): boolean =>
      [part.a, part.b].every((mark) => isGrounded(plan.nodeAt(device.id, mark)));
    return [...new Set(guards.map(({ device }) => device))].flatMap((device): Opinion<{ readonly poles: readonly string[] }>[] => {
      const own = guards.filter((one) => one.device === device);
      const inReturn = own.filter(stands);
      const opensAll = own.some((one) => one.part.trip === 'linked' && !stands(one));
      return inReturn.length === 0 || opensAll
        ? []
        : [{ about: [device], verdict: 'danger', told: { poles: inReturn.map(({ part }) => part.id) } }];
    });
  },
});

/** Nodes that wires, bars and guards tie to where a supply is bonded. Of the mains that is the neutral: the bond itself lies behind it. */
function groundedSide(plan: Plan): (node: number) => boolean {
  const graph = graphOf(plan);
  const bonds = plan.parts.flatMap(({ device, part }) => {
    if (part.kind !== 'join' || !isBond(part)) return [];
    const behind = plan.partsIn(device.id).flatMap(({ part: own }) => (own.kind === 'source' && own.b === part.a ? [own] : []));
    const marks = behind.length === 0 ? [part.a] : behind.flatMap(({ a, volts }) => (volts === 0 ? [a] : []));
    return marks.map((mark) => plan.nodeAt(device.id, mark));
  });
  const side = graph.tied(bonds, ({ part }) => part.kind === 'fuse' && part.trip !== 'shared');
  return (node) => side.has(node) || graph.isEarthed(node);
}
