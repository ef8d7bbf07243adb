/** Years until a contact has made its rated operations. 8760 hours a year. */
export const lifeYears = (operations: number, startsPerHour: number): number => operations / (startsPerHour * 8760);

/** Hours until a chattering contact has made its rated operations. */
export const lifeHoursAt = (operations: number, hertz: number): number => operations / hertz / 3600;

/** Share of normal insulation life at a hot spot hotter by `kelvin`: halves with each step. Rule of thumb, 10 K. */
export const insulationLifeShare = (kelvin: number, stepK = 10): number => 2 ** (-kelvin / stepK);

/** When a compressor may start again: what is left of the rest time. Seconds. */
export const restLeftS = (restS: number, sinceStopS: number): number => Math.max(0, restS - sinceStopS);
