import type { Circuit, EditChange } from '#core/circuit';
import type { Queryable } from '../db/pool';

export interface StoredCircuit {
  readonly id: string;
  readonly job: string;
  readonly revision: number;
  readonly document: Circuit;
  readonly demo: string | null;
}

export interface StoredEdit {
  readonly revision: number;
  readonly changes: readonly EditChange[];
}

/** The only SQL on circuits. */
export const circuitStore = (db: Queryable) => ({
  async find(id: string): Promise<StoredCircuit | undefined> {
    const { rows } = await db.query('select id, job_id as job, revision, document, demo from circuit where id = $1', [id]);
    return rows[0] as StoredCircuit | undefined;
  },
  /** Reads it and holds it until the transaction ends: edits on one circuit are taken one after the other. */
  async hold(id: string): Promise<StoredCircuit | undefined> {
    const { rows } = await db.query('select id, job_id as job, revision, document, demo from circuit where id = $1 for update', [id]);
    return rows[0] as StoredCircuit | undefined;
  },
  async create(id: string, job: string, document: Circuit, demo: string | null): Promise<void> {
    await db.query('insert into circuit (id, job_id, document, demo) values ($1, $2, $3, $4)', [id, job, JSON.stringify(document), demo]);
    await db.query('insert into circuit_snapshot (circuit_id, revision, document) values ($1, 0, $2)', [id, JSON.stringify(document)]);
  },
  /** The revision that an edit became, if it was taken before. */
  async revisionOf(id: string, editId: string): Promise<number | undefined> {
    const { rows } = await db.query('select revision from circuit_edit where circuit_id = $1 and edit_id = $2', [id, editId]);
    return (rows[0] as { revision: number } | undefined)?.revision;
  },
  async editsAfter(id: string, revision: number): Promise<StoredEdit[]> {
    const { rows } = await db.query(
      'select revision, changes from circuit_edit where circuit_id = $1 and revision > $2 order by revision',
      [id, revision],
    );
    return rows as StoredEdit[];
  },
  async append(
    id: string,
    revision: number,
    edit: { id: string; changes: readonly EditChange[] },
    inverse: readonly EditChange[],
    words: string,
    document: Circuit,
  ): Promise<void> {
    await db.query('insert into circuit_edit (circuit_id, revision, edit_id, changes, inverse, words) values ($1, $2, $3, $4, $5, $6)', [
      id,
      revision,
      edit.id,
      JSON.stringify(edit.changes),
      JSON.stringify(inverse),
      words,
    ]);
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
    return (rows[0] as { document: Circuit } | undefined)?.document;
  },
  async history(id: string): Promise<{ revision: number; at: string; words: string }[]> {
    const { rows } = await db.query('select revision, at, words from circuit_edit where circuit_id = $1 order by revision desc limit 200', [
      id,
    ]);
    return rows as { revision: number; at: string; words: string }[];
  },
  async notify(id: string, revision: number): Promise<void> {
    await db.query(`select pg_notify('circuit', $1)`, [JSON.stringify({ id, revision })]);
  },
});
