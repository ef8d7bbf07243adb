import { amount } from '#core/units';
import { VARIANT_FIGURES } from '#core/words';
import { ask, type Command, print, written } from './asking';
import { circuitWord, parseWords } from './options';
import { CliError } from './usage';

/** The wires of a circuit as they are landed; as CSV into a file. */
export const wirelist: Command = (words) => {
  const { values, positionals } = parseWords(words, { strips: { type: 'boolean' }, out: { type: 'string' }, json: { type: 'boolean' } });
  const answer = ask('wirelist', { circuit: circuitWord(positionals) });
  if (values.out) written(values.out, values.strips ? answer.strips : answer.csv);
  if (values.strips && !values.out && !values.json) {
    print(false, answer, [answer.strips.trimEnd()]);
    return 0;
  }
  print(values.json, answer, [
    ...answer.wires.map(
      ({ number, from, to, colour, size, cable, core, use }) =>
        `${number.padEnd(6)} ${from.padEnd(10)} ${to.padEnd(10)} ${`${colour} ${size}`.padEnd(24)} ${`${cable ?? ''}${core === null ? '' : `/${core}`}`.padEnd(6)} ${use}`,
    ),
    ...answer.doubts.map(({ verdict, title, remedy }) => `${verdict.toUpperCase()}: ${title}. ${remedy}`),
  ]);
  return answer.doubts.some(({ verdict }) => verdict === 'danger') ? 1 : 0;
};

/** The landing plan: dead stages with the reading that proves each, then first power. */
export const plan: Command = (words) => {
  const { values, positionals } = parseWords(words, { later: { type: 'string', multiple: true }, json: { type: 'boolean' } });
  const answer = ask('plan', { circuit: circuitWord(positionals), ...(values.later ? { later: values.later } : {}) });
  print(values.json, answer, [
    'Dead: every supply locked off and proved dead, leads zeroed.',
    ...answer.dead.flatMap(({ wires, use, red, black, expects, masked, ifPowered }, index) => [
      `${String(index + 1).padStart(3)}. land ${wires.join(', ')} (${use}); ohms from ${red} to ${black}: ${expects}`,
      ...(masked.length > 0 ? [`     not missed by this reading: ${masked.join(', ')}`] : []),
      ...ifPowered.map((harm) => `     not to be powered in this state: ${harm}`),
    ]),
    ...(answer.heldBack.length > 0 ? [`     held back to the end: ${answer.heldBack.join(', ')}`] : []),
    ...(answer.loose.length > 0 ? [`     in no stage, an end is loose: ${answer.loose.join(', ')}`] : []),
    'Live: one thing at a time.',
    ...answer.live.map(({ asks, expects }) => `     ${asks}: ${expects}`),
  ]);
  return answer.loose.length > 0 || answer.dead.some(({ ifPowered }) => ifPowered.length > 0) ? 1 : 0;
};

/** What landing it wrong would do: a cable, a device, or the whole circuit. */
export const swap: Command = (words) => {
  const { values, positionals } = parseWords(words, { of: { type: 'string' }, json: { type: 'boolean' } });
  const answer = ask('swap', { circuit: circuitWord(positionals), ...(values.of ? { of: values.of } : {}) });
  print(
    values.json,
    answer,
    answer.mishaps.flatMap(({ mishap, outcome, says, first, tells }) => [
      `${outcome.padEnd(9)} ${mishap}. ${says}`,
      ...(first && outcome !== 'harmless' ? [`          seen first: ${first}`] : []),
      ...(tells ? [`          told before power by ${tells}`] : []),
    ]),
  );
  return 0;
};

/** What stays live once some devices are open. */
export const live: Command = (words) => {
  const { values, positionals } = parseWords(words, { open: { type: 'string', multiple: true }, json: { type: 'boolean' } });
  const open = (values.open ?? []).flatMap((one) => one.split(',')).filter(Boolean);
  const answer = ask('live', { circuit: circuitWord(positionals), open });
  print(values.json, answer, [
    ...answer.live.map(({ terminal, isHot, words: told }) => `${terminal.padEnd(10)} ${isHot ? 'HOT  ' : 'live '} ${told}`),
    answer.untried > 0
      ? `Cannot clear: ${answer.untried} further states were not tried.`
      : `${answer.live.length === 0 ? 'Nothing stays live' : `${answer.live.length} terminals stay live`}, over ${answer.statesSeen} states. Prove it dead all the same.`,
  ]);
  return answer.untried > 0 || answer.live.some(({ isHot }) => isHot) ? 1 : 0;
};

