import { familyList } from '#core/devices';
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
  PLC: /^plc|^controller/,
  PE: /^earth/,
  GND: /^earth/,
};
/** A kind whose letter is that of the tag is likelier than one that has so many terminals fewer to spare. */
const LETTER_WORTH = 6;
/** A bar in place of a pole, a row in place of one lamp: seen on the part, no terminal tells it; of two kinds alike the plain one is proposed. */
const SEEN = 0.5;

/**
 * Which kinds of device have all these terminals, the likeliest first: the letter of the tag, and few terminals to spare.
 * @param marks as the list writes them; case is looked over
 */
export function kindsFor(tag: string, marks: readonly string[]): KindFor[] {
  const letters = /^[A-Z]+/.exec(tag)?.[0] ?? '';
  return familyList
    .flatMap(([family, { title, terminals, letter }]) => {
      const used = new Set(marks.map((mark) => markLike(terminals, mark)));
      if (used.has(undefined)) return [];
      const unused = terminals.filter((one) => !used.has(one));
      const named = Object.hasOwn(DESIGNATIONS, letters) ? DESIGNATIONS[letters] : undefined;
      const isMeant = named ? named.test(family) : letters === letter || letters.startsWith(letter) || letters.endsWith(letter);
      return [{ family, title, unused, rank: unused.length - (isMeant ? LETTER_WORTH : 0) + (/-(bar|row)$/.test(family) ? SEEN : 0) }];
    })
    .sort((a, b) => a.rank - b.rank)
    .slice(0, MOST)
    .map(({ rank: _, ...kind }) => kind);
}
