import type { Circuit } from '#core/circuit';
import { at } from '#core/units';
import type { Sheet } from './sheet';

/** The view under which a document keeps what was put somewhere by hand on the path sheet. */
export const PATH_VIEW = 'path';

type View = Circuit['views'][string];

/**
 * Puts the line of a symbol before the one above it, or behind the one below; lines that hang together go as one.
 * The order of its whole band is kept from then on: what is added later comes after it.
 * @param way -1 up, 1 down
 * @returns the view to keep; undefined where the symbol stands on no line that can be moved there
 */
export function lineMoved({ bands }: Pick<Sheet, 'bands'>, symbol: string, way: -1 | 1, view: View | undefined): View | undefined {
  const band = bands.find(({ groups }) => groups.some((group) => group.includes(symbol)));
  if (!band) return undefined;
  const from = band.groups.findIndex((group) => group.includes(symbol));
  const to = from + way;
  if (to < 0 || to >= band.groups.length) return undefined;
  const order = [...band.groups];
  [order[from], order[to]] = [at(order, to), at(order, from)];
  const own = new Set(order.flat());
  const others = Object.entries(view?.placed ?? {}).filter(([id]) => !own.has(id));
  const placed = order.flatMap(([first], y) => (first === undefined ? [] : [[first, { x: 0, y }] as const]));
  return { placed: Object.fromEntries([...others, ...placed]), folded: view?.folded ?? [] };
}
