import { type OwnFamily, ownFamilyNameSchema } from '#core/circuit';
import { plainName } from '#core/devices';

/** What a row of a device's label and pin picture may be. */
export const ELEMENTS = {
  coil: { words: 'coil', marks: 2 },
  NO: { words: 'contact, NO', marks: 2 },
  NC: { words: 'contact, NC', marks: 2 },
  changeover: { words: 'changeover: common, NC, NO', marks: 3 },
  pole: { words: 'power pole, NO', marks: 2 },
  'on-delay': { words: 'contact that makes late: common, NC, NO', marks: 3 },
  'off-delay': { words: 'contact that lets go late: common, NC, NO', marks: 3 },
  'button-NO': { words: 'button of its own, NO', marks: 2 },
  'button-NC': { words: 'button of its own, NC', marks: 2 },
  switch: { words: 'switch that stays as it is put, NO', marks: 2 },
  limit: { words: 'limit that heat opens', marks: 2 },
  lamp: { words: 'lamp', marks: 2 },
  heater: { words: 'heater', marks: 2 },
  motor: { words: 'motor, single phase', marks: 2 },
  fuse: { words: 'fuse', marks: 2 },
  joint: { words: 'terminals that are one', marks: 1 },
} as const;
export type ElementKind = keyof typeof ELEMENTS;

/** A row as it is said: what it is, and its terminals in their order. */
export interface OwnElement {
  readonly kind: ElementKind;
  readonly marks: readonly string[];
}

export type OwnFamilyName = ReturnType<typeof ownFamilyNameSchema.parse>;
type Block = OwnFamily['blocks'][number];

/** Terminals of the known families that give the contacts, in the order in which they are used. */
const NO = [
  ['13', '14'],
  ['43', '44'],
  ['53', '54'],
  ['83', '84'],
] as const;
const NC = [
  ['21', '22'],
  ['31', '32'],
  ['61', '62'],
  ['71', '72'],
] as const;
const CHANGEOVERS = [1, 2, 3, 4].map((n) => [`${n}1`, `${n}2`, `${n}4`] as const);
const POLES = [1, 2, 3, 4].map((n) => [`L${n}`, `T${n}`] as const);

const LOADS: Readonly<Partial<Record<ElementKind, readonly [family: string, ends: readonly string[]]>>> = {
  switch: ['switch-1', ['1', '2']],
  limit: ['temperature-limit', ['1', '2']],
  lamp: ['lamp', ['1', '2']],
  heater: ['heater', ['1', '2']],
  motor: ['motor-1ph', ['1', '2']],
  fuse: ['fuse-1', ['1', '2']],
  joint: ['splice', ['J']],
};

/** The last figures of a button's contacts, by EN 50005. */
const BUTTON = { 'button-NO': ['3', '4'], 'button-NC': ['1', '2'] } as const;

/** Late contacts are timers beside the coil, fed with it. */
const TIMED = [
  ['on-delay', 'timer-on-delay'],
  ['off-delay', 'timer-off-delay-stored'],
] as const;

const paired = (places: readonly (readonly string[])[], elements: readonly OwnElement[]): Record<string, string> =>
  Object.fromEntries(elements.flatMap(({ marks }, index) => (places[index] ?? []).map((place, at) => [place, marks[at] ?? ''])));

const MARK = /^[A-Za-z0-9+.-]{1,8}$/;

/** Why the rows make no kind of device, with what to do; undefined where they do. */
export function ownKindProblem(title: string, elements: readonly OwnElement[]): string | undefined {
  if (title.trim() === '') return 'Give it the name that stands on its label.';
  if (elements.length === 0) return 'Say at least one thing that it has: a coil, a contact, a load.';
  const seen = new Set<string>();
  for (const { kind, marks } of elements) {
    const { words, marks: count } = ELEMENTS[kind];
    const wrong = marks.find((mark) => !MARK.test(mark));
    if (marks.length !== count || wrong === '')
      return `A ${words} has ${count} ${count === 1 ? 'terminal' : 'terminals'}: name ${count === 1 ? 'it' : 'them'}.`;
    if (wrong !== undefined) return `${wrong} is no mark of a terminal: up to eight letters, digits, +, . or -.`;
    if (new Set(marks).size < count) return `A ${words} goes from one terminal to another: ${marks.join(' ')} names one twice.`;
    for (const mark of marks) {
      // the ends of a coil and a common may serve several
      if (seen.has(mark) && kind !== 'joint' && !isShared(mark, elements)) return `${mark} is named twice by what cannot share it.`;
      seen.add(mark);
    }
  }
  const coils = elements.filter(({ kind }) => kind === 'coil').length;
  if (coils > 1) return 'One coil is as much as can be said here. Two coils: take the latching or the pre-wired relay.';
  if (coils === 0 && elements.some(({ kind }) => ['pole', 'on-delay', 'off-delay'].includes(kind)))
    return 'What moves its poles? Add a row for its coil.';
  for (const [kind, most] of [
    ['NO', 4],
    ['NC', 4],
    ['changeover', 4],
    ['pole', 4],
    ['on-delay', 1],
    ['off-delay', 1],
    ['switch', 1],
    ['limit', 1],
  ] as const)
    if (elements.filter((one) => one.kind === kind).length > most) return `At most ${most} of this can be said: ${ELEMENTS[kind].words}.`;
  const buttons = elements.filter(({ kind }) => kind in BUTTON).length;
  if (buttons > 3) return 'At most three buttons can be said here. More of them: take them as buttons of their own.';
  if (buttons > 0 && coils === 0 && elements.some(({ kind }) => ['NO', 'NC', 'changeover'].includes(kind)))
    return 'Whose contacts are those beside its buttons? Say each as a button of its own.';
  return ownKind(title, 'X', elements).blocks.length > MOST_BLOCKS
    ? 'That is more than one device can have here: say fewer loads.'
    : undefined;
}

