/**
 * Advance widths of the sheet's face at weight 700, in thousandths of its size, for the signs from space to tilde; lighter cuts are
 * narrower by a hundredth. A browser holds the table against the face that is shipped.
 */
const WIDTHS = [
  200, 311, 352, 651, 508, 795, 654, 169, 329, 329, 380, 462, 238, 370, 247, 444, 511, 319, 499, 487, 544, 488, 488, 451, 490, 482, 319,
  274, 462, 462, 462, 479, 786, 577, 545, 536, 547, 511, 490, 540, 554, 246, 518, 558, 499, 631, 590, 547, 531, 527, 543, 520, 526, 554,
  555, 783, 553, 546, 485, 381, 444, 381, 448, 472, 226, 487, 505, 486, 505, 492, 342, 498, 497, 237, 235, 491, 227, 755, 497, 503, 508,
  508, 354, 457, 335, 496, 478, 698, 488, 464, 416, 360, 194, 360, 512,
];
/** A sign that is not in the table takes as much as a wide one. */
const OTHER = 780;
const FIRST = 32;

/** How wide words stand, in sheet units. @param size of the face, in the same units */
export function widthOf(words: string, size: number): number {
  let sum = 0;
  for (let at = 0; at < words.length; at++) sum += WIDTHS[words.charCodeAt(at) - FIRST] ?? OTHER;
  return (sum * size) / 1000;
}

/** Words cut so that they stand within a width, with a sign that some are left out. */
export function cutTo(words: string, size: number, most: number): string {
  if (widthOf(words, size) <= most) return words;
  let end = words.length;
  while (end > 1 && widthOf(`${words.slice(0, end).trimEnd()}…`, size) > most) end--;
  return `${words.slice(0, end).trimEnd()}…`;
}
