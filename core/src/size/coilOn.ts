import { COPPER_PER_KELVIN_AT_20 } from '#core/units';
import { type Basis, type CoilBandCode, judgeVolts } from './coil';
import { COIL_ILLS, type CoilIll } from './coilIlls';
import { figure, type Missing, notKnown, type Said, type Sized } from './sized';
import type { Verdict } from './verdict';

/** One volts-and-hertz point of a coil's print. A range has two ends. */
export interface CoilPoint {
  readonly lowV: number;
  readonly highV: number;
  /** undefined: the print names none */
  readonly hz: 50 | 60 | undefined;
}

export interface CoilFacts {
  readonly current: 'AC' | 'DC' | 'AC/DC' | undefined;
  readonly points: readonly CoilPoint[];
  readonly inrushVa?: number | undefined;
  readonly sealedVa?: number | undefined;
  readonly windingOhms?: number | undefined;
  /** a coil of two halves, and how they are joined; its points are for the joining that its print says */
  readonly halves?: 'series' | 'parallel' | 'opposed' | undefined;
  /** the low volts of a coil of two halves */
  readonly dualLowV?: number | undefined;
  readonly polarized?: boolean | undefined;
  readonly pulseRated?: boolean | undefined;
  readonly pickUpRatio?: number | undefined;
  /** called again when its copper is 60 K hotter than its print was taken at */
  readonly isHot?: boolean | undefined;
}

export interface CoilSupply {
  readonly volts: number | undefined;
  readonly current: 'AC' | 'DC' | undefined;
  readonly hz?: number | undefined;
  readonly reversed?: boolean | undefined;
  /** held on longer than a pulse */
  readonly continuous?: boolean | undefined;
  /** a 24 V class 2 circuit idles at 26 to 29 V */
  readonly classTwo?: boolean | undefined;
}

interface OnSupply extends Sized {
  readonly band: CoilBandCode | undefined;
  /** applied over rated, by flux where the frequency is not the coil's */
  readonly ratio: number | undefined;
}

const unknown = (missing: readonly Missing[]): OnSupply => ({ ...notKnown(missing), band: undefined, ratio: undefined });

const told = (verdict: Verdict, said: Said, band: CoilBandCode | undefined, ratio: number, figures: Sized['figures'] = []): OnSupply => ({
  verdict,
  said,
  band,
  ratio,
  figures: [figure('applied over rated', ratio, '×', 'flux, V over f'), ...figures],
  rows: [],
  missing: [],
});

function missingOf(coil: CoilFacts, supply: CoilSupply): Missing[] {
  const missing: Missing[] = [];
  if (coil.points.length === 0) missing.push('coil volts');
  if (coil.current === undefined) missing.push('coil kind, AC or DC');
  if (supply.volts === undefined) missing.push('supply volts');
  if (supply.current === undefined) missing.push('supply kind, AC or DC');
  if (supply.current === 'AC' && coil.current === 'AC' && supply.hz === undefined) missing.push('supply frequency');
  return missing;
}

/** What no more or fewer volts would mend: the wrong kind, the wrong way round, halves that work against each other, a pulse held. */
function illOn(coil: CoilFacts, supply: CoilSupply, volts: number, first: CoilPoint): OnSupply | undefined {
  const ratio = volts / first.lowV;
  const is = (code: CoilIll, band: CoilBandCode, share = ratio): OnSupply => told(COIL_ILLS[code].verdict, { code }, band, share);
  if (coil.current === 'AC' && supply.current === 'DC') return acOnDc(coil, volts, first);
  if (coil.current === 'DC' && supply.current === 'AC')
    return coil.polarized ? is('polarized coil on AC', 'D8') : is('DC coil on AC', 'D6');
  if (coil.polarized && supply.reversed) return is('coil reversed', 'D0', 0);
  if (coil.halves === 'opposed') return is('half reversed', 'A9');
  if (coil.pulseRated && supply.continuous) return is('pulse coil held', 'D6');
  return undefined;
}

/** An AC coil on DC has only its winding's ohms against the volts. */
function acOnDc(coil: CoilFacts, volts: number, { lowV }: CoilPoint): OnSupply {
  const ohms = coil.windingOhms ?? (coil.inrushVa === undefined ? undefined : (0.7 * lowV ** 2) / coil.inrushVa);
  const heldA = coil.sealedVa === undefined ? undefined : coil.sealedVa / lowV;
  const flows = ohms === undefined ? undefined : volts / ohms;
  const heat = flows === undefined || heldA === undefined ? undefined : (flows / heldA) ** 2;
  const holds = heldA === undefined || ohms === undefined ? undefined : heldA * ohms;
  const isSafe = heat !== undefined && heat <= 1.21;
  return told(
    isSafe ? 'look' : COIL_ILLS['AC coil on DC burns'].verdict,
    { code: isSafe ? 'AC coil on DC holds' : 'AC coil on DC burns' },
    'A9',
    volts / lowV,
    [
      figure('current', flows, 'A', 'V over ohms'),
      figure('heat over held', heat, '×', 'I²R'),
      figure('DC for the held current', holds, 'V', 'I·R'),
    ],
  );
}

