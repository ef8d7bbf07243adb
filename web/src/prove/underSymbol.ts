import type { PlacedSymbol } from '#core/draw';
import type { PartView } from '#core/look';
import { span } from '#core/units';

const WIDEST = 19;
const cut = (words: string): string => (words.length > WIDEST ? `${words.slice(0, WIDEST - 1)}…` : words);

/** The line under a symbol: what it waits for now, else what it is. */
export function underSymbol(symbol: PlacedSymbol, view: PartView | undefined, atMs: number): string {
  const { kind, text, description } = symbol;
  if (kind === 'fuse' && view && !view.isClosed) return `${text}, open`;
  if (view?.phase === 'under way' && view.dueMs !== null) return `${span(Math.max(0, view.dueMs - atMs))} left`;
  if (kind === 'coil' || kind === 'timer' || kind === 'heater' || kind === 'box') return cut(description);
  if (kind === 'motor' || kind === 'lamp') return cut(`${text} ${description}`);
  return kind === 'contact' || kind === 'source' ? text : cut(text || description);
}
