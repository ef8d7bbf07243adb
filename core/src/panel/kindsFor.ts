import { familyList, familyNamed } from '#core/devices';
import { AS_MARKED, canBeMarked } from './markedStrip';
import { markLike } from './naming';

/** A kind that a device may be, by the terminals that are wired on it. */
export interface KindFor {
  readonly family: string;
  readonly title: string;
  /** terminals that it has beside */
  readonly unused: readonly string[];
}

const MOST = 60;
/**
 * What tags of more than one letter stand for, as panels are marked in North America (device designations of NEMA ICS 19, from memory, and
 * common practice): words of the kinds that are meant.
 */
const DESIGNATIONS: Readonly<Record<string, RegExp>> = {
  TC: /^thermostat/,
  TS: /^thermostat|^temperature/,
  PS: /^pressure/,
  LPS: /^pressure-switch-low/,
  HPS: /^pressure-switch-high/,
  FS: /^float/,
  LS: /^float|^switch/,
  DT: /delay|timer/,
  TD: /delay|timer/,
  TR: /delay|timer/,
  CR: /^relay/,
  PB: /^push/,
  SS: /^hand-off|^switch/,
  FU: /^fuse/,
  CB: /^breaker/,
  OL: /^overload/,
  SV: /^solenoid/,
  SOL: /^solenoid/,
  ZV: /^zone-valve/,
  EH: /^heater/,
  HTR: /^heater/,
  PL: /^lamp$/,
  LT: /^lamp/,
  MTR: /^motor/,
  COMP: /^compressor|^motor/,
  XF: /transformer/,
  TB: /^terminal/,
  JB: /^terminal/,
  PLC: /^plc|^controller/,
  PE: /^earth/,
  GND: /^earth/,
};
/** A kind whose letter is that of the tag is likelier than one that has so many terminals fewer to spare. */
const LETTER_WORTH = 6;
/** A bar in place of a pole, a row in place of one lamp: seen on the part, no terminal tells it; of two kinds alike the plain one is proposed. */
const SEEN = 0.5;
/** Screws that are all one piece of metal: nobody's guess, since it joins whatever lies on them. */
const [JOINED, AS_ONE] = [/^(jumper|neutral)-bar/, 20] as const;

/**
 * Which kinds of device have all these terminals, the likeliest first: the letter of the tag, and few terminals to spare.
 * @param marks as the list writes them; case is looked over
 */
export function kindsFor(tag: string, marks: readonly string[]): KindFor[] {
  const letters = /^[A-Z]+/.exec(tag)?.[0] ?? '';
  const kinds = familyList
    .flatMap(([family, { title, terminals, letter, group }]) => {
      const used = new Set(marks.map((mark) => markLike(terminals, mark)));
      if (used.has(undefined)) return [];
      const unused = terminals.filter((one) => !used.has(one));
      const named = Object.hasOwn(DESIGNATIONS, letters) ? DESIGNATIONS[letters] : undefined;
      const isMeant = named ? named.test(family) : letters === letter || letters.startsWith(letter) || letters.endsWith(letter);
      const rank = unused.length - (isMeant ? LETTER_WORTH : 0) + (JOINED.test(family) ? AS_ONE : /-(bar|row)$/.test(family) ? SEEN : 0);
      return [{ family, title, unused, rank, isJoint: group === 'joint' }];
    })
    .sort((a, b) => a.rank - b.rank);
  // what is tagged as terminals is a row of them, however its screws are marked
  const rows = letters.startsWith('X') || DESIGNATIONS[letters]?.test('terminal-6') ? rowsFor(marks) : [];
  const joints = rows.length === 0 ? [] : kinds.filter(({ isJoint }) => isJoint);
  const others = rows.length === 0 ? kinds : kinds.filter(({ isJoint }) => !isJoint);
  return [...joints, ...rows, ...others].slice(0, MOST).map(({ family, title, unused }) => ({ family, title, unused }));
}

/** Numbers that leave out more than so many of one another are marks, not a count. */
const SPARSE = 5;

/** Rows of terminals for screws that are marked so: one of as many ways as the highest number, one that is marked as it is wired. */
function rowsFor(marks: readonly string[]): KindFor[] {
  const numbers = marks.map(Number);
  const most = Math.max(...numbers);
  const isCounted = numbers.every((one) => Number.isInteger(one) && one > 0) && most <= SPARSE * marks.length;
  const counted = isCounted ? familyNamed(`terminal-${most}`) : undefined;
  const isListed = familyList.some(([name]) => name === `terminal-${most}`);
  return [
    ...(counted && !isListed
      ? [{ family: `terminal-${most}`, title: counted.title, unused: counted.terminals.filter((one) => !numbers.includes(Number(one))) }]
      : []),
    ...(canBeMarked(marks) ? [{ family: AS_MARKED, title: 'Terminals, marked as they are wired', unused: [] }] : []),
  ];
}
