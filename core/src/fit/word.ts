import type { CoilOpinion } from '#core/check';
import type { Verdict } from '#core/size';
import type { Cells } from './cells';
import type { Mapping } from './mapping';

/** The whole in a word, the worst thing first. */
export type FitWord =
  | 'fits'
  | 'burns'
  | 'does not let go'
  | 'dead on arrival'
  | 'buzzes'
  | 'may not lift'
  | 'poles missing'
  | 'bar, not pole'
  | 'contacts weld'
  | 'driver too weak'
  | 'overloads the transformer'
  | 'cannot clear'
  | 'works, sags the transformer'
  | 'tight'
  | 'works'
  | 'does not fit'
  | 'does not do it';

/** What a coil that fails is called; every other one may not lift. */
const FAILS: { readonly [W in CoilOpinion['word']]?: FitWord } = {
  dead: 'dead on arrival',
  burns: 'burns',
  buzzes: 'buzzes',
  'buzzes, overheats': 'buzzes',
};

/** The two words for a judged candidate: what fails first. */
export function wordFor({ coil, poles, driver, transformer }: Cells, verdict: Verdict, mapping: Mapping): FitWord {
  if (verdict === 'good') return 'fits';
  if (coil.verdict === 'block') return 'burns';
  if (coil.code === 'latching') return 'does not let go';
  if (coil.verdict === 'danger') return (coil.code === 'judged' && FAILS[coil.opinion.word]) || 'may not lift';
  const wants = poles.code === 'judged' ? poles.wants : [];
  if (mapping.lost.length > 0 || wants.some(({ code }) => code === 'no pole' || code === 'no throw')) return 'poles missing';
  if (wants.length > 0) return 'bar, not pole';
  if (poles.verdict === 'danger') return 'contacts weld';
  if (driver.verdict === 'danger') return 'driver too weak';
  if (transformer.verdict === 'danger') return 'overloads the transformer';
  if (verdict === 'cannot-clear') return 'cannot clear';
  if (transformer.verdict === 'look') return 'works, sags the transformer';
  return poles.verdict === 'look' ? 'tight' : 'works';
}
