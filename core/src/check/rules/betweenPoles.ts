import { familyOf, plateNumber } from '#core/devices';
import { isKind } from '#core/kinds';
import { codeVolts, type Row, voltsRow } from '#core/size';
import { type Opinion, ruleOf } from '../finding';
import { rowOpinion } from '../rowOpinion';
import type { Study } from '../study';

/** Poles of one part on different supplies: what lies between them must hold the volts that stand there. */
export const betweenRule = ruleOf<{ readonly row: Row }>()({
  id: 'between-poles',
  source: 'IEC 60947-1, IEC 61810-1: rated insulation volts',
  find: (study) => [...study.exploration.joints.keys()].flatMap((id) => judged(study, id)),
});

function judged(
  { circuit, exploration, poles }: Study,
  id: Parameters<Study['exploration']['joints']['get']>[0],
): Opinion<{ readonly row: Row }>[] {
  const [seen, device] = [exploration.joints.get(id), circuit.devices[id]];
  if (!seen || !device) return [];
  const { group, fields } = familyOf(device, circuit);
  const own = exploration.plan.partsIn(id);
  // a guard's volts are those that drive its fault, line to line where it has several poles
  if (group === 'joint' || own.some(isKind('fuse'))) return [];
  // that its volts are not read is told by the contact that breaks them
  if (poles.some((pole) => pole.device === device && pole.rows.some(({ asks, limit }) => asks === 'breaks' && limit === undefined)))
    return [];
  const printed =
    plateNumber(device, 'mostV') ?? Math.max(0, ...own.filter(isKind('contact')).map(({ part }) => codeVolts(part.ratings) ?? 0));
  const field = 'poleV' in fields ? ('poleV' as const) : ('mostV' as const);
  // what a pole breaks is asked apart: here counts what is more than that
  const heldV = plateNumber(device, 'poleV') ?? (field === 'mostV' || seen.volts <= printed * 1.005 ? printed || undefined : undefined);
  return voltsRow(seen.volts, heldV, { asks: 'between its poles', rating: 'rated volts', source: 'nameplate, IEC 60947-1' }).flatMap(
    (row) => rowOpinion(row, [device], { told: { row }, calls: seen.calls, by: [field], key: '' }),
  );
}
