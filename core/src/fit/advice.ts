import type { Verdict } from '#core/size';

/** Poles that a set of equal rows asks for: two for each row between two hot legs, one for a row to neutral. */
export const polesNeeded = (rows: number, legsBroken: 1 | 2): number => rows * legsBroken;

/** The usual base for a number of changeover circuits: one or two fit 8 pins, three ask for 11, four for 14 blades. */
export const baseFor = (circuits: number): string | undefined =>
  circuits <= 0 ? undefined : circuits <= 2 ? '8-pin' : circuits === 3 ? '11-pin' : circuits === 4 ? '14-blade' : undefined;

/** The same act everywhere asks for a contactor, opposite acts for a changeover relay. */
export const arrangementFor = (
  acts: readonly ('on' | 'off')[],
): { readonly part: 'contactor' | 'changeover relay' | 'none'; readonly words: string } =>
  acts.length === 0
    ? { part: 'none', words: 'Nothing to switch.' }
    : new Set(acts).size === 1
      ? { part: 'contactor', words: `${acts.length} circuits do the same: one contactor with ${acts.length} poles.` }
      : {
          part: 'changeover relay',
          words: `Some go on while others go off: a changeover relay with ${Math.max(acts.filter((one) => one === 'on').length, acts.filter((one) => one === 'off').length)} poles.`,
        };

export interface SwitchedLoad {
  readonly amps: number | undefined;
  readonly kind: 'motor' | 'heater' | 'lamp' | 'coil' | undefined;
  readonly volts: number | undefined;
  readonly startsPerHour?: number;
}

/** Relay or contactor, by rating, class and duty. Common practice: relays to about 10 A resistive and half a horsepower. */
export function relayOrContactor({ amps, kind, volts, startsPerHour = 6 }: SwitchedLoad): {
  readonly verdict: Verdict;
  readonly take: string;
  readonly why: string;
} {
  if (amps === undefined || kind === undefined || volts === undefined)
    return { verdict: 'cannot-clear', take: '?', why: 'Amps, kind of load and volts decide; one of them is not known.' };
  const horsepower = kind === 'motor' ? (amps * volts * 0.55) / 746 : 0;
  if (kind === 'coil') return { verdict: 'good', take: 'relay', why: 'A coil is pilot duty: a relay with a code such as B300.' };
  if (kind === 'motor' && horsepower > 0.5)
    return {
      verdict: 'good',
      take: 'contactor',
      why: `About ${horsepower.toFixed(1)} hp: over the ½ hp of usual relays; locked amps weld their contacts.`,
    };
  if (amps > 10) return { verdict: 'good', take: 'contactor', why: `${amps.toFixed(1)} A is over the 10 A of usual relays.` };
  if (kind === 'lamp' && amps > 3)
    return { verdict: 'good', take: 'contactor', why: 'Lamps make ten times their amps and more: a lamp-rated contactor.' };
  if (startsPerHour > 60) return { verdict: 'good', take: 'contactor', why: `${startsPerHour} starts an hour wear a relay out in months.` };
  return {
    verdict: 'good',
    take: 'relay',
    why:
      kind === 'motor'
        ? `About ${Math.max(0.05, horsepower).toFixed(2)} hp: a relay with an hp mark that covers it.`
        : `${amps.toFixed(1)} A ${kind}: a relay with that resistive figure.`,
  };
}
