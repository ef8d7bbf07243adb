import { createHash } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import type { Landing, LandingLine } from '#core/api';
import type { Queryable } from '../db/pool';

interface Row {
  readonly seq: number;
  readonly id: string;
  readonly entry: Landing;
  readonly at: Date;
  readonly hash: string;
}

/** The hash of an entry takes in the one before it: an entry that was changed or left out shows in all that follow. */
const hashOf = (before: string, seq: number, entry: Landing, at: Date): string =>
  createHash('sha256')
    .update(
      [
        before,
        seq,
        at.toISOString(),
        ...Object.entries(entry)
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .flat(),
      ].join('\n'),
    )
    .digest('hex');

/** The only SQL on landings. */
export const landingStore = (db: Queryable) => ({
  /** Holds the circuit until the transaction ends: entries are chained one after the other. @returns whether there is one */
  async hold(circuit: string): Promise<boolean> {
    const { rowCount } = await db.query('select 1 from circuit where id = $1 for update', [circuit]);
    return rowCount === 1;
  },
  /** Appends what is not there yet. @returns false when something else stands under one of the ids */
  async append(circuit: string, entries: readonly Landing[]): Promise<boolean> {
    for (const entry of entries) {
      const { rows: known } = await db.query('select entry from landing where circuit_id = $1 and id = $2', [circuit, entry.id]);
      const [there] = known as Pick<Row, 'entry'>[];
      if (there && !isDeepStrictEqual(there.entry, entry)) return false;
      if (there) continue;
      const { rows } = await db.query('select seq, hash from landing where circuit_id = $1 order by seq desc limit 1', [circuit]);
      const [last] = rows as Pick<Row, 'seq' | 'hash'>[];
      const seq = (last?.seq ?? 0) + 1;
      const at = new Date();
      await db.query('insert into landing (circuit_id, seq, id, entry, at, hash) values ($1, $2, $3, $4, $5, $6)', [
        circuit,
        seq,
        entry.id,
        JSON.stringify(entry),
        at,
        hashOf(last?.hash ?? '', seq, entry, at),
      ]);
    }
    return true;
  },
  /** Every entry in its order, and whether the chain of their hashes is whole. */
  async all(circuit: string): Promise<{ entries: LandingLine[]; isWhole: boolean }> {
    const { rows } = await db.query('select seq, id, entry, at, hash from landing where circuit_id = $1 order by seq', [circuit]);
    let before = '';
    let isWhole = true;
    for (const [index, { seq, entry, at, hash }] of (rows as Row[]).entries()) {
      isWhole &&= seq === index + 1 && hash === hashOf(before, seq, entry, at);
      before = hash;
    }
    return { entries: (rows as Row[]).map(({ entry, at }) => ({ ...entry, at: at.toISOString() })), isWhole };
  },
});
