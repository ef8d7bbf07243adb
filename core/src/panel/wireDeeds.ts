import { type Circuit, type Conductor, type ConductorId, cableIdSchema, type EditChange, type TerminalId, terminalId } from '#core/circuit';
import { addPart, wireAdder } from './add';
import { conductorIds, freeTag, nextTag, tagsIn } from './naming';

type CableId = NonNullable<Conductor['cable']>;

/** Puts a wire into a cable, as its next core, or takes it out of one. @param into the cable; `new`: one of its own; null: none */
export function intoCable(circuit: Circuit, id: ConductorId, into: CableId | 'new' | null): EditChange[] {
  const wire = circuit.conductors[id];
  if (!wire || wire.cable === into) return [];
  if (into === null) return [{ type: 'describeConductor', conductor: id, to: { cable: null, core: null } }];
  if (into !== 'new') return [{ type: 'describeConductor', conductor: id, to: { cable: into, core: nextCore(circuit, into) } }];
  const taken = new Set([...tagsIn(circuit), ...Object.values(circuit.cables).map(({ tag }) => tag as string)]);
  const tag = freeTag(taken, 'W');
  const cable = cableIdFor(circuit, tag);
  return [
    { type: 'addCable', cable: { id: cable, tag, title: '', insulationV: wire.insulationV, lengthM: wire.lengthM } },
    { type: 'describeConductor', conductor: id, to: { cable, core: 1 } },
  ];
}

/** An id for a cable, as its tag says it. */
export function cableIdFor({ cables }: Pick<Circuit, 'cables'>, tag: string): CableId {
  for (let count = 0; ; count++) {
    const id = cableIdSchema.parse(`c${tag}${count === 0 ? '' : `-${count}`}`);
    if (!Object.hasOwn(cables, id)) return id;
  }
}

const nextCore = ({ conductors }: Circuit, cable: CableId): number =>
  1 + Math.max(0, ...Object.values(conductors).flatMap((wire) => (wire.cable === cable ? [wire.core ?? 0] : [])));

/**
 * Cuts a wire and joins it again in a splice: its first part keeps its name, the other goes on under the same number. How long each part
 * is nobody has measured; they share what the whole had.
 * @param by sets the ids of one who adds apart from those of another
 */
export function spliced(circuit: Circuit, id: ConductorId, by: string): EditChange[] {
  const wire = circuit.conductors[id];
  const [, end] = wire?.ends ?? [];
  if (!wire || !end) return [];
  const { changes, device } = addPart(circuit, {
    family: 'splice',
    tag: nextTag(circuit, 'X'),
    title: `Splice in ${wire.number || 'a wire'}`,
  });
  const joint = terminalId(device, 'J');
  const { value } = wire.lengthM;
  const lengthM: Conductor['lengthM'] =
    typeof value === 'number' ? { value: Math.round(500 * value) / 1000, evidence: 'assumed' } : { value: null, evidence: 'unknown' };
  return [
    ...changes,
    { type: 'moveEnd', conductor: id, end: 1, to: joint },
    { type: 'describeConductor', conductor: id, to: { lengthM } },
    {
      type: 'addConductor',
      conductor: { ...wire, id: conductorIds(circuit, by).next().value, ends: [joint, end], lengthM, landings: [...wire.landings] },
    },
  ];
}

/** Takes a potential on: a wire of the same number, colour and size from where one ends to another terminal. */
export function takenOn(circuit: Circuit, id: ConductorId, side: 0 | 1, to: TerminalId, by: string): EditChange[] {
  const wire = circuit.conductors[id];
  const from = wire?.ends[side];
  if (!wire || !from || from === to) return [];
  return [wireAdder(circuit, by)({ ends: [from, to], number: wire.number, colour: wire.colour, size: wire.size })];
}
