import type { Circuit } from '#core/circuit';
import type { BandName, Sheet } from '#core/draw';
import { figures } from '#core/units';
import { tagOf } from './points';

const amountOf = (value: number | undefined): string => (value === undefined ? '?' : figures(value));

/** What stands above a band. */
export function tellBand(name: BandName): string {
  switch (name.code) {
    case 'mains':
      return `${amountOf(name.volts)} V ${name.hz ?? '?'} Hz from ${name.tag}`;
    case 'secondary':
      return `${amountOf(name.volts)} V from ${name.tag}`;
    case 'dc':
      return `${amountOf(name.volts)} V DC from ${name.tag}`;
    case 'loop':
      return `Call input of ${name.tag}, ${amountOf(name.volts)} V of its own`;
    case 'own loop':
      return `Loop that ${name.tag} feeds itself`;
    case 'pair':
      // a rail that is marked like another's carries the name of its device already
      return name.rails.every((rail) => rail.includes(':')) ? name.rails.join('–') : `${name.rails.join('–')} of ${name.tag}`;
    case 'between supplies':
      return 'Between supplies';
    case 'no supply':
      return 'No supply reaches these';
    case 'earth':
      return 'Protective earth';
  }
}

/** What leads nowhere, under the sheet. */
export const tellSpare = (circuit: Circuit, { device, ends }: Sheet['spare'][number]): string =>
  `${tagOf(circuit, device)} ${ends.join('–')}`;
