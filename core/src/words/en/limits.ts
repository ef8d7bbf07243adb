import type { RunLimit } from '#core/sequence';

const WORDS: { readonly [C in RunLimit['code']]: string } = {
  frames: 'goes on and on: more events than are followed. What comes after is not shown.',
  hours: 'goes on for more hours than are followed. What comes after is not shown.',
  instant: 'undoes itself without time passing: what it comes to is not known.',
  unsettled: 'and the volts did not come to rest with each other: what is read here is not exact.',
};

/** A limit that a run has met, said of the devices that met it. */
export const tellRunLimit = (code: RunLimit['code'], who: string): string => `${who || 'The circuit'} ${WORDS[code]}`;
