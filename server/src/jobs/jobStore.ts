import type { FastifyReply } from 'fastify';
import type { CircuitLine, Job, JobSave, Standing } from '#core/api';
import { type Page, pageOf } from '../db/page';
import type { Queryable } from '../db/pool';
import { sendProblem } from '../problems';

/** So many circuits come with their job; the rest are asked for. */
const CIRCUITS_WITH_JOB = 100;
/** So many jobs come at once. */
const MOST_JOBS = 100;

const LINE = `json_build_object('id', c.id, 'number', c.number, 'title', c.title, 'site', c.site, 'practice', c.practice,
  'revision', c.revision, 'changedAt', c.changed_at, 'demo', c.demo, 'standing', c.standing)`;

const ORDERS = {
  newest: 'c.changed_at desc, c.number, c.id',
  number: 'c.number, c.id',
  title: 'c.title, c.id',
  site: 'c.site, c.number, c.id',
} as const;

export interface CircuitsAsked extends Page {
  readonly standing: Standing;
  readonly job?: string | undefined;
  readonly search?: string | undefined;
  readonly order: keyof typeof ORDERS;
}

/** Signs that a pattern would read as its own. */
const plain = (search: string): string => search.replace(/[\\%_]/g, (sign) => `\\${sign}`);

/** The only SQL on jobs, and on circuits as lines of a list. */
export const jobStore = (db: Queryable) => ({
  /** A page of jobs, demo first, each with the circuits that were worked on last. A job that is put away takes its circuits with it. */
  async list({ after, limit, standing }: Page & { readonly standing: Standing }): Promise<{ jobs: Job[]; next: string | null }> {
    const from = Number(/^\d{1,9}$/.exec(after ?? '')?.[0] ?? 0);
    const most = Math.min(limit, MOST_JOBS);
    const { rows } = await db.query(
      `select j.id, j.title, j.demo, j.standing,
              (select count(*)::int from circuit n where n.job_id = j.id and n.standing = 'open') as count,
              coalesce((select json_agg(l.line) from (
                 select ${LINE} as line from circuit c where c.job_id = j.id and c.standing = 'open'
                  order by ${ORDERS.newest} limit ${CIRCUITS_WITH_JOB}) l), '[]') as circuits
         from job j where j.standing = $1 order by j.demo desc, j.created_at, j.id offset $2 limit $3`,
      [standing, from, most + 1],
    );
    const page = pageOf(rows as Job[], most, () => String(from + most));
    return { jobs: page.rows, next: page.next };
  },
  /** A page of circuits over all jobs that stand open, or of one job however it stands. */
  async circuits({ after, limit, standing, job, search, order }: CircuitsAsked) {
    const from = Number(/^\d{1,9}$/.exec(after ?? '')?.[0] ?? 0);
    const { rows } = await db.query(
      `select ${LINE} as line, c.job_id as job, count(*) over ()::int as count
         from circuit c join job j on j.id = c.job_id
        where c.standing = $1 and ($2::uuid is null and j.standing = 'open' or c.job_id = $2)
          and ($3::text is null or c.number ilike $3 or c.title ilike $3 or c.site ilike $3)
        order by ${ORDERS[order]} offset $4 limit $5`,
      [standing, job ?? null, search?.trim() ? `%${plain(search.trim())}%` : null, from, limit + 1],
    );
    const found = rows as { line: CircuitLine; job: string; count: number }[];
    const page = pageOf(found, limit, () => String(from + limit));
    return { circuits: page.rows.map(({ line, job: of }) => ({ ...line, job: of })), count: found[0]?.count ?? 0, next: page.next };
  },
  /** @returns the title of what stands under the id, new or not */
  async create(id: string, title: string, demo: boolean): Promise<string> {
    await db.query('insert into job (id, title, demo) values ($1, $2, $3) on conflict (id) do nothing', [id, title, demo]);
    const { rows } = await db.query('select title from job where id = $1', [id]);
    return (rows[0] as { title: string }).title;
  },
  async save(id: string, { title, standing }: JobSave): Promise<void> {
    await db.query('update job set title = coalesce($2, title), standing = coalesce($3, standing) where id = $1', [
      id,
      title ?? null,
      standing ?? null,
    ]);
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
