import { relayOrContactor } from '#core/fit';

export { conductorFor, rulesOf, sizeHeater, sizeMotor, tablesFor } from '#core/size';

/** Relay or contactor for this load, in a sentence. */
export function relayWords(kind: string, amps: number | undefined, volts: number | undefined): string {
  const { take, why } = relayOrContactor({ amps, volts, kind: kind.startsWith('motor') ? 'motor' : 'heater' });
  return take === '?' ? why : `To switch it: ${take}. ${why}`;
}
