export type { CoilWindow, CoilWord, WindowBand } from './coil';
export { coilBand, coilVerdict, coilWindow, coilWord } from './coil';
export type { PoleDemand, PoleRow } from './pole';
export { judgePole } from './pole';
export { PILOT_DUTY, pilotLimits } from './tables/pilotDuty';
export type { Verdict } from './verdict';
export { VERDICTS, worse, worstVerdict } from './verdict';
