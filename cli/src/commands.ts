import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { METERS, SIZE_NAMES, sizeFacts } from '#core/ask';
import { amount, belief, ohms, reading, span } from '#core/units';
import { tellLife } from '#core/words';
import { ask, asker, type Command, print, written } from './asking';
import { backup, restore } from './backup';
import { circuitWord, type OptionTypes, parseWords, STANDING, standing } from './options';
import { CliError } from './usage';
import { diff, follow, layout, live, plan, share, swap, wirelist } from './wiring';

const solve: Command = (words) => {
  const { values, positionals } = parseWords(words, { ...STANDING, meter: { type: 'string' }, read: { type: 'string', multiple: true } });
  const facts = { circuit: circuitWord(positionals), ...standing(values) };
  const meter = METERS.find((one) => one === (values.meter ?? 'vac'));
  if (!meter) throw new CliError(`--meter is one of ${METERS.join(', ')}, not "${values.meter}".`);
  if (values.read) {
    const answer = ask('read', { ...facts, meter, read: values.read });
    const shown = (value: number | null, unit: string): string =>
      value === null ? 'OL' : unit === 'Ω' ? ohms(value) : `${reading(value)} ${unit}`;
    print(
      values.json,
      answer,
      answer.readings.map((one) => `${one.read}  ${shown(one.value, one.unit)}${one.floats ? '  floats' : ''}`),
    );
    return 0;
  }
  const answer = ask('solve', facts);
  print(
    values.json,
    answer,
    answer.points.map(({ point, toEarthV, floats }) => `${point.padEnd(12)} ${floats ? 'floats' : `${reading(toEarthV)} V to earth`}`),
  );
  return 0;
};

const run: Command = (words) => {
  const { values, positionals } = parseWords(words, STANDING);
  const answer = ask('run', { circuit: circuitWord(positionals), ...standing(values) });
  print(values.json, answer, [
    ...answer.events.map(({ atMs, words: told }) => `${span(atMs).padStart(8)}  ${told}`),
    ...answer.chatter.map(
      ({ fromMs, periodMs, devices, isMeant }) =>
        `${span(fromMs).padStart(8)}  ${devices.join(', ')} ${isMeant ? 'comes and goes' : 'chatters'}, once in ${periodMs} ms.`,
    ),
    ...answer.limits.map(({ atMs, words: told }) => `${span(atMs).padStart(8)}  ${told}`),
  ]);
  return answer.limits.length > 0 ? 1 : 0;
};

const check: Command = (words) => {
  const { values, positionals } = parseWords(words, { json: { type: 'boolean' } });
  const answer = ask('check', { circuit: circuitWord(positionals) });
  print(values.json, answer, [
    ...answer.coils.map(({ device, verdict, says }) => `${device.padEnd(6)} ${verdict.padEnd(12)} ${says}`),
    ...answer.findings.map(({ verdict, title, reason, remedy }) => `${verdict.toUpperCase()}: ${title}. ${reason} ${remedy}`),
    answer.sound ? `Sound, over ${answer.statesSeen} input states.` : 'Not sound.',
  ]);
  return answer.sound ? 0 : 1;
};

/** Of a sizing question a flag stands alone, everything else has a value. */
const isFlag = (name: string): boolean => sizeFacts[name as keyof typeof sizeFacts].safeParse(true).success;
const SIZE_OPTIONS: OptionTypes = {
  ...Object.fromEntries(Object.keys(sizeFacts).map((name) => [name, { type: isFlag(name) ? 'boolean' : 'string' } as const])),
  json: { type: 'boolean' },
};

const size: Command = (words) => {
  const { values, positionals } = parseWords(words, SIZE_OPTIONS);
  const [name, ...rest] = positionals;
  const what = SIZE_NAMES.find((one) => one === name);
  if (!what || rest.length > 0) throw new CliError(`mando size: name one of ${SIZE_NAMES.join(', ')}.`);
  const { json, ...facts } = values;
  const sized = ask('size', { what, ...facts });
  print(Boolean(json), sized, [
    `${sized.verdict.toUpperCase()}: ${sized.says}`,
    ...(sized.read ? [`  read: ${sized.read}`, ...(sized.doubts ?? []).map((one) => `  ${one}`)] : []),
    ...sized.figures.flatMap((one) => (one.text === undefined ? [] : [`  ${one.name.padEnd(38)} ${one.text}   ${one.source}`])),
    ...sized.rows.map(
      (row) =>
        `  ${row.asksWords.padEnd(28)} ${amount(row.is, row.unit)} ${row.kind} ${amount(row.limit, row.unit)} ${row.ratingWords}: ${row.verdict}   ${row.source}`,
    ),
    ...(sized.doesNotClear ? [`  does not clear: ${sized.doesNotClear}`] : []),
    ...(sized.missing.length > 0 ? [`  not known: ${sized.missing.join(', ')}`] : []),
  ]);
  return isFine(sized.verdict) ? 0 : 1;
};

