import { useMemo } from 'react';
import type { DeviceId } from '#core/circuit';
import { devicesOfPlace } from '#core/draw';
import { useDocument } from '../store/select';

/** Of more devices nobody reads the blocks at once: a place is shown. */
const MANY = 60;

interface PlaceLine {
  readonly id: string;
  readonly name: string;
  readonly count: number;
}

/** Places with devices in them. Devices of no place are a place of their own. */
export function usePlaces(): { readonly list: readonly PlaceLine[]; readonly isMany: boolean } {
  const document = useDocument();
  return useMemo(() => {
    const all = Object.values(document.devices);
    const nowhere = all.filter(({ place }) => place === null).length;
    const list = Object.values(document.places)
      .map(({ id, name, kind }) => ({ id: id as string, name: name || kind, count: devicesOfPlace(document, id).length }))
      .filter(({ count }) => count > 0)
      .sort((a, b) => b.count - a.count);
    return { list: nowhere > 0 ? [...list, { id: NOWHERE, name: 'no place', count: nowhere }] : list, isMany: all.length > MANY };
  }, [document]);
}

const NOWHERE = '-';

/** The devices of a place; of one that has too many the first of them by tag. */
export function devicesIn(document: ReturnType<typeof useDocument>, place: string): readonly DeviceId[] {
  const own =
    place === NOWHERE || place === ''
      ? Object.values(document.devices).flatMap((device) => (place === '' || device.place === null ? [device.id] : []))
      : devicesOfPlace(document, place);
  return own.slice(0, MANY);
}
