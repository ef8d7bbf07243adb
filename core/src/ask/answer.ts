import { z } from 'zod';
import { AskError } from '#core/bench';
import { brief, issuePath, issueWords, type Problem } from '#core/circuit';
import type { Desk, LineKind } from './line';
import { check } from './questions/check';
import { convert } from './questions/convert';
import { devices } from './questions/devices';
import { draw } from './questions/draw';
import { find } from './questions/find';
import { fit } from './questions/fit';
import { kinds } from './questions/kinds';
import { read } from './questions/read';
import { run } from './questions/run';
import { size } from './questions/size';
import { solve } from './questions/solve';
import { wires } from './questions/wires';
import { diff, follow, layout, live, plan, share, swap, wirelist } from './questions/wiring';
import { createOpener, type Shop } from './standing';

/** Every question that may be put as a line of JSON. */
const LINES = {
  solve,
  read,
  run,
  check,
  size,
  fit,
  find,
  draw,
  convert,
  devices,
  kinds,
  wires,
  wirelist,
  plan,
  swap,
  live,
  diff,
  layout,
  share,
  follow,
} as const;

export type LineName = keyof typeof LINES;
/** What a question takes and gives, by its name. */
export type FactsOf<N extends LineName> = z.input<(typeof LINES)[N]['facts']>;
export type AnswerOf<N extends LineName> = Extract<ReturnType<(typeof LINES)[N]['answer']>, { ok: true }>['value'];

type LineReply =
  | { readonly id: unknown; readonly ok: true; readonly answer: unknown }
  | { readonly id: unknown; readonly ok: false; readonly problems: readonly Problem[] };

/** Takes questions one after the other; circuits that were opened stay open. */
export interface Asker {
  ask<N extends LineName>(name: N, facts: FactsOf<N>): { ok: true; value: AnswerOf<N> } | { ok: false; problems: readonly Problem[] };
  /** one line as it was read: whatever is wrong with it comes back as its answer */
  line(text: string): LineReply;
}

const lineSchema = z.looseObject({ id: z.unknown().optional(), ask: z.string() });
const isName = (name: string): name is LineName => Object.hasOwn(LINES, name);
const problem = (code: string, at: string, message: string): Problem => ({ code, at: brief(at), message: brief(message) });

/** Takes questions against a shop of circuits and stock. What is wrong with one comes back as problems; only a fault of the program is thrown. */
export function createAsker(shop: Shop): Asker {
  const desk: Desk = { shop, open: createOpener(shop) };
  const answer = (name: LineName, facts: unknown): { ok: true; value: unknown } | { ok: false; problems: readonly Problem[] } => {
    const kind = LINES[name] as LineKind<z.ZodType, unknown>;
    const parsed = kind.facts.safeParse(facts);
    if (!parsed.success)
      return {
        ok: false,
        problems: parsed.error.issues.map((issue) =>
          problem('not-understood', issuePath(issue), `${issuePath(issue) || name} ${issueWords(issue)}.`),
        ),
      };
    try {
      return kind.answer(parsed.data, desk);
    } catch (error) {
      if (!(error instanceof AskError)) throw error;
      return { ok: false, problems: [problem('cannot', name, error.message)] };
    }
  };
  return {
    ask: (name, facts) => answer(name, facts) as never,
    line(text) {
      let given: unknown;
      try {
        given = JSON.parse(text);
      } catch {
        return { id: null, ok: false, problems: [problem('not-json', 'line', 'The line is not JSON. Write one object a line.')] };
      }
      const parsed = lineSchema.safeParse(given);
      if (!parsed.success)
        return {
          id: null,
          ok: false,
          problems: [problem('no-question', 'ask', `Say what is asked: "ask" is one of ${Object.keys(LINES).join(', ')}.`)],
        };
      const { id = null, ask, ...facts } = parsed.data;
      if (!isName(ask))
        return {
          id,
          ok: false,
          problems: [problem('no-question', 'ask', `There is no question "${ask}". There are ${Object.keys(LINES).join(', ')}.`)],
        };
      try {
        const said = answer(ask, facts);
        return said.ok ? { id, ok: true, answer: said.value } : { id, ok: false, problems: said.problems };
      } catch (error) {
        // a fault of the program on one line is told there: the other questions are still to be answered
        return { id, ok: false, problems: [problem('fault', ask, `Mando failed on this line: ${String(error)}`)] };
      }
    },
  };
}
