import type { Device } from '#core/circuit';
import type { FieldName } from '#core/devices';
import type { PlannedPart } from '#core/graph';
import { isWired } from '#core/graph';
import type { Part } from '#core/kinds';
import { type Opinion, ruleOf } from '../finding';
import type { Study } from '../study';

export type NotKnownTold =
  | { readonly code: 'no devices' | 'no source' | 'no load' }
  | { readonly code: 'never fed' }
  | { readonly code: 'unread'; readonly fields: readonly FieldName[] };

/** What it takes to compute what a part does, and nobody has read. A coil, a load and a fuse say so themselves. */
function unreadOf(part: Part): FieldName[] {
  switch (part.kind) {
    case 'source':
      return part.role === 'mains'
        ? [...(part.volts === undefined ? (['volts'] as const) : []), ...(part.hz === undefined ? (['hz'] as const) : [])]
        : [];
    case 'series-timer':
      return part.delayS === undefined ? ['delayS'] : [];
    default:
      return [];
  }
}

const isWiredWhole = (study: Study, { device, kind, part }: PlannedPart): boolean =>
  kind
    .ends(part)
    .filter((mark) => !/^[!#]/.test(mark))
    .every((mark) => isWired(study.exploration.plan, device.id, mark));

/** Loads that no state brings volts to, though both of their ends are wired: nobody has seen them work. */
function neverFed(study: Study): Opinion<NotKnownTold>[] {
  const { exploration } = study;
  return [...exploration.loads].flatMap(([index, { highestV }]): Opinion<NotKnownTold>[] => {
    const planned = exploration.plan.parts[index];
    if (!planned || planned.part.kind === 'coil' || planned.part.kind === 'source' || !('ratedV' in planned.part)) return [];
    const { ratedV } = planned.part;
    if (ratedV === undefined || highestV >= FED_SHARE * ratedV || !isWiredWhole(study, planned)) return [];
    return [
      { about: [planned.device], key: planned.part.id, verdict: 'cannot-clear', told: { code: 'never fed' }, is: highestV, unit: 'V' },
    ];
  });
}

/** Less than this share of its volts feeds nothing: it leaks or is coupled. */
const FED_SHARE = 0.05;

/** What was not there to be judged is not cleared: a circuit without a source, a load that is never fed, a supply that nobody has read. */
export const notKnownRule = ruleOf<NotKnownTold>()({
  id: 'not-known',
  source: 'common practice: what was not seen to work is not called good',
  find(study) {
    const { plan } = study.exploration;
    const devices = Object.values(study.circuit.devices);
    const whole = (code: 'no devices' | 'no source' | 'no load'): Opinion<NotKnownTold>[] => [
      { about: [], key: code, verdict: 'cannot-clear', told: { code }, evidence: 'unknown' },
    ];
    if (devices.length === 0) return whole('no devices');
    const isSource = ({ part }: PlannedPart): boolean => part.kind === 'source';
    if (!plan.parts.some(isSource)) return whole('no source');
    if (!plan.parts.some(({ kind, part }) => kind.loadClass?.(part) !== undefined && part.kind !== 'source')) return whole('no load');
    const unread = new Map<Device, Set<FieldName>>();
    for (const planned of plan.parts)
      for (const field of unreadOf(planned.part)) unread.set(planned.device, (unread.get(planned.device) ?? new Set()).add(field));
    return [
      ...[...unread].map(
        ([device, fields]): Opinion<NotKnownTold> => ({
          about: [device],
          key: 'unread',
          verdict: 'cannot-clear',
          told: { code: 'unread', fields: [...fields] },
          missing: [...fields],
        }),
      ),
      ...neverFed(study),
    ];
  },
});
