import type { FastifyReply } from 'fastify';
import type { Job } from '#core/api';
import { type Page, pageOf } from '../db/page';
import type { Queryable } from '../db/pool';
import { sendProblem } from '../problems';

/** The only SQL on jobs. */
export const jobStore = (db: Queryable) => ({
  /** A page of jobs with a line for each circuit, demo first. */
  async list({ after, limit }: Page): Promise<{ jobs: Job[]; next: string | null }> {
    const { rows } = await db.query(
      `with place as (select id, row_number() over (order by demo desc, created_at, id) as at from job)
       select j.id, j.title, j.demo,
              coalesce(json_agg(json_build_object(
                'id', c.id, 'number', c.number, 'title', c.title, 'site', c.site,
                'practice', c.practice, 'revision', c.revision, 'changedAt', c.changed_at, 'demo', c.demo)
                order by c.site desc, c.number, c.created_at) filter (where c.id is not null), '[]') as circuits
         from job j join place p on p.id = j.id left join circuit c on c.job_id = j.id
        where p.at > coalesce((select at from place where id::text = $1), 0)
        group by j.id, p.at order by p.at limit $2`,
      [after ?? null, limit + 1],
    );
    const page = pageOf(rows as Job[], limit, ({ id }) => id);
    return { jobs: page.rows, next: page.next };
  },
  async create(id: string, title: string, demo: boolean): Promise<void> {
    await db.query('insert into job (id, title, demo) values ($1, $2, $3)', [id, title, demo]);
  },
  async has(id: string): Promise<boolean> {
    const { rows } = await db.query('select 1 from job where id = $1', [id]);
    return rows.length > 0;
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

export const noJob = (reply: FastifyReply) => sendProblem(reply, 'not-found', 'There is no such job. Open the jobs page and pick one.');
