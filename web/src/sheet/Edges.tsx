import type { BandView, SheetView } from '#core/bench';
import { Button } from '../ui/parts';
import { Box } from '../ui/styled';

/** What of the sheet lies beyond each side of its window. */
export interface Beyond {
  /** the bands that are wholly out of sight, nearest first, by their places */
  readonly before: readonly number[];
  readonly after: readonly number[];
  /** across the lines: something of them is cut off */
  readonly isCutStart: boolean;
  readonly isCutEnd: boolean;
}

export const NOTHING_BEYOND: Beyond = { before: [], after: [], isCutStart: false, isCutEnd: false };

/** So little cut off is margin. */
const MARGIN_PX = 40;

interface Window {
  readonly x: number;
  readonly y: number;
  readonly k: number;
  readonly width: number;
  readonly height: number;
}

/** What is beyond the window; the object from before where nothing has changed. */
export function beyondOf(was: Beyond, sheet: Pick<SheetView, 'width' | 'height' | 'bands'>, { x, y, k, width, height }: Window): Beyond {
  const isStanding = sheet.bands.some((band) => band.isStanding);
  const [offset, room, sideways, breadth, across] = isStanding ? [x, width, y, height, sheet.height] : [y, height, x, width, sheet.width];
  const spanOf = (band: BandView): readonly [number, number] =>
    isStanding ? [band.x, band.x + band.width] : [band.y, band.y + band.height];
  const places = sheet.bands.map((band, index) => ({ index, span: spanOf(band).map((one) => one * k + offset) }));
  const next: Beyond = {
    before: places.flatMap(({ index, span }) => ((span[1] ?? 0) < MARGIN_PX ? [index] : [])).reverse(),
    after: places.flatMap(({ index, span }) => ((span[0] ?? 0) > room - MARGIN_PX ? [index] : [])),
    isCutStart: sideways < -MARGIN_PX,
    isCutEnd: across * k + sideways > breadth + MARGIN_PX,
  };
  return JSON.stringify(next) === JSON.stringify(was) ? was : next;
}

interface Props {
  readonly sheet: SheetView;
  readonly beyond: Beyond;
  readonly onBand: (band: BandView) => void;
  readonly onSideways: (way: -1 | 1) => void;
}

/** At the edges of the window, what lies beyond them: a tap brings it. */
export function Edges({ sheet, beyond, onBand, onSideways }: Props) {
  const isStanding = sheet.bands.some((band) => band.isStanding);
  const told = (places: readonly number[]) => {
    const bands = places.flatMap((index) => sheet.bands[index] ?? []);
    const [first, ...others] = bands;
    return first
      ? { first, words: `${first.title}${others.length > 0 ? `, then ${others.length} other${others.length > 1 ? 's' : ''}` : ''}` }
      : undefined;
  };
  const [before, after] = [told(beyond.before), told(beyond.after)];
  const [up, down, left, right] = isStanding ? ['◂', '▸', '▴', '▾'] : ['▴', '▾', '◂', '▸'];
  const at = (place: object, key: string, words: string, onClick: () => void, label = words) => (
    <Box key={key} position="absolute" zIndex={1} {...place}>
      <Button type="button" data-edge={key} aria-label={label} onClick={onClick} borderColor="ink" fontSize="12.5px" minH="24px">
        {words}
      </Button>
    </Box>
  );
  return (
    <>
      {before && at({ top: '4px', right: '8px' }, 'before', `${up} ${before.words}`, () => onBand(before.first))}
      {after && at({ bottom: '6px', right: '8px' }, 'after', `${down} ${after.words}`, () => onBand(after.first))}
      {beyond.isCutStart &&
        at({ bottom: '6px', left: '8px' }, 'start', left, () => onSideways(-1), 'What is cut off at the beginning of the lines')}
      {beyond.isCutEnd &&
        at({ bottom: after ? '36px' : '6px', right: '8px' }, 'end', right, () => onSideways(1), 'What is cut off at the end of the lines')}
    </>
  );
}
