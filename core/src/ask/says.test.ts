import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { fine, wrong } from '#core/circuit';
import { isKind } from '#core/kinds';
import { planNetwork } from '#core/network';
import { amount } from '#core/units';
import { DEMO, demo } from '../testing/demo';
import { stock } from '../testing/stock';
import { createAsker } from './index';

const SAYS = join(import.meta.dirname, '../../../docs/says');
const asker = createAsker({
  circuit: (name) => (name.startsWith('demo:') ? fine(demo(name.slice(5))) : wrong({ code: 'none', at: name, message: 'none' })),
  stock: () => fine(stock),
});

/** Questions of each kind, from what fits to what must never be: the words beside each are printed to be read. */
const ASKED: Readonly<Record<string, readonly Record<string, string | number | boolean>[]>> = {
  coil: [
    { coil: '24 VAC 60Hz', on: '24 VAC 60' },
    { coil: '24 VAC 60Hz', on: '120 VAC 60' },
    { coil: '120 VAC 60Hz', on: '24 VAC 60' },
    { coil: '240V 60Hz', on: '208 VAC 60' },
    { coil: '208-240V 60Hz', on: '208 VAC 60' },
    { coil: '24 VDC', on: '24 VAC 60' },
    { coil: '24 VAC 60Hz', on: '24 VDC' },
    { coil: '120/240V 60Hz', on: '240 VAC 60' },
    { coil: '24 VDC', on: '22 VDC' },
    { coil: '24 VDC', on: '22 VDC', hot: true },
    { coil: '24 VDC', on: '24 VDC', polarized: true, reversed: true },
    { coil: '24 V', on: '24 VAC 60' },
    { coil: '24 VAC 60Hz', on: '24 VAC 50' },
  ],
  contact: [
    { load: 'motor', amps: 24, inrush: 130, volts: 240, motor: 30, locked: 150, rated: 600 },
    { load: 'motor', amps: 36, inrush: 200, volts: 240, motor: 30, locked: 150, rated: 600 },
    { load: 'heater', amps: 8, volts: 240, print: '10A 250VAC' },
    { load: 'heater', amps: 8, volts: 480, print: '10A 250VAC' },
    { load: 'coil', amps: 0.3, inrush: 1.4, volts: 24, print: '10A 250VAC B300' },
    { load: 'lamp', amps: 6, volts: 120, print: '10A 250VAC' },
    { load: 'heater', amps: 0.5, volts: 24, dc: true, print: '10A 250VAC 30VDC' },
    { load: 'heater', amps: 2, volts: 48, dc: true, print: '10A 250VAC' },
  ],
  transformer: [
    { va: 40, held: '7.5+3.6+1.4', inrush: 36 },
    { va: 40, held: '15', inrush: 115 },
    { va: 20, held: '24', inrush: 30 },
    { print: 'PRI 120V SEC 24V 40VA', held: '7.5', inrush: 36 },
    { held: '7.5' },
    { va: 40, held: '50' },
    { va: 40, held: '7.5', inrush: 36, line: 240, tap: 208 },
    { va: 40, held: '7.5', inrush: 36, line: 208, tap: 240 },
  ],
  fuse: [
    { va: 20, primary: 240, secondary: 24, fuse: 3 },
    { va: 20, primary: 240, secondary: 24, fuse: 0.8 },
    { print: 'PRI 480V SEC 120V 150VA' },
    { va: 200, primary: 480, secondary: 24 },
    { va: 40, primary: 120, secondary: 24, unbonded: true },
    { secondary: 24 },
  ],
  conductor: [
    { size: '10awg', amps: 26 },
    { size: '14awg', amps: 26 },
    { size: '12awg', amps: 18, ambient: '60C', insulation: 90, terminal: 75 },
    { size: '2.5mm2', amps: 20, circuits: 4, carrying: 3 },
    { amps: 26 },
  ],
  drop: [
    { size: '18awg', length: '150ft', inrush: 33, volts: 24 },
    { size: '18awg', length: '400ft', inrush: 33, volts: 24 },
    { size: '12awg', length: '200ft', amps: 12, volts: 120 },
    { size: '4mm2', length: '60m', amps: 15.5, volts: 400, phases: 3, pf: 0.85 },
    { size: '12awg', amps: 12, volts: 120 },
  ],
  motor: [{ hp: 3, volts: 208, phases: 3 }, { hp: 1, volts: 230 }, { kw: 4, volts: 400, phases: 3, iec: true }, { hp: 3 }],
  heater: [{ watts: 5000, rated: 240, volts: 208 }, { watts: 12_000, rated: 240, volts: 240 }, { watts: 5000, rated: 208, volts: 240 }, {}],
  driver: [
    { kind: 'triac', coil: '120 VAC 60', held: 1.2, inrush: 2 },
    { kind: 'transistor', coil: '24 VAC 60', held: 5 },
    { kind: 'relay-output', coil: '24 VAC 60', held: 5, inrush: 20 },
    { points: '1.5+1.5+1.5+1.5+1.5+1.5', group: 8 },
  ],
  supply: [{ watts: 5, amps: 0.5, volts: 24 }, {}],
  snubber: [
    { microfarads: 0.1, volts: 120, amps: 0.05 },
    { microfarads: 0.1, volts: 120 },
  ],
  resistor: [{ volts: 9, ohms: 100, watts: 1 }, { volts: 24, ohms: 100, watts: 1 }, { volts: 9 }],
  lamps: [{ unit: 0.5, unitpeak: 30, lamp: 10, peak: 120 }, { unit: 0.5 }],
  life: [{ starts: 6 }, { chatter: 2 }, {}],
};

