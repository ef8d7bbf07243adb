import { z } from 'zod';
import { rowView } from '#core/bench';
import { fine } from '#core/circuit';
import { type FusesSized, readCoilPrint, readRatingPrint, readSupplyPrint, type Sized } from '#core/size';
import {
  tellBlind,
  tellCoilPrint,
  tellFigure,
  tellPrintDoubts,
  tellRatingDoubts,
  tellRatingPrint,
  tellSized,
  tellSupplyDoubts,
  tellSupplyPrint,
} from '#core/words';
import { lineKind } from '../line';
import { SIZE_NAMES, type SizeName, sizeFacts, sizeQuestions } from '../sizing';

/** One sizing question: the verdict, what was computed, what was judged, and what is still to be said. */
export const size = lineKind({
  facts: z.strictObject({ what: z.enum(SIZE_NAMES), ...sizeFacts }),
  answer({ what, ...facts }) {
    const sized = sizeQuestions[what](facts);
    return sized.ok ? fine({ ...sizedView(sized.value), ...toldBack(what, facts) }) : sized;
  },
});

/** What was read of a print, and what of it is to be asked; a plate where a transformer is asked about. */
function toldBack(what: SizeName, { coil, print }: { readonly coil?: string | undefined; readonly print?: string | undefined }) {
  const ofCoil = coil === undefined ? undefined : readCoilPrint(coil);
  if (ofCoil) return { read: tellCoilPrint(ofCoil), doubts: tellPrintDoubts(ofCoil) };
  if (print === undefined) return {};
  if (what === 'transformer' || what === 'fuse') {
    const plate = readSupplyPrint(print);
    return plate ? { read: tellSupplyPrint(plate), doubts: tellSupplyDoubts(plate) } : {};
  }
  const rating = readRatingPrint(print);
  return rating ? { read: tellRatingPrint(rating), doubts: tellRatingDoubts(rating) } : {};
}

const sizedView = (sized: Sized & Partial<Pick<FusesSized, 'blind'>>) => ({
  verdict: sized.verdict,
  says: tellSized(sized),
  said: sized.said,
  figures: sized.figures.map((one) => ({ ...one, ...tellFigure(one), value: one.value, text: tellFigure(one).value })),
  rows: sized.rows.map(rowView),
  missing: sized.missing,
  ...(sized.blind ? { doesNotClear: tellBlind({ blind: sized.blind }) } : {}),
});
