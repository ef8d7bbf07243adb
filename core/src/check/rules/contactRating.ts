import type { DeviceId } from '#core/circuit';
import type { Row } from '#core/size';
import { ruleOf } from '../finding';

export type PoleTold =
  | { readonly code: 'row'; readonly contact: string; readonly row: Row; readonly serves: readonly DeviceId[]; readonly breaksV: number }
  | { readonly code: 'states left out'; readonly contact: string };

/** A contact against its load. */
export const poleRule = ruleOf<PoleTold>()({
  id: 'contact-rating',
  source: 'nameplate ratings by load class; UL 508 and IEC 60947-5-1 pilot duty from memory',
  find: ({ poles }) =>
    poles.flatMap(({ device, contact, rows, exposure, serves, evidence, isPartly }) => [
      ...rows
        .filter(({ verdict }) => verdict !== 'good')
        .map((row) => ({
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
        })),
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
