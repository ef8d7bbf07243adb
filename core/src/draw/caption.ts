import type { PlacedSymbol } from './sheet';
import { widthOf } from './widths';

/** Words at a place on the sheet. `y` is their base line, `size` their face in sheet units. */
export interface Caption {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly weight: 600 | 700;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly ink: 'ink' | 'muted' | 'danger' | 'band';
  /** a stroke over a reference to a contact that rests closed */
  readonly isBarred?: boolean;
}

export type CaptionBox = { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };

/** The room that a caption takes. */
export function boxOf({ text, x, y, size, anchor }: Caption): CaptionBox {
  const width = widthOf(text, size);
  const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2;
  return { left, right: left + width, top: y - size * 0.72, bottom: y + size * 0.2 };
}

export const TITLE = { size: 14, weight: 700 } as const;
export const NAME = { size: 13, weight: 700 } as const;
export const NOTE = { size: 11, weight: 600 } as const;
export const FLAG = { size: 12, weight: 600 } as const;
export const SMALL = { size: 10.5, weight: 600 } as const;

const BLOCKS: readonly PlacedSymbol['kind'][] = ['motor-block', 'heater-block', 'monitor-block', 'source-block'];
/** Whether it is drawn as a tall box with its terminals at one side. */
export const isBlock = ({ kind }: Pick<PlacedSymbol, 'kind'>): boolean => BLOCKS.includes(kind);

/** The earth sign at a place: below a lying wire, to the right of a standing one. */
export const earthSign = ({ x, y, isStanding }: { readonly x: number; readonly y: number; readonly isStanding?: true }): string =>
  isStanding
    ? `M${x + 3} ${y}H${x + 13}M${x + 13} ${y - 8}v16M${x + 17} ${y - 5}v10M${x + 21} ${y - 2}v4`
    : `M${x} ${y + 3}V${y + 15}M${x - 8} ${y + 15}h16M${x - 5} ${y + 19}h10M${x - 2} ${y + 23}h4`;

/** The circle of a numbered jump. */
export const JOG_R = 8;
