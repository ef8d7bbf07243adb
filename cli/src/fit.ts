import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import Papa from 'papaparse';
import { findDevice } from '#core/circuit';
import type { StockPart } from '#core/devices';
import { explore } from '#core/explore';
import { candidatesFor, drain, needWords, preparing, twinOf, whyMissing } from '#core/fit';
import { headProblems, stockFromRows } from '#core/formats';
import { lifeWords } from '#core/size';
import { CliError } from './usage';
import { must, openCircuit, parseWords } from './words';

/** Reads a stock list: the demo's, or a CSV file. */
export function openStock(path: string | undefined): StockPart[] {
  const file = path ?? fileURLToPath(new URL('../../demo/stock.csv', import.meta.url));
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch {
    throw new CliError(`The stock list ${file} cannot be read.`);
  }
  const parsed = Papa.parse<Record<string, string>>(text, { header: true });
  const head = headProblems(parsed.meta.fields ?? []);
  if (head.length > 0) throw new CliError(head.join(' '));
  const { good, bad } = stockFromRows(parsed.data, (index) => `p${index + 1}`);
  if (bad.length > 0)
    throw new CliError(bad.map(({ line, title, problems }) => `line ${line}, ${title}: ${problems.join(' ')}`).join('\n       '));
  return good;
}

/** Words that all stand in the title or the print, whatever their order. */
const matching = (stock: readonly StockPart[], words: string): StockPart[] => {
  const exact = stock.filter(({ title }) => title === words);
  if (exact.length > 0) return exact;
  const wanted = words.toLowerCase().split(/\s+/);
  return stock.filter(({ title, print, id }) => id === words || wanted.every((word) => `${title} ${print}`.toLowerCase().includes(word)));
};

/** `mando fit PART --in demo:Q1 --as K1`: the part put into the circuit; without PART the table of candidates. */
export function fit(words: readonly string[]): number {
  const { options, positionals } = parseWords(words);
  if (!options.in || !options.as)
    throw new CliError('mando fit PART --in CIRCUIT --as DEVICE: say the circuit and the device whose place it takes.');
  const { circuit } = openCircuit([options.in]);
  const device = must(findDevice(circuit, options.as));
  const stock = openStock(options.stock);
  const need = drain(preparing(circuit, device.id))!;
  if (positionals.length === 0) {
    const list = candidatesFor(need, stock).map(({ part, verdict, word, cells }) => ({
      title: part.title,
      van: part.van,
      shelf: part.shelf,
      verdict,
      word,
      cells,
    }));
    if (options.json) console.log(JSON.stringify({ device: device.tag, need: needWords(need), candidates: list }, null, 1));
    else
      for (const { title, word, cells } of list.slice(0, 20))
        console.log(
          `${word.padEnd(16)} ${title.padEnd(52)} ${[cells.coil, cells.poles, cells.driver, cells.transformer].map(({ says }) => says).join(' | ')}`,
        );
    return list.some(({ verdict }) => verdict === 'good' || verdict === 'look') ? 0 : 1;
  }
  const [part, ...others] = matching(stock, positionals.join(' '));
  if (!part) throw new CliError(`No part in stock matches "${positionals.join(' ')}". Try fewer words.`);
  if (others.length > 0)
    throw new CliError(
      `"${positionals.join(' ')}" matches ${others.length + 1} parts: ${[part, ...others]
        .slice(0, 6)
        .map(({ title }) => title)
        .join('; ')}. Say more.`,
    );
  if (!candidatesFor(need, [part])[0]) throw new CliError(whyMissing(need, part));
  const twin = twinOf(circuit, device, part, explore(circuit));
  const told = {
    part: part.title,
    device: device.tag,
    verdict: twin.verdict,
    says: twin.says,
    deed: twin.deed,
    differences: twin.differences,
    brings: twin.brings.map(({ verdict, title, reason, remedy }) => ({ verdict, title, reason, remedy })),
    mends: twin.mends.map(({ title }) => title),
    at: twin.at,
    life: twin.life,
    statesSeen: twin.statesSeen,
  };
  if (options.json) console.log(JSON.stringify(told, null, 1));
  else {
    console.log(`${twin.verdict.toUpperCase()}: ${twin.says}`);
    for (const { what, was, is, verdict, words: means } of [twin.deed, ...twin.differences])
      console.log(
        `  ${what.padEnd(28)} ${was.padEnd(18)} ${is.padEnd(18)} ${verdict === 'good' ? '' : verdict.toUpperCase()} ${means}`.trimEnd(),
      );
    for (const { verdict, title, reason } of twin.brings) console.log(`  ${verdict.toUpperCase()}: ${title}. ${reason}`);
    for (const { hz, word, volts } of twin.at)
      console.log(`  at ${hz} Hz: ${word}${volts === undefined ? '' : `, ${volts.toFixed(1)} V at pull-in`}`);
    if (twin.life) console.log(`  contacts last about ${lifeWords(twin.life)}`);
    console.log(`  seen in ${twin.statesSeen} input states`);
  }
  return twin.verdict === 'good' || twin.verdict === 'look' ? 0 : 1;
}
