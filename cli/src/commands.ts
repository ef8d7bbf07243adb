import { writeFileSync } from 'node:fs';
import { checkStudy, isSound, studyOf } from '#core/check';
import { spellTerminal, type TerminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { explore } from '#core/explore';
import { bestNext, type Measured, posterior, predict, rankClasses } from '#core/find';
import { circuitJsonSchema, withAnalysis, writeCircuit, writeSpice } from '#core/formats';
import { faultsOfPart, floatingNodes, readOhms, readVolts, spellFault, tellFault } from '#core/network';
import { createRig, frameAt, runLog, settleMoment, showOhms, tellChange } from '#core/sequence';
import { ohms, percent, reading, span } from '#core/units';
import { backup, restore } from './backup';
import { fit } from './fit';
import { size } from './size';
import { CliError } from './usage';
import { type Options, openCircuit, parseFaults, parseLog, parseMoment, parsePair, parseWords } from './words';

type Command = (words: readonly string[]) => Promise<number> | number;

const print = (options: Options, json: unknown, lines: readonly string[]): void =>
  console.log(options.json ? JSON.stringify(json, null, 1) : lines.join('\n'));

const METERS = ['vac', 'vdc', 'loz', 'ohm', 'amp'] as const;

const solve: Command = (words) => {
  const { options, positionals } = parseWords(words);
  const { circuit, plan } = openCircuit(positionals);
  const meter = (options.meter ?? 'vac') as (typeof METERS)[number];
  if (!METERS.includes(meter)) throw new CliError(`--meter is one of ${METERS.join(', ')}, not "${meter}".`);
  const atMs = parseMoment(options.at);
  const rig = createRig(plan, parseFaults(plan, options));
  const frame = frameAt(runLog(rig, parseLog(circuit, options), atMs), atMs);
  settleMoment(rig, frame.moment);
  const floating = rig.nets[0] ? floatingNodes(plan, rig.nets[0]) : new Uint8Array(plan.nodeCount);
  const readings = (options.read ?? []).map((read) => {
    if (meter === 'amp') {
      const wires = plan.conductors.filter(({ conductor }) => conductor.number === read);
      if (wires.length === 0)
        throw new CliError(
          `There is no wire ${read}. Wires: ${[...new Set(plan.conductors.map(({ conductor }) => conductor.number))].join(', ')}.`,
        );
      const carried = wires.map((wire) =>
        Math.hypot(
          ...rig.nets.map(
            (net) =>
              Math.hypot(net.yRe[wire.branch]!, net.yIm[wire.branch]!) *
              Math.hypot(net.vRe[wire.nodes[0]]! - net.vRe[wire.nodes[1]]!, net.vIm[wire.nodes[0]]! - net.vIm[wire.nodes[1]]!),
          ),
        ),
      );
      return { read, value: Math.max(...carried), unit: 'A', floats: false };
    }
    const [red, black] = parsePair(circuit, read).map((terminal) => plan.nodeOf(terminal)) as [number, number];
    if (meter === 'ohm') {
      const value = readOhms(showOhms(rig, frame.moment), red, black);
      return { read, value: Number.isFinite(value) ? value : null, unit: 'Ω', floats: false };
    }
    return { read, value: readVolts(rig.nets, meter, red, black), unit: 'V', floats: floating[red] === 1 || floating[black] === 1 };
  });
  const points = plan.points
    .filter((point) => point.includes(':'))
    .map((point) => {
      const node = plan.nodeOf(point);
      return {
        point: spellTerminal(circuit, point as TerminalId),
        toEarthV: Math.hypot(...rig.nets.map((net) => Math.hypot(net.vRe[node]!, net.vIm[node]!))),
        floats: floating[node] === 1,
      };
    });
  if (readings.length > 0)
    print(
      options,
      { atMs, meter, readings },
      readings.map(
        ({ read, value, unit, floats }) =>
          `${read}  ${value === null ? 'OL' : unit === 'Ω' ? ohms(value) : `${reading(value)} ${unit}`}${floats ? '  floats' : ''}`,
      ),
    );
  else
    print(
      options,
      { atMs, points },
      points.map(({ point, toEarthV, floats }) => `${point.padEnd(12)} ${floats ? 'floats' : `${reading(toEarthV)} V to earth`}`),
    );
  return 0;
};

const run: Command = (words) => {
  const { options, positionals } = parseWords(words);
  const { circuit, plan } = openCircuit(positionals);
  const until = options.at === undefined ? Number.POSITIVE_INFINITY : parseMoment(options.at);
  const trace = runLog(createRig(plan, parseFaults(plan, options)), parseLog(circuit, options), until);
  const events = trace.changes.map((change) => ({
    atMs: change.atMs,
    device: plan.parts[change.part]!.device.tag,
    words: tellChange(plan.parts[change.part]!, change),
  }));
  const chatter = trace.chatter.map(({ devices, ...rest }) => ({
    ...rest,
    untilMs: Number.isFinite(rest.untilMs) ? rest.untilMs : null,
    devices: devices.map((id) => circuit.devices[id]?.tag),
  }));
  print(options, { events, chatter }, [
    ...events.map(({ atMs, words: told }) => `${span(atMs).padStart(8)}  ${told}`),
    ...chatter.map(
      ({ fromMs, periodMs, devices }) => `${span(fromMs).padStart(8)}  ${devices.join(', ')} chatters, once in ${periodMs} ms.`,
    ),
  ]);
  return 0;
};

const check: Command = (words) => {
  const { options, positionals } = parseWords(words);
  const { circuit, plan } = openCircuit(positionals);
  const exploration = explore(circuit, [], plan);
  const study = studyOf(circuit, exploration);
  const findings = checkStudy(study);
  const coils = study.coils.map(({ device, verdict, says, exposure, evidence }) => ({
    device: device.tag,
    verdict,
    says,
    pullInV: exposure.pullIn?.volts ?? null,
    heldV: exposure.held?.volts ?? null,
    evidence,
  }));
  const contacts = study.poles.map(({ device, contact, verdict, serves, rows }) => ({
    device: device.tag,
    contact,
    verdict,
    serves,
    rows,
  }));
  const told = findings.map(({ devices, ...finding }) => ({ ...finding, devices: devices.map((id) => circuit.devices[id]?.tag) }));
  print(options, { statesSeen: exploration.statesSeen, sound: isSound(findings), coils, contacts, findings: told }, [
    ...coils.map(({ device, verdict, says }) => `${device.padEnd(6)} ${verdict.padEnd(12)} ${says}`),
    ...told.map(({ verdict, title, reason, remedy }) => `${verdict.toUpperCase()}: ${title}. ${reason} ${remedy}`),
    isSound(findings) ? `Sound, over ${exploration.statesSeen} input states.` : 'Not sound.',
  ]);
  return isSound(findings) ? 0 : 1;
};

const find: Command = (words) => {
  const { options, positionals } = parseWords(words);
  const { circuit, plan } = openCircuit(positionals);
  const complaint = circuit.complaints[Number(options.complaint ?? '1') - 1];
  if (!complaint) throw new CliError(`${circuit.number} has ${circuit.complaints.length} complaint(s); pick one with --complaint.`);
  const predictions = predict(plan, complaint.log, complaint.atMs);
  const measured = (options.measured ?? []).map((text): Measured => {
    const match = /^([^=]+)=(-?\d+(?:\.\d+)?)\s*V?(dc)?$/i.exec(text);
    if (!match) throw new CliError(`--measured ${text}: write K1:A1,T1:C=0.1V.`);
    const [red, black] = parsePair(circuit, match[1]!);
    return { red, black, mode: match[3] ? 'vdc' : (predictions.modes[0] ?? 'vac'), volts: Math.abs(Number(match[2])) };
  });
  const seen = Object.fromEntries(
    (options.seen ?? []).map((text) => {
      const match = /^([^=]+)=(in|on|out|off)$/i.exec(text);
      if (!match || predictions.sightings[0]![match[1]!.toUpperCase()] === undefined)
        throw new CliError(`--seen ${text}: write K1=out or K1=in, for one of ${Object.keys(predictions.sightings[0]!).join(', ')}.`);
      return [match[1]!.toUpperCase(), /^(in|on)$/i.test(match[2]!)];
    }),
  );
  const evidence = { seen: { [circuit.devices[complaint.about]?.tag ?? '']: false, ...seen }, measured };
  const ranked = rankClasses(predictions, posterior(predictions, evidence))
    .slice(0, 6)
    .map(({ share, members }) => ({ share, suspects: members.map((index) => predictions.suspects[index]!.words) }));
  const last = measured.at(-1);
  const advice = bestNext(predictions, evidence, last ? { red: last.red, black: last.black } : {});
  const next = advice && {
    red: spellTerminal(circuit, advice.test.red as TerminalId),
    black: spellTerminal(circuit, advice.test.black as TerminalId),
    mode: advice.test.mode,
    gainBits: advice.gain,
    cost: advice.cost,
    outcomes: advice.outcomes.map(({ fromV, toV, share, leaves }) => ({
      fromV,
      toV,
      share,
      leaves: leaves.slice(0, 4).map((index) => predictions.suspects[index]!.words),
    })),
  };
  print(options, { complaint: complaint.title, suspects: ranked, next: next ?? null }, [
    complaint.title,
    ...ranked.map(({ share, suspects }) => `${percent(share).padStart(6)}  ${suspects.join('; ')}`),
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
  const { options, positionals } = parseWords(words);
  const text = (() => {
    if (options.to === 'schema') return `${JSON.stringify(circuitJsonSchema(), null, 1)}\n`;
    const { circuit, plan } = openCircuit(positionals);
    if (options.to === 'json') return writeCircuit(circuit);
    if (options.to !== 'spice') throw new CliError('--to is json, spice or schema.');
    const atMs = parseMoment(options.at);
    const rig = createRig(plan, parseFaults(plan, options));
    settleMoment(rig, frameAt(runLog(rig, parseLog(circuit, options), atMs), atMs).moment);
    const hz = options.hz === undefined ? rig.nets.at(-1)?.hz : Number(options.hz);
    const net = rig.nets.find((one) => one.hz === hz);
    if (!net)
      throw new CliError(`There is no source of ${options.hz ?? 'any'} Hz here. There are ${rig.nets.map((one) => one.hz).join(', ')}.`);
    return withAnalysis(writeSpice(net, `${circuit.number} ${circuit.title}`), net);
  })();
  if (options.out) writeFileSync(options.out, text);
  else process.stdout.write(text);
  return 0;
};

const devices: Command = (words) => {
  const { options, positionals } = parseWords(words);
  const { circuit, plan } = openCircuit(positionals);
  const listed = Object.values(circuit.devices).map((device) => {
    const family = familyOf(device);
    return {
      tag: device.tag,
      title: device.title,
      family: device.family,
      terminals: family.terminals,
      inputs: family.inputs.map(({ name, kind }) => ({ name, kind })),
      faults: plan
        .partsIn(device.id)
        .flatMap((part) => faultsOfPart(part).map(({ fault }) => ({ fault: spellFault(circuit, fault), words: tellFault(plan, fault) }))),
    };
  });
  const wires = plan.conductors.map(({ conductor }) => conductor.number);
  print(
    options,
    { devices: listed, wires },
    listed.flatMap(({ tag, title, terminals, inputs, faults }) => [
      `${tag}  ${title}`,
      `    terminals ${terminals.join(' ')}`,
      ...(inputs.length
        ? [`    inputs    ${inputs.map(({ name, kind }) => `${tag}.${name}${kind === 'momentary' ? ' (push)' : ''}`).join(' ')}`]
        : []),
      ...(faults.length ? [`    faults    ${faults.map(({ fault }) => fault).join(' ')}`] : []),
    ]),
  );
  return 0;
};

export const commands = { solve, run, check, size, fit, find, convert, devices, backup, restore } satisfies Record<string, Command>;
