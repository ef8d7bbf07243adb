import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import type { CircuitSummary, EndpointName } from '#core/api';
import { type Circuit, type Result, readCircuitDocument } from '#core/circuit';
import { catalogue } from '#core/devices';
import type { Practice } from '#core/schools';
import type * as judgeTasks from './judgeTasks';
import type { ReadBody } from './reading';
import { isTooDeep, readFor, TOO_DEEP } from './reading';
import type * as readTasks from './readTasks';

/** Text of this many characters is read in some milliseconds where it is; more goes to a thread of its own. */
const LARGE = 100_000;
/** A thread that nobody asks for so long is let go. */
const IDLE_MS = 30_000;
const MOST_WAITING = 200;
/** Work that is not done by then is given up, and said so. */
const MOST_MS = 60_000;

type Tasks = typeof readTasks & typeof judgeTasks;

/** More waits than can be done, or one took too long. */
export class Overworked extends Error {}

/** Work that would hold up every other answer, done beside them. */
export interface Work {
  /** holds a body to the shape of what its endpoint takes */
  body(endpoint: EndpointName, text: string): Promise<ReadBody>;
  /** @param size of the text that it came as */
  document(given: unknown, size: number): Promise<Result<Circuit>>;
  picture(circuit: Circuit, practice: Practice): Promise<string>;
  summary(circuit: Circuit, practice: Practice): Promise<Omit<CircuitSummary, 'revision'>>;
  close(): Promise<void>;
}

/** Threads are started when they are first needed: one that reads, one that judges, so that neither waits for the other. */
export function createWork(): Work {
  const made = new Map<string, Piscina>();
  const threads = (name: 'read' | 'judge'): Piscina => {
    const there = made.get(name);
    if (there) return there;
    const pool = new Piscina({
      filename: fileURLToPath(new URL(`./${name}Worker.mjs`, import.meta.url)),
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: IDLE_MS,
    });
    // a thread that dies takes its work with it, not the server: the work is told as failed by its own promise
    pool.on('error', () => undefined);
    made.set(name, pool);
    return pool;
  };
  const run = async <T extends keyof Tasks>(name: 'read' | 'judge', task: T, given: Parameters<Tasks[T]>[0]) => {
    const pool = threads(name);
    if (pool.queueSize >= MOST_WAITING) throw new Overworked(`${pool.queueSize} wait already.`);
    const signal = AbortSignal.timeout(MOST_MS);
    try {
      return (await pool.run(given, { name: task, signal })) as ReturnType<Tasks[T]>;
    } catch (error) {
      throw signal.aborted ? new Overworked(`${task} took more than ${MOST_MS} ms.`) : error;
    }
  };
  return {
    body: async (endpoint, text) => {
      if (text.length < LARGE) return readFor(endpoint, text);
      // one pass over it: what is no document is not worth a thread
      return isTooDeep(text) ? TOO_DEEP : run('read', 'body', { endpoint, text });
    },
    document: async (given, size) => (size < LARGE ? readCircuitDocument(given, catalogue) : run('read', 'document', { given })),
    picture: (circuit, practice) => run('judge', 'picture', { circuit, practice }),
    summary: (circuit, practice) => run('judge', 'summary', { circuit, practice }),
    async close() {
      await Promise.all([...made.values()].map((pool) => pool.destroy()));
    },
  };
}
