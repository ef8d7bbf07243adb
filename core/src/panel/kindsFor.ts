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
/** A kind whose letter is that of the tag is likelier than one that has so many terminals fewer to spare. */
const LETTER_WORTH = 6;

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
      // TC1 is a thermostat, DT1 a timer: two letters say more than the family's one
      const isLetter = letters === letter || (letters.length > 1 && letters.endsWith(letter)) || letters.startsWith(letter);
      return [{ family, title, unused, rank: unused.length - (isLetter ? LETTER_WORTH : 0) }];
    })
    .sort((a, b) => a.rank - b.rank)
    .slice(0, MOST)
    .map(({ rank: _, ...kind }) => kind);
}
