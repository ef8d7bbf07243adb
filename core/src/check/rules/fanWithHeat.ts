import type { Device, DeviceId } from '#core/circuit';
import { familyOf, plateNumber } from '#core/devices';
import { graphOf } from '#core/graph';
import { isKind } from '#core/kinds';
import { schoolOf } from '#core/schools';
import { at } from '#core/units';
import { type Opinion, ruleOf } from '../finding';
import type { Study } from '../study';
import { heats } from './heats';

export interface FanTold {
  readonly code: 'late' | 'early';
  readonly seconds: number;
}

const [MOST_ON_S, LEAST_OFF_S] = [10, 30] as const;

/** Elements that run without air: at most 10 s where the appliance allows, and an off-delay that carries the heat away. */
export const fanRule = ruleOf<FanTold>()({
  id: 'fan-with-heat',
  source: 'common practice: on together or within 10 s, off after 30 to 120 s',
  find(study) {
    const { circuit, practice } = study;
    if (schoolOf(practice, 'fanWithHeat') === 'continuous') return [];
    return Object.values(circuit.devices).flatMap((device): Opinion<FanTold>[] => {
      const [on, off] = [plateNumber(device, 'onDelayS'), plateNumber(device, 'offDelayS')];
      if (on === undefined || off === undefined || (on <= MOST_ON_S && off >= LEAST_OFF_S)) return [];
      if (!heatsNear(study, device) || !movesAir(study, device, new Set())) return [];
      const isLate = on > MOST_ON_S;
      return [
        {
          about: [device],
          verdict: 'look',
          told: isLate ? { code: 'late', seconds: on } : { code: 'early', seconds: off },
          is: isLate ? on : off,
          limit: isLate ? MOST_ON_S : LEAST_OFF_S,
          limitKind: 'typical',
          unit: 's',
          by: [isLate ? ('onDelayS' as const) : ('offDelayS' as const)],
        },
      ];
    });
  },
});

const doesOf = ({ circuit }: Study, device: Device) => familyOf(device, circuit).is?.does;

function heatsNear(study: Study, device: Device): boolean {
  const { neighbourhoodOf } = graphOf(study.exploration.plan);
  return Object.values(study.circuit.devices).some(
    (other) => heats(study.circuit, other) && neighbourhoodOf(other.id) === neighbourhoodOf(device.id),
  );
}

/** Whether one of its contacts leads to what moves air, by itself or by the coils of others. @param seen those that were asked already */
function movesAir(study: Study, device: Device, seen: Set<DeviceId>): boolean {
  if (seen.has(device.id)) return false;
  seen.add(device.id);
  const { plan, contacts } = study.exploration;
  return plan
    .partsIn(device.id)
    .filter(isKind('contact'))
    .some(({ index }) =>
      contacts.get(index)?.serves.some(({ part, kind }) => {
        const served = at(plan.parts, part).device;
        return kind === 'motor' ? doesOf(study, served) === 'moves' : kind === 'coil' && movesAir(study, served, seen);
      }),
    );
}
