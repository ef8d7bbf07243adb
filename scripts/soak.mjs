// npm run soak -- --minutes 5: editors edit while the server, PostgreSQL, its backends and the followers' line are killed at random.
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import pg from 'pg';
import { startPostgres } from './postgres.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '5' },
    editors: { type: 'string', default: '6' },
    seed: { type: 'string', default: '1' },
    log: { type: 'boolean' },
  },
});
const until = Date.now() + Number(values.minutes) * 60_000;
const port = 4600 + (process.pid % 300);
const at = `http://localhost:${port}`;
const HEADERS = { 'content-type': 'application/json', 'x-mando-client': 'soak' };
const pause = (ms) => new Promise((done) => setTimeout(done, ms));

let state = Number(values.seed);
const chance = () => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return state / 2 ** 32;
};

const folder = mkdtempSync(join(tmpdir(), 'mando-soak-'));
spawn('chmod', ['755', folder]);
await pause(100);
const postgres = await startPostgres(folder);

// the server, started again whenever it ends, as the starter does
let server;
let stopping = false;
let memory = 0;
const serve = () => {
  server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: postgres.url, PORT: String(port), MANDO_LOG: 'error' },
    stdio: ['ignore', values.log ? 'inherit' : 'ignore', 'ignore', 'ipc'],
  });
  server.once('exit', async () => {
    if (stopping) return;
    tally.ended++;
    await pause(200);
    serve();
  });
};
const tally = {
  kills: { server: 0, postmaster: 0, backend: 0, listener: 0 },
  ended: 0,
  sent: 0,
  acknowledged: 0,
  clashes: 0,
  others: 0,
  longestOutMs: 0,
};
serve();
const get = async (path) => (await fetch(`${at}${path}`, { signal: AbortSignal.timeout(8000) })).json();
const up = async () => {
  for (;;) {
    try {
      if ((await fetch(`${at}/api/ready`, { signal: AbortSignal.timeout(3000) })).ok) return;
    } catch {
      // not yet
    }
    await pause(50);
  }
};
await up();
const rss = () => {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
};
memory = rss();
const [job] = (await get('/api/jobs')).jobs;
const circuits = job.circuits.slice(0, 3).map(({ id }) => id);
/** what was said to be saved, by circuit */
const saved = new Map(circuits.map((id) => [id, new Set()]));

// one watch for the longest time in which nothing was answered
let lastAnswer = Date.now();
const watch = async () => {
  while (!stopping) {
    try {
      if ((await fetch(`${at}/api/ready`, { signal: AbortSignal.timeout(2000) })).ok) lastAnswer = Date.now();
    } catch {
      // counted by the time since the last answer
    }
    tally.longestOutMs = Math.max(tally.longestOutMs, Date.now() - lastAnswer);
    await pause(50);
  }
};

/** An editor: makes an edit, sends it until it is answered, under one id however often. */
async function edits() {
  let base = 0;
  while (Date.now() < until) {
    const circuit = circuits[Math.floor(chance() * circuits.length)];
    const id = `esoak${randomBytes(8).toString('hex')}`;
    const edit = { id, changes: [{ type: 'retitleCircuit', to: `soak ${id.slice(5, 17)}` }] };
    for (;;) {
      tally.sent++;
      let reply;
      try {
        reply = await fetch(`${at}/api/circuits/${circuit}/edits`, {
          method: 'POST',
          headers: HEADERS,
          body: JSON.stringify({ baseRevision: base, edit }),
          signal: AbortSignal.timeout(8000),
        });
      } catch {
        await pause(100);
        continue;
      }
      const body = await reply.json().catch(() => ({}));
      if (reply.ok) {
        saved.get(circuit).add(id);
        tally.acknowledged++;
        base = body.revision;
        break;
      }
      if (reply.status === 409 && typeof body.revision === 'number') {
        // somebody else was first: on top of theirs, as a person who picks mine
        tally.clashes++;
        base = body.revision;
      } else if (reply.status === 400) {
        base = (await get(`/api/circuits/${circuit}`).catch(() => ({ revision: base }))).revision ?? base;
      } else {
        // an answer without a code was cut off as the server died
        if (reply.status !== 503 && body.code !== undefined) {
          tally.others++;
          console.log(reply.status, body.code, body.detail);
        }
        await pause(100);
      }
    }
    await pause(5 + chance() * 30);
  }
}

const admin = async (words) => {
  const client = new pg.Client({ connectionString: postgres.url, connectionTimeoutMillis: 2000 });
  client.on('error', () => undefined);
  try {
    await client.connect();
    return (await client.query(words)).rows;
  } catch {
    return [];
  } finally {
    await client.end().catch(() => undefined);
  }
};
const KILLS = {
  server: () => server.kill('SIGKILL'),
  async postmaster() {
    const pid = Number(readFileSync(join(folder, 'data', 'postmaster.pid'), 'utf8').split('\n')[0]);
    process.kill(pid, 'SIGKILL');
  },
  backend: async () => {
    const [one] = await admin(
      `select pid from pg_stat_activity where backend_type = 'client backend' and pid <> pg_backend_pid() order by random() limit 1`,
    );
    if (one) process.kill(one.pid, 'SIGKILL');
  },
  listener: () => admin(`select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'mando follows'`),
};
async function kills() {
  while (Date.now() < until) {
    await pause(400 + chance() * 1600);
    const name = ['server', 'postmaster', 'backend', 'listener'][Math.floor(chance() * 4)];
    try {
      await KILLS[name]();
      tally.kills[name]++;
    } catch {
      // it was dead already
    }
    await up();
  }
}

void watch();
await Promise.all([kills(), ...Array.from({ length: Number(values.editors) }, edits)]);
await up();
let [lost, doubled] = [0, 0];
// the last kill may still be recovered from
let client;
for (;;) {
  client = new pg.Client({ connectionString: postgres.url });
  client.on('error', () => undefined);
  try {
    await client.connect();
    await client.query('select 1');
    break;
  } catch {
    await client.end().catch(() => undefined);
    await pause(200);
  }
}
for (const [circuit, ids] of saved) {
  const { rows } = await client.query('select edit_id from circuit_edit where circuit_id = $1', [circuit]);
  const kept = rows.map(({ edit_id: id }) => id);
  lost += [...ids].filter((id) => !kept.includes(id)).length;
  doubled += kept.length - new Set(kept).size;
  const revision = (await client.query('select revision from circuit where id = $1', [circuit])).rows[0].revision;
  if (revision !== kept.length) doubled++;
}
await client.end();
const killed = Object.values(tally.kills).reduce((sum, one) => sum + one, 0);
console.log(JSON.stringify({ ...tally, killed, lost, doubled, memoryMb: [Math.round(memory), Math.round(rss())] }));
stopping = true;
server.kill('SIGKILL');
await postgres.stop();
rmSync(folder, { recursive: true, force: true });
process.exit(lost > 0 || doubled > 0 || tally.others > 0 || tally.longestOutMs > 15_000 ? 1 : 0);
