import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import {
  type Circuit,
  findDevice,
  findTerminal,
  type LogEntry,
  type PowerPosition,
  type Problem,
  type Result,
  type TerminalId,
} from '#core/circuit';
import { catalogue, familyOf } from '#core/devices';
import { readCircuit } from '#core/formats';
import { type Fault, type NetworkPlan, parseFault, planNetwork } from '#core/network';
import { CliError } from './usage';

/** The value, or all that is wrong with it in one error. */
export function must<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  throw new CliError(result.problems.map(({ message }: Problem) => message).join('\n       '));
}

const OPTIONS = {
  set: { type: 'string', multiple: true },
  fault: { type: 'string', multiple: true },
  at: { type: 'string' },
  meter: { type: 'string' },
  read: { type: 'string', multiple: true },
  measured: { type: 'string', multiple: true },
  seen: { type: 'string', multiple: true },
  json: { type: 'boolean' },
  to: { type: 'string' },
  out: { type: 'string' },
  power: { type: 'string' },
  complaint: { type: 'string' },
  hz: { type: 'string' },
  in: { type: 'string' },
  as: { type: 'string' },
  stock: { type: 'string' },
} as const;

export type Options = ReturnType<typeof parseWords>['options'];

export function parseWords(words: readonly string[]) {
  try {
    const { values, positionals } = parseArgs({ args: [...words], options: OPTIONS, allowPositionals: true, strict: true });
    return { options: values, positionals };
  } catch (error) {
    throw new CliError(`${(error as Error).message} See "mando help".`);
  }
}

export const demoNames = (): string[] =>
  readdirSync(fileURLToPath(new URL('../../demo/', import.meta.url)))
    .filter((name) => /^[QL]\d+[A-Z]?\.json$/.test(name))
    .map((name) => name.replace('.json', ''));

/** Reads `demo:Q1` or a file. */
export function openCircuit(positionals: readonly string[]): { circuit: Circuit; plan: NetworkPlan } {
  const [name, ...rest] = positionals;
  if (!name || rest.length > 0) throw new CliError('Name one circuit: a file, or demo:Q1.');
  const path = name.startsWith('demo:')
    ? fileURLToPath(new URL(`../../demo/${name.slice(5).replace(/[^A-Za-z0-9]/g, '')}.json`, import.meta.url))
    : name;
  let text: string;
  try {
    text = readFileSync(path, 'utf8');
  } catch {
    throw new CliError(
      name.startsWith('demo:')
        ? `There is no demo circuit ${name.slice(5)}. There are ${demoNames().join(', ')}.`
        : `The file ${name} cannot be read.`,
    );
  }
  const circuit = must(readCircuit(text, catalogue));
  return { circuit, plan: planNetwork(circuit) };
}

export function parseMoment(text: string | undefined): number {
  if (text === undefined) return 0;
  const match = /^(\d+(?:\.\d+)?)(ms|s|min)?$/.exec(text);
  if (!match) throw new CliError(`"${text}" is no moment. Write 200s, 1500ms or 3min.`);
  return Math.round(Number(match[1]) * { ms: 1, s: 1000, min: 60_000 }[match[2] ?? 's']!);
}

const PRESS_MS = 500;

/** The log that the options describe: power and inputs from the first moment. */
export function parseLog(circuit: Circuit, options: Options): LogEntry[] {
  const power = options.power ?? 'on';
  if (!['on', 'control', 'isolated'].includes(power)) throw new CliError(`--power is on, control or isolated, not "${power}".`);
  const entries: LogEntry[] = [{ atMs: 0, power: power as PowerPosition }];
  for (const words of options.set ?? []) {
    const match = /^([^.=]+)\.([^=]+)=(on|off|1|0|true|false)$/i.exec(words);
    if (!match) throw new CliError(`--set ${words}: write DEVICE.input=on or =off.`);
    const device = must(findDevice(circuit, match[1]!));
    const { inputs } = familyOf(device);
    const input = inputs.find(({ name }) => name === match[2]);
    if (!input)
      throw new CliError(`${device.tag} has no input "${match[2]}". It has ${inputs.map(({ name }) => name).join(', ') || 'none'}.`);
    const on = /^(on|1|true)$/i.test(match[3]!);
    entries.push({ atMs: 0, device: device.id, input: input.name, on });
    if (input.kind === 'momentary' && on) entries.push({ atMs: PRESS_MS, device: device.id, input: input.name, on: false });
  }
  return entries;
}

export const parseFaults = (plan: NetworkPlan, options: Options): Fault[] =>
  (options.fault ?? []).map((words) => must(parseFault(plan, words)));

export function parsePair(circuit: Circuit, words: string): [TerminalId, TerminalId] {
  const ends = words.split(',');
  if (ends.length !== 2) throw new CliError(`"${words}": write red,black: K1:A1,T1:C.`);
  return [must(findTerminal(circuit, catalogue, ends[0]!)), must(findTerminal(circuit, catalogue, ends[1]!))];
}
