import type { Circuit } from '#core/circuit';
import type { StockPart } from '#core/devices';
import {
  type Asked,
  type CellName,
  type Cells,
  type Deed,
  type Difference,
  type FitWord,
  hasMore,
  isTelling,
  type PoleCount,
  type PolesCell,
  type PoleWant,
  type Twin,
  tellingRows,
  type WhyMissing,
} from '#core/fit';
import type { Coil } from '#core/kinds';
import type { Row } from '#core/size';
import { amount, counted, figures, percent, volts } from '#core/units';
import { tellCalls } from './calls';
import { coilHz, coilMarks, spellCoil, tellCoil } from './coils';
import { tellFinding } from './findings';
import { listed, tagOf } from './points';
import { tellAsks, tellRating, tellRow } from './rows';

/** The whole of a candidate in two words. */
const FIT_WORDS: { readonly [W in FitWord]: string } = {
  fits: 'Fits',
  burns: 'Burns',
  'does not let go': 'Does not let go',
  'dead on arrival': 'Dead on arrival',
  buzzes: 'Buzzes',
  'may not lift': 'May not lift',
  'poles missing': 'Poles missing',
  'bar, not pole': 'Bar, not pole',
  'contacts weld': 'Contacts weld',
  'driver too weak': 'Driver too weak',
  'overloads the transformer': 'Overloads T',
  'cannot clear': 'Cannot clear',
  'works, sags the transformer': 'Works, sags T',
  tight: 'Tight',
  works: 'Works',
  'does not fit': 'Do not fit',
  'does not do it': 'Does not do it',
};
/** The whole of a candidate in two words. */
export const tellFit = (word: FitWord): string => FIT_WORDS[word];

/** A cell of the table: in a few characters, and why. */
export interface CellWords {
  readonly says: string;
  readonly why: string;
}

const NOTHING: CellWords = { says: '–', why: 'Nothing is asked of it here.' };

const short = (row: Row): string => {
  const asks =
    row.asks === 'motor running'
      ? 'run'
      : row.asks === 'motor locked'
        ? 'locked'
        : row.asks === 'lamps as they are made'
          ? 'lamps made'
          : row.asks;
  const isInside = row.verdict === 'good' || row.verdict === 'look';
  if (row.is === undefined || row.limit === undefined) return `${row.asks}: no figure`;
  return isInside && row.unit === 'A'
    ? `${percent(row.is / row.limit)} ${asks}`
    : `${asks}: ${amount(row.is, row.unit)} of ${amount(row.limit, row.unit)}`;
};

const tellWant = (want: PoleWant): string =>
  want.code === 'no pole'
    ? `no pole for ${want.common}–${want.throw ?? ''}`
    : want.code === 'solid bar'
      ? `${want.common}–${want.throw ?? ''} is a solid bar`
      : `no ${want.form} for ${want.contact}`;

/** Said of a cell whose part brought nothing worse. */
const AS_BEFORE: { readonly [C in CellName]: string } = {
  coil: 'volts as before',
  poles: 'contacts as before',
  driver: '–',
  transformer: 'load as before',
};

/** The cells of a candidate: a few characters each, and why. */
export function tellCells(circuit: Circuit, title: string, cells: Cells): { readonly [C in CellName]: CellWords } {
  return {
    coil: tellCell(circuit, 'coil', cells.coil, (cell) => {
      if (cell.code === 'no coil') return { says: 'no coil', why: 'The part has no coil.' };
      if (cell.code === 'latching')
        return { says: 'latching', why: 'A latching relay stays where it was put: it does not let go when the call ends.' };
      if (cell.code !== 'judged') return NOTHING;
      const { coil, opinion } = cell;
      const met =
        opinion.seen && opinion.window ? `${opinion.seen.volts.toFixed(1)} ≥ ${opinion.window.mustCloseV.toFixed(1)}` : 'pulls in';
      return {
        says: `${spellCoil(coil)} ${opinion.isPartly ? 'not all tried' : opinion.word === 'pulls in' ? met : opinion.word}`,
        why: tellCoil(circuit, title, opinion),
      };
    }),
    poles: tellCell(circuit, 'poles', cells.poles, tellPoles),
    driver: tellCell(circuit, 'driver', cells.driver, (cell) => {
      if (cell.code === 'leaks')
        return {
          says: `leaks ${volts(cell.leakV)}, ${cell.verdict === 'danger' ? 'holds it in' : 'may hold it in'}`,
          why: `${volts(cell.leakV)} stand on the coil while nothing calls it (${tellCalls(circuit, cell.calls)}); it must have let go at ${volts(cell.releasesV)}.`,
        };
      if (cell.code !== 'judged') return NOTHING;
      const { tightest, rows } = cell;
      const asks = tightest.asks === 'coil held' ? 'held' : tightest.asks === 'coil at pull-in' ? 'at pull-in' : tightest.asks;
      return {
        says: `${tagOf(circuit, tightest.by)} ${asks} ${amount(tightest.is, tightest.unit)} of ${amount(tightest.limit, tightest.unit)}`,
        why: rows
          .map(
            (row) =>
              `${tagOf(circuit, row.by)} ${tellAsks(row.asks)}: ${amount(row.is, row.unit)} of ${amount(row.limit, row.unit)} (${tellRating(row.rating)})`,
          )
          .join('; '),
      };
    }),
    transformer: tellCell(circuit, 'transformer', cells.transformer, (cell) => {
      if (cell.code === 'not asked') return NOTHING;
      const tag = tagOf(circuit, cell.device);
      if (cell.code === 'unread') return { says: `${tag} unread`, why: `${tag}: rating unknown.` };
      const { heldVa, ratedVa, closingVa, closingV, isSagging } = cell;
      return {
        says: isSagging ? `${amount(closingVa, 'VA')} inrush, ${volts(closingV)}` : `${amount(heldVa, 'VA')} of ${ratedVa}`,
        why: `${tag} of ${ratedVa} VA: ${amount(heldVa, 'VA')} held; as it closes ${amount(closingVa, 'VA')} at ${volts(closingV)}.`,
      };
    }),
  };
}

