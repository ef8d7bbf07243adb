import type { PlannedPart } from '#core/graph';
import { type Coil, plusEnd } from '#core/kinds';
import { type NetworkPlan, partVolts } from '#core/network';
import { copyMoment, createRig, isIn, type Moment, sightOf } from '#core/sequence';
import { divide, greatest } from '#core/units';
import { type Calls, isTakenAway } from './calls';
import { coilAcross, momentOf, openVolts, type PairMoment, shortAmps } from './pair';
import { type Progress, type Scope, type Untried, walkStates } from './walk';

/** A coil's pair of terminals in one state. */
export interface CoilPair {
  readonly calls: Calls;
  readonly pullIn: PairMoment;
  readonly held: PairMoment;
  /** when it gets the most, held */
  readonly mostHeld: PairMoment;
  /** volts across the open pair */
  readonly openV: number;
  /** amps into a short across it */
  readonly shortA: number;
  /** once all has come to rest: a pulse is over by then */
  readonly rest: PairMoment;
}

/** What a coil's own run shows of one state. */
interface Lived {
  closing: { readonly drive: number; readonly moment: Moment } | undefined;
  readonly open: { readonly volts: number; readonly moment: Moment }[];
  held: { readonly drive: number; readonly moment: Moment } | undefined;
  mostHeld: { readonly drive: number; readonly moment: Moment } | undefined;
}

const unlived = (): Lived => ({ closing: undefined, open: [], held: undefined, mostHeld: undefined });

/**
 * The circuit seen from a coil's terminals in every state that is tried, at the moment it must close and held.
 * With these a candidate coil costs a division, not a solve.
 * @param pairs filled as the states are seen, so that what is known so far can be told
 */
export function* pairing(
  plan: NetworkPlan,
  coil: PlannedPart & { readonly part: Coil },
  scope: Scope = {},
  pairs: CoilPair[] = [],
): Generator<Progress, { pairs: CoilPair[]; untried: readonly Untried[] }> {
  const rig = createRig(plan);
  let lived = unlived();
  const { untried } = yield* walkStates(
    rig,
    [
      {
        begin() {
          lived = unlived();
        },
        see({ moment, due }) {
          const { drive } = sightOf(rig, coil, moment);
          if (isIn(moment, coil, 'coil', 'in')) {
            if (!isTakenAway(drive) && (!lived.held || drive < lived.held.drive)) lived.held = { drive, moment: copyMoment(moment) };
            if (!lived.mostHeld || drive > lived.mostHeld.drive) lived.mostHeld = { drive, moment: copyMoment(moment) };
            return;
          }
          if (due.some(({ part, mode }) => part === coil.index && mode === 'in')) {
            if (!lived.closing || drive < lived.closing.drive) lived.closing = { drive, moment: copyMoment(moment) };
          } else lived.open.push({ volts: partVolts(rig.nets, plan, coil.index), moment: copyMoment(moment) });
        },
        rest({ moment: last }, calls) {
          const seen = (moment: Moment) => momentOf(rig, coil, moment);
          const pullIn = lived.closing ? seen(lived.closing.moment) : (mostBehind(lived.open, seen) ?? seen(copyMoment(last)));
          const held = lived.held ? seen(lived.held.moment) : pullIn;
          const isApart = lived.mostHeld && !(lived.held && isAlike(lived.mostHeld.moment, lived.held.moment));
          const mostHeld = lived.mostHeld && isApart ? seen(lived.mostHeld.moment) : held;
          const rest = lived.held && isAlike(lived.held.moment, last) ? held : seen(copyMoment(last));
          pairs.push({ calls, pullIn, held, mostHeld, openV: openVolts(pullIn), shortA: shortAmps(pullIn), rest });
        },
      },
    ],
    scope,
  );
  return { pairs, untried };
}

/** The coil that is there now may never close: then the moment that has most behind it counts, of those with volts. undefined: it was in all along */
function mostBehind(open: Lived['open'], seen: (moment: Moment) => PairMoment): PairMoment | undefined {
  const mostV = Math.max(0, ...open.map(({ volts }) => volts));
  return greatest(
    open.filter(({ volts }) => volts >= mostV / 2).map(({ moment }) => seen(moment)),
    shortAmps,
  );
}

const isAlike = (one: Moment, two: Moment): boolean => one.modes.every((mode, index) => mode === two.modes[index]);

/** What a coil that is still out gets in each state, and whether that is a call: at least half of the volts that it gets at most. */
export function callsOf(coil: Coil, pairs: readonly CoilPair[]) {
  const seen = pairs.map((pair) => ({ pair, open: { ...coilAcross(pair.pullIn, coil, 'out'), calls: pair.calls } }));
  const most = Math.max(0, ...seen.map(({ open }) => open.volts));
  return seen.map((one) => ({ ...one, isCall: one.pair.openV > 0.5 && one.open.volts >= most / 2 }));
}

/** The end of the pair that is on plus, where most of what stands on it is DC. */
export function plusAtPair(pairs: readonly CoilPair[]): 'a' | 'b' | undefined {
  const dcV = pairs
    .flatMap(({ pullIn }) => pullIn.nets)
    .filter(({ hz }) => hz === 0)
    .map(({ amps, siemens }) => divide(amps, siemens).re);
  return plusEnd(greatest(dcV, Math.abs) ?? 0);
}
