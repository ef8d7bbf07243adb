import type { BandView, SheetAnswer } from '#core/bench';

/** A sheet as it crosses to a page that may have been sent one before: its parts by name, and undefined for each that is as it was sent last. */
export type SheetParts = readonly (readonly [name: string, part: unknown])[];

function partsOf({ sheet: { bands, ...rest }, faults, points }: SheetAnswer): SheetParts {
  return [['rest', rest], ['faults', faults], ['points', points], ...bands.map((band, index) => [`band ${index}`, band] as const)];
}

/** The same for two parts that say the same. What of a sheet is no list is a map, which would be written as nothing. */
const written = (part: unknown): string => JSON.stringify(part, (_, value: unknown) => (value instanceof Map ? [...value] : value));

/** The worker's side of it: what is sent of one sheet after the other. */
export function createSheetPacker(): (answer: SheetAnswer) => SheetParts {
  let sent: ReadonlyMap<string, string> = new Map();
  return (answer) => {
    const now = partsOf(answer).map(([name, part]) => ({ name, part, text: written(part) }));
    const parts = now.map(({ name, part, text }) => [name, sent.get(name) === text ? undefined : part] as const);
    sent = new Map(now.map(({ name, text }) => [name, text]));
    return parts;
  };
}

/** The page's side: what has not changed is the very object that came before. */
export function createSheetReader(): (parts: SheetParts) => SheetAnswer {
  let had: ReadonlyMap<string, unknown> = new Map();
  return (parts) => {
    had = new Map(parts.map(([name, part]) => [name, part === undefined ? had.get(name) : part]));
    const bands = [...had].flatMap(([name, part]) => (name.startsWith('band ') ? [part as BandView] : []));
    return {
      sheet: { ...(had.get('rest') as Omit<SheetAnswer['sheet'], 'bands'>), bands },
      faults: had.get('faults') as SheetAnswer['faults'],
      points: had.get('points') as SheetAnswer['points'],
    };
  };
}