const isFine = (verdict: string): boolean => verdict === 'good' || verdict === 'look';

const fit: Command = (words) => {
  const { values, positionals } = parseWords(words, {
    in: { type: 'string' },
    as: { type: 'string' },
    stock: { type: 'string' },
    json: { type: 'boolean' },
  });
  if (!values.in || !values.as)
    throw new CliError('mando fit PART --in CIRCUIT --as DEVICE: say the circuit and the device whose place it takes.');
  const part = positionals.join(' ');
  const answer = ask('fit', {
    circuit: values.in,
    device: values.as,
    ...(part ? { part } : {}),
    ...(values.stock ? { stock: values.stock } : {}),
  });
  if ('candidates' in answer) {
    print(
      values.json,
      answer,
      answer.candidates
        .slice(0, 20)
        .map(
          ({ title, word, cells }) =>
            `${word.padEnd(16)} ${title.padEnd(52)} ${[cells.coil, cells.poles, cells.driver, cells.transformer].map(({ says }) => says).join(' | ')}`,
        ),
    );
    return answer.candidates.some(({ verdict }) => isFine(verdict)) ? 0 : 1;
  }
  print(values.json, answer, [
    `${answer.verdict.toUpperCase()}: ${answer.says}`,
    ...[answer.deed, ...answer.differences].map(({ what, was, is, verdict, words: means }) =>
      `  ${what.padEnd(28)} ${was.padEnd(18)} ${is.padEnd(18)} ${verdict === 'good' ? '' : verdict.toUpperCase()} ${means}`.trimEnd(),
    ),
    ...[...answer.brings, ...answer.stands].map(({ verdict, title, reason }) => `  ${verdict.toUpperCase()}: ${title}. ${reason}`),
    ...answer.at.map(({ hz, word, volts }) => `  at ${hz} Hz: ${word}${volts === null ? '' : `, ${volts.toFixed(1)} V at pull-in`}`),
    ...(answer.life ? [`  contacts last about ${tellLife(answer.life)}`] : []),
    `  seen in ${answer.statesSeen} input states`,
  ]);
  return isFine(answer.verdict) ? 0 : 1;
};

const find: Command = (words) => {
  const { values, positionals } = parseWords(words, {
    measured: { type: 'string', multiple: true },
    seen: { type: 'string', multiple: true },
    complaint: { type: 'string' },
    json: { type: 'boolean' },
  });
  const answer = ask('find', {
    circuit: circuitWord(positionals),
    ...(values.measured ? { measured: values.measured } : {}),
    ...(values.seen ? { seen: values.seen } : {}),
    ...(values.complaint ? { complaint: Number(values.complaint) } : {}),
  });
  const { next } = answer;
  print(values.json, answer, [
    answer.complaint,
    ...answer.suspects.map(({ share, suspects }) => `${belief(share).padStart(6)}  ${suspects.join('; ')}`),
    `${belief(answer.none).padStart(6)}  none of these`,
    ...answer.against,
    ...(answer.elsewhere > 0 ? [`        ${answer.elsewhere} faults elsewhere cannot reach it`] : []),
    ...(answer.landingsLeft > 0 ? [`        not followed: any of ${answer.landingsLeft} wires landed beside its terminal`] : []),
    ...(next
      ? [
          `Next: red on ${next.red}, black on ${next.black}.`,
          ...next.outcomes.map(({ fromV, toV, leaves }) => `  ${reading(fromV)}–${reading(toV)} V: ${leaves.join(', or ')}`),
        ]
      : ['No reading here tells the rest apart.']),
  ]);
  return 0;
};

const convert: Command = (words) => {
  const { values, positionals } = parseWords(words, {
    ...STANDING,
    to: { type: 'string' },
    hz: { type: 'string' },
    out: { type: 'string' },
  });
  const to = (['json', 'spice', 'schema', 'svg', 'dxf'] as const).find((one) => one === values.to);
  if (!to) throw new CliError('--to is json, spice, svg, dxf or schema.');
  const { text } = ask('convert', {
    to,
    ...(to === 'schema' ? {} : { circuit: circuitWord(positionals) }),
    ...standing(values),
    ...(values.hz === undefined ? {} : { hz: Number(values.hz) }),
  });
  if (values.out) written(values.out, text);
  else process.stdout.write(text);
  return 0;
};

const draw: Command = (words) => {
  const { positionals } = parseWords(words, { json: { type: 'boolean' } });
  console.log(JSON.stringify(ask('draw', { circuit: circuitWord(positionals) })));
  return 0;
};

