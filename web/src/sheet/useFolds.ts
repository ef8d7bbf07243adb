import { useEffect, useState } from 'react';
import type { SheetView } from '#core/bench';

const keyOf = (id: string): string => `mando.folds.${id}`;

/** Bands of power that are higher than this leave no room for the control: they begin folded. */
const TALL = 460;

/** A band by what it is called, so that it stays folded while others come and go. */
const namesOf = ({ bands }: Pick<SheetView, 'bands'>): string[] => {
  const seen = new Map<string, number>();
  return bands.map(({ title }) => {
    const count = (seen.get(title) ?? 0) + 1;
    seen.set(title, count);
    return `${title} ${count}`;
  });
};

const kept = (id: string): Readonly<Record<string, boolean>> => {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(keyOf(id)) ?? '{}');
    return typeof read === 'object' && read !== null ? (read as Record<string, boolean>) : {};
  } catch {
    return {};
  }
};

/** Which bands are folded, for this person on this circuit. */
export function useFolds(id: string, sheet: SheetView | undefined): { readonly folded: ReadonlySet<number>; fold(band: number): void } {
  const [said, setSaid] = useState(() => kept(id));
  useEffect(() => setSaid(kept(id)), [id]);
  const names = sheet ? namesOf(sheet) : [];
  const begins = (index: number): boolean => {
    const band = sheet?.bands[index];
    return band !== undefined && band.tint === 'power' && band.form === 'bundle' && band.height > TALL && (sheet?.bands.length ?? 0) > 1;
  };
  const isFolded = (index: number): boolean => said[names[index] ?? ''] ?? begins(index);
  return {
    folded: new Set(names.flatMap((_, index) => (isFolded(index) ? [index] : []))),
    fold(band) {
      const next = { ...said, [names[band] ?? '']: !isFolded(band) };
      setSaid(next);
      try {
        localStorage.setItem(keyOf(id), JSON.stringify(next));
      } catch {
        // a browser that is full forgets how it was folded, nothing else
      }
    },
  };
}
