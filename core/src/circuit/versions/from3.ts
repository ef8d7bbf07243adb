import type { VersionStep } from './step';

type Json = Readonly<Record<string, unknown>>;

const isJson = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value);
const placeOf = (place: Json): Json => ({ ...place, depthMm: null, mounts: [], aroundC: null, fanM3h: null });
const deviceOf = (device: Json): Json => ({ ...device, body: null });
const mapped = (value: unknown, one: (item: Json) => Json): unknown =>
  isJson(value) ? Object.fromEntries(Object.entries(value).map(([key, item]) => [key, isJson(item) ? one(item) : item])) : value;

/** Version 3 knew where things are, and nothing of what they are mounted on. */
export const from3: VersionStep = {
  from: 3,
  document: (old) => ({ ...old, schema: 4, places: mapped(old.places, placeOf), devices: mapped(old.devices, deviceOf) }),
  change(old) {
    if (old.type === 'replaceDocument' && isJson(old.to)) return { ...old, to: from3.document(old.to) };
    if (old.type === 'addDevice' && isJson(old.device)) return { ...old, device: deviceOf(old.device) };
    return old.type === 'addPlace' && isJson(old.place) ? { ...old, place: placeOf(old.place) } : old;
  },
};
