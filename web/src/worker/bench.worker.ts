import './noEval';
import type { ToWorker } from './client';
import { createInbox } from './inbox';

/** How often a long question says that it is still at work; a finished band of the sheet is sent at once. */
const HEARTBEAT_MS = 100;
/** How long it works before it looks whether something was asked or is not wanted any more. */
const SLICE_MS = 12;

const inbox = createInbox();
let isRunning = false;

/** Lets messages in: unlike a timer, a message to oneself costs no four milliseconds. */
const { port1, port2 } = new MessageChannel();
const breathe = (): Promise<void> =>
  new Promise((done) => {
    port1.onmessage = () => done();
    port2.postMessage(null);
  });

async function work(): Promise<void> {
  isRunning = true;
  let [told, begun] = [performance.now(), performance.now()];
  while (!inbox.isEmpty) {
    const reply = inbox.step();
    const now = performance.now();
    if (reply && (!('progress' in reply) || reply.progress.band || now - told > HEARTBEAT_MS)) {
      self.postMessage(reply);
      told = now;
    }
    if (now - begun > SLICE_MS) {
      await breathe();
      begun = performance.now();
    }
  }
  isRunning = false;
}

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  inbox.take(data);
  if (!isRunning) void work();
};
