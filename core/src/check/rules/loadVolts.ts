import type { Device } from '#core/circuit';
import { type Brings, type FieldName, familyOf, missingFacts, plateField } from '#core/devices';
import type { Part } from '#core/kinds';
import { byWorst } from '#core/size';
import { at, grouped } from '#core/units';
import { type Opinion, ruleOf } from '../finding';

export type LoadTold =
  | { readonly code: 'unread' }
  | { readonly code: 'volts'; readonly ratedV: number; readonly ratio: number; readonly does: 'overheats' | 'ages' | 'gives little' };

/** A start capacitor is in for parts of a second, and bears so many times its volts meanwhile. Common practice. */
const START_BEARS = 1.45;

/** What its own class of volts is judged by elsewhere: a coil has its window. */
const hasOwnJudge = ({ kind }: Part): boolean => kind === 'coil' || kind === 'source';

/** Electronics work from volts of their own downwards; too much kills them, and a 24 V part holds 30. */
const isElectronic = ({ kind }: Part): boolean =>
  kind === 'electronics' ||
  kind === 'timer' ||
  kind === 'series-timer' ||
  kind === 'safety' ||
  kind === 'controller' ||
  kind === 'positioner' ||
  kind === 'transmitter';

/** The field of a nameplate that says for which volts it is made. */
const VOLTS_FIELDS = ['motorV', 'inputV', 'ratedV', 'callV', 'volts', 'bearsW'] as const;

/** What of a load's plate nobody has read and nothing usual stands in for. */
const unreadOf = (device: Device, brings: Brings): FieldName[] => missingFacts(device, brings).map((name) => name as FieldName);

const voltsField = (device: Device, brings: Pick<Brings, 'families'>): FieldName | undefined => {
  const { fields } = familyOf(device, brings);
  return VOLTS_FIELDS.find((name) => Object.hasOwn(fields, name));
};

/** Heaters, lamps, motors, timers and electronics on volts other than their own. */
export const loadVoltsRule = ruleOf<LoadTold>()({
  id: 'load-volts',
  source: 'P ∝ V²; common practice: 10 % over, 15 % under',
  find({ exploration, circuit }) {
    const opinions = [...exploration.loads].flatMap(([index, seen]): Opinion<LoadTold>[] => {
      const { part, device, kind } = at(exploration.plan.parts, index);
      if (!('ratedV' in part) || hasOwnJudge(part)) return [];
      const field = voltsField(device, circuit);
      const isRead = field === undefined || plateField(device, field) !== undefined;
      const by = field === undefined ? [] : [field];
      // a figure that only stands in for one that nobody has read clears nothing that is over it
      const isTypical = field !== undefined && familyOf(device, circuit).fields[field]?.typical !== undefined;
      const { ratedV } = part;
      if (ratedV === undefined || (!isRead && !isTypical))
        return [
          {
            about: [device],
            key: 'unread',
            verdict: 'cannot-clear',
            told: { code: 'unread' },
            evidence: 'unknown',
            missing: unreadOf(device, circuit),
          },
        ];
      const ratio = seen.highestV / ratedV;
      const electronic = isElectronic(part);
      if (kind.bearsOnly?.(part) && ratio <= (part.kind === 'capacitor' && part.isForStart ? START_BEARS : 1.1) + 1e-9) return [];
      if (ratio < 0.05 || ((electronic || ratio >= 0.85) && ratio <= 1.1 + 1e-9)) return [];
      // a 24 V secondary idles a fifth higher: a lamp on it lives shorter, it does not burn
      const over = ratedV > 30 ? 1.1 : electronic ? 1.25 : 1.21;
      if (electronic && ratio <= over) return [];
      const does = ratio > over ? 'overheats' : ratio > 1 ? 'ages' : 'gives little';
      if (!isRead && ratio > over)
        return [{ about: [device], key: 'unread', verdict: 'cannot-clear', told: { code: 'unread' }, evidence: 'unknown', missing: by }];
      return [
        {
          about: [device],
          verdict: ratio >= 1.5 ? 'block' : ratio > over ? 'danger' : 'look',
          told: { code: 'volts', ratedV, ratio, does },
          calls: seen.calls,
          is: seen.highestV,
          limit: ratedV * (ratio > 1 ? (electronic ? over : 1.1) : 0.85),
          limitKind: 'typical',
          unit: 'V',
          by,
        },
      ];
    });
    // windings of one motor, inputs of one drive: its plate is read once, and the worst of them tells it
    const byDevice = grouped(opinions, ({ about: [device], key }) => `${device?.id} ${key}`);
    return [...byDevice.values()].map((same) => at([...same].sort(worstFirst), 0));
  },
});

const worstFirst = (one: Opinion<LoadTold>, other: Opinion<LoadTold>): number =>
  byWorst(one.verdict, other.verdict) || Math.abs(Math.log(ratioOf(other))) - Math.abs(Math.log(ratioOf(one)));
const ratioOf = ({ told }: Opinion<LoadTold>): number => (told.code === 'volts' ? told.ratio : 1);