/** A panel as it is laid out; with `--place` as the program would lay it out. */
export const layout: Command = (words) => {
  const { values, positionals } = parseWords(words, { panel: { type: 'string' }, place: { type: 'boolean' }, json: { type: 'boolean' } });
  const answer = ask('layout', {
    circuit: circuitWord(positionals),
    place: values.place === true,
    ...(values.panel ? { panel: values.panel } : {}),
  });
  const { heat, size } = answer;
  print(values.json, answer, [
    `${answer.panel}: ${size ? `${size.widthMm} × ${size.heightMm} mm` : 'no size'}${heat ? `, ${amount(heat.watts, 'W')}, ${amount(heat.insideC, '°C')} inside` : ''}`,
    ...answer.bodies.map(
      ({ tag, at, widthMm, heightMm, heldBy, watts }) =>
        `${tag.padEnd(6)} ${(at ? `${at.xMm}, ${at.yMm}` : 'not placed').padEnd(14)} ${`${widthMm} × ${heightMm}`.padEnd(12)} ${heldBy.padEnd(6)} ${watts === null ? '' : amount(watts, 'W')}`,
    ),
    ...answer.ducts.map(({ duct, share, wires }) => `${duct}: ${wires} wires, ${Math.round(100 * share)} % full`),
    ...answer.wires.map(({ number, metres, isWhole }) => `wire ${number.padEnd(6)} ${metres} m${isWhole ? '' : ' as far as the edge'}`),
    ...answer.doubts.map(({ verdict, title, remedy }) => `${verdict.toUpperCase()}: ${title}. ${remedy}`),
  ]);
  return answer.doubts.some(({ verdict }) => verdict !== 'look') ? 1 : 0;
};

/** What has to be done at the panel from one circuit to another; with `--figures` what each costs and risks. */
export const diff: Command = (words) => {
  const { values, positionals } = parseWords(words, { figures: { type: 'boolean' }, json: { type: 'boolean' } });
  const [before, after, ...rest] = positionals;
  if (!before || !after || rest.length > 0) throw new CliError('mando diff A B: name two circuits, as it was and as it is.');
  const answer = ask('diff', { circuit: before, to: after, figures: values.figures === true });
  const { figures } = answer;
  print(values.json, answer, [
    ...answer.changes.map(({ deed, words: told }) => `${deed.padEnd(9)} ${told}`),
    ...(figures
      ? VARIANT_FIGURES.map(([name, told]) => `${told.padEnd(58)} ${amount(figures.was[name], '')} → ${amount(figures.is[name], '')}`)
      : []),
    answer.changes.length === 0 ? 'Nothing differs.' : `Test again: ${answer.testAgain.join(', ') || 'nothing'}`,
  ]);
  return 0;
};

/** Whether two points share a node. */
export const share: Command = (words) => {
  const { values, positionals } = parseWords(words, { json: { type: 'boolean' } });
  const [circuit, a, b, ...rest] = positionals;
  if (!circuit || !a || !b || rest.length > 0) throw new CliError('mando share CIRCUIT K1:A1 T1:C: name a circuit and two terminals.');
  const answer = ask('share', { circuit, a, b });
  print(values.json, answer, [answer.words]);
  return 0;
};

/** The whole way of a wire, hop by hop. */
export const follow: Command = (words) => {
  const { values, positionals } = parseWords(words, { json: { type: 'boolean' } });
  const [circuit, wire, ...rest] = positionals;
  if (!circuit || !wire || rest.length > 0)
    throw new CliError('mando follow CIRCUIT 101, or K1:A1: name a circuit, and a wire or a terminal.');
  const { ways } = ask('follow', { circuit, wire });
  print(
    values.json,
    { ways },
    ways.flatMap(({ start, hops, ends }) => [
      start ?? 'loose at both ends',
      ...hops.map(({ words: said, branch }) => `${'  '.repeat(branch + 1)}${said}`),
      `ends at ${ends.join(', ') || 'nothing'}`,
    ]),
  );
  return 0;
};
