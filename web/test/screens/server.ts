import type { CircuitReply, CircuitSummary, Job, Landing, LandingLine, SaveReply, StockLine, StockSave } from '#core/api';
import { applyChanges, type Circuit, type Edit } from '#core/circuit';
import { DEFAULT_PRACTICE, type Practice } from '#core/schools';
import { DEMO, demo } from '../../../core/src/testing/demo';
import { stock } from '../../../core/src/testing/stock';

export const JOB = '00000000-0000-4000-8000-0000000000aa';
const idAt = (index: number): string => `00000000-0000-4000-8000-${String(index).padStart(12, '0')}`;
export const circuitId = (name: (typeof DEMO)[number]): string => idAt(DEMO.indexOf(name) + 1);

/** What a server would keep, in memory; a test lays it anew. */
interface Kept {
  circuits: Map<string, { revision: number; document: Circuit; first: Circuit; words: string[] }>;
  stock: Map<string, StockLine>;
  practice: { revision: number; practice: Practice };
  landings: LandingLine[];
  /** says why the next saves are refused */
  refuse: string | undefined;
  /** what another person is said to have changed, for the next saves */
  clash: { words: string; revision: number } | undefined;
}

const fresh = (): Kept => ({
  circuits: new Map(DEMO.map((name) => [circuitId(name), { revision: 0, document: demo(name), first: demo(name), words: [] }])),
  stock: new Map(stock.map((part) => [part.id, { part, revision: 1 }])),
  practice: { revision: 0, practice: DEFAULT_PRACTICE },
  landings: [],
  refuse: undefined,
  clash: undefined,
});
const laid = new Map<string, Circuit>();
export let kept = fresh();
export const layAnew = (): void => {
  kept = fresh();
  for (const [id, document] of laid) kept.circuits.set(id, { revision: 0, document, first: document, words: [] });
  laid.clear();
};
/** Puts another document in the place of a demo circuit, for the page that is shown next. */
export const lay = (name: (typeof DEMO)[number], document: Circuit): void => void laid.set(circuitId(name), document);

const reply = (body: unknown, status = 200): Response => new Response(JSON.stringify(body), { status });
const refused = (detail: string, status: number, code: string): Response =>
  reply({ type: 'about:blank', title: 'Refused', status, code, detail, request: 'r1' }, status);

function jobs(): Job[] {
  const circuits = [...kept.circuits].map(([id, { revision, document }]) => ({
    id,
    revision,
    demo: document.number,
    changedAt: new Date(0).toISOString(),
    number: document.number,
    title: document.title,
    site: document.site,
    practice: document.practice,
    standing: 'open' as const,
  }));
  return [{ id: JOB, title: 'Tern Hollow Nursery', demo: true, standing: 'open', count: circuits.length, circuits }];
}

function saveEdit(id: string, { baseRevision, edit }: { baseRevision: number; edit: Edit }): Response {
  const one = kept.circuits.get(id);
  if (!one) return refused('no such circuit', 404, 'not-found');
  if (kept.refuse !== undefined) return refused(kept.refuse, 422, 'not-taken');
  if (kept.clash)
    return reply(
      {
        type: 'about:blank',
        title: 'Clash',
        status: 409,
        code: 'clash',
        detail: kept.clash.words,
        request: 'r1',
        revision: kept.clash.revision,
        theirs: one.document,
      },
      409,
    );
  const applied = applyChanges(one.document, edit.changes);
  if (!applied.ok) return refused(applied.problems.map(({ message }) => message).join(' '), 422, 'not-taken');
  Object.assign(one, { revision: one.revision + 1, document: applied.value.circuit });
  return reply({ revision: one.revision, merged: baseRevision !== one.revision - 1 } satisfies SaveReply);
}

function saveStock({ changes }: StockSave): Response {
  if (kept.refuse !== undefined) return refused(kept.refuse, 422, 'not-taken');
  for (const { part, baseRevision, removed } of changes)
    if (removed) kept.stock.delete(part.id);
    else kept.stock.set(part.id, { part, revision: baseRevision + 1 });
  return reply({ parts: changes.flatMap(({ part }) => kept.stock.get(part.id) ?? []) });
}

/** Answers a request of the page as the server would. */
export async function answerOf(path: string, { method = 'GET', body }: RequestInit): Promise<Response> {
  const [, , room, id = '', what] = new URL(path, 'http://loopback').pathname.split('/');
  const sent = body === undefined ? undefined : JSON.parse(String(body));
  const one = kept.circuits.get(id);
  if (room === 'jobs' && what === 'practice') {
    if (method === 'POST') kept.practice = { revision: sent.baseRevision + 1, practice: sent.practice };
    return reply(kept.practice);
  }
  if (room === 'jobs' && what === 'circuits') {
    kept.circuits.set(sent.id, { revision: 0, document: sent.document, first: sent.document, words: [] });
    return reply({ id: sent.id }, 201);
  }
  if (room === 'jobs' && (method === 'POST' || new URL(path, 'http://loopback').searchParams.get('standing') !== null))
    return method === 'POST' ? reply({ id, status: 'saved' }, id ? 200 : 201) : reply({ jobs: [], next: null });
  if (room === 'circuits' && id === '') return reply({ circuits: [], count: 0, next: null });
  if (room === 'jobs') return reply({ jobs: jobs(), next: null });
  if (room === 'stock') return method === 'POST' ? saveStock(sent) : reply({ parts: [...kept.stock.values()], next: null });
  if (!one) return refused('There is no such circuit.', 404, 'not-found');
  if (what === 'summary')
    return reply({
      revision: one.revision,
      isSound: true,
      danger: 0,
      bad: 0,
      look: 0,
      devices: Object.keys(one.document.devices).length,
      statesSeen: 2,
      worst: [],
    } satisfies CircuitSummary);
  if (what === 'edits') return saveEdit(id, sent);
  if (what === 'first') return reply({ document: one.first });
  if (what === 'landings' && method === 'POST') {
    if (kept.refuse !== undefined) return refused(kept.refuse, 503, 'not-ready');
    for (const entry of sent.entries as Landing[])
      if (!kept.landings.some((other) => other.id === entry.id)) kept.landings.push({ ...entry, at: '2026-11-29T02:00:00.000Z' });
    return reply({ status: 'saved' });
  }
  if (what === 'landings') return reply({ entries: kept.landings, isWhole: true });
  if (what === 'revisions' && path.split('/').length > 5) return reply({ document: one.first });
  if (what === 'revisions') return reply({ revisions: [], next: null });
  return reply({
    id,
    job: JOB,
    revision: one.revision,
    document: one.document,
    demo: one.document.number,
    standing: 'open',
  } satisfies CircuitReply);
}
