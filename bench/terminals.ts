// Crossings of the terminal view beside those of a general layered layout on the same devices, terminals and wires: one port for each end of
// a wire, on the side where the hand finds it.
import ElkConstructor, { type ElkNode } from 'elkjs';
import type { Circuit } from '#core/circuit';
import { layoutTerminals, type TerminalSheet, verifyTerminals } from '#core/draw';
import { planNetwork } from '#core/network';
import { demo, SHIPPED } from '../core/src/testing/demo';

const elk = new ElkConstructor();

/** The same bodies with a port for each wire's end. */
function graphOf(circuit: Circuit, sheet: TerminalSheet): ElkNode {
  const portOf = new Map<string, string>();
  const children = sheet.blocks.map((block) => ({
    id: block.device,
    width: block.width,
    height: block.height,
    layoutOptions: { 'elk.portConstraints': 'FIXED_ORDER' },
    ports: block.spots.flatMap(({ terminal, side }) =>
      sheet.wires
        .flatMap((wire) => {
          const ends = circuit.conductors[wire.conductor]?.ends ?? [];
          return ([0, 1] as const).flatMap((end) => {
            const tip = end === 0 ? wire.points[0] : wire.points.at(-1);
            const isHere = ends[end] === terminal && tip?.[1] === (side === 'top' ? block.y : block.y + block.height);
            return isHere ? [{ key: `${wire.conductor} ${end}`, x: tip[0] }] : [];
          });
        })
        .sort((a, b) => (side === 'top' ? a.x - b.x : b.x - a.x))
        .map(({ key }) => {
          portOf.set(key, `p ${key}`);
          return { id: `p ${key}`, width: 1, height: 1, layoutOptions: { 'elk.port.side': side === 'top' ? 'NORTH' : 'SOUTH' } };
        }),
    ),
  }));
  return {
    id: 'root',
    layoutOptions: { 'elk.algorithm': 'layered', 'elk.direction': 'DOWN', 'elk.edgeRouting': 'ORTHOGONAL' },
    children,
    edges: sheet.wires.flatMap(({ conductor }) => {
      const [a, b] = [portOf.get(`${conductor} 0`), portOf.get(`${conductor} 1`)];
      return a && b ? [{ id: conductor, sources: [a], targets: [b] }] : [];
    }),
  };
}

type Piece = readonly [x1: number, y1: number, x2: number, y2: number, wire: string];

/** Places where two wires cross at right angles. */
function crossings(pieces: readonly Piece[]): number {
  const [lying, standing] = [pieces.filter(([, y1, , y2]) => y1 === y2), pieces.filter(([x1, , x2]) => x1 === x2)];
  let count = 0;
  for (const [x1, y, x2, , one] of lying)
    for (const [x, y1, , y2, other] of standing)
      if (one !== other && x > Math.min(x1, x2) && x < Math.max(x1, x2) && y > Math.min(y1, y2) && y < Math.max(y1, y2)) count++;
  return count;
}

const piecesOf = (points: readonly (readonly [number, number])[], wire: string): Piece[] =>
  points.slice(1).map(([x, y], index) => [points[index]![0], points[index]![1], x, y, wire]);

console.log('circuit   wires   ours: crossings, width x height, ms     layered: crossings, width x height, ms');
let [ours, theirs] = [0, 0];
for (const name of SHIPPED) {
  const circuit = demo(name);
  const plan = planNetwork(circuit);
  let begun = performance.now();
  const sheet = layoutTerminals(plan);
  const ownMs = performance.now() - begun;
  if (verifyTerminals(circuit, sheet).length > 0) throw new Error(`${name}: the drawing is not the netlist`);
  const own = crossings(sheet.wires.flatMap(({ conductor, points }) => piecesOf(points, conductor)));
  begun = performance.now();
  const laid = await elk.layout(graphOf(circuit, sheet));
  const elkMs = performance.now() - begun;
  const pieces = (laid.edges ?? []).flatMap(({ id, sections }) =>
    (sections ?? []).flatMap(({ startPoint, bendPoints = [], endPoint }) =>
      piecesOf(
        [startPoint, ...bendPoints, endPoint].map(({ x, y }) => [x, y] as const),
        id,
      ),
    ),
  );
  const other = crossings(pieces);
  ours += own;
  theirs += other;
  console.log(
    `${name.padEnd(9)} ${String(sheet.wires.length).padStart(5)}   ${String(own).padStart(5)}  ${`${sheet.width}x${sheet.height}`.padEnd(10)} ${ownMs.toFixed(0).padStart(5)}          ${String(other).padStart(5)}  ${`${Math.round(laid.width ?? 0)}x${Math.round(laid.height ?? 0)}`.padEnd(10)} ${elkMs.toFixed(0).padStart(5)}`,
  );
}
console.log(`together: ${ours} against ${theirs}, ${(ours / theirs).toFixed(2)} of the layered layout's`);
