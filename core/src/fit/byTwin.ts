import type { RuleId } from '#core/check';
import type { StockPart } from '#core/devices';
import { drain } from '#core/explore';
import { worstVerdict } from '#core/size';
import type { Candidate } from './candidate';
import { CELL_NAMES, type CellName, type FoundCell } from './cells';
import type { Place } from './place';
import { twinning } from './twin';
import type { FitWord } from './word';

/** Which cell a finding belongs to; a rule that is in none bears on the whole. */
const CELL_OF: { readonly [R in RuleId]?: CellName } = {
  'coil-window': 'coil',
  'coil-held-by-leak': 'coil',
  'load-volts': 'coil',
  'guard-rating': 'poles',
  'between-poles': 'poles',
  'joint-rating': 'poles',
  'opens-in-service': 'poles',
  'overload-setting': 'poles',
  'contact-rating': 'poles',
  'overcurrent-device': 'poles',
  'conductor-ampacity': 'poles',
  'throws-fed-apart': 'poles',
  'mains-on-volt-free': 'driver',
  'latch-in-stop-chain': 'driver',
  'wrong-base': 'driver',
  'poles-serve-apart': 'driver',
  'load-stays-live': 'driver',
  'transformer-load': 'transformer',
  'dc-supply-load': 'transformer',
  'transformer-tap': 'transformer',
  'transformer-fuse': 'transformer',
};

/** A part without a coil has no pair to divide by: it is put in and solved. */
export function judgeByTwin({ circuit, device, before, practice }: Place, part: StockPart): Candidate {
  const twin = drain(twinning(circuit, device, part, before, practice, { bothSites: false }));
  const found = (name: CellName): FoundCell => {
    const brings = [...twin.brings, ...twin.stands].filter(({ rule }) => CELL_OF[rule] === name);
    return { code: 'found', verdict: worstVerdict(brings.map(({ verdict }) => verdict)), brings };
  };
  const cells = { coil: found('coil'), poles: found('poles'), driver: found('driver'), transformer: found('transformer') };
  const isInCell = CELL_NAMES.some((name) => cells[name].verdict === twin.verdict);
  const failed: FitWord = twin.mapping.lost.length > 0 ? 'poles missing' : isInCell ? 'does not fit' : 'does not do it';
  const word: FitWord =
    twin.verdict === 'good' ? 'fits' : twin.verdict === 'look' ? 'works' : twin.verdict === 'cannot-clear' ? 'cannot clear' : failed;
  return { part, verdict: twin.verdict, word, cells, mapping: twin.mapping, exposure: undefined };
}
