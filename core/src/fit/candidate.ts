import type { StockPart } from '#core/devices';
import type { CoilExposure } from '#core/explore';
import type { Verdict } from '#core/size';
import type { Cells } from './cells';
import type { Mapping } from './mapping';
import type { FitWord } from './word';

/** A part of the stock, judged for a place. */
export interface Candidate {
  readonly part: StockPart;
  readonly verdict: Verdict;
  readonly word: FitWord;
  readonly cells: Cells;
  readonly mapping: Mapping;
  readonly exposure: CoilExposure | undefined;
}
