export type { Phasor } from './phasor';
export {
  ZERO, phasor, polar, add, subtract, multiply, scale, inverse, divide, magnitude, rms, impedanceOfVa, impedanceOfAmps,
} from './phasor';
export type { WireSize } from './wire';
export {
  METRES_PER_FOOT, WATTS_PER_HP, COPPER_PER_KELVIN_AT_20, awgAreaMm2, awgOhmsPerKft, ohmsPerMetre, areaMm2, spellSize,
} from './wire';
export { figures, volts, reading, amps, ohms, span, percent } from './format';
