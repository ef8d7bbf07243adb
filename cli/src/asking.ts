import { writeFileSync } from 'node:fs';
import { type AnswerOf, createAsker, type FactsOf, type LineName } from '#core/ask';
import { shop } from './shop';
import { CliError } from './usage';

/** A command of the program: its words, and the exit code. */
export type Command = (words: readonly string[]) => Promise<number> | number;

export const asker = createAsker(shop);

/** Puts a question; whatever is wrong with it ends the command. */
export function ask<N extends LineName>(name: N, facts: FactsOf<N>): AnswerOf<N> {
  const said = asker.ask(name, facts);
  if (!said.ok) throw new CliError(said.problems.map(({ message }) => message).join('\n       '));
  return said.value;
}

export const print = (isJson: boolean | undefined, answer: unknown, lines: readonly string[]): void =>
  console.log(isJson ? JSON.stringify(answer, null, 1) : lines.join('\n'));

/** Writes a file; told where it cannot be. */
export function written(path: string, text: string): void {
  try {
    writeFileSync(path, text);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new CliError(`${path} cannot be written (${code}). Name a file in a folder that is there and yours.`);
  }
}
