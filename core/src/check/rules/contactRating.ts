import type { DeviceId } from '#core/circuit';
import type { Contact } from '#core/kinds';
import type { Row } from '#core/size';
import { must } from '#core/units';
import { ruleOf } from '../finding';
import { fieldsOf } from '../ratingFields';

export type PoleTold =
  | { readonly code: 'row'; readonly contact: string; readonly row: Row; readonly serves: readonly DeviceId[]; readonly breaksV: number }
  | { readonly code: 'states left out'; readonly contact: string };

/** A contact against its load. */
export const poleRule = ruleOf<PoleTold>()({
  id: 'contact-rating',
  source: 'nameplate ratings by load class; UL 508 and IEC 60947-5-1 pilot duty from memory',
  find: ({ poles, circuit, exploration }) =>
    poles.flatMap(({ device, part, contact, rows, exposure, serves, evidence, isPartly }) => [
      ...rows
        .filter(({ verdict }) => verdict !== 'good')
        .map((row) => {
          const by = fieldsOf(row, device, must(exploration.plan.parts[part], 'a contact').part as Contact, circuit);
          return {
            about: [device],
            key: `${contact}:${row.asks}`,
            verdict: row.verdict,
            told: { code: 'row' as const, contact, row, serves, breaksV: exposure.breaksV },
            calls: exposure.calls,
            is: row.is,
            limit: row.limit,
            limitKind: row.kind,
            unit: row.unit,
            source: row.source,
            evidence,
            by,
            missing: row.limit === undefined ? by : [],
          };
        }),
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
