// npm run fuzz -- --seconds 60 --seed 1: bad input at every door; nothing may fail as our fault, hang, or be told without what and how.
import { parseArgs } from 'node:util';
import Papa from 'papaparse';
import { ENDPOINTS, type EndpointName } from '#core/api';
import { createAsker } from '#core/ask';
import { fine, readCircuitDocument, wrong } from '#core/circuit';
import { catalogue } from '#core/devices';
import { sheetText, stockFromTable } from '#core/formats';
import { chanceOf } from '../core/src/testing/chance';
import { DEMO, demo } from '../core/src/testing/demo';
import { stock } from '../core/src/testing/stock';
import { buildApp } from '../server/src/app';
import { filled, HEADERS } from '../server/test/filled';
import { startThrowaway } from './postgres.mjs';

const { values } = parseArgs({ options: { seconds: { type: 'string', default: '60' }, seed: { type: 'string', default: '1' } } });
const until = Date.now() + Number(values.seconds) * 1000;
const chance = chanceOf(Number(values.seed));
const pick = <T>(list: readonly T[]): T => list[Math.floor(chance() * list.length)] as T;

const NASTY: readonly unknown[] = [
  null,
  true,
  -1,
  0,
  1e308,
  -1e308,
  0.1,
  '',
  ' ',
  '\u0000',
  '\uD800',
  'constructor',
  '__proto__',
  'toString',
  '../../etc',
  '%00',
  'x'.repeat(5000),
  [],
  {},
  [[[[[[]]]]]],
  { constructor: 1 },
  'dK1',
  'dT1:C',
  24,
  '24 V',
  Number.MAX_SAFE_INTEGER,
  '𝔘𝔫𝔦',
  "'; drop table job; --",
];

/** The same value with a few things changed, taken out or put in anywhere inside of it. */
function spoiled(value: unknown, times = 1 + Math.floor(chance() * 3)): unknown {
  const copy = structuredClone(value);
  for (let turn = 0; turn < times; turn++) {
    let at: unknown = copy;
    for (let depth = 0; depth < 8; depth++) {
      if (typeof at !== 'object' || at === null) break;
      const keys = Object.keys(at);
      if (keys.length === 0) break;
      const key = pick(keys);
      const inner = (at as Record<string, unknown>)[key];
      if (typeof inner !== 'object' || inner === null || chance() < 0.25) {
        const here = at as Record<string, unknown>;
        const deed = chance();
        if (deed < 0.5) here[key] = structuredClone(pick(NASTY));
        else if (deed < 0.7) delete here[key];
        else if (deed < 0.85) here[`${key}x`] = inner;
        else here[pick(['constructor', 'extra', key.toUpperCase()])] = structuredClone(pick(NASTY));
        break;
      }
      at = inner;
    }
  }
  return copy;
}

