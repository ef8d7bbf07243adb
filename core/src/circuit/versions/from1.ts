import type { VersionStep } from './step';

/** Anything that was JSON once. */
type Json = Readonly<Record<string, unknown>>;

const isJson = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value);
const recordOf = (value: unknown): Json => (isJson(value) ? value : {});
const mapped = (value: unknown, one: (item: Json) => Json): Json =>
  Object.fromEntries(Object.entries(recordOf(value)).map(([key, item]) => [key, isJson(item) ? one(item) : item]));

const LANDINGS = [
  { order: 0, ferrule: null },
  { order: 0, ferrule: null },
];

/** An id from a place's kind and name, the same whenever it is made. */
const placeId = ({ kind, name }: Json): string => {
  const plain = `${String(kind)}-${String(name)}`
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 39);
  return `l${plain || 'place'}`;
};

const placeOf = (place: Json): Json => ({
  id: placeId(place),
  name: place.name ?? '',
  kind: place.kind ?? 'panel',
  parent: null,
  at: null,
  size: null,
});

/** Version 1 wrote what was put in behind the notes. */
const FITTED = / ?Fitted: (.*?)\.?$/;

const deviceOf = (device: Json): Json => {
  const notes = typeof device.notes === 'string' ? device.notes : '';
  return {
    ...device,
    place: isJson(device.place) ? placeId(device.place) : null,
    at: null,
    reads: null,
    notes: notes.replace(FITTED, ''),
    fitted: (FITTED.exec(notes)?.[1] ?? '').slice(0, 80),
  };
};

const conductorOf = (wire: Json): Json => ({ ...wire, landings: LANDINGS });

/** Version 1 wrote a place into each device and knew no landings, processes, programs, views or kinds of its own. */
export const from1: VersionStep = {
  from: 1,
  document(old) {
    const places = Object.values(recordOf(old.devices)).flatMap((device) =>
      isJson(device) && isJson(device.place) ? [placeOf(device.place)] : [],
    );
    return {
      ...old,
      schema: 2,
      places: Object.fromEntries(places.map((place) => [place.id, place])),
      devices: mapped(old.devices, deviceOf),
      conductors: mapped(old.conductors, conductorOf),
      processes: {},
      programs: {},
      families: {},
      views: {},
    };
  },
  change(old) {
    if (old.type === 'addDevice' && isJson(old.device)) return { ...old, device: deviceOf(old.device) };
    if (old.type === 'addConductor' && isJson(old.conductor)) return { ...old, conductor: conductorOf(old.conductor) };
    if (old.type === 'replaceDocument' && isJson(old.to)) return { ...old, to: from1.document(old.to) };
    return old;
  },
};
