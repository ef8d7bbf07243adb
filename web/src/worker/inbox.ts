import { createDesk, createQueue, type Queue } from '#core/bench';
import { type Circuit, patched } from '#core/circuit';
import type { ToWorker } from './client';

/** The worker's end of the line: a queue before a desk of its own, and the circuit that was laid down last, of which the next is sent in part. */
export function createInbox(): { readonly queue: Queue; take(message: ToWorker): void } {
  const queue = createQueue(createDesk());
  let document: Circuit | undefined;
  return {
    queue,
    take(message) {
      if ('cancel' in message) return queue.cancel(message.cancel);
      if (message.type !== 'circuit') return queue.push(message);
      const { id, type, practice, of } = message;
      if ('document' in message) ({ document } = message);
      else if (document) document = patched(document, message.patch);
      else throw new Error('A part of a circuit came to a worker that has none.');
      queue.push({ id, type, practice, of, document });
    },
  };
}
