import type { StockLine } from '#core/api';
import type { StockPart } from '#core/devices';
import { type Page, pageOf } from '../db/page';
import type { Queryable } from '../db/pool';

/** The only SQL on stock. A change is appended to the part's chain; nothing is overwritten. */
export const stockStore = (db: Queryable) => ({
  async list({ after, limit }: Page): Promise<{ parts: StockLine[]; next: string | null }> {
    const { rows } = await db.query(
      `select revision, part from stock_part
        where not removed and ($1::text is null or (part->>'title', id) > (select part->>'title', id from stock_part where id = $1))
        order by part->>'title', id limit $2`,
      [after ?? null, limit + 1],
    );
    const page = pageOf(rows as StockLine[], limit, ({ part }) => part.id);
    return { parts: page.rows, next: page.next };
  },
  async isEmpty(): Promise<boolean> {
    const { rows } = await db.query('select 1 from stock_change limit 1');
    return rows.length === 0;
  },
  /** Holds a part until the transaction ends. Revision 0: there was none. */
  async hold(id: string): Promise<{ revision: number; part: StockPart | undefined; removed: boolean }> {
    const { rows } = await db.query('select revision, part, removed from stock_part where id = $1 for update', [id]);
    return (
      (rows[0] as { revision: number; part: StockPart; removed: boolean } | undefined) ?? { revision: 0, part: undefined, removed: false }
    );
  },
  async put(part: StockPart, revision: number, removed = false): Promise<void> {
    await db.query(
      `insert into stock_part (id, revision, part, removed) values ($1, $2, $3, $4)
       on conflict (id) do update set revision = excluded.revision, part = excluded.part, removed = excluded.removed, changed_at = now()`,
      [part.id, revision, JSON.stringify(part), removed],
    );
    await db.query('insert into stock_change (part_id, revision, part, removed) values ($1, $2, $3, $4)', [
      part.id,
      revision,
      JSON.stringify(part),
      removed,
    ]);
  },
});
