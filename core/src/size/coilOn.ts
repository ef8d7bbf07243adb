import { coilBand } from './coil';
import { figure, notKnown, type Sized } from './row';
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

/**
 * Reads what is printed on a coil: `24 VAC 50/60`, `208-240V 60Hz`, `110V 50Hz / 120V 60Hz`, `24 VDC`, `24 V AC/DC`, `120/240 V 60 Hz`.
 * @returns undefined when no volts are in it. Kind or hertz that are not printed stay unknown: they are not guessed from the volts.
 */
export function parseCoilPrint(print: string): CoilFacts | undefined {
  const text = print.toUpperCase().replace(/\s+/g, '').replaceAll(',', '.').replaceAll('–', '-').replaceAll('…', '-');
  const both = /AC\/?DC|UC/.test(text);
  const dc = /DC|=|⎓/.test(text);
  const ac = /AC|~|HZ|V(?:50|60)/.test(text);
  const plain = text.replace(/AC\/?DC|UC|AC|DC|~|=|⎓/g, '');
  const current = both ? 'AC/DC' : dc ? 'DC' : ac ? 'AC' : undefined;
  const dual = /^(\d+(?:\.\d+)?)\/(\d+(?:\.\d+)?)V/.exec(plain);
  const points: CoilPoint[] = [];
  const body = dual ? plain.slice(dual[1]!.length + 1) : plain;
  for (const match of body.matchAll(/(\d+(?:\.\d+)?)(?:-(\d+(?:\.\d+)?))?V[/@]?(50[/-]60|50|60)?(?:HZ)?/g)) {
    const lowV = Number(match[1]);
    const highV = match[2] === undefined ? lowV : Number(match[2]);
    const hertz = match[3];
    if (hertz?.length === 5) points.push({ lowV, highV, hz: 50 }, { lowV, highV, hz: 60 });
    else points.push({ lowV, highV, hz: hertz === undefined ? undefined : (Number(hertz) as 50 | 60) });
  }
  if (points.length === 0 && /^\d+(\.\d+)?$/.test(plain)) points.push({ lowV: Number(plain), highV: Number(plain), hz: undefined });
  if (points.length === 0 || points.some(({ lowV, highV }) => !(lowV > 0) || highV < lowV)) return undefined;
  return { current, points, ...(dual ? { dualLowV: Number(dual[1]) } : {}) };
}

interface Judged extends Sized {
  readonly band: string;
  /** applied over rated, by flux where the frequency is not the coil's */
  readonly ratio: number | undefined;
}

const unknown = (missing: readonly string[]): Judged => ({
  verdict: 'cannot-clear',
  says: notKnown(missing),
  figures: [],
  rows: [],
  missing,
  band: '?',
  ratio: undefined,
});

const BAND_VERDICT: Readonly<Record<string, { verdict: Verdict; says: string }>> = {
  A0: { verdict: 'danger', says: 'Dead. It does not move.' },
  A1: { verdict: 'danger', says: 'Dead. It stays out and may warm.' },
  A2: { verdict: 'danger', says: 'Buzzes, overheats. It cannot seat and burns slowly.' },
  A3: { verdict: 'danger', says: 'Buzzes or chatters. Contacts weld.' },
  A4: { verdict: 'look', says: 'Not guaranteed. It may close cold and fail hot or at low line.' },
  A5: { verdict: 'good', says: 'Pulls in.' },
  A6: { verdict: 'look', says: 'High. Works, hums, hot; a short life.' },
  A7: { verdict: 'danger', says: 'Burns slowly.' },
  A8: { verdict: 'block', says: 'Burns in seconds to minutes.' },
  A9: { verdict: 'block', says: 'Burns at once: flash or smoke.' },
  D0: { verdict: 'danger', says: 'Dead. It does not move.' },
  D1: { verdict: 'danger', says: 'No pull-in. It may stay in if already closed.' },
  D2: { verdict: 'danger', says: 'Unlikely. Some operate cold.' },
  D3: { verdict: 'look', says: 'Not guaranteed. Most operate cold.' },
  D4: { verdict: 'good', says: 'Pulls in.' },
  D5: { verdict: 'look', says: 'High. Operates hot; only if its data sheet allows.' },
  D6: { verdict: 'danger', says: 'Overheats.' },
  D7: { verdict: 'block', says: 'Burns in minutes.' },
  D8: { verdict: 'block', says: 'Burns in seconds.' },
};

/**
 * A coil's print against a supply: kind first, then frequency, then volts. Steady volts at the coil, called.
 * Bands: common practice with the standards' 0.85, 0.80 and 1.10 (IEC 60947-4-1, IEC 61810-1). Flux is V over f.
 */
