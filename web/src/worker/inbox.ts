import { createDesk, createQueue, type SheetAnswer } from '#core/bench';
import { type Circuit, patched } from '#core/circuit';
import type { ToPage, ToWorker } from './client';
import { createSheetPacker } from './sheetParts';

/**
 * The worker's end of the line: a queue before a desk of its own, and what crossed last. A circuit comes in part where one lies there, and a
 * sheet goes in part where one has gone.
 */
export interface Inbox {
  take(message: ToWorker): void;
  /** does one step; undefined: nothing is left to do */
  step(): ToPage | undefined;
  readonly isEmpty: boolean;
}

export function createInbox(): Inbox {
  const queue = createQueue(createDesk());
  const pack = createSheetPacker();
  /** questions for a sheet that are not answered yet */
  const sheets = new Set<number>();
  let document: Circuit | undefined;
  /** what may be laid down next, by what it is sent as: the same is the same circuit */
  let foreseen: { readonly as: string; readonly document: Circuit } | undefined;
  const brought = (message: Extract<ToWorker, { type: 'circuit' | 'foresee' }>): Circuit => {
    if ('document' in message) return message.document;
    if (!document) throw new Error('A part of a circuit came to a worker that has none.');
    const as = JSON.stringify(message.patch);
    foreseen = foreseen?.as === as ? foreseen : { as, document: patched(document, message.patch) };
    return foreseen.document;
  };
  return {
    take(message) {
      if ('cancel' in message) return queue.cancel(message.cancel);
      if (message.type === 'sheet') sheets.add(message.id);
      if (message.type === 'foresee') {
        const { id, type, practice, device } = message;
        return queue.push({ id, type, practice, device, document: brought(message) });
      }
      if (message.type !== 'circuit') return queue.push(message);
      const { id, type, practice, of } = message;
      document = brought(message);
      // a part is a part of what is there now
      foreseen = undefined;
      // the queue lets go what was asked of the circuit before
      sheets.clear();
      queue.push({ id, type, practice, of, document });
    },
    step() {
      const reply = queue.step();
      return reply && 'answer' in reply && sheets.delete(reply.id) ? { id: reply.id, sheet: pack(reply.answer as SheetAnswer) } : reply;
    },
    get isEmpty() {
      return queue.isEmpty;
    },
  };
}
