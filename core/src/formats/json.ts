import { z } from 'zod';
import { type Catalogue, type Circuit, circuitSchema, type Result, readCircuitDocument, SCHEMA_VERSION, wrong } from '#core/circuit';

/** Greatest size of a circuit file, in characters. */
export const MOST_CHARACTERS = 4_000_000;

/** Reads a circuit file. Never throws: what is wrong comes back, all of it, with where and how to mend it. */
export function readCircuit(text: string, catalogue: Catalogue): Result<Circuit> {
  if (text.length > MOST_CHARACTERS)
    return wrong({
      code: 'too-large',
      at: 'file',
      message: `The file has ${text.length} characters; a circuit has at most ${MOST_CHARACTERS}. Is it the right file?`,
    });
  let outside: unknown;
  try {
    outside = JSON.parse(text);
  } catch (error) {
    return wrong({
      code: 'not-json',
      at: 'file',
      message: `The file is not JSON: ${error instanceof Error ? error.message : 'it cannot be read'}. Export it again or mend it at that place.`,
    });
  }
  return readCircuitDocument(outside, catalogue);
}

const sortKeys = <T>(record: Record<string, T>): Record<string, T> =>
  Object.fromEntries(Object.entries(record).sort(([a], [b]) => (a < b ? -1 : 1)));

/** Writes a circuit as readable JSON, its things in order of id, so that two files can be compared by eye. */
export function writeCircuit(circuit: Circuit): string {
  const ordered = Object.fromEntries(
    Object.entries(circuit).map(([key, value]) => [
      key,
      typeof value === 'object' && !Array.isArray(value) && key !== 'powerSwitch' ? sortKeys<unknown>(value) : value,
    ]),
  );
  return `${JSON.stringify(ordered, null, 1)}\n`;
}

/** The published JSON Schema of the document. */
export const circuitJsonSchema = (): unknown => ({
  title: `Mando circuit, schema ${SCHEMA_VERSION}`,
  ...z.toJSONSchema(circuitSchema, { io: 'input', unrepresentable: 'any' }),
});
