import { z } from 'zod';
import { rowView } from '#core/bench';
import { fine } from '#core/circuit';
import { type FusesSized, readCoilPrint, readRatingPrint, type Sized } from '#core/size';
import { tellBlind, tellCoilPrint, tellFigure, tellPrintDoubts, tellRatingDoubts, tellRatingPrint, tellSized } from '#core/words';
import { lineKind } from '../line';
import { SIZE_NAMES, sizeFacts, sizeQuestions } from '../sizing';

/** One sizing question: the verdict, what was computed, what was judged, and what is still to be said. */
export const size = lineKind({
  facts: z.strictObject({ what: z.enum(SIZE_NAMES), ...sizeFacts }),
  answer({ what, ...facts }) {
    const sized = sizeQuestions[what](facts);
    const print = facts.coil === undefined ? undefined : readCoilPrint(facts.coil);
    const rating = facts.print === undefined ? undefined : readRatingPrint(facts.print);
    return sized.ok
      ? fine({
          ...sizedView(sized.value),
          ...(print
            ? { read: tellCoilPrint(print), doubts: tellPrintDoubts(print) }
            : rating
              ? { read: tellRatingPrint(rating), doubts: tellRatingDoubts(rating) }
              : {}),
        })
      : sized;
  },
});

const sizedView = (sized: Sized & Partial<Pick<FusesSized, 'blind'>>) => ({
  verdict: sized.verdict,
  says: tellSized(sized),
  said: sized.said,
  figures: sized.figures.map((one) => ({ ...one, ...tellFigure(one), value: one.value, text: tellFigure(one).value })),
  rows: sized.rows.map(rowView),
  missing: sized.missing,
  ...(sized.blind ? { doesNotClear: tellBlind({ blind: sized.blind }) } : {}),
});
