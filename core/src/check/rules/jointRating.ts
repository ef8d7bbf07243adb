import { familyOf, plateNumber } from '#core/devices';
import { atMost, type Row, voltsRow } from '#core/size';
import { real } from '#core/units';
import { ruleOf } from '../finding';
import { rowOpinion } from '../rowOpinion';
import type { Study } from '../study';

/** Terminal strips, splices and parked leads: the volts that they keep apart and the amps that land on them. */
export const jointRule = ruleOf<{ readonly row: Row }>()({
  id: 'joint-rating',
  source: 'IEC 60947-7-1: rated volts and amps of a terminal',
  find: (study) =>
    Object.values(study.circuit.devices)
      .filter((device) => familyOf(device, study.circuit).group === 'joint' && 'mostV' in familyOf(device, study.circuit).fields)
      .flatMap((device) => {
        const seen = study.exploration.joints.get(device.id);
        if (!seen) return [];
        const mostA = plateNumber(device, 'carryA');
        const rows = [
          ...voltsRow(seen.volts, plateNumber(device, 'mostV'), {
            asks: 'breaks',
            rating: 'rated volts',
            source: 'nameplate, IEC 60947-7-1',
          }),
          ...(mostA === undefined
            ? []
            : [
                atMost(landedA(study, device.id), mostA, {
                  asks: 'carries',
                  unit: 'A',
                  rating: 'carry',
                  source: 'nameplate, IEC 60947-7-1',
                }),
              ]),
        ];
        return rows.flatMap((row) =>
          rowOpinion(row, [device], { told: { row }, calls: seen.calls, by: [row.unit === 'V' ? 'mostV' : 'carryA'] }),
        );
      }),
});

/** The most amps in a wire that lands on it. */
const landedA = ({ exploration }: Study, device: string): number =>
  Math.max(
    0,
    ...exploration.plan.conductors
      .filter(({ conductor }) => conductor.ends.some((end) => end?.startsWith(`${device}:`)))
      .map(({ index }) => real(exploration.conductorA, index)),
  );
