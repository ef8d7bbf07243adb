import type { Finding } from '#core/check';
import type { Verdict } from '#core/size';
import type { CoilCell } from './cells/coil';
import type { DriverCell } from './cells/driver';
import type { PolesCell } from './cells/poles';
import type { TransformerCell } from './cells/transformer';

export const CELL_NAMES = ['coil', 'poles', 'driver', 'transformer'] as const;
export type CellName = (typeof CELL_NAMES)[number];

/** What a part without a coil brings with it, put in and solved: the findings of one cell's rules. */
export interface FoundCell {
  readonly code: 'found';
  readonly verdict: Verdict;
  readonly brings: readonly Finding[];
}

/** One cell of the table of candidates for each thing that is asked. */
export interface Cells {
  readonly coil: CoilCell | FoundCell;
  readonly poles: PolesCell | FoundCell;
  readonly driver: DriverCell | FoundCell;
  readonly transformer: TransformerCell | FoundCell;
}
