import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import Papa from 'papaparse';
import type { Shop } from '#core/ask';
import { fine, type Result, wrong } from '#core/circuit';
import { catalogue, type StockPart } from '#core/devices';
import { mistakenCircuit, readCircuit, readMistaken, stockFromTable } from '#core/formats';

const DEMO = fileURLToPath(new URL('../../demo/', import.meta.url));

const demoNames = (): string[] =>
  readdirSync(DEMO)
    .filter((name) => name.endsWith('.json'))
    .map((name) => name.replace('.json', ''));
const mistaken = () => readMistaken(readFileSync(`${DEMO}practice/mistakes.json`, 'utf8'));

function textOf(path: string, message: string): Result<string> {
  try {
    return fine(readFileSync(path, 'utf8'));
  } catch {
    return wrong({ code: 'no-such-file', at: path, message });
  }
}

/** Circuits and stock lists of this machine: `demo:Q1` or a file; the demo's stock or a CSV file. */
export const shop: Shop = {
  circuit(name) {
    const demo = name.startsWith('demo:') ? name.slice(5) : undefined;
    const isDemo = demo !== undefined && demoNames().includes(demo);
    const call = demo === undefined || isDemo ? undefined : mistaken().find(({ number }) => number === demo);
    if (call) {
      const sound = this.circuit(`demo:${call.of}`);
      return sound.ok ? mistakenCircuit(call, sound.value) : sound;
    }
    const message =
      demo === undefined
        ? `The file ${name} cannot be read.`
        : `There is no demo circuit ${demo}. There are ${demoNames().join(', ')}, and with one mistake each P1 to P${mistaken().length}.`;
    if (demo !== undefined && !isDemo) return wrong({ code: 'no-such-file', at: name, message });
    const text = textOf(isDemo ? `${DEMO}${demo}.json` : name, message);
    return text.ok ? readCircuit(text.value, catalogue) : text;
  },
  stock(name = `${DEMO}stock.csv`): Result<readonly StockPart[]> {
    const text = textOf(name, `The stock list ${name} cannot be read.`);
    if (!text.ok) return text;
    const { good, bad } = stockFromTable(Papa.parse<string[]>(text.value), (index) => `p${index + 1}`);
    return bad.length === 0
      ? fine(good)
      : wrong(
          ...bad.map(({ line, title, problems }) => ({
            code: 'bad-stock',
            at: `line ${line}`,
            message: `line ${line}, ${title}: ${problems.join(' ')}`,
          })),
        );
  },
};
