import { familyOf, plateNumber } from '#core/devices';
import { type Row, voltsRow } from '#core/size';
import { type Opinion, ruleOf } from '../finding';

/** Poles of one part on different supplies: what lies between them must hold the volts that stand there. */
export const betweenRule = ruleOf<{ readonly row: Row }>()({
  id: 'between-poles',
  source: 'IEC 60947-1, IEC 61810-1: rated insulation volts',
  find: ({ circuit, exploration }) =>
    Object.values(circuit.devices).flatMap((device): Opinion<{ readonly row: Row }>[] => {
      const seen = exploration.joints.get(device.id);
      const { group, fields } = familyOf(device, circuit);
      if (!seen || group === 'joint' || !('mostV' in fields)) return [];
      const [poleV, mostV] = [plateNumber(device, 'poleV'), plateNumber(device, 'mostV')];
      // what a pole breaks is asked apart: here counts what is more than that
      const heldV = poleV ?? (mostV !== undefined && seen.volts <= mostV * 1.005 ? mostV : 'poleV' in fields ? undefined : mostV);
      if (heldV === undefined && mostV === undefined) return [];
      return voltsRow(seen.volts, heldV, { asks: 'between its poles', rating: 'rated volts', source: 'nameplate' })
        .filter(({ verdict }) => verdict !== 'good')
        .map((row) => {
          const field = 'poleV' in fields ? ('poleV' as const) : ('mostV' as const);
          return {
            about: [device],
            verdict: row.verdict,
            told: { row },
            calls: seen.calls,
            is: row.is,
            limit: row.limit,
            unit: row.unit,
            by: [field],
            ...(row.verdict === 'cannot-clear' ? { missing: [field] } : {}),
          };
        });
    }),
});
