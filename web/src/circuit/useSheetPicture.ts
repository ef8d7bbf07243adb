import { sheetPicture } from '#core/bench';
import { useBench } from '../bench/BenchProvider';
import { shownSheet } from '../bench/shownSheet';
import { usePractice } from '../store/select';
import { store } from '../store/store';

/** Draws the sheet as it stands now, whole, as a picture by itself. */
export function useSheetPicture(): () => string {
  const { circuit, look } = useBench();
  const { symbols } = usePractice().schools;
  return () => {
    const { now } = store.getState().document;
    if (!now) return '';
    return sheetPicture(
      now,
      {
        ...(symbols === 'na' || symbols === 'iec' ? { family: symbols } : {}),
        shown: { phase: (part) => look.part(part)?.phase ?? 'off', isClosed: (part) => look.part(part)?.isClosed ?? false },
      },
      circuit && shownSheet(circuit.sheet, store.getState().settings),
    );
  };
}
