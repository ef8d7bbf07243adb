/** Degrees Celsius from Fahrenheit and back: by definition, 0 °C is 32 °F and 100 °C is 212 °F. */
export const celsiusOf = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9;
/** Degrees Celsius in degrees Fahrenheit. */
export const fahrenheitOf = (celsius: number): number => (celsius * 9) / 5 + 32;