const spelled = (facts: object): string =>
  Object.entries(facts)
    .map(([name, value]) => `--${name} ${value}`)
    .join(' ');

function sizePage(): string {
  const lines = Object.entries(ASKED).flatMap(([what, all]) => [
    `## ${what}`,
    ...all.map((facts) => {
      const said = asker.ask('size', { what, ...facts } as Parameters<typeof asker.ask<'size'>>[1]);
      if (!said.ok) return `\`${spelled(facts)}\`  \nnot answered: ${said.problems.map(({ message }) => message).join(' ')}`;
      const { verdict, says, rows } = said.value;
      const judged = rows.map(
        ({ asksWords, ratingWords, is, limit, unit, verdict: own }) =>
          `${asksWords} ${amount(is, unit)} against ${amount(limit, unit)} ${ratingWords}: ${own}`,
      );
      return `\`${spelled(facts)}\`  \n**${verdict}.** ${says}${judged.length > 0 ? `  \n_${judged.join('; ')}_` : ''}`;
    }),
  ]);
  return `# size\n\nWhat is answered to a question of each kind. Printed by the tests.\n\n${lines.join('\n\n')}\n`;
}

/** Each coil's place in each demo circuit: what of the stock is told, one of each word. */
function fitPage(): string {
  const lines = DEMO.flatMap((name) => {
    const plan = planNetwork(demo(name));
    const tags = [...new Set(plan.parts.filter(isKind('coil')).map(({ device }) => device.tag))];
    return tags.slice(0, 2).flatMap((tag) => {
      const said = asker.ask('fit', { circuit: `demo:${name}`, device: tag });
      if (!said.ok || !('candidates' in said.value)) return [];
      const seen = new Set<string>();
      const told = said.value.candidates.filter(({ verdict, word }) => !seen.has(`${verdict} ${word}`) && seen.add(`${verdict} ${word}`));
      return [
        `## ${name} ${tag}`,
        ...told.map(
          ({ title, verdict, word, cells }) =>
            `**${verdict}: ${word}.** ${title}  \n_${Object.values(cells)
              .map((cell) =>
                Object.values(cell)
                  .filter((value) => typeof value === 'string')
                  .join(' '),
              )
              .join('; ')}_`,
        ),
      ];
    });
  });
  return `# fit\n\nWhat the table says of a part in stock in the place of a coil, each word once a place. Printed by the tests.\n\n${lines.join('\n\n')}\n`;
}

describe('what is answered, to be read', () => {
  it('size', async () => expect(sizePage()).toMatchFileSnapshot(join(SAYS, 'size.md')));
  it('fit', async () => expect(fitPage()).toMatchFileSnapshot(join(SAYS, 'fit.md')));
  it('every kind of sizing question is asked, one of them with too little said', () => {
    for (const [what, all] of Object.entries(ASKED)) {
      const verdicts = all.map((facts) => {
        const said = asker.ask('size', { what, ...facts } as Parameters<typeof asker.ask<'size'>>[1]);
        return said.ok ? said.value.verdict : 'not answered';
      });
      expect([what, verdicts.includes('not answered')]).toEqual([what, false]);
    }
  });
});
