import type { Device, DeviceId } from '#core/circuit';
import { familyOf, missingFacts } from '#core/devices';
import { callsKey, type Exploration, triedWhole } from '#core/explore';
import { graphOf, isWired } from '#core/graph';
import { isKind } from '#core/kinds';
import { ruleOf } from '../finding';
import type { Study } from '../study';

/** A thermostat, a float, a photocell, a switch that is wired, and moves nothing in any state that was tried. */
export const changesNothingRule = ruleOf<{ readonly states: number }>()({
  id: 'changes-nothing',
  source: 'common practice: what is worked is seen to do something before it is left',
  find(study) {
    const tried = triedWhole(study.exploration);
    const moves = movesWhole(study);
    return [...pairsOf(study.exploration)].flatMap(([id, { states, differs }]) => {
      const device = study.circuit.devices[id];
      if (differs || !device || !isCaller(study, device) || !tried(id) || !moves(id)) return [];
      return [{ about: [device], verdict: 'look' as const, told: { states } }];
    });
  },
});

/** By device, states that differ by what it calls alone, and whether anything else is seen otherwise in one of them. */
function pairsOf({ endings, plan: { circuit } }: Exploration): ReadonlyMap<DeviceId, { states: number; differs: boolean }> {
  const found = new Map<DeviceId, { states: number; differs: boolean }>();
  for (const { calls, seen } of endings.values())
    for (const id of new Set(calls.flatMap((call) => ('device' in call ? [call.device] : [])))) {
      const one = found.get(id) ?? { states: 0, differs: false };
      found.set(id, one);
      if (one.differs) continue;
      const without = endings.get(callsKey(calls.filter((call) => !('device' in call) || call.device !== id)));
      if (!without) continue;
      one.states++;
      one.differs = [...new Set([...Object.keys(seen), ...Object.keys(without.seen)])].some(
        (tag) => tag !== circuit.devices[id]?.tag && seen[tag] !== without.seen[tag],
      );
    }
  return new Map([...found].filter(([, { states }]) => states > 0));
}

/** Switches, and what decides by itself: a photocell, a time clock. */
const CALLERS: ReadonlySet<string> = new Set(['switch', 'control']);

/** Something that is worked and stays so, with a contact in use: what a push does is over when it is let go. */
function isCaller({ circuit, exploration: { plan } }: Study, device: Device): boolean {
  const inputs = plan.inputs.filter((input) => input.device.id === device.id);
  const isUsed = plan
    .partsIn(device.id)
    .some(({ part }) => part.kind === 'contact' && [part.a, part.b].every((mark) => isWired(plan, device.id, mark)));
  return (
    CALLERS.has(familyOf(device, circuit).group) &&
    isUsed &&
    inputs.length > 0 &&
    inputs.every(({ facts }) => facts.kind === 'maintained' && facts.use === undefined)
  );
}

/**
 * What nobody has read moves nothing in the model, a coil that does not pull is told by itself, and a program takes a call in its own time:
 * there nothing is said of what calls it.
 */
function movesWhole({ circuit, exploration: { plan }, coils }: Study): (device: DeviceId) => boolean {
  const { neighbourhoodOf } = graphOf(plan);
  const unread = Object.values(circuit.devices).filter((device) => missingFacts(device, circuit).length > 0);
  const stuck = coils.filter(({ verdict }) => verdict !== 'good');
  const unsure = plan.parts.filter(
    (planned) => isKind('controller')(planned) || ('ratedV' in planned.part && planned.part.ratedV === undefined),
  );
  const doubtful = new Set([...unread.map(({ id }) => id), ...[...stuck, ...unsure].map(({ device }) => device.id)].map(neighbourhoodOf));
  return (id) => !doubtful.has(neighbourhoodOf(id));
}