/** So many blocks may a kind of a document have. */
const MOST_BLOCKS = 8;

/** A mark may be the end of more than one thing: a common of two contacts, a coil’s end beside a lamp. */
const isShared = (mark: string, elements: readonly OwnElement[]): boolean =>
  elements.filter(({ marks }) => marks.includes(mark)).every(({ kind }) => kind !== 'pole');

/**
 * A kind of device made of what its label and pin picture say. With a coil its contacts follow the coil; without one a hand works them.
 * @param elements rows without a problem
 */
export function ownKind(title: string, letter: string, elements: readonly OwnElement[]): OwnFamily {
  const of = (kind: ElementKind): OwnElement[] => elements.filter((one) => one.kind === kind);
  const [coil] = of('coil');
  const blocks: Block[] = [];
  if (coil) {
    const ends = { A1: coil.marks[0] ?? '', A2: coil.marks[1] ?? '' };
    const poles = of('pole');
    // the poles' contactor is the frame where there are poles: its coil is the larger one
    if (poles.length > 0) blocks.push({ family: 'contactor-4', marks: { ...ends, ...paired(POLES, poles) }, follows: false });
    const makes = { ...paired(NO, of('NO')), ...paired(NC, of('NC')) };
    if (Object.keys(makes).length > 0 || (poles.length === 0 && of('changeover').length === 0))
      blocks.push({ family: 'control-relay-44', marks: { ...(poles.length > 0 ? {} : ends), ...makes }, follows: poles.length > 0 });
    if (of('changeover').length > 0)
      blocks.push({
        family: 'relay-interface-4',
        marks: { ...(blocks.length > 0 ? {} : ends), ...paired(CHANGEOVERS, of('changeover')) },
        follows: blocks.length > 0,
      });
    for (const [kind, family] of TIMED)
      for (const { marks } of of(kind))
        blocks.push({ family, marks: { ...ends, ...paired([['15', '16', '18']], [{ kind, marks }]) }, follows: false });
  } else {
    const [no, nc] = [of('NO'), of('NC')];
    for (let index = 0; index < Math.max(no.length, nc.length); index++)
      blocks.push({
        family: 'push-button-1no-1nc',
        marks: { ...paired([['13', '14']], no.slice(index, index + 1)), ...paired([['21', '22']], nc.slice(index, index + 1)) },
        follows: false,
      });
    for (const { marks } of of('changeover'))
      blocks.push({ family: 'switch-changeover', marks: paired([['COM', '1', '2']], [{ kind: 'changeover', marks }]), follows: false });
  }
  const buttons = elements.filter(({ kind }) => kind in BUTTON);
  if (buttons.length > 0)
    blocks.push({
      // each hand is a button of a station
      family: buttons.length === 1 ? 'push-button-1no-1nc' : `push-station-${buttons.length}`,
      marks: Object.fromEntries(
        buttons.flatMap(({ kind, marks }, at) =>
          BUTTON[kind as keyof typeof BUTTON].map((place, side) => [
            `${buttons.length === 1 && kind === 'button-NC' ? 2 : at + 1}${place}`,
            marks[side] ?? '',
          ]),
        ),
      ),
      follows: false,
    });
  for (const { kind, marks } of elements) {
    const load = LOADS[kind];
    if (load) blocks.push({ family: load[0], marks: Object.fromEntries(load[1].map((end, at) => [end, marks[at] ?? ''])), follows: false });
  }
  return { title: title.trim(), letter, blocks };
}

/** The name under which a document keeps it: of its title, and a count where that is taken. */
export function ownKindName(families: Readonly<Record<string, unknown>>, title: string): OwnFamilyName {
  const plain = plainName(title, 24);
  for (let count = 1; ; count++) {
    const name = ownFamilyNameSchema.parse(`own-${plain}${count === 1 ? '' : `-${count}`}`);
    if (!Object.hasOwn(families, name)) return name;
  }
}
