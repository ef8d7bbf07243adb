import type { PlacedSymbol } from '#core/draw';
import { span } from '#core/units';
import type { PartView } from '../worker/protocol';

const WIDEST = 19;
const cut = (words: string): string => (words.length > WIDEST ? `${words.slice(0, WIDEST - 1)}…` : words);

/** The line under a symbol: what it waits for now, else what it is. */
export function underSymbol(symbol: PlacedSymbol, view: PartView | undefined, atMs: number): string {
  if (symbol.kind === 'fuse' && view && !view.isClosed) return `${symbol.text}, open`;
  if (symbol.kind === 'timer' && view?.mode === 1 && view.dueMs !== null) return `${span(Math.max(0, view.dueMs - atMs))} left`;
  if (symbol.kind === 'box' && view?.mode === 1 && view.dueMs !== null) return `starts up, ${span(Math.max(0, view.dueMs - atMs))}`;
  if (symbol.kind === 'coil' || symbol.kind === 'timer' || symbol.kind === 'heater' || symbol.kind === 'box')
    return cut(symbol.description);
  if (symbol.kind === 'contact') return symbol.text;
  if (symbol.kind === 'motor' || symbol.kind === 'lamp') return cut(`${symbol.text} ${symbol.description}`);
  if (symbol.kind === 'source') return symbol.text;
  return cut(symbol.text || symbol.description);
}
