import type { Answer, Question, Questions, QuestionType } from './protocol';

/** The page's end of the worker. When the worker dies it is started again and given back what it knew. */
export interface BenchClient {
  ask<T extends QuestionType>(type: T, ask: Questions[T]['ask']): Promise<Questions[T]['answer']>;
  onRestart(tell: () => void): void;
  /** for the tests and for a hung run: ends the worker as if it had crashed */
  kill(): void;
}

const HUNG_AFTER_MS = 20_000;

interface Waiting {
  readonly question: Question;
  readonly done: (answer: never) => void;
  readonly fail: (error: Error) => void;
  readonly timer: ReturnType<typeof setTimeout>;
}

export function createBenchClient(): BenchClient {
  let worker = start();
  let next = 1;
  const waiting = new Map<number, Waiting>();
  const restarted: (() => void)[] = [];
  let lastCircuit: Question | undefined;
  let lastRun: Question | undefined;
  let lastStock: Question | undefined;

  function start(): Worker {
    const made = new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module', name: 'bench' });
    made.onmessage = ({ data }: MessageEvent<Answer>) => {
      const one = waiting.get(data.id);
      if (!one) return;
      waiting.delete(data.id);
      clearTimeout(one.timer);
      if ('error' in data) one.fail(new Error(data.error));
      else one.done(data.answer as never);
    };
    made.onerror = () => revive();
    return made;
  }

  function revive(): void {
    worker.terminate();
    worker = start();
    for (const question of [lastStock, lastCircuit, lastRun])
      if (question && !waiting.has(question.id)) worker.postMessage({ ...question, id: -1 });
    for (const { question } of waiting.values()) worker.postMessage(question);
    for (const tell of restarted) tell();
  }

  return {
    ask(type, ask) {
      const question = { id: next++, type, ...ask } as Question;
      if (type === 'circuit') {
        lastCircuit = question;
        lastRun = undefined;
      }
      if (type === 'run') lastRun = question;
      if (type === 'stock') lastStock = question;
      return new Promise((done, fail) => {
        const timer = setTimeout(() => revive(), HUNG_AFTER_MS);
        waiting.set(question.id, { question, done: done as never, fail, timer });
        worker.postMessage(question);
      });
    },
    onRestart: (tell) => void restarted.push(tell),
    kill: () => revive(),
  };
}
