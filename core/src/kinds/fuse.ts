import { CURVES, type CurveName, openingMs } from './curves';
import { between, kindOf, OPEN, ohmic, type Sight, type TwoEnded } from './kind';

export interface Fuse extends TwoEnded {
  readonly kind: 'fuse';
  readonly ratingA: number | undefined;
  readonly curve: CurveName;
  readonly ohms: number;
  /** an overload's heaters share a trip and stay closed; the poles of a breaker are linked and open together */
  readonly trip: 'own' | 'shared' | 'linked';
  readonly symbol: 'fuse' | 'overload-heater' | 'breaker';
  /** printed volts, and the most amps that it opens safely */
  readonly mostV?: number | undefined;
  readonly dcV?: number | undefined;
  readonly breaksA?: number | undefined;
  /** parts of its device that open it: a shunt release, an undervoltage release */
  readonly pulledBy?: readonly string[];
  /** it opens after so long when the others of its device carry and it does not: a phase is lost */
  readonly lossMs?: number;
  /** the input that closes it again */
  readonly resetBy?: string;
}

/** Heat that is left in an overload relay that has just been reset. Common practice. */
const RESET_HEAT = 0.5;

/** From this share of its setting beside it, and under this share of that, a phase counts as lost. Common practice. */
const [LOSS_FROM, LOSS_UNDER] = [0.3, 0.2] as const;

/** How long it takes to open at the amps that it sees. */
function limitMs({ ratingA = Number.POSITIVE_INFINITY, curve, lossMs }: Fuse, { amps, look }: Sight): number {
  const byHeat = openingMs(curve, amps / ratingA);
  if (lossMs === undefined || lossMs >= byHeat) return byHeat;
  const besideA = look.besideA();
  return besideA >= LOSS_FROM * ratingA && amps < LOSS_UNDER * besideA ? lossMs : byHeat;
}

export const fuse = kindOf<Fuse>()({
  kind: 'fuse',
  modes: ['whole', 'open'],
  values: () => ({ heat: 0 }),
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'pass')],
  admittances: ({ trip, ohms }, { state, fault }) => [
    (state.mode === 'open' && trip !== 'shared') || fault === 'blown' ? OPEN : ohmic(ohms),
  ],
  faults: [{ mode: 'blown', weight: 12 }],
  openedAs: 'blown',
  next(part, { state }, sight) {
    if (state.mode === 'open' || part.ratingA === undefined) return null;
    const left = (1 - state.heat) * limitMs(part, sight);
    return left < Number.POSITIVE_INFINITY ? { mode: 'open', inMs: left, when: 'fresh' } : null;
  },
  enters: (_part, { mode }) => (mode === 'open' ? { heat: 1 } : {}),
  gathers(part, { state }, sight, dtMs) {
    if (part.ratingA === undefined) return {};
    const limit = limitMs(part, sight);
    if (limit < Number.POSITIVE_INFINITY) return { heat: Math.min(1, state.heat + dtMs / limit) };
    return { heat: state.heat < 1e-6 ? 0 : state.heat * Math.exp(-dtMs / CURVES[part.curve].fadeMs) };
  },
  opensAt: 'heat',
  follows(part, { state }, own) {
    if (part.resetBy !== undefined && own.isOn(part.resetBy) && !part.pulledBy?.some((id) => own.holds(id)))
      return { mode: 'whole', values: { heat: Math.min(state.heat, RESET_HEAT) } };
    if (part.pulledBy?.some((id) => own.holds(id))) return { mode: 'open' };
    const pulled = part.trip === 'linked' && own.others.some(({ part: other, how }) => other.kind === 'fuse' && how.state.mode === 'open');
    return pulled ? { mode: 'open' } : null;
  },
  holds: (_part, { state }) => state.mode === 'open',
  conducts: ({ trip }, { state, fault }) => !(state.mode === 'open' && trip !== 'shared') && fault !== 'blown',
  hinders: ({ trip }) => (trip === 'own' ? 'blown' : 'tripped'),
  // what trips by a contact of its own alone hangs behind a contactor, and stands at no head
  drawn: ({ a, b, ratingA, symbol, trip }) => [
    { as: 'element', symbol, a, b, isHead: trip !== 'shared', text: { value: ratingA, unit: 'A' } },
  ],
});
