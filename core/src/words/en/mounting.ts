import type { Circuit, ConductorId } from '#core/circuit';
import type { MountingDoubt, Panel } from '#core/mounting';
import { figures, percent, volts } from '#core/units';
import { listed, spellEnds, tagOf } from './points';

const numberOf = (circuit: Circuit, id: ConductorId): string => circuit.conductors[id]?.number || spellEnds(circuit, id);
const millimetres = (mm: number): string => `${figures(mm, 3)} mm`;
const celsius = (c: number): string => `${figures(c, 3)} °C`;
const MOST_NAMED = 6;
const some = (names: readonly string[]): string =>
  names.length > MOST_NAMED ? `${names.slice(0, MOST_NAMED).join(', ')} and ${names.length - MOST_NAMED} more` : listed(names);

/** Ducts by where they are: `the duct at the left`, `duct 2 from above`. */
export function tellDuct({ mounts }: Panel, index: number): string {
  const duct = mounts[index];
  if (!duct) return 'a duct';
  const isUpright = duct.heightMm > duct.widthMm;
  const alike = mounts.flatMap((one, at) => (one.kind === 'duct' && one.heightMm > one.widthMm === isUpright ? [{ one, at }] : []));
  const sorted = alike.sort((a, b) => (isUpright ? a.one.xMm - b.one.xMm : a.one.yMm - b.one.yMm));
  const nth = sorted.findIndex(({ at }) => at === index);
  if (!isUpright) return `duct ${nth + 1} from above`;
  return sorted.length === 2 ? `the duct at the ${nth === 0 ? 'left' : 'right'}` : `upright duct ${nth + 1} from the left`;
}

/** What is wrong with how a panel is laid out: title, and what to do. */
export function tellMountingDoubt(
  circuit: Circuit,
  panel: Panel,
  doubt: MountingDoubt,
): { readonly title: string; readonly remedy: string } {
  const tags = some(doubt.devices.map((id) => tagOf(circuit, id)));
  const are = doubt.devices.length > 1 ? 'are' : 'is';
  switch (doubt.code) {
    case 'no size':
      return {
        title: `${panel.place.name || 'The panel'} has no size`,
        remedy: 'Type its width and height, or let it be placed: the smallest that is sold is taken.',
      };
    case 'not placed':
      return {
        title: `${tags} ${are} not placed`,
        remedy: 'Place them, or take them out of this panel. Until then lengths, spare and fill are of the others alone.',
      };
    case 'beyond the edge':
      return { title: `${tags} ${are} beyond the edge`, remedy: 'Move it onto the plate, or take a larger enclosure.' };
    case 'in one another':
      return { title: `${tags} stand in one another`, remedy: 'Move one of them; look at its real body.' };
    case 'on a duct':
      return { title: `${tags} stands on a duct`, remedy: 'Move it between the ducts.' };
    case 'off its rail':
      return { title: `${tags} is off its rail`, remedy: 'Snap it on a rail: its foot is made for one.' };
    case 'no room to bend':
      return {
        title: `${tags} stands ${millimetres(doubt.mm)} from its duct`,
        remedy: 'Leave 20 mm: wires bend there, and a finger and a number must fit.',
      };
    case 'usual bodies':
      return {
        title: `${doubt.devices.length} bodies are as usual for their kind`,
        remedy: 'Measure them, or read the sheet of the part, before anything is drilled.',
      };
    case 'duct full':
      return {
        title: `${tellDuct(panel, doubt.duct)} is ${percent(doubt.share)} full`,
        remedy: `Keep it under ${percent(doubt.most)}: a wider or deeper duct, or another way for some of its wires.${doubt.isDepthTypical ? ` Nobody said how deep it is: taken as ${millimetres(doubt.depthMm)}.` : ''}`,
      };
    case 'duct too deep':
      return {
        title: `${tellDuct(panel, doubt.duct)} is ${millimetres(doubt.depthMm)} deep in a box of ${millimetres(doubt.boxMm)}`,
        remedy: 'Take a lower duct, or a deeper box: the door does not close over it.',
      };
    case 'ducts mixed': {
      const where = listed(doubt.ducts.map((duct) => tellDuct(panel, duct)));
      const who = some(doubt.low.map((id) => `wire ${numberOf(circuit, id)}`));
      return doubt.weak.length > 0
        ? {
            title: `Insulation too weak beside ${volts(doubt.highestV)}: ${some(doubt.weak.map((id) => `wire ${numberOf(circuit, id)}`))}`,
            remedy: `Mains and extra-low volts share ${where}. Take wire for the highest volts there, or keep them in ducts of their own.`,
          }
        : {
            title: `Mains and extra-low volts share ${where}`,
            remedy: `Every insulation there is for ${volts(doubt.highestV)} or more. If ${who} must count as Class 2 or SELV, give them a duct or a divider of their own.`,
          };
    }
    case 'hot':
      return {
        title: `${celsius(doubt.insideC)} inside, in the worst state seen`,
        remedy: `Above ${celsius(doubt.limitC)} ratings fall. Most comes from ${tags}: take them out, a larger enclosure, or a fan with its filter.`,
      };
    case 'heat not known':
      return {
        title: 'Cannot clear the heat',
        remedy:
          doubt.devices.length > 0
            ? `Read the nameplates of ${tags}: what is not read gives no heat in the model.`
            : 'Not every state of this circuit was tried; a warmer one may be among those left out.',
      };
    case 'no spare':
      return {
        title: `${percent(doubt.share)} of the rails is free`,
        remedy: `Keep ${percent(doubt.wanted)} for what comes later, or take a larger enclosure.`,
      };
  }
}
