import { isWired, type PlannedPart } from '#core/graph';
import { type Opinion, ruleOf } from '../finding';
import { shownEnds } from '../shownEnds';
import type { Study } from '../study';

export interface HalfWiredTold {
  /** the terminals of the part with a wire, and those without */
  readonly wired: readonly string[];
  readonly bare: readonly string[];
  readonly isLoad: boolean;
}

/** A load or a contact with a wire on one side alone: it gets nothing, or switches nothing. A common that another part uses is no such end. */
export const halfWiredRule = ruleOf<HalfWiredTold>()({
  id: 'half-wired',
  source: 'common practice: a wire that is missing, or that has landed on the terminal beside',
  find: (study) =>
    study.exploration.plan.parts.flatMap((planned): Opinion<HalfWiredTold>[] => {
      const isLoad = isFed(planned);
      if (!isLoad && planned.part.kind !== 'contact' && planned.part.kind !== 'fuse') return [];
      const half = halfOf(study, planned);
      if (!half) return [];
      const { device, part } = planned;
      return [{ about: [device], key: part.id, verdict: isLoad ? 'cannot-clear' : 'look', told: { ...half, isLoad } }];
    }),
});

/** Boards and drives bring the return of an input themselves, and nobody uses all of their ends. */
const BOARDS: ReadonlySet<string> = new Set(['controller', 'electronics', 'drive', 'positioner']);

/** What uses what comes between two ends. A coil that gets no volts, and a motor that lacks a line, are told by themselves. */
function isFed(planned: PlannedPart): boolean {
  const { kind, part } = planned;
  const loads = kind.loadClass?.(part);
  const isTold = part.kind === 'coil' || part.kind === 'source' || BOARDS.has(part.kind);
  return loads !== undefined && loads !== 'input' && !isTold && shownEnds(planned).length === 2;
}

function halfOf({ exploration: { plan } }: Study, planned: PlannedPart): Pick<HalfWiredTold, 'wired' | 'bare'> | undefined {
  const { device } = planned;
  const hasWire = (mark: string): boolean => isWired(plan, device.id, mark);
  const ends = shownEnds(planned);
  const [wired, bare] = [ends.filter(hasWire), ends.filter((mark) => !hasWire(mark))];
  if (wired.length === 0 || bare.length === 0 || ends.length < 2) return undefined;
  const whole = plan.partsIn(device.id).filter((own) => own !== planned && shownEnds(own).length > 1 && shownEnds(own).every(hasWire));
  return wired.every((mark) => whole.some((own) => shownEnds(own).includes(mark))) ? undefined : { wired, bare };
}