function tellCell<C extends Cells[CellName]>(
  circuit: Circuit,
  name: CellName,
  cell: C,
  own: (cell: Exclude<C, { code: 'found' }>) => CellWords,
): CellWords {
  if (cell.code !== 'found') return own(cell as Exclude<C, { code: 'found' }>);
  const told = cell.brings.map((finding) => ({ finding, words: tellFinding(circuit, finding) }));
  const first = told.find(({ finding }) => finding.verdict === cell.verdict);
  return {
    says: first?.words.title ?? AS_BEFORE[name],
    why: told.map(({ words }) => `${words.title}. ${words.reason}`).join(' ') || 'Nothing worse than before.',
  };
}

function tellPoles(cell: PolesCell): CellWords {
  if (cell.code === 'not asked') return NOTHING;
  const wants = cell.wants.map(tellWant);
  const wrong = cell.rows.filter((row) => row.verdict === cell.verdict && row.verdict !== 'good');
  const told = new Set(tellingRows(wrong, cell.rows).map(short));
  return {
    says: [...(cell.isPartly ? ['not all tried'] : []), ...wants, ...told].slice(0, 2).join(', ') || 'carries nothing',
    // poles that carry the same say it once
    why: [...new Set([...wants, ...cell.rows.map(tellRow)])].join('; '),
  };
}

/** Why a part is not in the list at all. */
export const tellWhyMissing = (part: StockPart, tag: string, why: WhyMissing): string =>
  why.code === 'no coil'
    ? `${part.title} has no coil; ${tag} needs one.`
    : `${part.title} is a ${why.is.toLowerCase()}; ${tag} is a ${why.wanted.toLowerCase()}.`;

/** The chips above the table: what the place asks, in numbers. */
export function tellAsked({ coil, poles, drivers, transformer }: Asked): Readonly<Record<CellName, string>> {
  const motor = poles && poles.most.demand.motorRunA > 0;
  return {
    coil: !coil
      ? ''
      : coil.pullIn
        ? `coil sees ${volts(coil.pullIn.volts)} at pull-in, ${volts(coil.held?.volts ?? coil.highest.volts)} held`
        : 'its coil is never called',
    poles: poles
      ? `${poles.contacts} ${poles.contacts === 1 ? 'contact' : 'contacts'} · ${volts(poles.most.breaksV)}${
          motor
            ? ` · ${amount(poles.most.demand.motorRunA, 'A')} motor · ${amount(poles.most.demand.motorLockedA, 'A')} locked`
            : ` · ${amount(poles.most.runA, 'A')}`
        }`
      : coil
        ? 'its contacts carry nothing'
        : '',
    driver:
      drivers.length > 0
        ? `driven by ${drivers
            .slice(0, 3)
            .map(({ tag }) => tag)
            .join(', ')}`
        : coil
          ? 'no driver found'
          : '',
    transformer:
      transformer?.leftVa !== undefined
        ? `${transformer.device.tag}: ${amount(transformer.leftVa, 'VA')} left`
        : transformer
          ? `${transformer.device.tag} unread`
          : coil
            ? 'straight on the line'
            : '',
  };
}

/** `K1, M1 and M2 (TC1 calling for cooling)`: things that change together, by the state in which they first do. */
function tellDeeds(circuit: Circuit, deeds: readonly Deed[]): string {
  const byState = new Map<string, string[]>();
  for (const { tag, calls } of deeds) {
    const state = tellCalls(circuit, calls);
    byState.set(state, [...(byState.get(state) ?? []), tag]);
  }
  return [...byState].map(([state, tags]) => `${listed(tags)} (${state})`).join('; ');
}

