export { at, greatest, grouped, least, must, real, whole } from './at';
export { amount, amps, asShown, belief, capital, counted, figures, inSentence, ohms, percent, reading, span, volts } from './format';
export { naturally } from './naturally';
export { nearestWord } from './nearestWord';
export type { Phasor } from './phasor';
export {
  add,
  divide,
  impedanceOfAmps,
  impedanceOfVa,
  inverse,
  magnitude,
  multiply,
  phasor,
  polar,
  scale,
  subtract,
  ZERO,
} from './phasor';
export { celsiusOf, fahrenheitOf } from './temperature';
export { readTyped, readWithin } from './typed';
export type { WireSize } from './wire';
export {
  areaMm2,
  awgAreaMm2,
  awgOhmsPerKft,
  COPPER_PER_KELVIN_AT_20,
  METRES_PER_FOOT,
  ohmsPerMetre,
  spellLength,
  spellSize,
  spellSizeIn,
  WATTS_PER_HP,
} from './wire';
