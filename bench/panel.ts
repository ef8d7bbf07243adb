import { createDesk } from '#core/bench';
import { applyChanges, type Circuit, deviceIdSchema, type LogEntry } from '#core/circuit';
import { layoutPaths } from '#core/draw';
import { planNetwork } from '#core/network';
import { DEFAULT_PRACTICE } from '#core/schools';
import { rowPanel, unitPanel } from '../core/src/testing/panel';
import { growth, milliseconds, round, walked } from './measure';

/**
 * Panels of many devices: the sheet cold, and with the whole desk after an edit of one device; the first advice of Find with the memory
 * it takes; a click at the end of an hour of log beside the first one.
 */
const SIZES = [100, 500, 2000];
const KINDS = {
  'rows on one transformer': {
    make: rowPanel,
    about: (size: number) => `dK${Math.floor(size / 4)}`,
    input: (size: number) => ({ device: `dS${Math.floor(size / 4)}`, input: 'pressed' }),
  },
  'units on one supply': {
    make: unitPanel,
    about: (size: number) => `dK${Math.floor(size / 14)}`,
    input: (size: number) => ({ device: `dTC${Math.floor(size / 14)}`, input: 'heating' }),
  },
} as const;

const megabytes = (): number => process.memoryUsage().rss / 1e6;

function withComplaint(circuit: Circuit, about: string, log: LogEntry[]): Circuit {
  return { ...circuit, complaints: [{ title: 'it does not pull in', about: deviceIdSchema.parse(about), atMs: 60_000, log }] };
}

const rows = Object.entries(KINDS).flatMap(([kind, { make, about, input }]) => {
  const drawn: number[] = [];
  const made = SIZES.map((size) => {
    const worked = input(size);
    const turned = (atMs: number, on: boolean): LogEntry => ({
      atMs,
      device: deviceIdSchema.parse(worked.device),
      input: worked.input,
      on,
    });
    const log: LogEntry[] = [{ atMs: 0, power: 'on' }, turned(0, true)];
    const circuit = withComplaint(make(size), about(size), log);
    const plan = planNetwork(circuit);
    const sheetMs = milliseconds(() => layoutPaths(plan), 3);
    drawn.push(sheetMs);

    const desk = createDesk();
    const lay = (document: Circuit) => walked(desk.circuit({ document, practice: DEFAULT_PRACTICE }));
    const coldMs = milliseconds(() => lay(circuit), 1);
    // one edit after another, as somebody types
    let typed = 0;
    const editMs = milliseconds(() => {
      const edit = applyChanges(circuit, [
        { type: 'describeDevice', device: deviceIdSchema.parse(about(size)), to: { title: `changed ${typed++}` } },
      ]);
      if (!edit.ok) throw new Error(edit.problems.map(({ message }) => message).join(' '));
      lay(structuredClone(edit.value.circuit)); // as it comes to a worker
    }, 7);

    // an hour of somebody switching on and off, then one click more
    const hour: LogEntry[] = [
      { atMs: 0, power: 'on' },
      ...Array.from({ length: 120 }, (_, index) => turned(1000 + index * 30_000, index % 2 === 0)),
    ];
    const firstMs = milliseconds(() => walked(desk.run({ log, faults: [] })), 1);
    walked(desk.run({ log: hour, faults: [] }));
    const lastMs = milliseconds(() => walked(desk.run({ log: [...hour, turned(3_700_000, true)], faults: [] })), 1);

    const before = megabytes();
    let silent = 0;
    let total = 0;
    let elsewhere = 0;
    const findMs = milliseconds(() => {
      const { answer, silentMs } = walked(desk.find({ complaint: 0, seen: {}, measured: [], before: {}, hidden: null, noDanger: false }));
      silent = silentMs;
      ({ total, elsewhere } = answer);
    }, 1);
    return {
      panel: kind,
      devices: Object.keys(circuit.devices).length,
      'sheet cold, ms': round(sheetMs),
      'desk cold, ms': round(coldMs),
      'desk after an edit, ms': round(editMs),
      'first click, ms': round(firstMs),
      'click after an hour, ms': round(lastMs),
      'first advice, ms': round(findMs),
      'longest silence, ms': round(silent),
      followed: total - elsewhere,
      'of faults': total,
      'memory more, MB': round(megabytes() - before),
    };
  });
  console.log(`${kind}: the sheet grows as n to the power of ${growth(SIZES, drawn).join(', ')}`);
  return made;
});
console.table(rows);
console.log(`memory at the end: ${round(megabytes())} MB`);
