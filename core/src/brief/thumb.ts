import { WATTS_PER_HP } from '#core/units';

/** Poles that a set of equal rows asks for: two for each row between two hot legs, one for a row to neutral. */
export const polesNeeded = (rows: number, legsBroken: 1 | 2): number => rows * legsBroken;

/** The usual base for a number of changeover circuits: one or two fit 8 pins, three ask for 11, four for 14 blades. Common practice. */
export const baseFor = (circuits: number): '8-pin' | '11-pin' | '14-blade' | undefined =>
  circuits <= 0 ? undefined : circuits <= 2 ? '8-pin' : circuits === 3 ? '11-pin' : circuits === 4 ? '14-blade' : undefined;

/** What switches a set of circuits: the same act everywhere asks for a contactor, opposite acts for a changeover relay. */
export type Arrangement = { readonly part: 'none' } | { readonly part: 'contactor' | 'changeover relay'; readonly poles: number };

/** What switches circuits that go on or off with one call. Common practice. */
export function arrangementFor(acts: readonly ('on' | 'off')[]): Arrangement {
  const goOn = acts.filter((act) => act === 'on').length;
  const goOff = acts.length - goOn;
  if (acts.length === 0) return { part: 'none' };
  return goOn === 0 || goOff === 0 ? { part: 'contactor', poles: acts.length } : { part: 'changeover relay', poles: Math.max(goOn, goOff) };
}

export interface SwitchedLoad {
  readonly amps: number | undefined;
  readonly kind: 'motor' | 'heater' | 'lamp' | 'coil' | undefined;
  readonly volts: number | undefined;
  readonly startsPerHour?: number;
}

/** What to take, and what decided. */
export type Taking =
  | { readonly take: 'unknown'; readonly because: 'facts missing' }
  | { readonly take: 'relay' | 'contactor'; readonly because: 'pilot duty' | 'lamp inrush' }
  | { readonly take: 'relay' | 'contactor'; readonly because: 'horsepower'; readonly hp: number }
  | { readonly take: 'relay' | 'contactor'; readonly because: 'amps'; readonly amps: number; readonly kind: 'motor' | 'heater' | 'lamp' }
  | { readonly take: 'contactor'; readonly because: 'starts'; readonly startsPerHour: number };

/** Amps and horsepower of usual relays, lamps that they bear, and starts an hour that wear them out. Common practice. */
const [RELAY_A, RELAY_HP, RELAY_LAMP_A, MOST_STARTS] = [10, 0.5, 3, 60] as const;
/** Shaft power over volt-amps of a small motor. Common practice. */
const SHAFT_SHARE = 0.55;

/** Relay or contactor, by rating, class and duty. */
export function relayOrContactor({ amps, kind, volts, startsPerHour = 6 }: SwitchedLoad): Taking {
  if (amps === undefined || kind === undefined || volts === undefined) return { take: 'unknown', because: 'facts missing' };
  if (kind === 'coil') return { take: 'relay', because: 'pilot duty' };
  const hp = kind === 'motor' ? (amps * volts * SHAFT_SHARE) / WATTS_PER_HP : 0;
  if (hp > RELAY_HP) return { take: 'contactor', because: 'horsepower', hp };
  if (amps > RELAY_A) return { take: 'contactor', because: 'amps', amps, kind };
  if (kind === 'lamp' && amps > RELAY_LAMP_A) return { take: 'contactor', because: 'lamp inrush' };
  if (startsPerHour > MOST_STARTS) return { take: 'contactor', because: 'starts', startsPerHour };
  return kind === 'motor'
    ? { take: 'relay', because: 'horsepower', hp: Math.max(0.05, hp) }
    : { take: 'relay', because: 'amps', amps, kind };
}
