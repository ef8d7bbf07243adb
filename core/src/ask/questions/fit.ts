import { z } from 'zod';
import { type CandidateView, candidateView, type TwinAnswer, twinAnswer } from '#core/bench';
import { findDevice, fine, type Result, wrong } from '#core/circuit';
import { type StockPart, stockPartSchema } from '#core/devices';
import { drain } from '#core/explore';
import { askedOf, candidatesFor, preparing, whyMissing } from '#core/fit';
import { DEFAULT_PRACTICE } from '#core/schools';
import { practiceSchema } from '#core/size';
import { must } from '#core/units';
import { tellAsked, tellWhyMissing } from '#core/words';
import { lineKind } from '../line';
import { circuitFacts } from '../standing';

/** Words that all stand in the title or the print, whatever their order; a part's own title stands for it alone. */
function findPart(stock: readonly StockPart[], words: string): Result<StockPart> {
  const exact = stock.filter(({ title }) => title === words);
  const wanted = words.toLowerCase().split(/\s+/);
  const matching =
    exact.length > 0
      ? exact
      : stock.filter(({ title, print, id }) => id === words || wanted.every((word) => `${title} ${print}`.toLowerCase().includes(word)));
  const [part, ...others] = matching;
  if (!part) return wrong({ code: 'no-such-part', at: words, message: `No part in stock matches "${words}". Try fewer words.` });
  if (others.length === 0) return fine(part);
  const titles = matching.slice(0, 6).map(({ title }) => title);
  return wrong({
    code: 'several-parts',
    at: words,
    message: `"${words}" matches ${matching.length} parts: ${titles.join('; ')}. Say more.`,
  });
}

/** The table of candidates, or one part put in and solved. */
export type FitAnswer =
  | {
      readonly device: string;
      readonly need: ReturnType<typeof tellAsked>;
      readonly candidates: readonly (Pick<StockPart, 'title' | 'van' | 'shelf'> & Pick<CandidateView, 'verdict' | 'word' | 'cells'>)[];
    }
  | ({ readonly device: string; readonly part: string } & TwinAnswer);

/** What of the stock fits a place; with a part, what it would do there. */
export const fit = lineKind({
  facts: z.strictObject({
    ...circuitFacts,
    device: z.string(),
    /** words of a part in stock, or a part with its nameplate */
    part: z.union([z.string().min(1), stockPartSchema]).optional(),
    stock: z.union([z.string(), z.array(stockPartSchema).max(5000)]).optional(),
    practice: practiceSchema.optional(),
  }),
  answer(facts, desk): Result<FitAnswer> {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { circuit } = opened.value;
    const device = findDevice(circuit, facts.device);
    if (!device.ok) return device;
    const stock = Array.isArray(facts.stock) ? fine<readonly StockPart[]>(facts.stock) : desk.shop.stock(facts.stock);
    if (!stock.ok) return stock;
    const practice = facts.practice ?? DEFAULT_PRACTICE;
    const known = opened.value.explored();
    const place = must(drain(preparing(circuit, device.value.id, practice, { known })), 'the place of a device that is there');
    const { tag } = device.value;
    if (facts.part === undefined)
      return fine({
        device: tag,
        need: tellAsked(askedOf(place)),
        candidates: candidatesFor(place, stock.value).map((one) => {
          const { part, verdict, word, cells } = candidateView(place, one);
          return { title: part.title, van: part.van, shelf: part.shelf, verdict, word, cells };
        }),
      });
    const part = typeof facts.part === 'string' ? findPart(stock.value, facts.part) : fine(facts.part);
    if (!part.ok) return part;
    const missing = whyMissing(place, part.value);
    if (missing) return wrong({ code: 'not-for-here', at: part.value.title, message: tellWhyMissing(part.value, tag, missing) });
    const twin = drain(twinAnswer(circuit, device.value, part.value, known, practice));
    return fine({ part: part.value.title, device: tag, ...twin });
  },
});
