import { randomUUID } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import Papa from 'papaparse';
import type { Circuit, Result } from '#core/circuit';
import { catalogue } from '#core/devices';
import { mistakenCircuit, readCircuit, readMistaken, stockFromRows } from '#core/formats';
import { circuitStore } from '../circuits/circuitStore';
import { inTransaction, type Pool } from '../db/pool';
import { jobStore } from '../jobs/jobStore';
import { stockStore } from '../stock/stockStore';

const DEMO_FOLDER = fileURLToPath(new URL('../../../demo/', import.meta.url));

const CALLS_TITLE = 'Service calls, each with one mistake';

/**
 * Loads the demo circuits once, into a job marked as demo that is made only in an empty database, and beside it a job of the same circuits
 * with one mistake each. A circuit that came later joins its job; one that is there, edited or not, is never touched. Stock is filled once,
 * while it never had a part.
 */
export async function loadDemo(pool: Pool): Promise<void> {
  const files = (await readdir(DEMO_FOLDER)).filter((name) => name.endsWith('.json')).sort();
  await inTransaction(pool, async (client) => {
    await client.query('lock table job in share row exclusive mode'); // two servers starting at once load it once
    const jobs = jobStore(client);
    let job = await jobs.demoJob();
    if (!job) {
      if ((await jobs.count()) > 0) return;
      job = randomUUID();
      await jobs.create(job, 'Tern Hollow Nursery', true);
    }
    const { rows } = await client.query('select demo, job_id as job from circuit where demo is not null');
    const there = new Map((rows as { demo: string; job: string }[]).map((one) => [one.demo, one.job]));
    const sound = new Map<string, Circuit>();
    for (const file of files) {
      const name = file.replace(/\.json$/, '');
      const circuit = must(readCircuit(await readFile(`${DEMO_FOLDER}${file}`, 'utf8'), catalogue), `demo/${file}`);
      sound.set(name, circuit);
      if (!there.has(name)) await circuitStore(client).create(randomUUID(), job, circuit, name);
    }
    const calls = readMistaken(await readFile(`${DEMO_FOLDER}practice/mistakes.json`, 'utf8'));
    const known = calls.map(({ name }) => there.get(name)).find((one) => one !== undefined);
    const callsJob = known ?? randomUUID();
    if (!known) await jobs.create(callsJob, CALLS_TITLE, false);
    for (const call of calls) {
      const of = sound.get(call.of);
      if (of && !there.has(call.name))
        await circuitStore(client).create(randomUUID(), callsJob, must(mistakenCircuit(call, of), call.name), call.name);
    }
    const stock = stockStore(client);
    if (!(await stock.isEmpty())) return;
    const { data } = Papa.parse<Record<string, string>>(await readFile(`${DEMO_FOLDER}stock.csv`, 'utf8'), {
      header: true,
      skipEmptyLines: 'greedy',
    });
    const { good, bad } = stockFromRows(data, (index) => `pdemo${index + 1}`);
    if (bad.length > 0)
      throw new Error(`demo/stock.csv: ${bad.map(({ line, problems }) => `line ${line}: ${problems.join(' ')}`).join(' ')}`);
    for (const part of good) await stock.put(part, 1);
  });
}

/** A file of the program's own that cannot be read is a fault of the program. */
function must<T>(read: Result<T>, what: string): T {
  if (!read.ok) throw new Error(`${what}: ${read.problems.map(({ message }) => message).join(' ')}`);
  return read.value;
}
