import {
  type Circuit,
  findDevice,
  findTerminal,
  fine,
  type LogEntry,
  type PowerPosition,
  type Result,
  type TerminalId,
  wrong,
} from '#core/circuit';
import { catalogue, inputsOf } from '#core/devices';

const bad = (at: string, message: string): Result<never> => wrong({ code: 'not-understood', at, message });

const UNIT_MS = { ms: 1, s: 1000, min: 60_000, h: 3_600_000 } as const;

/** A moment as people write it: `200s`, `1500ms`, `3min`; a bare number is seconds. @returns ms */
export function readMoment(text: string): Result<number> {
  const match = /^(\d+(?:\.\d+)?)(ms|s|min|h)?$/.exec(text.trim());
  if (!match) return bad(text, `"${text}" is no moment. Write 200s, 1500ms or 3min.`);
  return fine(Math.round(Number(match[1]) * UNIT_MS[(match[2] ?? 's') as keyof typeof UNIT_MS]));
}

/** A momentary push is held this long. */
const PRESS_MS = 500;

/** An input or a process set: `TC1.cooling=on`, `vRoom=21.5`; `@20s` says from when, the first moment unless said. */
export function readSet(circuit: Circuit, text: string): Result<LogEntry[]> {
  const [what = '', when] = text.split('@');
  const moment = when === undefined ? fine(0) : readMoment(when);
  if (!moment.ok) return moment;
  const atMs = moment.value;
  const value = /^([^.=]+)=(-?\d+(?:\.\d+)?)$/.exec(what);
  const process = value && Object.values(circuit.processes).find(({ id, name }) => id === value[1] || name === value[1]);
  if (value && process) return fine([{ atMs, process: process.id, to: Number(value[2]) }]);
  const match = /^([^.=]+)\.([^=]+)=(on|off|1|0|true|false)$/i.exec(what);
  if (!match) return bad(text, `--set ${text}: write DEVICE.input=on or =off, or PROCESS=21.5.`);
  const device = findDevice(circuit, match[1] ?? '');
  if (!device.ok) return device;
  const inputs = inputsOf(device.value, circuit);
  const input = inputs.find(({ name }) => name === match[2]);
  if (!input)
    return bad(text, `${device.value.tag} has no input "${match[2]}". It has ${inputs.map(({ name }) => name).join(', ') || 'none'}.`);
  const isOn = /^(on|1|true)$/i.test(match[3] ?? '');
  const entry = (at: number, on: boolean): LogEntry => ({ atMs: at, device: device.value.id, input: input.name, on });
  return fine(input.kind === 'momentary' && isOn ? [entry(atMs, true), entry(atMs + PRESS_MS, false)] : [entry(atMs, isOn)]);
}

const POWERS: readonly PowerPosition[] = ['on', 'control', 'isolated'];

/** A position of the power switch as people write it; `@60s` says from when, the first moment unless said. */
export function readPower(text: string): Result<LogEntry> {
  const [what = '', when] = text.split('@');
  const moment = when === undefined ? fine(0) : readMoment(when);
  if (!moment.ok) return moment;
  const power = POWERS.find((one) => one === what);
  return power ? fine({ atMs: moment.value, power }) : bad(text, `--power is on, control or isolated, not "${what}".`);
}

/** A log as people write it, a deed a line: `10s TC1.cooling=on`, `60s power isolated`, `90s room=22`. Behind # stands a remark. */
export function readScript(circuit: Circuit, text: string): Result<LogEntry[]> {
  const lines = text.split(/\r?\n/).map((line, index) => ({ line: line.replace(/#.*$/, '').trim(), number: index + 1 }));
  const read = lines
    .filter(({ line }) => line !== '')
    .map(({ line, number }): Result<LogEntry[]> => {
      const [, when, turned, what] = /^(\S+)\s+(?:power\s+(\S+)|(\S.*))$/i.exec(line) ?? [];
      if (when === undefined) return bad(line, `Line ${number}, "${line}": write a moment and a deed, such as "10s TC1.cooling=on".`);
      const deed = turned === undefined ? readSet(circuit, `${what}@${when}`) : listed(readPower(`${turned.toLowerCase()}@${when}`));
      return deed.ok ? deed : { ok: false, problems: deed.problems.map((one) => ({ ...one, message: `Line ${number}: ${one.message}` })) };
    });
  const all = allOf(read);
  return all.ok ? fine(all.value.flat()) : all;
}

const listed = <T>(one: Result<T>): Result<T[]> => (one.ok ? fine([one.value]) : one);

/** Red and black: `K1:A1,T1:C`. */
export function readPair(circuit: Circuit, text: string): Result<readonly [TerminalId, TerminalId]> {
  const ends = text.split(',');
  const [first, second] = ends;
  if (first === undefined || second === undefined || ends.length !== 2) return bad(text, `"${text}": write red,black: K1:A1,T1:C.`);
  const red = findTerminal(circuit, catalogue, first);
  if (!red.ok) return red;
  const black = findTerminal(circuit, catalogue, second);
  return black.ok ? fine([red.value, black.value]) : black;
}

/** Results in one: all values, or every problem. */
export function allOf<T>(results: readonly Result<T>[]): Result<T[]> {
  const problems = results.flatMap((one) => (one.ok ? [] : one.problems));
  return problems.length > 0 ? { ok: false, problems } : fine(results.flatMap((one) => (one.ok ? [one.value] : [])));
}
