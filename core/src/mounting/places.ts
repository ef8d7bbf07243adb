import { type Circuit, type Device, type EditChange, PLAIN_PLACE, type Place, placeIdSchema } from '#core/circuit';
import { partsOf } from '#core/devices';
import type { Tables } from '#core/size';
import { bodyOf } from './bodies';

/** The id for a new place: made of its name, and of a count where that was used before. */
function placeIdFor({ places }: Pick<Circuit, 'places'>, name: string): Place['id'] {
  const plain =
    name
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 34) || 'place';
  for (let count = 0; ; count++) {
    const id = placeIdSchema.parse(`l${plain}${count === 0 ? '' : `-${count}`}`);
    if (!Object.hasOwn(places, id)) return id;
  }
}

/** A new place. @param of the panel that a door belongs to */
export const newPlace = (
  circuit: Pick<Circuit, 'places'>,
  name: string,
  kind: Place['kind'],
  of: Place['id'] | null = null,
): EditChange => ({
  type: 'addPlace',
  place: { ...PLAIN_PLACE, mounts: [], id: placeIdFor(circuit, name), name, kind, parent: of },
});

/** Where a device usually is: what a hand works and what shows, in the door; what moves, heats and senses, and the supply, outside. Common practice. */
function usualSide(device: Device, circuit: Circuit, tables: Tables): 'panel' | 'door' | 'field' {
  const { usual } = bodyOf(device, circuit, tables);
  if (usual === 'door') return 'door';
  const isMains = partsOf(device, circuit).some((part) => part.kind === 'source' && (part.role === 'mains' || part.role === 'call-input'));
  return usual === 'field' || isMains ? 'field' : 'panel';
}

/** Puts every device that is nowhere where such devices usually are: one panel, its door, and the field. */
export function proposedPlaces(circuit: Circuit, tables: Tables): readonly EditChange[] {
  const waiting = Object.values(circuit.devices).filter(({ place }) => place === null);
  if (waiting.length === 0) return [];
  const there = Object.values(circuit.places);
  const panel = there.find(({ kind }) => kind === 'panel' || kind === 'enclosure');
  const door = panel && there.find(({ kind, parent }) => kind === 'door' && parent === panel.id);
  const field = there.find(({ kind }) => kind === 'field');
  const sides = waiting.map((device) => ({ device, side: usualSide(device, circuit, tables) }));
  const changes: EditChange[] = [];
  const needs = (side: 'panel' | 'door' | 'field'): boolean => sides.some((one) => one.side === side);
  const made = (name: string, kind: Place['kind'], of: Place['id'] | null = null): Place['id'] => {
    const change = newPlace(circuit, name, kind, of);
    changes.push(change);
    return change.type === 'addPlace' ? change.place.id : placeIdFor(circuit, name);
  };
  const panelId = panel?.id ?? (needs('panel') || needs('door') ? made('Panel', 'panel') : undefined);
  const doorId = door?.id ?? (needs('door') && panelId ? made('door', 'door', panelId) : undefined);
  const fieldId = field?.id ?? (needs('field') ? made('Field', 'field') : undefined);
  const idOf = { panel: panelId, door: doorId, field: fieldId };
  return [
    ...changes,
    ...sides.flatMap(({ device, side }): EditChange[] => {
      const place = idOf[side];
      return place ? [{ type: 'describeDevice', device: device.id, to: { place, at: null } }] : [];
    }),
  ];
}
