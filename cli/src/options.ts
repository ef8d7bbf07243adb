import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { CliError } from './usage';

/** Words after a command, as node's own parser takes them; a word that is not there is told. */
export type OptionTypes = Readonly<Record<string, { readonly type: 'string' | 'boolean'; readonly multiple?: boolean }>>;

export function parseWords<const T extends OptionTypes>(words: readonly string[], options: T) {
  try {
    return parseArgs({ args: [...words], options, allowPositionals: true, strict: true });
  } catch (error) {
    throw new CliError(`${(error as Error).message} See "mando help".`);
  }
}

/** One circuit among the words. */
export function circuitWord(positionals: readonly string[]): string {
  const [name, ...rest] = positionals;
  if (!name || rest.length > 0) throw new CliError('Name one circuit: a file, or demo:Q1.');
  return name;
}

/** Options that say how a circuit stands. */
export const STANDING = {
  set: { type: 'string', multiple: true },
  fault: { type: 'string', multiple: true },
  at: { type: 'string' },
  power: { type: 'string', multiple: true },
  script: { type: 'string' },
  json: { type: 'boolean' },
} as const satisfies OptionTypes;

interface StandingWords {
  readonly set?: string[] | undefined;
  readonly fault?: string[] | undefined;
  readonly at?: string | undefined;
  readonly power?: string[] | undefined;
  readonly script?: string | undefined;
}

/** The deeds that a file lists. */
function scriptOf(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    throw new CliError(`${path} cannot be read. Name a text file with a deed a line, such as "10s TC1.cooling=on".`);
  }
}

/** The same as facts of a question. */
export const standing = ({ set, fault, at, power, script }: StandingWords) => ({
  ...(set ? { set } : {}),
  ...(fault ? { faults: fault } : {}),
  ...(at === undefined ? {} : { at }),
  ...(power === undefined ? {} : { power }),
  ...(script === undefined ? {} : { script: scriptOf(script) }),
});
