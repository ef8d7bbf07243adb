import { demandOf, type Instead, judgeExposure, judgeLeak } from '#core/check';
import { type Coil, type Contact, familyOf, loneDevice, partsOf, type StockPart, stockProblems } from '#core/devices';
import { type CoilExposure, type CoilPair, callsOf, coilAcross, plusAtPair, transformersUnder } from '#core/explore';
import { judgePole, numberAt, type Row, schoolOf, tablesFor, type Verdict, worstVerdict } from '#core/size';
import { amount, percent, volts } from '#core/units';
import { type Mapping, mapTerminals } from './mapping';
import { hangsOn } from './needWords';
import type { Need } from './place';
import { spellCoil } from './spell';
import { twinOf } from './twin';

/** One cell of the table of candidates: the verdict with its number, and why. */
export interface Cell {
  readonly verdict: Verdict;
  readonly says: string;
  readonly why: string;
}

export interface Candidate {
  readonly part: StockPart;
  readonly verdict: Verdict;
  /** the whole in two words: Fits, Tight, Dead on arrival … */
  readonly word: string;
  readonly cells: { readonly coil: Cell; readonly poles: Cell; readonly driver: Cell; readonly transformer: Cell };
  readonly mapping: Mapping;
  readonly exposure: CoilExposure | undefined;
}

/** Volts, drive and amps of a coil over the pairs seen so far: the same shape that the full exploration gives. */
export function exposureOf(
  coil: Coil,
  pairs: readonly CoilPair[],
): { exposure: CoilExposure; heldA: number; inrushA: number; lowestV: ReadonlyMap<number, { volts: number; va: number }> } {
  const calls = callsOf(coil, pairs);
  const called = calls.filter(({ isCall }) => isCall);
  const low = (list: { volts: number; drive: number; state: string }[]) =>
    list.reduce<(typeof list)[number] | undefined>((least, one) => (!least || one.drive < least.drive ? one : least), undefined);
  const open = called.map((one) => one.open);
  const shut = called.map(({ pair }) => ({ ...coilAcross(pair.held, coil, 1), state: pair.state }));
  const pullIn = low(open);
  const holds = pullIn !== undefined && pullIn.drive >= coil.pickUpTypicalRatio;
  const most = (list: readonly (typeof shut)[number][]) =>
    list.reduce<(typeof shut)[number] | undefined>((top, one) => (!top || one.drive > top.drive ? one : top), undefined);
  // asked of a pulse coil alone: any other may stay on
  const rest = coil.pulseOnly
    ? most(pairs.map((pair) => ({ ...coilAcross(pair.rest, coil, holds ? 1 : 0), state: pair.state })))
    : undefined;
  const all = [...open, ...(holds ? shut : [])];
  const highest = all.reduce((top, one) => (one.drive > top.drive ? one : top), { volts: 0, drive: 0, state: '' });
  const lowestV = new Map<number, { volts: number; va: number }>();
  for (const { pair } of called)
    for (const { part, volts: v, va } of transformersUnder(pair.pullIn, coil, 0))
      if (v < (lowestV.get(part)?.volts ?? Number.POSITIVE_INFINITY)) lowestV.set(part, { volts: v, va });
  // what is no call may still leak: the armature then holds with less than it needs to close
  const leak = most(calls.flatMap(({ isCall, pair }) => (isCall ? [] : [{ ...coilAcross(pair.pullIn, coil, 1), state: pair.state }])));
  const bare = ({ volts: v, drive, state }: { volts: number; drive: number; state: string }) => ({ volts: v, drive, state });
  const held = holds ? low(shut) : undefined;
  return {
    exposure: {
      pullIn: pullIn && bare(pullIn),
      held: held && bare(held),
      highest: bare(highest),
      plusAt: plusAtPair(pairs),
      wastedRatio: Math.max(0, ...open.map(({ wastedRatio }) => wastedRatio)),
      reversedRatio: Math.max(0, ...open.map(({ reversedRatio }) => reversedRatio)),
      rest: rest && bare(rest),
      leak: leak && bare(leak),
    },
    heldA: Math.max(0, ...shut.map(({ amps }) => amps)),
    inrushA: Math.max(0, ...open.map(({ amps }) => amps)),
    lowestV,
  };
}

const unknown = (says: string, why: string): Cell => ({ verdict: 'cannot-clear', says, why });
const nothing: Cell = { verdict: 'good', says: '–', why: 'Nothing is asked of it here.' };

const isInside = (verdict: Verdict): boolean => verdict === 'good' || verdict === 'look';

