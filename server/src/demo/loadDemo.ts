import { randomUUID } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import Papa from 'papaparse';
import { catalogue } from '#core/devices';
import { readCircuit, stockFromRows } from '#core/formats';
import { circuitStore } from '../circuits/circuitStore';
import { inTransaction, type Pool } from '../db/pool';
import { jobStore } from '../jobs/jobStore';
import { stockStore } from '../stock/stockStore';

const DEMO_FOLDER = fileURLToPath(new URL('../../../demo/', import.meta.url));

/**
 * Loads the demo circuits once, into a job marked as demo that is made only in an empty database.
 * A circuit that came later joins that job; one that is there, edited or not, is never touched. Stock is filled once, while it never had a part.
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
    const { rows } = await client.query('select demo from circuit where job_id = $1', [job]);
    const there = new Set((rows as { demo: string | null }[]).map(({ demo }) => demo));
    for (const file of files) {
      const name = file.replace(/\.json$/, '');
      if (there.has(name)) continue;
      const circuit = readCircuit(await readFile(`${DEMO_FOLDER}${file}`, 'utf8'), catalogue);
      if (!circuit.ok) throw new Error(`demo/${file}: ${circuit.problems.map(({ message }) => message).join(' ')}`);
      await circuitStore(client).create(randomUUID(), job, circuit.value, name);
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
