import { type Circuit, deviceOf } from '#core/circuit';
import { widthOf } from '../widths';
import { GRID } from './blocks';
import type { TerminalBlock, TerminalCaption, TerminalSheet, TerminalWire } from './layout';

/** What is wrong with a drawing of terminals, as a person would see it. */
export type TerminalFlaw =
  | { readonly code: 'ends elsewhere' | 'not drawn'; readonly wire: string }
  | { readonly code: 'lane shared'; readonly wire: string; readonly with: string }
  | { readonly code: 'through a body'; readonly wire: string; readonly device: string }
  | { readonly code: 'bodies overlap' | 'terminal outside'; readonly device: string }
  | { readonly code: 'text on text'; readonly device: string; readonly texts: readonly [string, string] };

interface Piece {
  readonly wire: string;
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

const piecesOf = ({ conductor, points }: TerminalWire): Piece[] =>
  points.slice(1).flatMap(([x, y], index) => {
    const [px, py] = points[index] ?? [x, y];
    return px === x && py === y
      ? []
      : [{ wire: conductor, x1: Math.min(px, x), y1: Math.min(py, y), x2: Math.max(px, x), y2: Math.max(py, y) }];
  });

/** Holds a drawing against the netlist by its geometry alone. */
export function verifyTerminals({ conductors }: Pick<Circuit, 'conductors'>, { blocks, wires, stubs }: TerminalSheet): TerminalFlaw[] {
  const flaws: TerminalFlaw[] = [];
  const shown = new Set<string>(blocks.map(({ device }) => device));
  const drawn = new Map(wires.map((wire) => [wire.conductor as string, wire]));
  const spots = blocks.flatMap((block) => block.spots.map((spot) => ({ ...spot, block })));
  for (const { id, ends } of Object.values(conductors)) {
    const isWhole = ends.every((end) => end !== null && shown.has(deviceOf(end)));
    const wire = drawn.get(id);
    if (isWhole && ends[0] !== ends[1] && !wire) flaws.push({ code: 'not drawn', wire: id });
    if (!isWhole && ends.some((end) => end !== null && shown.has(deviceOf(end))) && !stubs.some(({ conductor }) => conductor === id))
      flaws.push({ code: 'not drawn', wire: id });
    if (!wire) continue;
    const tips = [wire.points[0], wire.points.at(-1)];
    tips.forEach((tip, side) => {
      const end = ends[side];
      const isThere = spots.some(({ terminal, x, width, side: face, block }) => {
        const edge = face === 'top' ? block.y : block.y + block.height;
        if (terminal !== end || !tip || tip[1] !== edge || Math.abs(tip[0] - x) > width / 2) return false;
        // it lies on no other terminal of that edge; centres stand on the grid, so two may lean on each other by a step
        return block.spots.every(
          (other) => other.terminal === terminal || other.side !== face || Math.abs(other.x - tip[0]) >= other.width / 2 - GRID,
        );
      });
      if (!isThere) flaws.push({ code: 'ends elsewhere', wire: id });
    });
  }
  const pieces = wires.flatMap(piecesOf);
  for (const [index, one] of pieces.entries()) {
    for (const other of pieces.slice(index + 1))
      if (one.wire !== other.wire && isAlong(one, other)) flaws.push({ code: 'lane shared', wire: one.wire, with: other.wire });
    for (const block of blocks) if (isThrough(one, block)) flaws.push({ code: 'through a body', wire: one.wire, device: block.device });
  }
  for (const [index, one] of blocks.entries()) {
    for (const other of blocks.slice(index + 1))
      if (one.x < other.x + other.width && other.x < one.x + one.width && one.y < other.y + other.height && other.y < one.y + one.height)
        flaws.push({ code: 'bodies overlap', device: one.device });
    for (const [place, caption] of one.captions.entries())
      for (const other of one.captions.slice(place + 1))
        if (isOver(caption, other)) flaws.push({ code: 'text on text', device: one.device, texts: [caption.text, other.text] });
    if (one.spots.some(({ x }) => x < one.x || x > one.x + one.width)) flaws.push({ code: 'terminal outside', device: one.device });
  }
  return flaws;
}

/** Whether two captions stand on one another. A capital is about three quarters of its size high. */
function isOver(a: TerminalCaption, b: TerminalCaption): boolean {
  const [reachA, reachB] = [widthOf(a.text, a.size) / 2, widthOf(b.text, b.size) / 2];
  return Math.abs(a.x - b.x) < reachA + reachB && a.y - 0.75 * a.size < b.y && b.y - 0.75 * b.size < a.y;
}

/** Two pieces that lie on one another for a length. */
function isAlong(a: Piece, b: Piece): boolean {
  if (a.x1 === a.x2 && b.x1 === b.x2) return a.x1 === b.x1 && a.y1 < b.y2 && b.y1 < a.y2;
  if (a.y1 === a.y2 && b.y1 === b.y2) return a.y1 === b.y1 && a.x1 < b.x2 && b.x1 < a.x2;
  return false;
}

const isThrough = ({ x1, y1, x2, y2 }: Piece, { x, y, width, height }: TerminalBlock): boolean =>
  x1 < x + width && x2 > x && y1 < y + height && y2 > y;
