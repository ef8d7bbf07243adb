import { deviceOf } from '#core/circuit';
import { real } from '#core/units';
import { type Opinion, ruleOf } from '../finding';

export interface InsulationTold {
  readonly cable: string;
  readonly number: string;
  readonly insulationV: number;
}

/** Every core of a sheath is insulated for the highest volts in it; extra-low beside mains asks for it above all. */
export const insulationRule = ruleOf<InsulationTold>()({
  id: 'insulation-in-sheath',
  source: 'NEC 300.3(C); IEC 60364-4-41',
  find: ({ exploration, circuit }) =>
    Object.values(circuit.cables).flatMap((cable): Opinion<InsulationTold>[] => {
      const cores = exploration.plan.conductors.filter(({ conductor }) => conductor.cable === cable.id);
      const highest = Math.max(0, ...cores.flatMap(({ nodes }) => nodes.map((node) => real(exploration.greatestToEarth, node))));
      const weak = cores.find(({ conductor }) => conductor.insulationV < highest)?.conductor;
      if (!weak) return [];
      const end = weak.ends[0] ?? weak.ends[1];
      const device = end && circuit.devices[deviceOf(end)];
      return [
        {
          about: device ? [device] : [],
          key: cable.id,
          verdict: 'danger',
          told: { cable: cable.tag, number: weak.number, insulationV: weak.insulationV },
          is: highest,
          limit: weak.insulationV,
          unit: 'V',
        },
      ];
    }),
});
