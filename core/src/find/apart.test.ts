import { describe, expect, it } from 'vitest';
import { type Complaint, deviceOf, isLooseEnd, isTerminal, type Point, spellPoint, terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { drain } from '#core/explore';
import { EARTH_NODE } from '#core/graph';
import { type NetworkPlan, unitResponse } from '#core/network';
import { frameAt, runLog, settleMoment } from '#core/sequence';
import { grouped, real } from '#core/units';
import { tellSuspect } from '#core/words';
import { COMPLAINING, complaining } from '../testing/complaint';
import { unitPanel } from '../testing/panel';
import { predicting } from './index';
import { rigWith } from './suspects';

/** A point held to earth by less is read for what it is by any meter. */
const STIFF_OHMS = 1000;
/** So far apart on the scale where noise is 1 no hand takes one reading for the other. */
const APART = 5;

/** Where a hand reads by habit: across each part, and from the frame to what the healthy circuit holds to it, so that it is no ghost. */
function habitsOf(plan: NetworkPlan, { log, atMs }: Complaint): { red: Point; black: Point }[] {
  const rig = rigWith(plan, undefined);
  settleMoment(rig, frameAt(runLog(rig, log, { untilMs: atMs }), atMs).moment);
  const wired = plan.points.filter((point) => !isLooseEnd(point) && plan.wiresAt(point).length > 0);
  const ohms = (point: Point): number =>
    Math.max(
      ...rig.nets.map((net) => {
        const node = plan.nodeOf(point);
        const { re, im } = unitResponse(net, node, EARTH_NODE);
        return node < 0 ? 0 : Math.hypot(real(re, node), real(im, node));
      }),
    );
  const frame = wired.find(
    (point) => isTerminal(point) && familyOf(plan.circuit.devices[deviceOf(point)]!, plan.circuit).is?.earth === true,
  );
  return [
    ...plan.parts.flatMap(({ device, part }) =>
      'a' in part && 'b' in part ? [{ red: terminalId(device.id, part.a), black: terminalId(device.id, part.b) }] : [],
    ),
    ...(frame ? wired.filter((point) => ohms(point) < STIFF_OHMS).map((red) => ({ red, black: frame })) : []),
  ];
}

const LOOKED = [...COMPLAINING, ...complaining('more units than are followed each', unitPanel(100))];

describe('what is said to read the same', () => {
  it.each(LOOKED)('reads the same wherever a hand reads by habit in %s', (_, plan, complaint) => {
    const also = habitsOf(plan, complaint);
    const all = drain(predicting(plan, complaint, { also }));
    const plain = drain(predicting(plan, complaint));
    const pairs = also.map(({ red, black }) => all.pairOf(red, black)).filter((pair) => pair >= 0);
    const apart: string[] = [];
    for (const [first = 0, ...others] of grouped([...plain.suspects.keys()], (index) => plain.classOf[index]!).values())
      for (const other of others) {
        const told = pairs.find((pair) => all.scaled.some((read) => Math.abs(read[first]![pair]! - read[other]![pair]!) > APART));
        if (told === undefined) continue;
        const [i, j] = all.pairs[told]!;
        const [one, two] = [first, other].map((index) => tellSuspect(plan, plain.suspects[index]!.fault));
        apart.push(`${one} / ${two} at ${spellPoint(plan.circuit, all.points[i]!)}–${spellPoint(plan.circuit, all.points[j]!)}`);
      }
    expect(apart).toEqual([]);
  });
});
