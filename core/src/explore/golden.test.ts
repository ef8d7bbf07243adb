import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { type Coil, isKind } from '#core/kinds';
import { planNetwork } from '#core/network';
import { at } from '#core/units';
import { DEMO, demo } from '../testing/demo';
import { digest } from '../testing/digest';
import { ODD } from '../testing/odd';
import { unitPanel } from '../testing/panel';
import { coilAcross, drain, type Exploration, explore, groupsNear, pairing, transformersUnder } from './index';

/** What every part meets over all states, as text beside this file: a change shows line by line and is to be looked at. */
const nameOf = ({ plan }: Exploration, part: number): string => {
  const { device, part: own } = at(plan.parts, part);
  return `${device.tag} ${own.id}`;
};

function exploredText(seen: Exploration): string {
  const named = (map: ReadonlyMap<number, unknown>): Map<string, unknown> =>
    new Map([...map].map(([part, exposure]) => [nameOf(seen, part), exposure]));
  const { coils, contacts, transformers, loads, throws, callInputs, fuseA, endings, statesSeen, untried } = seen;
  return `${digest({
    statesSeen,
    untried,
    endings,
    coils: named(coils),
    contacts: named(new Map(seen.plan.parts.filter(isKind('contact')).map(({ index }) => [index, contacts.get(index)]))),
    transformers: named(transformers),
    loads: named(loads),
    throws: named(throws),
    callInputs: named(callInputs),
    fuseA: named(fuseA),
    conductorA: seen.conductorA,
    greatestToEarth: seen.greatestToEarth,
  })}\n`;
}

/** Coils that are put on each pair: the one that is there, a heavy one, one for DC. */
const TRIED: readonly Partial<Coil>[] = [{}, { inrushVa: 60, sealedVa: 20 }, { current: 'DC', hz: 0, ratedV: 24 }];

function pairsText(circuit: Circuit): string {
  const plan = planNetwork(circuit);
  const coils = plan.parts.filter(isKind('coil'));
  const lines = coils.map((coil) => {
    const { pairs, untried } = drain(pairing(plan, coil, { groups: groupsNear(plan, coil.device.id) }));
    return [
      `${coil.device.tag} ${coil.part.id}`,
      {
        untried,
        pairs: pairs.map(({ calls, openV, shortA, pullIn, held, rest }) => ({
          calls,
          openV,
          shortA,
          moments: [pullIn, held, rest].map((moment) =>
            TRIED.flatMap((other) =>
              (['out', 'in'] as const).map((mode) => [
                coilAcross(moment, { ...coil.part, ...other }, mode),
                transformersUnder(moment, { ...coil.part, ...other }, mode),
              ]),
            ),
          ),
        })),
      },
    ] as const;
  });
  return `${digest(new Map<string, unknown>(lines))}\n`;
}

const CIRCUITS: readonly (readonly [string, Circuit])[] = [
  ...DEMO.map((name) => [name, demo(name)] as const),
  ...Object.entries(ODD),
  ['units', unitPanel(16)],
];

describe('what is met over all states stands as it stood', () => {
  it.each(CIRCUITS)('in %s', async (name, circuit) => {
    await expect(exploredText(explore(circuit))).toMatchFileSnapshot(`golden/${name}.txt`);
  });
});
describe('what a coil put on a pair would get stands as it stood', () => {
  it.each(CIRCUITS.filter(([name]) => ['Q1', 'Q3', 'Q7', 'L4', 'seal', 'twoTransformers', 'threePhase'].includes(name)))(
    'in %s',
    async (name, circuit) => {
      await expect(pairsText(circuit)).toMatchFileSnapshot(`golden/pairs-${name}.txt`);
    },
  );
});
