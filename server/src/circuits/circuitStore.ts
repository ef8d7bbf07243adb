import type { CircuitReply, Standing } from '#core/api';
import {
  applyChanges,
  type Circuit,
  type Edit,
  type EditChange,
  SCHEMA_VERSION,
  type Touch,
  upgradeChanges,
  upgradeStored,
} from '#core/circuit';
import { type Page, pageOf } from '../db/page';
import type { Queryable } from '../db/pool';

export interface StoredEdit {
  readonly revision: number;
  readonly changes: readonly EditChange[];
}

/** An edit as it is appended to the chain. */
export interface NewEdit {
  readonly edit: Edit;
  readonly revision: number;
  readonly inverse: readonly EditChange[];
  readonly words: string;
  readonly author: string;
  readonly document: Circuit;
  readonly touches: readonly Touch[];
}

interface EditRow {
  readonly revision: number;
  readonly at: Date;
  readonly words: string;
  readonly author: string;
}

/** A touch as it is kept: the thing and its side, apart by a sign that stands in neither. */
const APART = '\t';
const writeTouch = ({ thing, side }: Touch): string => `${thing}${APART}${side}`;
const readTouch = (kept: string): Touch => {
  const [thing = '', side = '*'] = kept.split(APART);
  return { thing, side };
};

const COLUMNS = 'select id, job_id as job, revision, document, demo, standing from circuit where id = $1';
const upgraded = (row: unknown): CircuitReply | undefined => {
  const stored = row as CircuitReply | undefined;
  return stored && { ...stored, document: upgradeStored(stored.document) };
};

/** The only SQL on circuits. What an older program kept is brought up to the present version as it is read. */
export const circuitStore = (db: Queryable) => ({
  async find(id: string): Promise<CircuitReply | undefined> {
    const { rows } = await db.query(COLUMNS, [id]);
    return upgraded(rows[0]);
  },
  /** Reads it and holds it until the transaction ends: edits on one circuit are taken one after the other. */
  async hold(id: string): Promise<CircuitReply | undefined> {
    const { rows } = await db.query(`${COLUMNS} for update`, [id]);
    return upgraded(rows[0]);
  },
  /** @returns false when there is one under that id already */
  async create(id: string, job: string, document: Circuit, demo: string | null): Promise<boolean> {
    const { rowCount } = await db.query(
      'insert into circuit (id, job_id, document, demo) values ($1, $2, $3, $4) on conflict (id) do nothing',
      [id, job, JSON.stringify(document), demo],
    );
    if (rowCount === 0) return false;
    await db.query('insert into circuit_snapshot (circuit_id, revision, document) values ($1, 0, $2)', [id, JSON.stringify(document)]);
    return true;
  },
  async stand(id: string, standing: Standing): Promise<boolean> {
    const { rowCount } = await db.query('update circuit set standing = $2 where id = $1', [id, standing]);
    return rowCount === 1;
  },
  /** The newest revision's number, where there is such a circuit. */
  async revision(id: string): Promise<{ revision: number } | undefined> {
    const { rows } = await db.query('select revision from circuit where id = $1', [id]);
    return rows[0] as { revision: number } | undefined;
  },
  /** What an edit became, if one was taken under its id before. */
  async editOf(id: string, editId: string): Promise<StoredEdit | undefined> {
    const { rows } = await db.query('select revision, changes, schema from circuit_edit where circuit_id = $1 and edit_id = $2', [
      id,
      editId,
    ]);
    const [row] = rows as { revision: number; changes: unknown[]; schema: number }[];
    return row && { revision: row.revision, changes: upgradeChanges(row.changes, row.schema) };
  },
  /** What was touched after a revision, each thing once; and the changes of edits from before touches were kept. */
  async touchedAfter(id: string, revision: number): Promise<{ touched: Touch[]; changes: EditChange[][] }> {
    const { rows: kept } = await db.query(
      `select distinct one from circuit_edit, unnest(touches) as one where circuit_id = $1 and revision > $2`,
      [id, revision],
    );
    const { rows: older } = await db.query(
      'select changes, schema from circuit_edit where circuit_id = $1 and revision > $2 and touches is null order by revision',
      [id, revision],
    );
    return {
      touched: (kept as { one: string }[]).map(({ one }) => readTouch(one)),
      changes: (older as { changes: unknown[]; schema: number }[]).map((row) => upgradeChanges(row.changes, row.schema)),
    };
  },
  async append(id: string, { edit, revision, inverse, words, author, document, touches }: NewEdit): Promise<void> {
    await db.query(
      `insert into circuit_edit (circuit_id, revision, edit_id, changes, inverse, words, author, schema, touches)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
      [
        id,
        revision,
        edit.id,
        JSON.stringify(edit.changes),
        JSON.stringify(inverse),
        words,
        author,
        SCHEMA_VERSION,
        touches.map(writeTouch),
      ],
    );
    await db.query('update circuit set revision = $2, document = $3, changed_at = now() where id = $1', [
      id,
      revision,
      JSON.stringify(document),
    ]);
  },
  async snapshot(id: string, revision: number, document: Circuit): Promise<void> {
    await db.query('insert into circuit_snapshot (circuit_id, revision, document) values ($1, $2, $3) on conflict do nothing', [
      id,
      revision,
      JSON.stringify(document),
    ]);
  },
  async firstDocument(id: string): Promise<Circuit | undefined> {
    const { rows } = await db.query('select document from circuit_snapshot where circuit_id = $1 and revision = 0', [id]);
    const [row] = rows as { document: unknown }[];
    return row && upgradeStored(row.document);
  },
  /** The circuit as it was at a revision: the last snapshot before it, and the edits since. */
  async documentAt(id: string, revision: number): Promise<Circuit | undefined> {
    const { rows } = await db.query(
      `select s.revision, s.document from circuit_snapshot s join circuit c on c.id = s.circuit_id
        where s.circuit_id = $1 and s.revision <= $2 and $2 <= c.revision order by s.revision desc limit 1`,
      [id, revision],
    );
    const [kept] = rows as { revision: number; document: unknown }[];
    if (!kept) return undefined;
    const { rows: since } = await db.query(
      'select changes, schema from circuit_edit where circuit_id = $1 and revision > $2 and revision <= $3 order by revision',
      [id, kept.revision, revision],
    );
    return (since as { changes: unknown[]; schema: number }[]).reduce((document, row) => {
      const applied = applyChanges(document, upgradeChanges(row.changes, row.schema));
      if (!applied.ok) throw new Error(`edits of ${id} do not lead to revision ${revision}`);
      return applied.value.circuit;
    }, upgradeStored(kept.document));
  },
  /** What was done, newest first; `after` is the revision at which the page before ended. */
  async history(id: string, { after, limit }: Page): Promise<{ revisions: (Omit<EditRow, 'at'> & { at: string })[]; next: string | null }> {
    const { rows } = await db.query(
      `select revision, at, words, author from circuit_edit
        where circuit_id = $1 and revision < coalesce($2::integer, 2147483647) order by revision desc limit $3`,
      [id, /^\d{1,9}$/.test(after ?? '') ? after : null, limit + 1],
    );
    const page = pageOf(rows as EditRow[], limit, ({ revision }) => String(revision));
    return { revisions: page.rows.map((row) => ({ ...row, at: row.at.toISOString() })), next: page.next };
  },
  async notify(id: string, revision: number): Promise<void> {
    await db.query(`select pg_notify('circuit', $1)`, [JSON.stringify({ id, revision })]);
  },
});
