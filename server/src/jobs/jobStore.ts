import type { Job } from '#core/api';
import type { Queryable } from '../db/pool';

export const jobStore = (db: Queryable) => ({
  /** All jobs with a line for each circuit, demo first. */
  async list(): Promise<Job[]> {
    const { rows } = await db.query(
      `select j.id, j.title, j.demo,
              coalesce(json_agg(json_build_object(
                'id', c.id, 'number', c.document->>'number', 'title', c.document->>'title', 'site', c.document->>'site',
                'practice', c.document->>'practice', 'revision', c.revision, 'changedAt', c.changed_at, 'demo', c.demo)
                order by c.document->>'site' desc, c.document->>'number', c.created_at) filter (where c.id is not null), '[]') as circuits
         from job j left join circuit c on c.job_id = j.id
        group by j.id order by j.demo desc, j.created_at`,
    );
    return rows as Job[];
  },
  async create(id: string, title: string, demo: boolean): Promise<void> {
    await db.query('insert into job (id, title, demo) values ($1, $2, $3)', [id, title, demo]);
  },
  async count(): Promise<number> {
    const { rows } = await db.query('select count(*)::int as count from job');
    return (rows[0] as { count: number }).count;
  },
  async demoJob(): Promise<string | undefined> {
    const { rows } = await db.query('select id from job where demo order by created_at limit 1');
    return (rows[0] as { id: string } | undefined)?.id;
  },
});
