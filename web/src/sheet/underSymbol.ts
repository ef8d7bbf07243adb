import { type PlacedSymbol, underOf } from '#core/draw';
import type { PartView } from '#core/look';
import { span } from '#core/units';

/** The line under a symbol: what it waits for now, else what it is. */
export function underSymbol(symbol: PlacedSymbol, view: PartView | undefined, atMs: number): string {
  if (symbol.kind === 'fuse' && view && !view.isClosed) return `${symbol.text}, open`;
  if (view?.phase === 'under way' && view.dueMs !== null) return `${span(Math.max(0, view.dueMs - atMs))} left`;
  return underOf(symbol);
}
