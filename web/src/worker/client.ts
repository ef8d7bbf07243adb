import type { Progress, Question, Questions, QuestionType, Reply } from '#core/bench';
import { type Circuit, type CircuitPatch, patchBetween } from '#core/circuit';
import { createSheetReader, type SheetParts } from './sheetParts';

/** The page's end of the worker. When the worker dies it is started again and given back what it knew. */
export interface BenchClient {
  ask<T extends QuestionType>(type: T, ask: Questions[T]['ask'], how?: How): Promise<Questions[T]['answer']>;
  /** @returns stops it */
  onRestart(tell: () => void): () => void;
  /** for a run that hangs: ends the worker as if it had crashed */
  kill(): void;
}

interface How {
  /** gives up: the worker stops at its next step */
  readonly signal?: AbortSignal;
  readonly onProgress?: (progress: Progress) => void;
}

/** Questions that bring a circuit with them: one that is laid down, and one that may be laid down next. */
type Brought<T extends QuestionType> = Extract<Question, { type: T }>;
type InPart<T extends QuestionType> = Omit<Brought<T>, 'document'> & { readonly patch: CircuitPatch };
/** What is said to the worker. Of a circuit that it has in part, it is sent the rest. */
export type ToWorker = Question | InPart<'circuit'> | InPart<'foresee'> | { readonly cancel: number };

/** What the worker says. Of a sheet it sends what is new. */
export type ToPage = Reply | { readonly id: number; readonly sheet: SheetParts };

/** A worker as far as the client needs it; a test brings its own. */
export interface Labourer {
  postMessage(message: ToWorker): void;
  terminate(): void;
  onmessage: ((event: MessageEvent<ToPage>) => void) | null;
  onerror: (() => void) | null;
}

/** So long without a word is a crash. Work may take as long as it likes while it says that it goes on. */
export const SILENT_AFTER_MS = 20_000;
/** A question that was on hand at so many crashes is not asked again. */
const MOST_TRIES = 3;

interface Waiting {
  readonly question: Question;
  readonly how: How;
  readonly done: (answer: never) => void;
  readonly fail: (error: Error) => void;
  tries: number;
}

const givenUp = () => new DOMException('Not wanted any more.', 'AbortError');

const hire = (): Labourer => new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module', name: 'bench' }) as Labourer;

let ready: Labourer | undefined;
/** Starts the worker before it is asked anything: it reads its program while the circuit is still on its way. */
export function readyWorker(): void {
  if (typeof Worker !== 'undefined' && !theOne) ready ??= hire();
}

function startWorker(): Labourer {
  const worker = ready ?? hire();
  ready = undefined;
  return worker;
}

let theOne: BenchClient | undefined;
/** The page's one worker, whichever circuit is open: a screen that React builds twice, or opens again, starts no second one. */
export const benchClient = (): BenchClient => {
  theOne ??= createBenchClient();
  return theOne;
};

export function createBenchClient(start: () => Labourer = startWorker): BenchClient {
  const waiting = new Map<number, Waiting>();
  const restarted = new Set<() => void>();
  /** what the desk has on it: asked again of a new worker, in this order */
  const laid: { stock?: Question; circuit?: Question; run?: Question } = {};
  let next = 1;
  let silence: ReturnType<typeof setTimeout> | undefined;
  /** the document that this worker was sent last */
  let sent: Circuit | undefined;
  let readSheet = createSheetReader();
  let worker = hired();

  function post(question: Question): void {
    worker.postMessage(partOf(question));
    if (question.type === 'circuit') sent = question.document;
  }

  function partOf(question: Question): ToWorker {
    if ((question.type !== 'circuit' && question.type !== 'foresee') || !sent) return question;
    const { document, ...rest } = question;
    return { ...rest, patch: patchBetween(sent, document) };
  }

  function hired(): Labourer {
    const made = start();
    made.onmessage = ({ data }) => {
      heard();
      // it is taken in even if nobody waits for it: the next builds on it
      const sheet = 'sheet' in data ? readSheet(data.sheet) : undefined;
      const one = waiting.get(data.id);
      if (!one) return;
      if ('progress' in data) return one.how.onProgress?.(data.progress);
      waiting.delete(data.id);
      heard();
      if ('sheet' in data) one.done(sheet as never);
      else if ('error' in data) one.fail(new Error(data.error));
      else one.done(data.answer as never);
    };
    made.onerror = () => revive();
    return made;
  }

  function heard(): void {
    clearTimeout(silence);
    silence = waiting.size > 0 ? setTimeout(revive, SILENT_AFTER_MS) : undefined;
  }

  function revive(): void {
    worker.onmessage = null;
    worker.terminate();
    worker = hired();
    sent = undefined;
    readSheet = createSheetReader();
    for (const one of waiting.values()) {
      if (++one.tries < MOST_TRIES) continue;
      waiting.delete(one.question.id);
      one.fail(
        new Error('The computation stopped again and again at the same question. Undo the last change, or take a part of the circuit out.'),
      );
    }
    for (const question of [laid.stock, laid.circuit, laid.run]) if (question && !waiting.has(question.id)) post({ ...question, id: -1 });
    for (const { question } of waiting.values()) post(question);
    heard();
    for (const tell of restarted) tell();
  }

  return {
    ask(type, ask, how = {}) {
      const question = { id: next++, type, ...ask } as unknown as Question;
      if (type === 'circuit') {
        laid.circuit = question;
        delete laid.run;
        // the worker drops what was asked about the circuit before: nobody is left waiting for it
        for (const [id, one] of waiting) if (one.question.type !== 'stock' && waiting.delete(id)) one.fail(givenUp());
      } else if (type === 'run') laid.run = question;
      else if (type === 'stock') laid.stock = question;
      return new Promise((done, fail) => {
        how.signal?.addEventListener('abort', () => {
          if (!waiting.delete(question.id)) return;
          worker.postMessage({ cancel: question.id });
          heard();
          fail(givenUp());
        });
        waiting.set(question.id, { question, how, done: done as (answer: never) => void, fail, tries: 0 });
        post(question);
        if (silence === undefined) heard();
      });
    },
    onRestart: (tell) => {
      restarted.add(tell);
      return () => void restarted.delete(tell);
    },
    kill: revive,
  };
}
