import type { Circuit } from './schema';

type Things = Readonly<Record<string, unknown>>;

/** How one record of things came out of another. */
interface RecordPatch {
  readonly put: Things;
  readonly gone: readonly string[];
  /** only where it is not the old order with what is new behind */
  readonly order?: readonly string[];
}

/** How one document came out of another that it shares things with: what is not shared, and nothing else. */
export interface CircuitPatch {
  readonly whole: Partial<Circuit>;
  readonly within: Readonly<Record<string, RecordPatch>>;
}

const isRecord = (value: unknown): value is Things => typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * What to send to whoever has `before` so that it has `after` too, and every unchanged device and wire as the same object as before.
 * Things are compared by identity: an edit leaves alone what it does not touch.
 */
export function patchBetween(before: Circuit, after: Circuit): CircuitPatch {
  const whole: Record<string, unknown> = {};
  const within: Record<string, RecordPatch> = {};
  for (const [key, is] of Object.entries(after)) {
    const was = (before as Things)[key];
    if (was === is) continue;
    if (isRecord(was) && isRecord(is)) within[key] = recordPatch(was, is);
    else whole[key] = is;
  }
  return { whole, within };
}

function recordPatch(was: Things, is: Things): RecordPatch {
  const put = Object.fromEntries(Object.entries(is).filter(([key, value]) => !Object.hasOwn(was, key) || was[key] !== value));
  const gone = Object.keys(was).filter((key) => !Object.hasOwn(is, key));
  const order = Object.keys(is);
  const usual = Object.keys(recordFrom(was, { put, gone }));
  return usual.every((key, index) => key === order[index]) ? { put, gone } : { put, gone, order };
}

/** The document that a patch was made for. */
export function patched(before: Circuit, { whole, within }: CircuitPatch): Circuit {
  const records = Object.entries(within).map(([key, patch]) => [key, recordFrom((before as Things)[key] as Things, patch)]);
  return { ...before, ...whole, ...Object.fromEntries(records) };
}

function recordFrom(was: Things, { put, gone, order }: RecordPatch): Things {
  const left = new Set(gone);
  const all = { ...Object.fromEntries(Object.entries(was).filter(([key]) => !left.has(key))), ...put };
  return order ? Object.fromEntries(order.map((key) => [key, all[key]])) : all;
}
