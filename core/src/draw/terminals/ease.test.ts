import { expect, it } from 'vitest';
import type { ConductorId } from '#core/circuit';
import { planCircuit } from '#core/graph';
import { demo, SHIPPED } from '../../testing/demo';
import { bodiesOf } from './blocks';
import { ease } from './ease';
import { frameOf } from './frame';
import { burdenOf, costOfAll, type Harness, harnessOf } from './harness';

const WIDTH = 860;

/** Bodies three to a row as they come, mains apart. */
function laid(name: (typeof SHIPPED)[number]): Harness {
  const plan = planCircuit(demo(name));
  const devices = Object.values(plan.circuit.devices).sort((a, b) => (a.id < b.id ? -1 : 1));
  const shown = plan.conductors.flatMap(({ conductor: { id, ends } }): ConductorId[] =>
    ends[0] && ends[1] && ends[0] !== ends[1] ? [id] : [],
  );
  const bodies = bodiesOf(plan, devices, new Set(shown));
  const rows = bodies.flatMap((_, index) => (index % 3 === 0 ? [bodies.slice(index, index + 3)] : []));
  return harnessOf(frameOf(plan.circuit, bodies, shown), rows);
}

const pins = ({ choice, hops }: Harness): readonly (readonly number[])[] => [
  choice.gaps.flat(2).sort((a, b) => a - b),
  choice.ways.flatMap((ways) => ways.flatMap(({ slots }) => slots)).sort((a, b) => a - b),
  hops.flat().map(({ from }) => from),
];

it.each(SHIPPED)('%s costs less with its wires eased, and every wire passes the rows that it passed', (name) => {
  const [straight, eased] = [laid(name), laid(name)];
  ease(eased, WIDTH, 300_000);
  expect(costOfAll(eased, WIDTH)).toBeLessThanOrEqual(costOfAll(straight, WIDTH));
  expect(pins(eased)).toEqual(pins(straight));
  // what was reckoned channel by channel is what a whole look finds
  const crossings = eased.hops.map((_, channel) => burdenOf(eased, channel).crossings);
  expect(crossings.reduce((sum, one) => sum + one, 0)).toBeLessThan(
    straight.hops.reduce((sum, _, channel) => sum + burdenOf(straight, channel).crossings, 0),
  );
});

it('with nothing to try leaves the wires as they are', () => {
  const harness = laid('Q3');
  const before = [...harness.x];
  ease(harness, WIDTH, 0);
  expect([...harness.x]).toEqual(before);
});
