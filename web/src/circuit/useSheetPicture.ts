import { useCallback } from 'react';
import { sheetDrawing, sheetPicture } from '#core/bench';
import type { Drawing } from '#core/formats';
import { useDrawn, useLookStore } from '../bench/BenchProvider';
import { shownSheet } from '../bench/shownSheet';
import { usePractice } from '../store/select';
import { store } from '../store/store';

/** Draws the sheet as it stands now, whole, as a picture by itself. */
export function useSheetPicture(): () => string {
  const { circuit } = useDrawn();
  const look = useLookStore();
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

/** The same at rest, for paper and for CAD. */
export function useSheetDrawing(): () => Drawing {
  const { circuit } = useDrawn();
  const { symbols } = usePractice().schools;
  return useCallback(() => {
    const { now } = store.getState().document;
    if (!now) return { width: 1, height: 1, figures: [] };
    const family = symbols === 'na' || symbols === 'iec' ? symbols : now.practice;
    return sheetDrawing(now, family, circuit && shownSheet(circuit.sheet, store.getState().settings));
  }, [circuit, symbols]);
}
