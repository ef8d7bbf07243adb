import type { Practice } from '#core/schools';
import type { Queryable } from '../db/pool';

/** The only SQL on how a job is done. */
export const practiceStore = (db: Queryable) => ({
  async newest(job: string): Promise<{ revision: number; practice: Practice } | undefined> {
    const { rows } = await db.query('select revision, practice from job_practice where job_id = $1 order by revision desc limit 1', [job]);
    return rows[0] as { revision: number; practice: Practice } | undefined;
  },
  /** @returns false when somebody else wrote that revision first */
  async append(job: string, revision: number, practice: Practice): Promise<boolean> {
    const { rowCount } = await db.query(
      'insert into job_practice (job_id, revision, practice) values ($1, $2, $3) on conflict do nothing',
      [job, revision, JSON.stringify(practice)],
    );
    return rowCount === 1;
  },
});
