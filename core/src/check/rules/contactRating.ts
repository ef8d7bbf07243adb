import type { DeviceId } from '#core/circuit';
import type { ContactExposure } from '#core/explore';
import type { Contact } from '#core/kinds';
import type { NetworkPlan } from '#core/network';
import type { Row } from '#core/size';
import { at, must } from '#core/units';
import { ruleOf } from '../finding';
import { fieldsOf } from '../ratingFields';
import { rowOpinion } from '../rowOpinion';

export type PoleTold =
  | {
      readonly code: 'row';
      readonly contact: string;
      readonly row: Row;
      readonly serves: readonly DeviceId[];
      readonly breaksV: number;
      /** others that stand beside it and move with it */
      readonly beside?: readonly { readonly device: DeviceId; readonly contact: string }[];
    }
  | { readonly code: 'states left out'; readonly contact: string };

/** Figures that are made of one print: whoever reads it has read them all. */
const PRINT_OF: { readonly [C in Row['rating']['code']]?: Row['rating']['code'] } = { '1.5 × resistive': 'resistive' };

/** What is not read is asked for once, whatever asks for it. */
function asked(rows: readonly Row[]): Row[] {
  const unread = new Set<string>();
  return rows.filter(({ limit, rating }) => {
    if (limit !== undefined) return true;
    const print = JSON.stringify({ ...rating, code: PRINT_OF[rating.code] ?? rating.code });
    if (unread.has(print)) return false;
    unread.add(print);
    return true;
  });
}

const besideOf = ({ beside }: ContactExposure, { parts }: NetworkPlan): Pick<Extract<PoleTold, { code: 'row' }>, 'beside'> =>
  beside ? { beside: beside.map((index) => ({ device: at(parts, index).device.id, contact: at(parts, index).part.id })) } : {};

/** A contact against its load. */
export const poleRule = ruleOf<PoleTold>()({
  id: 'contact-rating',
  source: 'nameplate ratings by load class; UL 508 and IEC 60947-5-1 pilot duty from memory',
  find: ({ poles, circuit, exploration }) =>
    poles.flatMap(({ device, part, contact, rows, exposure, serves, evidence, isPartly }) => [
      ...asked(rows).flatMap((row) =>
        rowOpinion<PoleTold>(row, [device], {
          told: { code: 'row', contact, row, serves, breaksV: exposure.breaksV, ...besideOf(exposure, exploration.plan) },
          calls: exposure.calls,
          by: fieldsOf(row, device, must(exploration.plan.parts[part], 'a contact').part as Contact, circuit),
          key: `${contact}:${row.asks}`,
        }).map((opinion) => ({ ...opinion, evidence })),
      ),
      ...(isPartly
        ? [
            {
              about: [device],
              key: `${contact}:states`,
              verdict: 'cannot-clear' as const,
              told: { code: 'states left out' as const, contact },
              evidence,
            },
          ]
        : []),
    ]),
});
