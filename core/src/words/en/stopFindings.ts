import type { Told } from '#core/check';
import type { FindingWords } from './findingWords';

/** What is wrong with the loops of a safety relay. */
export function tellSafetyLoops(tag: string, told: Told<'safety-loops'>): FindingWords {
  switch (told.code) {
    case 'bridged':
      return {
        title: `${tag}: nothing opens channel ${told.channel}`,
        consequence: 'One welded contact or one short in the other channel, and the stop stops nothing; nobody sees it before.',
        reason: 'With every contact open the two ends of the channel are still joined.',
        remedy: 'Take the bridge out and lead the channel through a contact of the stop that is its own.',
      };
    case 'one contact':
      return {
        title: `${tag}: both channels hang on ${told.device.tag} ${told.contact}`,
        consequence: 'That contact welded, and the stop stops nothing.',
        reason: 'Opening it alone opens both channels.',
        remedy: 'A second contact of the same stop for the second channel.',
      };
    case 'not read':
      return {
        title: `${tag} may weld and nobody sees it`,
        consequence: `A pole of ${told.contactor.tag} that has welded stops nothing any more; the next start is given all the same.`,
        reason: 'No contact of it lies in the start loop of the safety relay that switches it.',
        remedy: 'Its mirror NC contact into the start loop, in series with the others and the button.',
      };
  }
}

/** What is wrong with the speed leads of a motor. */
export function tellSpeedLeads(tag: string, told: Told<'speed-leads'>): FindingWords {
  return told.code === 'joined'
    ? {
        title: `${tag}: speed leads ${told.one} and ${told.other} are joined`,
        consequence: 'The part of the winding between them is shorted and burns.',
        reason: 'Both lie on the same wires.',
        remedy: 'One speed lead fed, every other one capped or parked by itself.',
      }
    : {
        title: `${tag}: where ${told.leads.join(' and ')} lie is not said`,
        consequence: 'A lead that is not used stands at line volts and more while the motor runs.',
        reason: 'No wire of the circuit says that it is parked or capped.',
        remedy: 'See that each is capped or on a dead stud of its own, and wire it so here.',
      };
}
