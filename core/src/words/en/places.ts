import type { Circuit } from '#core/circuit';

/** A place with those that it is in: `Plant room, Panel 1`. */
export function placeName(circuit: Circuit, id: string | null): string {
  const names: string[] = [];
  const seen = new Set<string>();
  for (let place = id === null ? undefined : circuit.places[id]; place && !seen.has(place.id); place = circuit.places[place.parent ?? '']) {
    seen.add(place.id);
    names.unshift(place.name || place.kind);
  }
  return names.join(', ') || 'no place';
}
