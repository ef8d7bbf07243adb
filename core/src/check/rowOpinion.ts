import type { Device } from '#core/circuit';
import type { FieldName } from '#core/devices';
import type { Calls } from '#core/explore';
import type { Row } from '#core/size';
import type { Opinion } from './finding';

/**
 * What a row of a part says: its figure against its limit, by the fields of the plate that set it.
 * A row without a limit is missing those fields. A good row says nothing.
 */
export function rowOpinion<T>(
  row: Row,
  about: readonly Device[],
  {
    told,
    calls,
    by,
    key = row.asks,
  }: { readonly told: T; readonly calls: Calls; readonly by: readonly FieldName[]; readonly key?: string },
): Opinion<T>[] {
  if (row.verdict === 'good') return [];
  return [
    {
      about,
      key,
      verdict: row.verdict,
      told,
      calls,
      is: row.is,
      limit: row.limit,
      limitKind: row.kind,
      unit: row.unit,
      source: row.source,
      by,
      ...(row.limit === undefined ? { missing: by } : {}),
    },
  ];
}
