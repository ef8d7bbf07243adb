import { createDesk } from '#core/bench';
import { deviceIdSchema, type LogEntry } from '#core/circuit';
import { DEFAULT_PRACTICE } from '#core/schools';
import { unitPanel } from '../core/src/testing/panel';
import { inHand, stock } from '../core/src/testing/stock';
import { median, milliseconds, round, walked } from './measure';

/** How long the part in the hand waits for its verdict on a panel of 100 devices: units on one supply. */
const panel = unitPanel(100);
const K1 = deviceIdSchema.parse('dK1');
const log: readonly LogEntry[] = [
  { atMs: 0, power: 'on' },
  { atMs: 0, device: deviceIdSchema.parse('dTC1'), input: 'heating', on: true },
];
const hand = (volts: number) => inHand('contactor-2', { coilKind: 'AC', coilV: volts, coilHz: '60' });

const rounds = Array.from({ length: 5 }, () => {
  const desk = createDesk();
  walked(desk.circuit({ document: panel, practice: DEFAULT_PRACTICE }));
  walked(desk.stock({ parts: stock }));
  walked(desk.run({ log, faults: [] }));
  const place = (volts: number, states?: number) =>
    walked(desk.place({ device: K1, hand: hand(volts), atMs: 200_000, ...(states === undefined ? {} : { states }) })).answer;
  const presentMs = milliseconds(() => place(24, 0), 1);
  let seen = 0;
  const allMs = milliseconds(() => {
    seen = place(24).of;
  }, 1);
  return { presentMs, allMs, seen, laterMs: milliseconds(() => place(240), 1) };
});
console.table({
  devices: Object.keys(panel.devices).length,
  'present state, ms': round(median(rounds.map(({ presentMs }) => presentMs))),
  'all states and every candidate, ms': round(median(rounds.map(({ allMs }) => allMs))),
  'states seen': rounds[0]?.seen,
  'a keystroke after that, ms': round(median(rounds.map(({ laterMs }) => laterMs))),
});
