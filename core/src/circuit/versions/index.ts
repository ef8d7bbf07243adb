import type { EditChange } from '../commands';
import { type Circuit, SCHEMA_VERSION } from '../schema';
import { from1 } from './from1';
import { from2 } from './from2';
import { from3 } from './from3';
import type { VersionStep } from './step';

/** The chain of version steps, oldest first. A sample of every old version is kept beside them, and a test reads it. */
const STEPS: readonly VersionStep[] = [from1, from2, from3];

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> => typeof value === 'object' && value !== null;

/** The version that a document says it is; undefined where it says none. */
export const versionOf = (document: unknown): number | undefined =>
  isRecord(document) && typeof document.schema === 'number' ? document.schema : undefined;

/** Brings an outside document up to the present version, step by step. What is no old document comes back as it is. */
export function upgradeDocument(document: unknown): unknown {
  const version = versionOf(document);
  if (version === undefined || !isRecord(document)) return document;
  return STEPS.filter(({ from }) => from >= version && from < SCHEMA_VERSION).reduce<Readonly<Record<string, unknown>>>(
    (now, step) => step.document(now),
    document,
  );
}

/** A document that this program's own store has kept since an older version. */
export const upgradeStored = (document: unknown): Circuit => upgradeDocument(document) as Circuit;

/** The changes of an edit that was kept since a version. */
export const upgradeChanges = (changes: readonly unknown[], version: number): EditChange[] =>
  changes.map(
    (change) =>
      STEPS.filter(({ from }) => from >= version).reduce<unknown>(
        (now, step) => (isRecord(now) ? step.change(now) : now),
        change,
      ) as EditChange,
  );