/** A row as a cell tells it: `62 % run`, `run 18.5 A > 15 A`. */
const share = ({ is, limit, asks, unit, verdict }: Row): string =>
  is === undefined || limit === undefined
    ? `${asks}: no figure`
    : isInside(verdict) && unit === 'A'
      ? `${percent(is / limit)} ${short(asks)}`
      : `${short(asks)}: ${amount(is, unit)} of ${amount(limit, unit)}`;
const short = (asks: string): string =>
  asks.replace('motor running', 'run').replace('motor locked', 'locked').replace('as they are made', 'made');

/** What is worth saying of a set of rows: what is wrong, else the amps, else all. */
function telling<T extends Row>(wrong: readonly T[], rows: readonly T[]): readonly T[] {
  const inAmps = rows.filter(({ unit }) => unit === 'A');
  return wrong.length > 0 ? wrong : inAmps.length > 0 ? inAmps : rows;
}

/** Judges one part for the place, without a solve: the pairs make its coil a division, the demands make its poles a comparison. */
export function judgeCandidate(need: Need, part: StockPart): Candidate {
  const { exploration, circuit, device, practice, pairs } = need;
  const tables = tablesFor(practice);
  const own = need.coil?.part as Coil | undefined;
  const usual = Math.max(0, ...pairs.map(({ openV }) => openV));
  const mapping = mapTerminals(circuit, device, part, {
    volts: usual > 0 ? usual : own?.ratedV,
    plusAt: plusAtPair(pairs),
  });
  const { coil } = mapping;
  const seen = coil && need.coil ? exposureOf(coil, pairs) : undefined;

  const coilCell = (): Cell => {
    if (!need.coil) return nothing;
    if (!coil) return { verdict: 'danger', says: 'no coil', why: 'The part has no coil.' };
    if (coil.latch !== undefined && own?.latch === undefined)
      return {
        verdict: 'danger',
        says: 'latching',
        why: 'A latching relay stays where it was put: it does not let go when the call ends.',
      };
    const opinion = judgeExposure(part.title, coil, seen!.exposure);
    const at = opinion.pullInWord === 'burns' || opinion.pullInWord === 'high' ? seen!.exposure.highest : seen!.exposure.pullIn;
    const equalOnly = schoolOf(practice, 'nearMiss') === 'equal' && opinion.verdict === 'good' && own?.ratedV !== coil.ratedV;
    const print = spellCoil(coil);
    return {
      verdict: equalOnly ? 'look' : opinion.verdict,
      says: `${print} ${opinion.pullInWord === 'pulls in' ? `${at?.volts.toFixed(1)} ≥ ${opinion.window?.mustCloseV.toFixed(1)}` : opinion.pullInWord}`,
      why: opinion.says,
    };
  };

  const instead: Instead = need.coil && seen ? new Map([[need.coil.index, { heldA: seen.heldA, inrushA: seen.inrushA }]]) : new Map();
  const poleRows: Row[] = [];
  const poleWords: string[] = [];
  for (const { was, is } of mapping.poles) {
    for (const contact of was.contacts) {
      const planned = exploration.plan.partsIn(device.id).find((one) => one.part.id === contact.id)!;
      const exposure = exploration.contacts.get(planned.index);
      if (!exposure || exposure.serves.length === 0) continue;
      if (!is) poleWords.push(`no pole for ${was.common}–${(contact.form === 'NC' ? was.nc : was.no) ?? ''}`);
      else if (is.kind === 'bar') poleWords.push(`${is.common}–${is.no} is a solid bar`);
      else {
        const stand = is.contacts.find(({ form }) => form === contact.form);
        if (stand) poleRows.push(...judgePole(stand.ratings, demandOf(exposure, exploration.plan), tables));
        else poleWords.push(`no ${contact.form} for ${contact.id}`);
      }
    }
  }
  const poles = (): Cell => {
    if (mapping.poles.length === 0) return nothing;
    const worst = worstVerdict(poleRows.map(({ verdict }) => verdict));
    const bad = poleRows.filter(({ verdict }) => verdict === worst && verdict !== 'good');
    const told = telling(bad, poleRows).map(share);
    const verdict = poleWords.length > 0 ? worstVerdict([worst, 'danger']) : worst;
    return {
      verdict,
      says: [...poleWords, ...new Set(told)].slice(0, 2).join(', ') || 'carries nothing',
      // poles that carry the same say it once
      why: [
        ...new Set([
          ...poleWords,
          ...poleRows.map((row) => `${row.asks}: ${amount(row.is, row.unit)} of ${amount(row.limit, row.unit)} ${row.rating}`),
        ]),
      ].join('; '),
    };
  };

  const driverRows = need.coil
    ? exploration.plan.parts.flatMap(({ part: other, index, device: owner }) => {
        const exposure = exploration.contacts.get(index);
        // an isolator is no driver: it is judged where it stands
        if (
          other.kind !== 'contact' ||
          other.symbol === 'isolator' ||
          owner.id === device.id ||
          !exposure?.serves.some((one) => one.part === need.coil!.index)
        )
          return [];
        return judgePole((other as Contact).ratings, demandOf(exposure, exploration.plan, instead), tables).map((row) => ({
          ...row,
          by: owner.tag,
        }));
      })
    : [];
  const driver = (): Cell => {
    if (driverRows.length === 0) return nothing;
    const leaks = coil && seen ? judgeLeak(coil, seen.exposure) : 'good';
    const verdict = worstVerdict([...driverRows.map((one) => one.verdict), leaks]);
    if (leaks !== 'good' && leaks === verdict) {
      const { volts: v, state } = seen!.exposure.leak!;
      return {
        verdict,
        says: `leaks ${volts(v)}, ${leaks === 'danger' ? 'holds it in' : 'may hold it in'}`,
        why: `${volts(v)} stand on the coil while nothing calls it (${state}); it must have let go at ${volts(coil!.mustReleaseRatio * (coil!.ratedV ?? 0))}.`,
      };
    }
    const tightest = telling(
      driverRows.filter((row) => row.verdict === verdict && verdict !== 'good'),
      driverRows,
    ).reduce((top, one) => (rank(one) > rank(top) ? one : top));
    return {
      verdict,
      says: `${tightest.by} ${tightest.asks.replace('coil ', '')} ${amount(tightest.is, tightest.unit)} of ${amount(tightest.limit, tightest.unit)}`,
      why: driverRows
        .map((row) => `${row.by} ${row.asks}: ${amount(row.is, row.unit)} of ${amount(row.limit, row.unit)} (${row.rating})`)
        .join('; '),
    };
  };

  const transformer = (): Cell => {
    if (!need.coil || !coil || !own || !seen || coil.ratedV === undefined) return nothing;
    const sags = [...seen.lowestV].flatMap(([index, { volts: v, va }]) => {
      const planned = exploration.plan.parts[index]!;
      const kept = exploration.transformers.get(index);
      return planned.part.kind === 'transformer' && kept && hangsOn(need, index)
        ? [{ tag: planned.device.tag, v, va, rating: planned.part.va, kept, rated: planned.part.secondary.at(-1)!.volts }]
        : [];
    });
    const worst = sags[0];
    if (!worst) return nothing;
    if (worst.rating === undefined) return unknown(`${worst.tag} unread`, `${worst.tag}: rating unknown.`);
    const heldVa = worst.kept.heldVa + (seen.heldA - (own.ratedV === undefined ? 0 : own.sealedVa / own.ratedV)) * worst.rated;
    const limit = worst.rating * (numberAt(tables.constants, 'transformer share', 'value') ?? 0.8);
    const sagging = worst.v < 0.85 * worst.rated;
    const verdict: Verdict =
      heldVa > worst.rating ? 'danger' : heldVa > limit || sagging || worst.va > 1.5 * worst.rating ? 'look' : 'good';
    return {
      verdict,
      says:
        sagging || worst.va > 1.5 * worst.rating
          ? `${amount(worst.va, 'VA')} inrush, ${volts(worst.v)}`
          : `${amount(heldVa, 'VA')} of ${worst.rating}`,
      why: `${worst.tag} of ${worst.rating} VA: ${amount(heldVa, 'VA')} held; as it closes ${amount(worst.va, 'VA')} at ${volts(worst.v)}.`,
    };
  };

  const cells = { coil: coilCell(), poles: poles(), driver: driver(), transformer: transformer() };
  const broken = stockProblems(part).length > 0;
  const verdict = worstVerdict([
    ...Object.values(cells).map((one) => one.verdict),
    broken ? 'cannot-clear' : 'good',
    mapping.lost.length > 0 ? 'danger' : 'good',
  ]);
  return {
    part,
    verdict,
    word: wordFor(cells, verdict, mapping),
    cells,
    mapping,
    exposure: seen?.exposure,
  };
}