const tally = { requests: 0, files: 0, tables: 0, lines: 0, slowestMs: 0, healthMs: 0 };
const wrongs: string[] = [];
const note = (what: string): void => {
  if (wrongs.length < 30) wrongs.push(what);
};
const isSentence = (words: string): boolean =>
  /^[^\s:].*/.test(words) && !/Invalid input|undefined$|\[object/.test(words) && words.length < 5000;
const timed = async <T>(what: string, work: () => T | Promise<T>): Promise<T> => {
  const began = performance.now();
  const made = await work();
  const took = performance.now() - began;
  tally.slowestMs = Math.max(tally.slowestMs, Math.round(took));
  if (took > 1000) note(`${what} took ${Math.round(took)} ms`);
  return made;
};

const postgres = await startThrowaway();
await (await filled(postgres.url)).end();
const app = await buildApp({ databaseUrl: postgres.url });
const jobs = (await app.inject({ url: '/api/jobs' })).json().jobs;
const job = jobs[0].id as string;
const circuit = jobs[0].circuits[0].id as string;
// the thread that judges starts once, and holds up nobody: what comes after is timed
await app.inject({ url: `/api/circuits/${circuit}/summary` });
const part = stock[0];
const GOOD: Readonly<Partial<Record<EndpointName, unknown>>> = {
  saveEdit: {
    baseRevision: 0,
    edit: { id: 'efuzz00000', changes: [{ type: 'setField', device: 'dT1', field: 'va', to: { value: 40, evidence: 'print' } }] },
  },
  createCircuit: { id: '00000000-0000-4000-8000-00000000ffff', document: demo('Q9') },
  savePractice: { baseRevision: 0, practice: (await app.inject({ url: `/api/jobs/${job}/practice` })).json().practice },
  saveStock: { changes: [{ part, baseRevision: 0 }] },
};

async function request(): Promise<void> {
  const name = pick(Object.keys(ENDPOINTS) as EndpointName[]);
  if (name === 'events') return;
  const { method, path } = ENDPOINTS[name];
  const bad = String(pick(NASTY));
  const id = chance() < 0.7 ? undefined : bad;
  const url =
    path.replace(':job', encodeSafe(id ?? job)).replace(':id', encodeSafe(id ?? circuit)) +
    (chance() < 0.2 ? `?after=${encodeSafe(bad)}&limit=${encodeSafe(bad)}` : '');
  const body = JSON.stringify(spoiled(GOOD[name] ?? {}));
  const payload = chance() < 0.05 ? body.slice(0, Math.floor(chance() * body.length)) : chance() < 0.02 ? '['.repeat(200_000) : body;
  const reply = await timed(`${method} ${url}`, () =>
    app.inject({ method, url, headers: { ...HEADERS, 'content-type': 'application/json' }, ...(method === 'POST' ? { payload } : {}) }),
  );
  tally.requests++;
  if (reply.statusCode >= 500 && reply.statusCode !== 503 && reply.statusCode !== 507)
    note(`${reply.statusCode} ${method} ${url} ${payload.slice(0, 300)}`);
  if (reply.statusCode >= 400) {
    const { detail } = reply.json() as { detail?: string };
    if (!detail || !isSentence(detail)) note(`${reply.statusCode} ${method} ${url.slice(0, 80)} says "${detail?.slice(0, 200)}"`);
  }
}

const encodeSafe = (text: string): string => {
  try {
    return encodeURIComponent(text);
  } catch {
    return '%ED';
  }
};

async function file(): Promise<void> {
  const read = await timed('a circuit file', () => readCircuitDocument(spoiled(demo(pick(DEMO))), catalogue));
  tally.files++;
  if (!read.ok) for (const { message } of read.problems) if (!isSentence(message)) note(`file: "${message.slice(0, 200)}"`);
}

const SIGNS = [
  'title',
  'family',
  'fuse-1',
  'ratingA',
  '2',
  ',',
  ';',
  '\t',
  '"',
  '\n',
  '\r\n',
  '\u0000',
  'ä',
  '\uFEFF',
  'constructor',
  '24 V',
  '',
];
async function table(): Promise<void> {
  const text = Array.from({ length: Math.floor(chance() * 60) }, () => pick(SIGNS)).join(chance() < 0.5 ? ',' : '');
  const bytes = chance() < 0.5 ? new TextEncoder().encode(text) : Uint8Array.from(text, (sign) => sign.charCodeAt(0) & 0xff);
  const { good, bad } = await timed('a table', () => stockFromTable(Papa.parse<string[]>(sheetText(bytes).text), (index) => `p${index}`));
  tally.tables++;
  if (good.length + bad.length === 0 && text.trim() !== '' && /[a-z0-9]/i.test(text.split(/\r?\n/).slice(1).join('')))
    note(`table: unsaid ${JSON.stringify(text)}`);
  for (const { problems } of bad) for (const words of problems) if (!isSentence(words)) note(`table: "${words.slice(0, 200)}"`);
}

const asker = createAsker({
  circuit: (name) =>
    DEMO.some((one) => name === `demo:${one}`)
      ? fine(demo(name.slice(5)))
      : wrong({ code: 'none', at: name, message: `There is no ${name}.` }),
  stock: () => fine(stock),
});
const LINES: readonly unknown[] = [
  { ask: 'solve', circuit: 'demo:Q9', set: ['TC1.cooling=on'], at: '2s' },
  { ask: 'read', circuit: 'demo:Q9', read: ['T1:R,T1:C'], meter: 'vac' },
  { ask: 'run', circuit: 'demo:Q9', script: '1s power on' },
  { ask: 'size', what: 'contact', load: 'motor', amps: 5, volts: 120, print: '10A 250VAC' },
  { ask: 'size', what: 'coil', coil: '24 VAC 60', on: '120 VAC 60' },
  { ask: 'size', what: 'fuse', print: 'PRI 120V SEC 24V 40VA' },
  { ask: 'devices', circuit: 'demo:Q9' },
];
async function line(): Promise<void> {
  const asked = JSON.stringify(spoiled(pick(LINES)));
  const reply = await timed(`a line ${asked.slice(0, 120)}`, () =>
    asker.line(chance() < 0.05 ? asked.slice(0, Math.floor(chance() * asked.length)) : asked),
  );
  tally.lines++;
  const { ok, problems } = JSON.parse(JSON.stringify(reply)) as { ok: boolean; problems?: { code: string; message: string }[] };
  for (const { code, message } of ok ? [] : (problems ?? []))
    if (code === 'fault' || !isSentence(message)) note(`line ${asked.slice(0, 200)}: ${code} "${message.slice(0, 200)}"`);
}

while (Date.now() < until) {
  await pick([request, request, file, table, line])();
  if (chance() < 0.01) {
    const began = performance.now();
    await app.inject({ url: '/api/health' });
    tally.healthMs = Math.max(tally.healthMs, Math.round(performance.now() - began));
  }
}
await app.close();
await postgres.stop();
console.log(JSON.stringify(tally));
for (const one of wrongs) console.log(one);
process.exit(wrongs.length > 0 ? 1 : 0);
