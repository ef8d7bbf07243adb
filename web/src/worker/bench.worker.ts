import { createBench } from './bench';
import type { Answer, Question } from './protocol';

const bench = createBench();

self.onmessage = ({ data }: MessageEvent<Question>) => {
  const { id, type, ...ask } = data;
  let reply: Answer;
  try {
    reply = { id, answer: bench[type](ask as never) };
  } catch (error) {
    reply = { id, error: error instanceof Error ? error.message : String(error) };
  }
  self.postMessage(reply);
};