const rank = ({ verdict, is, limit }: Row): number =>
  ({ block: 40, danger: 30, 'cannot-clear': 20, look: 10, good: 0 })[verdict] + Math.min(5, (is ?? 0) / (limit ?? 1));

/** The whole in two words, the worst thing first. */
function wordFor(cells: Candidate['cells'], verdict: Verdict, mapping: Mapping): string {
  const { coil, poles, driver, transformer } = cells;
  if (verdict === 'good') return 'Fits';
  if (coil.verdict === 'block') return 'Burns';
  if (coil.says === 'latching') return 'Does not let go';
  if (coil.verdict === 'danger')
    return coil.says.includes('dead')
      ? 'Dead on arrival'
      : coil.says.includes('burns')
        ? 'Burns'
        : coil.says.includes('buzz')
          ? 'Buzzes'
          : 'May not lift';
  if (mapping.lost.length > 0 || poles.says.includes('no pole') || poles.says.includes('no N')) return 'Poles missing';
  if (poles.says.includes('solid bar')) return 'Bar, not pole';
  if (poles.verdict === 'danger') return 'Contacts weld';
  if (driver.verdict === 'danger') return 'Driver too weak';
  if (transformer.verdict === 'danger') return 'Overloads T';
  if (verdict === 'cannot-clear') return 'Cannot clear';
  if (transformer.verdict === 'look') return 'Works, sags T';
  return poles.verdict === 'look' ? 'Tight' : 'Works';
}

