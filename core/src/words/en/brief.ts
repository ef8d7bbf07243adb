import type { Arrangement, Caller, Taking } from '#core/brief';

/** What may call, as the form offers it. */
export const CALLER_WORDS: { readonly [C in Caller]: string } = {
  'switch-1': 'a switch or a relay contact, A300',
  'thermostat-two-wire': 'a two-wire thermostat, its contact not read',
  'output-relay': 'a relay output of a controller',
  'output-triac': 'a triac output',
  'output-transistor': 'a transistor output, 24 V DC',
  'output-board': 'a board output, 24 V AC',
};

/** What switches a set of circuits, in a sentence. */
export const tellArrangement = (one: Arrangement): string =>
  one.part === 'none'
    ? 'Nothing to switch.'
    : one.part === 'contactor'
      ? `${one.poles} circuits do the same: one contactor with ${one.poles} poles.`
      : `Some go on while others go off: a changeover relay with ${one.poles} poles.`;

/** Why a relay is enough, or a contactor is asked for. */
export function tellTaking(one: Taking): string {
  switch (one.because) {
    case 'facts missing':
      return 'Amps, kind of load and volts decide; one of them is not known.';
    case 'pilot duty':
      return 'A coil is pilot duty: a relay with a code such as B300.';
    case 'lamp inrush':
      return 'Lamps make ten times their amps and more: a lamp-rated contactor.';
    case 'starts':
      return `${one.startsPerHour} starts an hour wear a relay out in months.`;
    case 'horsepower':
      return one.take === 'contactor'
        ? `About ${one.hp.toFixed(1)} hp: over the ½ hp of usual relays; locked amps weld their contacts.`
        : `About ${one.hp.toFixed(2)} hp: a relay with an hp mark that covers it.`;
    case 'amps':
      return one.take === 'contactor'
        ? `${one.amps.toFixed(1)} A is over the 10 A of usual relays.`
        : `${one.amps.toFixed(1)} A ${one.kind}: a relay with that resistive figure.`;
  }
}
