import { z } from 'zod';
import { fine, wrong } from '#core/circuit';
import { countedFor, familyList, kindText } from '#core/devices';
import { nearestWord } from '#core/units';
import { lineKind } from '../line';

/** Which kinds of device there are: by a word of their name, their title, their group or their terminals. */
export const kinds = lineKind({
  facts: z.strictObject({ word: z.string().max(60).optional() }),
  answer({ word = '' }) {
    const words = word.toLowerCase().split(/\s+/).filter(Boolean);
    const found = [...familyList, ...countedFor(words.flatMap((one) => one.split('-')))].filter(([name, family]) => {
      const text = kindText(name, family);
      return words.every((one) => text.includes(one));
    });
    if (found.length === 0) {
      const near = nearestWord(
        word.toLowerCase(),
        familyList.map(([name]) => name),
      );
      return wrong({
        code: 'no-such-kind',
        at: word,
        message: `No kind is called "${word}".${near ? ` Did you mean ${near}?` : ''} Without a word all of them are listed.`,
      });
    }
    return fine({
      kinds: found.map(([family, { title, group, letter, terminals, fields }]) => ({
        family,
        title,
        group,
        letter,
        terminals,
        fields: Object.entries(fields).map(([name, { label, unit, typical, choices }]) => ({
          name,
          label,
          unit,
          ...(typical ? { typical: typical.value } : {}),
          ...(choices ? { choices } : {}),
        })),
      })),
    });
  },
});