/** A part without a coil has no pair to divide by: it is put in and solved. */
function judgeByTwin(need: Need, part: StockPart): Candidate {
  const twin = twinOf(need.circuit, need.device, part, need.before, need.practice, false);
  const cell = (rules: readonly string[], says: string): Cell => {
    const own = twin.brings.filter(({ rule }) => rules.includes(rule));
    const verdict = worstVerdict(own.map((one) => one.verdict));
    const first = own.find((one) => one.verdict === verdict);
    return {
      verdict,
      says: first?.title ?? says,
      why: own.map(({ title, reason }) => `${title}. ${reason}`).join(' ') || 'Nothing worse than before.',
    };
  };
  const cells = {
    coil: cell(['coil-window', 'coil-held-by-leak', 'load-volts'], 'volts as before'),
    poles: cell(['contact-rating', 'overcurrent-device', 'conductor-ampacity', 'throws-fed-apart'], 'contacts as before'),
    driver: cell(['mains-on-volt-free', 'latch-in-stop-chain', 'wrong-base', 'poles-serve-apart', 'load-stays-live'], '–'),
    transformer: cell(['transformer-load', 'transformer-tap', 'transformer-fuse'], 'load as before'),
  };
  const failed = Object.values(cells).find((one) => one.verdict === twin.verdict && one.verdict !== 'good');
  return {
    part,
    verdict: twin.verdict,
    word:
      twin.verdict === 'good'
        ? 'Fits'
        : twin.verdict === 'look'
          ? 'Works'
          : twin.verdict === 'cannot-clear'
            ? 'Cannot clear'
            : twin.mapping.lost.length > 0
              ? 'Poles missing'
              : failed
                ? 'Do not fit'
                : 'Does not do it',
    cells,
    mapping: twin.mapping,
    exposure: undefined,
  };
}

/** One part for the place, by the quick way where the place has a coil, else put in and solved. */
export const judgePart = (need: Need, part: StockPart): Candidate => (need.coil ? judgeCandidate(need, part) : judgeByTwin(need, part));

const ORDER: readonly Verdict[] = ['good', 'look', 'cannot-clear', 'danger', 'block'];

/** Parts of the same group as the device, what fits best first: verdict, then the smaller of what is large enough. */
export function candidatesFor(need: Need, stock: readonly StockPart[]): Candidate[] {
  const { group } = familyOf(need.device);
  const hasCoil = need.coil !== undefined;
  return stock
    .filter((part) => {
      const family = familyOf(loneDevice(part));
      return hasCoil
        ? partsOf(loneDevice(part)).some(({ kind }) => kind === 'coil') && family.group === group
        : part.family === need.device.family;
    })
    .map((part) => judgePart(need, part))
    .sort(
      (a, b) =>
        ORDER.indexOf(a.verdict) - ORDER.indexOf(b.verdict) ||
        a.mapping.moved.length - b.mapping.moved.length ||
        Number(b.part.van === 'Van') - Number(a.part.van === 'Van') ||
        effort(a.part) - effort(b.part) ||
        a.part.title.localeCompare(b.part.title, 'en', { numeric: true }),
    );
}

/** What a part costs its driver: the smaller of two that do is the better. */
const effort = ({ nameplate }: StockPart): number =>
  Number(nameplate.sealedVa?.value ?? nameplate.va?.value ?? nameplate.ratingA?.value ?? 0);

/** Why a part is not in the list at all: told when somebody looks for it. */
export function whyMissing(need: Need, part: StockPart): string {
  const family = familyOf(loneDevice(part));
  const hasCoil = partsOf(loneDevice(part)).some(({ kind }) => kind === 'coil');
  if (need.coil && !hasCoil) return `${part.title} has no coil; ${need.device.tag} needs one.`;
  if (need.coil && family.group !== familyOf(need.device).group)
    return `${part.title} is a ${family.group}; ${need.device.tag} is a ${familyOf(need.device).group}.`;
  return `${part.title} is a ${family.title.toLowerCase()}; ${need.device.tag} is a ${familyOf(need.device).title.toLowerCase()}.`;
}
