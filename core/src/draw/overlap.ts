import { boxOf, type Caption, type CaptionBox } from './caption';
import type { Band } from './sheet';

/** Less than this is no printing on one another. */
const HAIR = 1;

const meet = (a: CaptionBox, b: CaptionBox): boolean =>
  a.left < b.right - HAIR && b.left < a.right - HAIR && a.top < b.bottom - HAIR && b.top < a.bottom - HAIR;

/** Words of a band that print on other words, or on the body of a symbol. */
export function wordsOverlap({ symbols }: Pick<Band, 'symbols'>, captions: readonly Caption[]): string[] {
  const boxes = captions.map(boxOf);
  // the working part of a symbol, without its leads, where marks stand
  const bodies = symbols.map(({ x, y, width, height, tag, isStanding }) => {
    const [length, breadth] = isStanding ? [height, width] : [width, height];
    const along = length > 60 ? length / 2 : Math.min(length / 2, 14);
    const across = Math.min(10, breadth / 2);
    const [dx, dy] = isStanding ? [across, along] : [along, across];
    return { tag, left: x - dx, right: x + dx, top: y - dy, bottom: y + dy };
  });
  const found: string[] = [];
  boxes.forEach((box, index) => {
    const text = captions[index]?.text ?? '';
    for (let other = index + 1; other < boxes.length; other++) {
      const another = boxes[other];
      if (another && meet(box, another)) found.push(`${text} on ${captions[other]?.text}`);
    }
    for (const body of bodies) if (meet(box, body)) found.push(`${text} on the symbol of ${body.tag}`);
  });
  return found;
}
