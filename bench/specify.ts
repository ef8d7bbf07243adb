import { readFileSync } from 'node:fs';
import { type Circuit, readCircuitDocument } from '#core/circuit';
import { catalogue } from '#core/devices';
import { DEFAULT_PRACTICE } from '#core/size';
import { openStock } from '../cli/src/fit';
import { createBench } from '../web/src/worker/bench';

/**
 * How long the part in the hand waits for its verdict on a panel of about 100 devices: seven condensing units on one supply.
 * Prints milliseconds; nothing here passes or fails.
 */
const read = readCircuitDocument(JSON.parse(readFileSync(new URL('../demo/Q1.json', import.meta.url), 'utf8')), catalogue);
if (!read.ok) throw new Error('demo/Q1.json');
const unit = read.value;
const rename = (id: string, copy: number): string => (id.startsWith('dG1') ? id : id.replace(/^([dwc])/, `$1${copy}x`));
const panel: Circuit = {
  ...unit,
  devices: Object.fromEntries(
    Array.from({ length: 7 }, (_, copy) =>
      Object.values(unit.devices).map((device) => {
        const id = rename(device.id, copy);
        return [id, { ...device, id: id as never, tag: device.id === 'dG1' ? 'G1' : `${device.tag}${copy}` }] as const;
      }),
    ).flat(),
  ),
  cables: {},
  conductors: Object.fromEntries(
    Array.from({ length: 7 }, (_, copy) =>
      Object.values(unit.conductors).map((wire) => {
        const id = rename(wire.id, copy);
        return [
          id,
          { ...wire, id: id as never, cable: null, core: null, ends: wire.ends.map((end) => end && (rename(end, copy) as never)) as never },
        ] as const;
      }),
    ).flat(),
  ),
  powerSwitch: { control: { open: [], lift: [] }, isolated: { open: [], lift: [] }, staysOn: [] },
  complaints: [],
};
const stock = openStock(undefined);
const time = <T>(work: () => T): { ms: number; value: T } => {
  const start = performance.now();
  const value = work();
  return { ms: performance.now() - start, value };
};
const hand = (volts: number) => ({
  ...stock[0]!,
  id: 'phand',
  family: 'contactor-2',
  nameplate: {
    coilKind: { value: 'AC', evidence: 'print' as const },
    coilV: { value: volts, evidence: 'print' as const },
    coilHz: { value: '60', evidence: 'print' as const },
  },
});
const K1 = 'd0xK1' as never;
const rounds = Array.from({ length: 5 }, () => {
  const bench = createBench();
  bench.circuit({ document: panel, practice: DEFAULT_PRACTICE });
  bench.stock({ parts: stock });
  const log = [
    { atMs: 0, power: 'on' as const },
    { atMs: 0, device: 'd0xTC1' as never, input: 'cooling', on: true },
  ];
  bench.run({ log, faults: [] });
  const first = time(() => bench.place({ device: K1, hand: hand(24), atMs: 200_000, budgetMs: 0 }));
  const all = time(() => {
    for (;;) {
      const value = bench.place({ device: K1, hand: hand(24), atMs: 200_000, budgetMs: 5 });
      if (value.done) return value;
    }
  });
  const keystroke = time(() => bench.place({ device: K1, hand: hand(240), atMs: 200_000, budgetMs: 30 }));
  return {
    presentState: first.ms,
    worstOfAll: all.ms,
    states: all.value.of,
    laterKeystroke: keystroke.ms,
  };
});
const median = (of: (one: (typeof rounds)[number]) => number): number => [...rounds].map(of).sort((a, b) => a - b)[2]!;
console.table({
  devices: Object.keys(panel.devices).length,
  'present state, ms': Math.round(median((one) => one.presentState) * 10) / 10,
  'all states and every candidate, ms': Math.round(median((one) => one.worstOfAll)),
  'states seen': rounds[0]!.states,
  'a keystroke after that, ms': Math.round(median((one) => one.laterKeystroke) * 10) / 10,
});
