import { expect, it } from 'vitest';
import { studyOf } from '#core/check';
import type { Circuit, DeviceId } from '#core/circuit';
import { drain, type Exploration, explore, exploring, scopeOn } from '#core/explore';
import { isKind } from '#core/kinds';
import { planNetwork } from '#core/network';
import { DEFAULT_PRACTICE } from '#core/schools';
import { DEMO, demo } from '../testing/demo';
import { DRAWN } from '../testing/drawn';
import { ODD } from '../testing/odd';

/** What is judged of a device from what was seen. */
function judged(exploration: Exploration, id: DeviceId) {
  const { plan, transformers } = exploration;
  const { coils, poles } = studyOf(plan.circuit, exploration, DEFAULT_PRACTICE, (device) => device === id);
  return {
    coils: coils.map(({ verdict, word, hold }) => [verdict, word, hold]),
    poles: poles.map(({ contact, verdict }) => [contact, verdict]),
    lowestV: plan
      .partsIn(id)
      .filter(isKind('transformer'))
      .map(({ index }) => transformers.get(index)?.lowestV.toFixed(1)),
  };
}

// of "thermostats" one of six brings 120 V astray to a 24 V transformer: what that does to it shows in no state that bears on it
const { thermostats: _astray, ...odd } = ODD;

it.each([...DEMO.map((name): [string, Circuit] => [name, demo(name)]), ...Object.entries(DRAWN), ...Object.entries(odd)])(
  'of every device of %s the states that bear on it say what all states say',
  (_name, circuit) => {
    const plan = planNetwork(circuit);
    const whole = explore(plan.circuit, [], plan);
    for (const id of Object.keys(plan.circuit.devices) as DeviceId[]) {
      const seen = drain(exploring(plan, [], { ...scopeOn(plan, id, whole.extremes), isWatched: ({ device }) => device.id === id }));
      expect(judged(seen, id), plan.circuit.devices[id]?.tag).toEqual(judged(whole, id));
    }
  },
);
