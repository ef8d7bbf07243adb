import { expect, it } from 'vitest';
import { type Circuit, patchBetween } from '#core/circuit';
import { DEFAULT_PRACTICE } from '#core/schools';
import { demo } from '../../core/src/testing/demo';
import { edited, set } from '../../core/src/testing/edits';
import { dev } from '../../core/src/testing/ids';
import type { ToWorker } from '../src/worker/client';
import { createInbox } from '../src/worker/inbox';

/** Everything that is said to one worker, and the last that it answers. */
function worker() {
  const inbox = createInbox();
  return (message: ToWorker): unknown => {
    inbox.take(message);
    let answer: unknown;
    while (!inbox.isEmpty) {
      const reply = inbox.step();
      if (reply && 'answer' in reply) ({ answer } = reply);
      if (reply && 'error' in reply) throw new Error(reply.error);
    }
    return answer;
  };
}
const practice = DEFAULT_PRACTICE;
const Q1 = demo('Q1');
const rated = (va: number): Circuit => edited(Q1, set('dT1', 'va', va));
const vaOf = (study: unknown) => (study as { transformers: { va: number }[] }).transformers[0]!.va;

it('what is foreseen changes nothing that lies there, and is laid down by the same part; another part is another circuit', () => {
  const say = worker();
  const patch = (va: number) => patchBetween(Q1, rated(va));
  say({ id: 1, type: 'circuit', document: Q1, practice });
  const shipped = vaOf(say({ id: 2, type: 'study' }));
  const foreseen = (va: number, id: number) => say({ id, type: 'foresee', patch: patch(va), practice, device: dev('dT1') });
  expect(vaOf(foreseen(15, 3))).toBe(15);
  expect(vaOf(say({ id: 4, type: 'study' }))).toBe(shipped);
  say({ id: 5, type: 'circuit', patch: patch(15), practice });
  expect(vaOf(say({ id: 6, type: 'study' }))).toBe(15);
  // of what lies there now: back, and another way than was foreseen
  const back = patchBetween(rated(15), Q1);
  expect(vaOf(say({ id: 7, type: 'foresee', patch: back, practice, device: dev('dT1') }))).toBe(shipped);
  say({ id: 8, type: 'circuit', patch: patchBetween(rated(15), rated(30)), practice });
  expect(vaOf(say({ id: 9, type: 'study' }))).toBe(30);
});