export function coilOn(coil: CoilFacts, supply: CoilSupply): Judged {
  const missing = [
    ...(coil.points.length === 0 ? ['coil volts'] : []),
    ...(coil.current === undefined ? ['coil kind, AC or DC'] : []),
    ...(supply.volts === undefined ? ['supply volts'] : []),
    ...(supply.current === undefined ? ['supply kind, AC or DC'] : []),
    ...(supply.current === 'AC' && coil.current === 'AC' && supply.hz === undefined ? ['supply frequency'] : []),
  ];
  if (missing.length > 0 || supply.volts === undefined) return unknown(missing);
  const told = (verdict: Verdict, says: string, band: string, ratio: number, figures: Judged['figures'] = []): Judged => ({
    verdict,
    says,
    band,
    ratio,
    figures: [figure('Applied over rated', ratio, '×', 'flux, V over f'), ...figures],
    rows: [],
    missing: [],
  });
  const first = coil.points[0]!;
  if (coil.current === 'AC' && supply.current === 'DC') {
    const ohms = coil.windingOhms ?? (coil.inrushVa === undefined ? undefined : (0.7 * first.lowV ** 2) / coil.inrushVa);
    const heldA = coil.sealedVa === undefined ? undefined : coil.sealedVa / first.lowV;
    const flows = ohms === undefined ? undefined : supply.volts / ohms;
    const heat = flows === undefined || heldA === undefined ? undefined : (flows / heldA) ** 2;
    const holds = heldA === undefined || ohms === undefined ? undefined : heldA * ohms;
    const safe = heat !== undefined && heat <= 1.21;
    return told(
      safe ? 'look' : 'block',
      safe
        ? 'An AC coil on DC that is small enough to hold, not to pull in.'
        : 'Burns. An AC coil on DC has only its ohms against the volts.',
      'A9',
      supply.volts / first.lowV,
      [
        figure('Current', flows, 'A', 'V over ohms'),
        figure('Heat over held', heat, '×', 'I²R'),
        figure('DC that gives the held current', holds, 'V', 'I·R'),
      ],
    );
  }
  if (coil.current === 'DC' && supply.current === 'AC')
    return coil.polarized
      ? told('block', 'Shorts. Its diode passes every other half-wave.', 'D8', supply.volts / first.lowV)
      : told('danger', 'Buzzes, chatters and overheats: a DC coil has no shading ring.', 'D6', supply.volts / first.lowV);
  if (coil.polarized && supply.reversed) return told('danger', 'Reversed. It does not operate, or its diode shorts the supply.', 'D0', 0);
  if (coil.halves === 'opposed')
    return told('block', 'Burns. One half is reversed: no flux, only ohms against the volts.', 'A9', supply.volts / first.lowV);
  if (coil.pulseRated && supply.continuous)
    return told('danger', 'Burns. A pulse-rated latching coil is held on.', 'D6', supply.volts / first.lowV);
  const dc = coil.current === 'DC' || supply.current === 'DC';
  const match = dc ? first : (coil.points.find(({ hz }) => hz === supply.hz) ?? coil.points.find(({ hz }) => hz === undefined) ?? first);
  if (!dc && coil.current === 'AC' && match.hz === undefined) return unknown(['coil frequency']);
  const flux = dc || match.hz === undefined ? 1 : match.hz / supply.hz!;
  // halves in series are for the high volts, in parallel for the low ones
  const scale =
    coil.dualLowV === undefined ? 1 : coil.halves === 'parallel' ? coil.dualLowV / first.highV : coil.halves === 'series' ? 1 : undefined;
  if (scale === undefined) return unknown(['how the two halves are joined']);
  const low = (supply.volts * flux) / (match.lowV * scale);
  const high = (supply.volts * flux) / (match.highV * scale);
  const floor = coil.pickUpRatio ?? (coil.current === 'DC' ? 0.8 : 0.85);
  const ratio = low < floor - 1e-9 ? low : high > 1.1 + 1e-9 ? high : low > 1.1 ? 1 : low;
  const shown = low < floor - 1e-9 ? low : high > 1.1 + 1e-9 ? high : low;
  const band = coilBand(coil.current === 'DC' ? 'DC' : 'AC', ratio);
  const normal =
    supply.classTwo !== false &&
    coil.current === 'AC' &&
    match.lowV === 24 &&
    match.highV === 24 &&
    ratio > 1.1 &&
    supply.volts * flux <= 29 + 1e-9;
  if (normal) return told('good', 'High, normal on light load. Judge it with the coil called.', band, shown);
  const light = coil.inrushVa !== undefined && coil.sealedVa !== undefined && (ratio * (coil.inrushVa / coil.sealedVa)) ** 2 <= 1.5;
  const base = BAND_VERDICT[band]!;
  const says = light && band === 'A2' ? 'Buzzes. It cannot seat.' : light && band === 'A1' ? 'Dead. It stays out and may warm.' : base.says;
  const k = coil.inrushVa !== undefined && coil.sealedVa !== undefined ? coil.inrushVa / coil.sealedVa : undefined;
  return told(base.verdict, says, band, shown, [
    figure('Rated', `${match.lowV}${match.highV > match.lowV ? `–${match.highV}` : ''}`, 'V', 'print'),
    figure('Guaranteed from', floor * match.lowV * scale, 'V', 'IEC 60947-4-1'),
    figure('Takes at most', 1.1 * match.highV * scale, 'V', 'IEC 60947-4-1'),
    ...(k !== undefined && low < 0.75
      ? [figure('Current over held, stuck open', low * k, '×', 'r·k'), figure('Heat over held, stuck open', (low * k) ** 2, '×', '(r·k)²')]
      : []),
    figure('Heat, steady', ratio ** 2, '×', 'r²'),
  ]);
}

/** Ohms of the same frame's coil for other volts at equal VA: by the square of the volts. */
export const sameFrameOhms = (ohms: number, ratedV: number, otherV: number): number => ohms * (otherV / ratedV) ** 2;
