/** Metres in a foot: exact, international yard and pound agreement (1959). */
export const METRES_PER_FOOT = 0.3048;

/** Watts in a horsepower as electric motors are rated (NEMA MG 1): 746 W. */
export const WATTS_PER_HP = 746;

/** Resistivity of annealed copper at 20 °C in Ω·cmil/ft (IACS, IEC 60028). */
const COPPER_OHM_CMIL_PER_FOOT = 10.371;

/** Share by which copper's resistance rises per kelvin from 20 °C (IEC 60028). */
export const COPPER_PER_KELVIN_AT_20 = 0.00393;

/** IEC 60228, plain copper, classes 1 and 2: greatest Ω/km at 20 °C by mm². From memory of the standard. */
const IEC_60228_OHMS_PER_KM: Readonly<Record<string, number>> = {
  '0.5': 36.0,
  '0.75': 24.5,
  '1': 18.1,
  '1.5': 12.1,
  '2.5': 7.41,
  '4': 4.61,
  '6': 3.08,
  '10': 1.83,
  '16': 1.15,
  '25': 0.727,
  '35': 0.524,
};

export type WireSize = { readonly awg: number } | { readonly mm2: number };

/** Diameter of a solid conductor in mils, from the gauge's definition (ASTM B258). */
const awgDiameterMil = (awg: number): number => 5 * 92 ** ((36 - awg) / 39);

/** Cross-section of a gauge in mm². */
export const awgAreaMm2 = (awg: number): number => (Math.PI / 4) * (awgDiameterMil(awg) * 0.0254) ** 2;

/** Ohms per 1000 ft of solid annealed copper at 20 °C, from the diameter. */
export const awgOhmsPerKft = (awg: number): number => (COPPER_OHM_CMIL_PER_FOOT * 1000) / awgDiameterMil(awg) ** 2;

/** Ohms per metre of one copper conductor at 20 °C. A size between those of IEC 60228 is taken by area. */
export const ohmsPerMetre = (size: WireSize): number => {
  if ('awg' in size) return awgOhmsPerKft(size.awg) / (1000 * METRES_PER_FOOT);
  const listed = IEC_60228_OHMS_PER_KM[String(size.mm2)];
  return (listed ?? 18.3 / size.mm2) / 1000;
};

/** The cross-section of a size in square millimetres (ASTM B258 for AWG). */
export const areaMm2 = (size: WireSize): number => ('awg' in size ? awgAreaMm2(size.awg) : size.mm2);

/** A wire size as its trade writes it: `14 AWG`, `2.5 mm²`. */
export const spellSize = (size: WireSize): string =>
  'awg' in size ? `${size.awg <= 0 ? `${1 - size.awg}/0` : size.awg} AWG` : `${size.mm2} mm²`;

/** The size as a person of the other practice says it: the nearest listed gauge or cross-section, marked as near. */
export const spellSizeIn = (size: WireSize, units: 'us' | 'si'): string => {
  if (units === 'us' && 'mm2' in size) {
    const gauges = Array.from({ length: 24 }, (_, index) => 20 - index);
    const near = gauges.reduce((best, awg) =>
      Math.abs(Math.log(awgAreaMm2(awg) / size.mm2)) < Math.abs(Math.log(awgAreaMm2(best) / size.mm2)) ? awg : best,
    );
    return `≈ ${near > 0 ? near : `${1 - near}/0`} AWG`;
  }
  if (units === 'si' && 'awg' in size) return `≈ ${awgAreaMm2(size.awg).toPrecision(3)} mm²`;
  return spellSize(size);
};

/** Metres as a person says them: `8 m`, `26 ft`. */
export const spellLength = (metres: number, units: 'us' | 'si'): string => {
  const value = units === 'us' ? metres / METRES_PER_FOOT : metres;
  return `${value >= 10 ? Math.round(value) : Math.round(value * 10) / 10} ${units === 'us' ? 'ft' : 'm'}`;
};
