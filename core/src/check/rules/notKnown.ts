import type { Device } from '#core/circuit';
import { type FieldName, familyOf, missingFacts } from '#core/devices';
import type { PlannedPart } from '#core/graph';
import { isWired } from '#core/graph';
import { type Opinion, ruleOf } from '../finding';
import { shownEnds } from '../shownEnds';
import type { Study } from '../study';

export type NotKnownTold =
  | { readonly code: 'no devices' | 'no source' | 'no load' }
  /** terminals between which its volts belong, where it is one of several of its device; nothing: it is all of it */
  | { readonly code: 'never fed'; readonly between: readonly string[] }
  | { readonly code: 'unread'; readonly fields: readonly FieldName[] };

/** What other rules ask for by name, or say that a plate is unread: coils, guards, transformers, contacts and loads. */
const ASKED_ELSEWHERE: ReadonlySet<string> = new Set<FieldName>([
  'coilKind',
  'coilV',
  'coilHz',
  'ratingA',
  'settingA',
  'va',
  'primaryV',
  'carryA',
  'resistiveA',
  'ratedV',
  'motorV',
  'inputV',
]);

/** What it takes to compute what a part does, and nobody has read. */
const unreadOf = (device: Device, { circuit }: Study): FieldName[] =>
  familyOf(device, circuit).group === 'load'
    ? []
    : missingFacts(device, circuit).flatMap((name) => (ASKED_ELSEWHERE.has(name) ? [] : [name as FieldName]));

const isWiredWhole = (study: Study, planned: PlannedPart): boolean =>
  shownEnds(planned).every((mark) => isWired(study.exploration.plan, planned.device.id, mark));

/** Electronics and movements whose contacts are wired, though their own supply is not: without it none of them moves. */
const isInUse = ({ exploration: { plan } }: Study, { device, part }: PlannedPart): boolean =>
  (part.kind === 'controller' || part.kind === 'electronics' || (part.kind === 'load' && part.use === 'module')) &&
  plan
    .partsIn(device.id)
    .some((own) => own.part.kind === 'contact' && own.kind.ends(own.part).every((mark) => isWired(plan, device.id, mark)));

/** Loads that no state brings volts to, though both of their ends are wired: nobody has seen them work. */
function neverFed(study: Study): Opinion<NotKnownTold>[] {
  const { exploration } = study;
  return [...exploration.loads].flatMap(([index, { highestV }]): Opinion<NotKnownTold>[] => {
    const planned = exploration.plan.parts[index];
    if (!planned || planned.part.kind === 'coil' || planned.part.kind === 'source' || !('ratedV' in planned.part)) return [];
    const { ratedV } = planned.part;
    if (ratedV === undefined || highestV >= FED_SHARE * ratedV || !(isWiredWhole(study, planned) || isInUse(study, planned))) return [];
    const { device, part } = planned;
    const isOneOf = exploration.plan.partsIn(device.id).filter((own) => exploration.loads.has(own.index)).length > 1;
    const between = isOneOf ? shownEnds(planned) : [];
    return [{ about: [device], key: part.id, verdict: 'cannot-clear', told: { code: 'never fed', between }, is: highestV, unit: 'V' }];
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
    const unread = devices.flatMap((device) => {
      const fields = unreadOf(device, study);
      return fields.length > 0 ? [{ device, fields }] : [];
    });
    return [
      ...unread.map(
        ({ device, fields }): Opinion<NotKnownTold> => ({
          about: [device],
          key: 'unread',
          verdict: 'cannot-clear',
          told: { code: 'unread', fields },
          missing: fields,
        }),
      ),
      ...neverFed(study),
    ];
  },
});
