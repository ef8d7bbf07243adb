import { type Circuit, conductorsAt, type Device, terminalId } from '#core/circuit';
import { familyOf, knowing, loneDevice, partsOf, type StockPart } from '#core/devices';
import type { Coil, Part } from '#core/kinds';
import { least } from '#core/units';
import { isWorked, type Pole, polesOf, WAYS } from './poles';

interface PoleFit {
  readonly was: Pole;
  /** undefined: the part has no pole left for it */
  readonly is: Pole | undefined;
}

/** Where each wired terminal of the old device goes on the new part, and which pole does the work of which. */
export interface Mapping {
  readonly marks: ReadonlyMap<string, string>;
  readonly lost: readonly string[];
  readonly poles: readonly PoleFit[];
  /** the coil that takes the old coil's leads, its first end on the old first one; undefined where the part has none */
  readonly coil: Coil | undefined;
  readonly moved: readonly { readonly from: string; readonly to: string }[];
}

/** What stands on the coil's terminals of a place: the most volts and, of DC, which end is plus. */
export interface CoilSupply {
  readonly volts: number | undefined;
  readonly plusAt: 'a' | 'b' | undefined;
}

const isCoil = (part: Part): part is Coil => part.kind === 'coil';

/**
 * Lays a part's terminals over those of the device it is to replace: coil on coil, pole on pole, the rest by its mark.
 * A polarized coil is laid with its plus on plus.
 */
export function mapTerminals(known: Circuit, device: Device, part: StockPart, supply?: CoilSupply): Mapping {
  const circuit = knowing(known, part);
  const lone = loneDevice(part);
  const parts = partsOf(lone, circuit);
  const old = partsOf(device, circuit);
  const isWired = (mark: string | undefined): mark is string =>
    mark !== undefined && conductorsAt(circuit, terminalId(device.id, mark)).length > 0;
  const marks = new Map<string, string>();
  const coil = layCoil(old, parts, isWired, supply, marks);
  const poles = layPoles(old, parts, isWired, marks);
  const terminals = familyOf(lone, circuit).terminals;
  const taken = new Set(marks.values());
  const wired = familyOf(device, circuit).terminals.filter(isWired);
  for (const mark of wired)
    if (!marks.has(mark) && terminals.includes(mark) && !taken.has(mark) && !isLaidByDeed(old, mark)) marks.set(mark, mark);
  return {
    marks,
    poles,
    coil,
    lost: wired.filter((mark) => !marks.has(mark)),
    moved: wired.flatMap((mark) => {
      const to = marks.get(mark);
      return to === undefined || to === mark ? [] : [{ from: mark, to }];
    }),
  };
}

/** Lays the coil whose volts are nearest on the leads of the old one. */
function layCoil(
  old: readonly Part[],
  parts: readonly Part[],
  isWired: (mark: string) => boolean,
  supply: CoilSupply | undefined,
  marks: Map<string, string>,
): Coil | undefined {
  const coils = old.filter(isCoil);
  const was = coils.find(({ a, b }) => isWired(a) && isWired(b)) ?? coils[0];
  const nearest = least(parts.filter(isCoil), ({ ratedV }) => Math.abs(Math.log((ratedV ?? 1) / (supply?.volts ?? ratedV ?? 1))));
  const coil = nearest && plusOnPlus(nearest, supply?.plusAt);
  if (was && coil) marks.set(was.a, coil.a).set(was.b, coil.b);
  return coil;
}

/** A polarized coil the way round in which plus comes to its plus. */
function plusOnPlus(coil: Coil, plusAt: CoilSupply['plusAt']): Coil {
  if (coil.plus === undefined || plusAt === undefined || coil.plus === plusAt) return coil;
  return { ...coil, a: coil.b, b: coil.a, plus: plusAt };
}

/** Lays each wired pole on one that can do its work: the like of it first, any contact then, a bar last. */
function layPoles(
  old: readonly Part[],
  parts: readonly Part[],
  isWired: (mark: string | undefined) => mark is string,
  marks: Map<string, string>,
): PoleFit[] {
  const free = polesOf(parts);
  return polesOf(old)
    .filter(({ common, nc, no }) => [common, nc, no].filter(isWired).length > 1)
    .map((was): PoleFit => {
      const needs = WAYS.filter((way) => isWired(was[way]));
      const can = (pole: Pole): boolean => needs.every((way) => pole[way] !== undefined);
      const tries: ((pole: Pole) => boolean)[] = [
        (pole) => pole.kind === was.kind && pole.common === was.common && can(pole),
        (pole) => pole.kind === was.kind && pole.duty === was.duty && can(pole),
        (pole) => pole.kind === 'contact' && can(pole),
        can,
      ];
      const test = tries.find((one) => free.some(one));
      const is = test && free.splice(free.findIndex(test), 1)[0];
      if (is) {
        marks.set(was.common, is.common);
        for (const way of needs) {
          const [from, to] = [was[way], is[way]];
          if (from !== undefined && to !== undefined) marks.set(from, to);
        }
      }
      return { was, is };
    });
}

/** A coil's end or a pole that the coil moves: laid by what it does and not by its mark. */
const isLaidByDeed = (old: readonly Part[], mark: string): boolean =>
  old.some((part) => (isCoil(part) || isWorked(part)) && (part.a === mark || part.b === mark));
