import { readFileSync } from 'node:fs';
import type { CircuitSummary } from '#core/api';
import { upgradeStored } from '#core/circuit';
import { DEFAULT_PRACTICE, type Practice } from '#core/schools';
import type { Pools } from '../db/pool';
import type { Work } from '../work/pool';

/** Another program may judge otherwise: what it worked out is its own. */
const { version } = JSON.parse(readFileSync(new URL('../../../package.json', import.meta.url), 'utf8')) as { version: string };

const MOST_PICTURES = 300;

interface Row {
  readonly revision: number;
  readonly document: unknown;
  readonly summary: { readonly of: string; readonly says: CircuitSummary } | null;
  readonly practice: Practice | null;
  readonly practice_revision: number | null;
}

/** What a list shows of a circuit beside its title: what the checks say, and its picture. Worked out once for a revision. */
export function createOverview({ pool, reads }: Pools, work: Work) {
  const pictures = new Map<string, string>();
  const under = new Map<string, Promise<CircuitSummary>>();
  const find = async (id: string): Promise<(Row & { of: string }) | undefined> => {
    const { rows } = await reads.query(
      `select c.revision, c.document, c.summary, p.practice, p.revision as practice_revision
         from circuit c left join lateral (
           select practice, revision from job_practice where job_id = c.job_id order by revision desc limit 1) p on true
        where c.id = $1`,
      [id],
    );
    const [row] = rows as Row[];
    return row && { ...row, of: `${version} ${row.revision} ${row.practice_revision ?? 0}` };
  };
  const practiceOf = ({ practice }: Row): Practice => practice ?? DEFAULT_PRACTICE;
  return {
    async summary(id: string): Promise<CircuitSummary | undefined> {
      const row = await find(id);
      if (!row) return undefined;
      if (row.summary?.of === row.of) return row.summary.says;
      const key = `${id} ${row.of}`;
      const begun = under.get(key);
      if (begun) return begun;
      const made = (async (): Promise<CircuitSummary> => {
        const says = { ...(await work.summary(upgradeStored(row.document), practiceOf(row))), revision: row.revision };
        // an edit that came meanwhile has made it old: then it is not kept
        await pool.query('update circuit set summary = $2 where id = $1 and revision = $3', [
          id,
          JSON.stringify({ of: row.of, says }),
          row.revision,
        ]);
        return says;
      })().finally(() => under.delete(key));
      under.set(key, made);
      return made;
    },
    async picture(id: string): Promise<{ readonly of: string; readonly svg: string } | undefined> {
      const row = await find(id);
      if (!row) return undefined;
      const key = `${id} ${row.of}`;
      const kept = pictures.get(key);
      if (kept !== undefined) return { of: row.of, svg: kept };
      const svg = await work.picture(upgradeStored(row.document), practiceOf(row));
      pictures.set(key, svg);
      for (const oldest of pictures.keys()) if (pictures.size > MOST_PICTURES) pictures.delete(oldest);
      return { of: row.of, svg };
    },
  };
}