/** Copper 60 K hotter: a DC relay's pick-up is printed cold, an AC contactor's 85 % means hot already (IEC 60947-4-1, from memory). */
const HOT_COPPER = 1 + COPPER_PER_KELVIN_AT_20 * 60;

/** A nominal line under this share of the print leaves less than the usual 10 % of a low line above the guaranteed pick-up. Common practice. */
const LITTLE_TO_SPARE = 0.9;

/**
 * A coil's print against a supply: kind first, then frequency, then volts. Flux is V over f.
 * @param basis whether the volts are a line's nominal ones or were measured at the coil as it is called
 */
export function coilOn(coil: CoilFacts, supply: CoilSupply, basis: Basis = 'nominal'): OnSupply {
  const missing = missingOf(coil, supply);
  const { volts } = supply;
  const [first] = coil.points;
  if (missing.length > 0 || volts === undefined || first === undefined || coil.current === undefined) return unknown(missing);
  const ill = illOn(coil, supply, volts, first);
  if (ill) return ill;
  const isDc = coil.current === 'DC' || supply.current === 'DC';
  const match = isDc ? first : (coil.points.find(({ hz }) => hz === supply.hz) ?? coil.points.find(({ hz }) => hz === undefined) ?? first);
  if (!isDc && coil.current === 'AC' && match.hz === undefined) return unknown(['coil frequency']);
  const flux = isDc || match.hz === undefined || supply.hz === undefined ? 1 : match.hz / supply.hz;
  // halves in series are for the high volts, in parallel for the low ones
  const share =
    coil.dualLowV === undefined || coil.halves === 'series' ? 1 : coil.halves === 'parallel' ? coil.dualLowV / first.highV : undefined;
  if (share === undefined) return unknown(['how the two halves are joined']);
  const [lowV, highV] = [match.lowV * share, match.highV * share];
  const inrushTimes = coil.inrushVa !== undefined && coil.sealedVa !== undefined ? coil.inrushVa / coil.sealedVa : undefined;
  const floor = coil.pickUpRatio ?? (coil.current === 'DC' ? 0.8 : 0.85);
  const facts = { current: coil.current, lowV, highV, inrushTimes, idlesHigh: supply.classTwo !== false && flux <= 1 };
  const cold = judgeVolts(facts, volts * flux, basis, floor);
  // hot copper takes less current from the same volts: a relay that pulls in cold may not; what is too high is so either way
  const hot = coil.isHot && coil.current === 'DC' ? judgeVolts(facts, (volts * flux) / HOT_COPPER, basis, floor) : cold;
  const judged = cold.verdict === 'good' && hot.verdict !== 'good' ? hot : cold;
  const low = (volts * flux) / lowV;
  // inside a range the share of its low end is shown; what decided, elsewhere
  const shown = judged.ratio === 1 && low > 1.1 ? low : judged.ratio;
  if (judged.word === 'high, normal on light load') return told('good', { code: 'coil high, normal on light load' }, judged.band, shown);
  const isTight = coil.current === 'AC' && basis === 'nominal' && judged.verdict === 'good' && low < LITTLE_TO_SPARE;
  return told(
    judged.verdict,
    isTight ? { code: 'coil with little to spare' } : { code: 'coil', word: judged.word, band: judged.band, isGentle: judged.isGentle },
    judged.band,
    shown,
    [
      { ...figure('rated', match.lowV, 'V', 'print'), ...(match.highV > match.lowV ? { to: match.highV } : {}) },
      figure('guaranteed from', floor * lowV, 'V', 'IEC 60947-4-1'),
      figure('takes at most', 1.1 * highV, 'V', 'IEC 60947-4-1'),
      ...(inrushTimes !== undefined && low < 0.75
        ? [
            figure('current over held, stuck open', low * inrushTimes, '×', 'r·k'),
            figure('heat over held, stuck open', (low * inrushTimes) ** 2, '×', '(r·k)²'),
          ]
        : []),
      figure('heat, steady', judged.ratio ** 2, '×', 'r²'),
    ],
  );
}

/** Ohms of the same frame's coil for other volts at equal VA: by the square of the volts. */
export const sameFrameOhms = (ohms: number, ratedV: number, otherV: number): number => ohms * (otherV / ratedV) ** 2;
