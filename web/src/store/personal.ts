import { z } from 'zod';
import { type BenchState, benchSlice, freshBench, keptBenchSchema } from './bench';
import { type FindState, findSlice } from './find';
import type { Store } from './store';

const benchKey = (id: string) => `mando.bench.${id}`;
const findKey = (id: string) => `mando.find.${id}`;
const KEEP_EVERY_MS = 400;
const keptFindSchema = z
  .object({
    complaint: z.number().int().nonnegative(),
    seen: z.record(z.string(), z.boolean()),
    measured: z.array(z.object({}).loose()),
    noDanger: z.boolean(),
  })
  .loose();

/** What was kept under a key, if it still has the shape that this program reads. */
function kept<T>(key: string, schema: z.ZodType): Partial<T> | undefined {
  try {
    const read = schema.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null'));
    return read.success ? (read.data as Partial<T>) : undefined;
  } catch {
    return undefined;
  }
}

/** What somebody left on their bench: the power, faults that are set, readings of a search that is under way. */
export interface Left {
  readonly power: 'isolated' | 'control' | 'on';
  readonly faults: number;
  readonly isHidden: boolean;
  readonly readings: number;
}

/** What was left on a circuit in this browser. */
export function leftOn(id: string): Left {
  const bench = kept<BenchState>(benchKey(id), keptBenchSchema);
  const find = kept<FindState>(findKey(id), keptFindSchema);
  return {
    power: bench?.log?.flatMap((entry) => ('power' in entry ? [entry.power] : [])).at(-1) ?? 'isolated',
    faults: Array.isArray(bench?.injected) ? bench.injected.length : 0,
    isHidden: Boolean(bench?.hidden) && bench?.revealed !== true,
    readings: Array.isArray(find?.measured) ? find.measured.length : 0,
  };
}

/** Leads, position, inputs and readings are the person's: kept in this browser and laid out again after a reload. @returns stops keeping */
export function keepPersonal(store: Store, id: string): () => void {
  store.dispatch(
    benchSlice.actions.laid({
      ...freshBench,
      ...kept<BenchState>(benchKey(id), keptBenchSchema),
      hand: null,
      carrying: null,
      picked: [],
      picking: false,
    }),
  );
  const find = kept<FindState>(findKey(id), keptFindSchema);
  store.dispatch(find ? findSlice.actions.resumed(find as FindState) : findSlice.actions.started());
  const keep = () => {
    const { bench, find: now } = store.getState();
    try {
      localStorage.setItem(benchKey(id), JSON.stringify(bench));
      localStorage.setItem(findKey(id), JSON.stringify(now));
    } catch {
      // a browser that is full keeps no bench; the document is on the server
    }
  };
  const timer = setInterval(keep, KEEP_EVERY_MS);
  window.addEventListener('pagehide', keep);
  return () => {
    keep();
    clearInterval(timer);
    window.removeEventListener('pagehide', keep);
  };
}