const devices: Command = (words) => {
  const { values, positionals } = parseWords(words, { json: { type: 'boolean' } });
  const answer = ask('devices', { circuit: circuitWord(positionals) });
  print(values.json, answer, [
    ...answer.devices.flatMap(({ tag, title, terminals, inputs, faults }) => [
      `${tag}  ${title}`,
      `    terminals ${terminals.join(' ')}`,
      ...(inputs.length
        ? [`    inputs    ${inputs.map(({ name, kind }) => `${tag}.${name}${kind === 'momentary' ? ' (push)' : ''}`).join(' ')}`]
        : []),
      ...(faults.length ? [`    faults    ${faults.map(({ fault }) => fault).join(' ')}`] : []),
    ]),
    ...answer.processes.map(({ name, unit, start, least, most }) => `${name}  ${start} ${unit}, from ${least} to ${most}`),
  ]);
  return 0;
};

const kinds: Command = (words) => {
  const { values, positionals } = parseWords(words, { json: { type: 'boolean' } });
  const answer = ask('kinds', positionals.length > 0 ? { word: positionals.join(' ') } : {});
  print(
    values.json,
    answer,
    answer.kinds.flatMap(({ family, title, terminals, fields }) => [
      `${family}  ${title}`,
      `    terminals ${terminals.join(' ')}`,
      ...(answer.kinds.length > FEW_KINDS
        ? []
        : [`    nameplate ${fields.map(({ name, unit }) => (unit ? `${name} (${unit})` : name)).join(', ')}`]),
    ]),
  );
  return 0;
};
/** Of so many kinds the fields of the nameplate are listed too. */
const FEW_KINDS = 6;

/** A file as text; told where it cannot be read. */
function textOf(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new CliError(`${path} cannot be read (${code}). Name a file that is there: a wire a line, as 101 TC1:Y DT1:1 yellow 18.`);
  }
}

const wires: Command = (words) => {
  const { values, positionals } = parseWords(words, {
    kind: { type: 'string', multiple: true },
    number: { type: 'string' },
    title: { type: 'string' },
    iec: { type: 'boolean' },
    strips: { type: 'boolean' },
    out: { type: 'string' },
    json: { type: 'boolean' },
  });
  const [path] = positionals;
  // a circuit has its wires listed; a list is made into a circuit
  if (path && !values.kind && /^demo:|\.json$/.test(path)) return wirelist(words);
  if (!path) throw new CliError('Name the file that lists the wires: mando wires panel.csv --out panel.json');
  const said = (values.kind ?? []).map((word): [string, string] => {
    const [tag, family] = word.split('=');
    if (!tag || !family) throw new CliError(`--kind is a tag and a kind, K1=contactor-2, not "${word}".`);
    return [tag, family];
  });
  const answer = ask('wires', {
    list: textOf(path),
    kinds: Object.fromEntries(said),
    practice: values.iec ? 'iec' : 'na',
    ...(values.number ? { number: values.number } : {}),
    ...(values.title ? { title: values.title } : {}),
  });
  const document = `${JSON.stringify(answer.circuit, null, 1)}\n`;
  if (values.out) written(values.out, document);
  print(values.json, answer, [
    `${answer.wires} wires between ${answer.devices.length} devices${values.out ? `, in ${values.out}` : ''}.`,
    ...(answer.nets > 0
      ? [
          `${answer.nets} of its lines say what is joined, not which wire runs where: wires are taken from each terminal to the next, as written.`,
        ]
      : []),
    ...answer.devices.map(({ tag, terminals, kind, isSaid, others }) =>
      kind
        ? `  ${tag.padEnd(6)} ${kind}${isSaid || others.length === 0 ? '' : `  by its terminals; or ${others.slice(0, 3).join(', ')}`}`
        : `  ${tag.padEnd(6)} left out: no kind has ${terminals.join(' ')}`,
    ),
    ...answer.left.map(({ line, text, why }) => `  line ${line}, ${text}: ${why}`),
  ]);
  return answer.left.length > 0 ? 1 : 0;
};

/** Questions as lines of JSON on standard input, an answer a line, until it ends: a thousand of them in one process. */
const askLines: Command = async (words) => {
  parseWords(words, {});
  let isAllFine = true;
  for await (const text of createInterface({ input: process.stdin })) {
    if (text.trim() === '') continue;
    const reply = asker.line(text);
    isAllFine &&= reply.ok;
    process.stdout.write(`${JSON.stringify(reply)}\n`);
  }
  return isAllFine ? 0 : 1;
};

export const commands = {
  solve,
  run,
  check,
  size,
  fit,
  find,
  draw,
  convert,
  devices,
  kinds,
  wires,
  plan,
  swap,
  live,
  diff,
  layout,
  share,
  follow,
  ask: askLines,
  backup,
  restore,
} satisfies Record<string, Command>;
