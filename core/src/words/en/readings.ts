import type { ReadingFacts } from '#core/look';
import { amps, ohms, reading } from '#core/units';

/** A reading as the meter and the words under it show it. */
export interface ReadingWords {
  /** as the display shows it: "25.5", "OL", "live" */
  readonly display: string;
  readonly unit: string;
  readonly shouldRead: string;
  readonly words: string;
}

const ohmsText = (value: number | null): string => (value === null ? 'OL' : ohms(value));
const split = (text: string): readonly [string, string] => {
  const [value = '', unit = ''] = text.split(' ');
  return [value, unit];
};

/** What the display shows, its unit, and what the reading means. */
export function tellReading({ quantity, value, expected, floats, note, beeps, verdict }: ReadingFacts): ReadingWords {
  if (note.code === 'live')
    return {
      display: 'live',
      unit: '',
      shouldRead: '–',
      words: `There are ${reading(note.volts)} V here. Ohms only with the sources off: isolate and prove dead first.`,
    };
  const isWrong = verdict !== 'good';
  if (quantity === 'Ω') {
    const [display, of] = split(ohmsText(value));
    const sounds = beeps === undefined ? '' : beeps ? 'It beeps. ' : 'No beep. ';
    return {
      display,
      unit: of,
      shouldRead: ohmsText(expected),
      words: `${sounds}${isWrong ? `It should read ${ohmsText(expected)} here.` : 'As it should be. Lead zero taken off.'}`,
    };
  }
  const [now, should] = [value ?? 0, expected ?? 0];
  if (quantity === 'A') {
    const [display, of] = split(amps(now));
    const wire = note.code === 'clamped' ? note.wire : '';
    const says = isWrong ? `It should carry ${amps(should)}.` : 'As it should be.';
    return { display, unit: `${of}~`, shouldRead: amps(should), words: `Around wire ${wire} alone. ${says}` };
  }
  return {
    display: reading(now),
    unit: quantity,
    shouldRead: `${reading(should)} V`,
    words: floats
      ? `This point floats: it has no defined volts. A 10 MΩ meter may ghost ${reading(now)} V; low-Z takes it to about 0.`
      : isWrong
        ? `It should read ${reading(should)} V here, now.`
        : 'As it should be here, now.',
  };
}