/** One line of the two nameplates side by side. */
export interface DifferenceWords {
  readonly what: string;
  readonly was: string;
  readonly is: string;
  /** what it means here; empty where the two are alike */
  readonly words: string;
}

const spellWhole = (coil: Coil | undefined): string =>
  coil ? [`${spellCoil(coil)}${coil.hz ? ` ${coilHz(coil)}` : ''}`, ...coilMarks(coil)].join(', ') : 'none';

const spellPoles = ({ power, bars, control }: PoleCount): string =>
  [power ? `${power} NO` : '', bars ? `${bars} bar` : '', control ? `${control} control` : ''].filter(Boolean).join(' + ') || 'none';

/** A difference between two nameplates, and what it means in the circuit. */
export function tellDifference(circuit: Circuit, line: Difference): DifferenceWords {
  switch (line.code) {
    case 'deeds not known':
      return {
        what: 'What the circuit does',
        was: 'as it did',
        is: 'not known',
        words: 'A fact on the part is not read: what the circuit does with it cannot be told.',
      };
    case 'deeds': {
      const { lost, gained, unasked, statesCompared } = line.deeds;
      const words = [
        lost.length > 0 ? `${line.worked ? 'No longer on' : 'Off now'}: ${tellDeeds(circuit, lost)}.` : '',
        gained.length > 0 ? `${line.worked ? 'On where it was not' : 'Now on'}: ${tellDeeds(circuit, gained)}.` : '',
        unasked.length > 0 ? `It answers to something else: what happens with ${tellCalls(circuit, unasked[0])} is not compared.` : '',
        line.isPartly ? 'Not every state was tried.' : '',
      ];
      const states = `${statesCompared} state${statesCompared === 1 ? '' : 's'}`;
      return {
        what: 'What the circuit does',
        was: 'as it did',
        is: lost.length + gained.length === 0 ? `the same in ${states}` : 'not the same',
        words: words.filter(Boolean).join(' '),
      };
    }
    case 'coil':
      return {
        what: 'Coil',
        was: spellWhole(line.was),
        is: spellWhole(line.is),
        words: line.gets
          ? `${amount(line.gets.volts, 'V')} here is ${line.gets.ratio.toFixed(2)} of its volts and ${(line.gets.ratio ** 2).toFixed(2)} of its pull.`
          : '',
      };
    case 'coil VA':
      return {
        what: 'Coil VA, closing and held',
        was: `${figures(line.was.inrushVa)} / ${figures(line.was.sealedVa)}`,
        is: `${figures(line.is.inrushVa)} / ${figures(line.is.sealedVa)}`,
        words: '',
      };
    case 'poles':
      return {
        what: 'Poles',
        was: spellPoles(line.was),
        is: spellPoles(line.is),
        words: line.bar
          ? `One pole is a bar. ${listed(line.bar.stayTied) || 'The load'} stay tied to the line with the contactor out: work there only with the isolator off.`
          : line.missing.length > 0
            ? `No pole for ${line.missing.map((pole) => `${pole.common}–${pole.throw ?? ''}`).join(', ')}: those leads stay loose.`
            : hasMore(line)
              ? 'More contacts than before. Harmless: leave them unwired.'
              : '',
      };
    case 'field': {
      const spell = (value: number | string | undefined): string =>
        value === undefined ? 'not printed' : `${String(value)} ${line.unit}`.trim();
      return {
        what: line.label,
        was: spell(line.was),
        is: spell(line.is),
        words:
          line.note === 'less'
            ? 'Less than before; what it means is judged by the load.'
            : line.note === 'waits'
              ? `It takes ${spell(line.is)} where it took ${spell(line.was)}.`
              : line.note === 'no gold'
                ? 'The old one was gold-flashed for signals: volt-free and other small loads find no surface now.'
                : '',
      };
    }
    case 'pins':
      return {
        what: 'Pins',
        was: line.moved.map(({ from }) => from).join(', '),
        is: line.moved.map(({ to }) => to).join(', '),
        words: `Leads move: ${line.moved.map(({ from, to }) => `${from} to ${to}`).join(', ')}.`,
      };
    case 'no place':
      return { what: 'No place for', was: line.marks.join(', '), is: '–', words: 'These leads stay loose: park them, capped.' };
  }
}

/** The verdict of a part put in, in a sentence. */
export function tellTwin({ verdict, dangers, differing, deed }: Pick<Twin, 'verdict' | 'dangers' | 'differing' | 'deed'>): string {
  switch (verdict) {
    case 'good':
      return 'Fits. It does what the old one did.';
    case 'look':
      return 'Works. Look at the differences.';
    case 'cannot-clear':
      return deed.code === 'deeds' && isTelling(deed) && deed.isPartly
        ? 'Cannot clear: not every state was tried.'
        : 'Cannot clear: something on the part is not read.';
    default:
      return `Do not fit: ${counted(dangers, 'danger')}, ${counted(differing, 'difference')}.`;
  }
}
