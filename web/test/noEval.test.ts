import { expect, it } from 'vitest';
import '../src/worker/noEval';
import { config } from 'zod';

it('is where Zod looks for its settings: it does not try to make code from text', () => {
  expect(config().jitless).toBe(true);
});
