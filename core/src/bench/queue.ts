import type { Desk } from './desk';
import type { Answering, Progress } from './progress';
import type { Question, Questions, QuestionType } from './protocol';

/** What comes back of a question: how far it is, its answer, or why there is none. */
export type Reply =
  | { readonly id: number; readonly progress: Progress }
  | { readonly id: number; readonly answer: Questions[QuestionType]['answer'] }
  | { readonly id: number; readonly error: string };

/** Questions that put something on the desk: whoever asks after them means the desk as they leave it. */
const LAYS: readonly QuestionType[] = ['circuit', 'run', 'stock'];
/** Of the others, what a person waits for with a lead in the hand comes before long work. */
const RANK: { readonly [T in QuestionType]: number } = {
  circuit: 0,
  run: 0,
  stock: 0,
  look: 1,
  near: 2,
  foresee: 2,
  sheet: 2,
  place: 3,
  find: 3,
  terminals: 3,
  mounting: 3,
  between: 3,
  follow: 3,
  twin: 4,
  mend: 4,
  staysLive: 4,
  study: 5,
  wiring: 5,
  variant: 6,
  landing: 6,
  rehearse: 6,
};

interface Task {
  readonly question: Question;
  walk: Answering<Questions[QuestionType]['answer']> | undefined;
}

/** Questions in the order in which they are to be answered, worked off one step at a time: there is no clock in it. */
export interface Queue {
  push(question: Question): void;
  /** a question that nobody waits for any more */
  cancel(id: number): void;
  /** does one step; undefined: nothing is left to do */
  step(): Reply | undefined;
  readonly isEmpty: boolean;
}

/** A queue in front of a desk. Whoever steps it decides how much time there is. */
export function createQueue(desk: Desk): Queue {
  let tasks: Task[] = [];
  const drop = (task: Task): void => {
    tasks = tasks.filter((one) => one !== task);
  };
  /** the first that lays something goes alone when it is first in line; what was asked before it is not held up by it */
  const next = (): Task | undefined => {
    const lays = tasks.findIndex(({ question }) => LAYS.includes(question.type));
    if (lays === 0) return tasks[0];
    const open = lays < 0 ? tasks : tasks.slice(0, lays);
    return open.reduce<Task | undefined>(
      (first, one) => (!first || RANK[one.question.type] < RANK[first.question.type] ? one : first),
      undefined,
    );
  };
  return {
    push(question) {
      // a new circuit leaves nobody waiting for answers about the old one
      if (question.type === 'circuit') tasks = tasks.filter(({ question: { type } }) => type === 'stock');
      tasks.push({ question, walk: undefined });
    },
    cancel(id) {
      tasks = tasks.filter(({ question }) => question.id !== id);
    },
    step() {
      const task = next();
      if (!task) return undefined;
      const { id, type, ...ask } = task.question;
      try {
        task.walk ??= (desk[type] as (ask: unknown) => Answering<Questions[QuestionType]['answer']>)(ask);
        const step = task.walk.next();
        if (!step.done) return { id, progress: step.value };
        drop(task);
        return { id, answer: step.value };
      } catch (error) {
        drop(task);
        return { id, error: error instanceof Error ? error.message : String(error) };
      }
    },
    get isEmpty() {
      return tasks.length === 0;
    },
  };
}
