import type { SheetView } from '#core/bench';
import { standSheet } from '#core/draw';
import type { Settings } from '../store/settings';

/** The sheet as this person reads it: its lines lying or standing. */
export const shownSheet = (sheet: SheetView, { lines }: Pick<Settings, 'lines'>): SheetView =>
  lines === 'standing' ? standSheet(sheet) : sheet;
