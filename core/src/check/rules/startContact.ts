import { isKind } from '#core/kinds';
import { atMost, type Row, voltsRow } from '#core/size';
import { at } from '#core/units';
import { ruleOf } from '../finding';
import { rowOpinion } from '../rowOpinion';

/** The contact of a start relay: what it makes and breaks while the motor comes up, and the volts that it then holds off. */
export const startContactRule = ruleOf<{ readonly row: Row }>()({
  id: 'start-contact',
  source: 'nameplate of the start relay; solved while the motor comes up',
  find: ({ exploration: { plan, starts } }) =>
    [...starts].flatMap(([index, seen]) => {
      const planned = at(plan.parts, index);
      if (!isKind('contact')(planned)) return [];
      const { part, device } = planned;
      const source = 'nameplate of the start relay';
      const rows: Row[] = [
        ...(seen.amps < 0.01 ? [] : [atMost(seen.amps, part.ratings.carryA, { asks: 'carries', unit: 'A', rating: 'carry', source })]),
        ...voltsRow(seen.volts, part.ratings.mostV, { asks: 'breaks', rating: 'rated volts', source }),
      ];
      return rows.flatMap((row) =>
        rowOpinion(row, [device], { told: { row }, calls: seen.calls, by: [row.unit === 'V' ? 'mostV' : 'startA'] }),
      );
    }),
});
