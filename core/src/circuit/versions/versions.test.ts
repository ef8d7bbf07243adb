import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { catalogue } from '#core/devices';
import { applyChanges, type EditChange, readCircuitDocument, SCHEMA_VERSION, upgradeChanges, upgradeStored } from '../index';

const versions = Array.from({ length: SCHEMA_VERSION - 1 }, (_, index) => index + 1);
const sample = (version: number): unknown => JSON.parse(readFileSync(join(import.meta.dirname, `sample${version}.json`), 'utf8'));

describe.each(versions)('a document of version %i', (version) => {
  it('is read as one of the present version, whole', () => {
    const old = sample(version) as { devices: object; conductors: object };
    const read = readCircuitDocument(old, catalogue);
    if (!read.ok) throw new Error(read.problems.map(({ message }) => message).join(' '));
    expect(read.value.schema).toBe(SCHEMA_VERSION);
    expect(Object.keys(read.value.devices)).toEqual(Object.keys(old.devices));
    expect(Object.keys(read.value.conductors)).toEqual(Object.keys(old.conductors));
    expect(upgradeStored(old)).toEqual(read.value);
  });
  it('is put in by an edit that was kept since then', () => {
    const changes = upgradeChanges([{ type: 'replaceDocument', to: sample(version) }], version);
    const applied = applyChanges(upgradeStored(sample(version)), changes as EditChange[]);
    expect(applied.ok && applied.value.circuit).toEqual(upgradeStored(sample(version)));
  });
});
