/** How many letters must be changed, put in or taken out to make one word of another; swapped neighbours count once. */
function apart(a: string, b: string): number {
  const rows = Array.from({ length: a.length + 1 }, (_, i) =>
    Array.from({ length: b.length + 1 }, (__, j) => (i === 0 ? j : j === 0 ? i : 0)),
  );
  const at = (i: number, j: number): number => rows[i]?.[j] ?? 0;
  for (let i = 1; i <= a.length; i++)
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1];
      const swapped = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1] ? at(i - 2, j - 2) + 1 : Number.POSITIVE_INFINITY;
      const row = rows[i];
      if (row) row[j] = Math.min(at(i - 1, j) + 1, at(i, j - 1) + 1, at(i - 1, j - 1) + (same ? 0 : 1), swapped);
    }
  return at(a.length, b.length);
}

/** The word that was meant: the nearest one, if it is no further than a slip or two. */
export function nearestWord(word: string, words: readonly string[]): string | undefined {
  const [nearest] = words.map((one) => ({ one, far: apart(word.toLowerCase(), one.toLowerCase()) })).sort((a, b) => a.far - b.far);
  return nearest && nearest.far <= Math.max(1, Math.floor(word.length / 4)) ? nearest.one : undefined;
}
