import type { Told } from '#core/check';
import { amount, span } from '#core/units';
import { tellCalls } from './calls';
import { type FindingWords, type Said, unread } from './findingWords';
import { listed } from './points';

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

/** The run capacitor of a motor. */
export function tellRunCapacitor(tag: string, told: Told<'run-capacitor'>): FindingWords {
  switch (told.code) {
    case 'none':
      return {
        title: `${tag} has no run capacitor`,
        consequence: 'It hums and stands, or runs weak and hot.',
        reason: `Its plate asks for ${amount(told.microFarads, 'µF')}; wires join none between R and S.`,
        remedy: `Fit one of ${amount(told.microFarads, 'µF')} between R and S, for at least the volts that are printed.`,
      };
    case 'other':
      return {
        title: `${tag} has ${amount(told.has, 'µF')} where its plate asks for ${amount(told.microFarads, 'µF')}`,
        consequence:
          told.has < told.microFarads
            ? 'It starts badly and runs hot.'
            : 'Its start winding carries more than it is made for, and runs hot.',
        reason: `${listed(told.capacitors)} ${told.capacitors.length > 1 ? 'stand' : 'stands'} between R and S.`,
        remedy: 'Isolate, wait, discharge it through 10 to 20 kΩ, measure it; fit the one that the plate asks for.',
      };
    case 'unread':
      return unread(
        tag,
        'no microfarads',
        'Nobody can say whether the capacitor is the right one.',
        told.what === 'motor' ? 'The plate of the motor says none.' : 'The print of the capacitor is unread.',
        'Read it, and enter it.',
      );
  }
}

/** A start thermistor. */
export function tellStartAmps(tag: string, told: Told<'start-amps'>, is: string, calls: string): FindingWords {
  return told.code === 'unread'
    ? unread(
        tag,
        'no start amps',
        'Nobody can say whether it bears the start winding.',
        'Its amps are not read.',
        'Read them, and enter them.',
      )
    : {
        title: `${tag} carries ${is} as the motor starts, made for ${amount(told.mostA, 'A')}`,
        consequence: 'It cracks or burns, and the motor hums and stands.',
        reason: `So much flows through it while it is cold, ${calls}.`,
        remedy: 'Fit one for the amps of this start winding, or a start relay with its capacitor.',
      };
}

/** What does not do what it stands there for. */
export function tellOddRun(tag: string, { code }: Told<'runs-oddly'>, is: string, calls: string): FindingWords {
  switch (code) {
    case 'never':
      return {
        title: `${tag} never runs`,
        consequence: 'Nobody has seen it do what it is there for.',
        reason: 'In no state that was tried does it run or move: a call, a line, or an input that must be closed is missing.',
        remedy: 'Follow its supply, its call and what must be closed beside them.',
      };
    case 'both ways':
      return {
        title: `${tag} is driven both ways at once`,
        consequence: 'It stands and gets hot; what it does is not defined.',
        reason: `Both of its leads are fed, ${calls}.`,
        remedy: 'One call must take the other away: a changeover contact, or a NC contact of each in the other’s lead.',
      };
    case 'half wave':
      return {
        title: `${tag} stands on alternating current`,
        consequence: 'It passes every other half wave: what comes of that in coils and loads is not solved here.',
        reason: `${is} pass through it, ${calls}.`,
        remedy: 'A diode belongs on direct current; across an AC coil an RC network or a varistor.',
      };
    case 'turned':
      return {
        title: `${tag} stands the wrong way round`,
        consequence: 'It shorts what it should take the spark of: a fuse opens, or the contact before it welds.',
        reason: `${is} pass through it, ${calls}.`,
        remedy: 'Turn it: the end with the band (cathode) to plus.',
      };
    case 'signal':
      return {
        title: `${tag} gets ${is} on its signal terminals`,
        consequence: 'It goes to its end, or its electronics die.',
        reason: `They are made for 10 V, ${calls}.`,
        remedy: 'See which lead is the supply and which the signal.',
      };
    case 'behind itself':
      return {
        title: `${tag}: its undervoltage release is fed behind its own poles`,
        consequence: 'Once open it cannot be switched on again: its release has no volts until it is on.',
        reason: 'With its poles open nothing leads from its release to a supply.',
        remedy: 'Feed the release from the line side.',
      };
  }
}

/** A capacitor that stays charged. */
export const tellStoredCharge = (tag: string, { bleedsS }: Told<'stored-charge'>, is: string): FindingWords => ({
  title: `${tag} may stay charged to ${is}`,
  consequence: 'It gives its charge to the hand that touches it, with the power off and locked.',
  reason:
    bleedsS === undefined
      ? 'Nothing is printed across it that would empty it.'
      : `Its bleeder brings it under 50 V in ${span(1000 * bleedsS)}, if the bleeder is whole.`,
  remedy: 'Isolate, lock, wait; discharge it through 10 to 20 kΩ, 2 to 5 W; measure under 50 V, then 0, before a hand goes there.',
});

/** A motor that does not come to speed as it should. */
export const tellMotorRun = ({ tag, told: { ill }, circuit, finding }: Said<'motor-run'>): FindingWords =>
  ({
    stalls: {
      title: `${tag} hums and does not turn`,
      consequence: 'At locked-rotor amps its winding burns.',
      reason: `It gets volts and does not come to speed, ${tellCalls(circuit, finding.calls)}: too few of them, or a line is missing.`,
      remedy: 'Measure line to line at its terminals as it is called.',
    },
    unfed: {
      title: `${tag} stops while its lines are on`,
      consequence: 'It starts, loses all volts and runs out; a load that must be kept moving stands.',
      reason: `Its lines are there and nothing stands across its windings, ${tellCalls(circuit, finding.calls)}: both ends of each lie on one line, or the other ends lie nowhere.`,
      remedy: 'Isolate. Ring each winding, then take its other end to the next line at the contactor that joins them.',
    },
    'both ways': {
      title: `${tag} turns either way`,
      consequence: 'Meant, where two contactors turn it; not meant, it works against its load in some of its states.',
      reason: 'It comes to speed forwards in some states and backwards in others.',
      remedy: 'See that each way is the one that its button or its call says.',
    },
    backwards: {
      title: `${tag} turns backwards`,
      consequence: 'A fan or a pump gives little, a scroll compressor is hurt, a drive may break.',
      reason: `Its phases come in the other order, ${tellCalls(circuit, finding.calls)}.`,
      remedy: 'Exchange two of its lines, once, at one place; prove the direction before it is coupled.',
    },
    'start held': {
      title: `${tag}: its start winding stays in`,
      consequence: 'A start winding is made for seconds: it burns, and a start capacitor left in bursts.',
      reason: `Up to speed it still has start amps, ${tellCalls(circuit, finding.calls)}: the start relay does not open, or no capacitor stands before S.`,
      remedy: 'Isolate, wait, discharge the capacitors. Then the start relay: its coil on S and C, its contact, its volts of pick-up.',
    },
    protector: {
      title: `${tag}'s own protector opens`,
      consequence: 'It cycles on its protector until the winding fails.',
      reason: `It stands at locked-rotor amps for too long, ${tellCalls(circuit, finding.calls)}.`,
      remedy: 'Measure the volts at its terminals as it starts.',
    },
  })[ill];

/** A coil that another keeps out: by a mechanical interlock, or in one latch. */
export const tellLockedOut = ({ tag, told: { by, isLatch }, circuit, finding }: Said<'locked-out'>): FindingWords =>
  isLatch
    ? {
        title: `${tag} is set and reset at once`,
        consequence: 'Which way it then stands is left to chance.',
        reason: `Both of its coils get their volts, ${tellCalls(circuit, finding.calls)}.`,
        remedy: 'An NC contact of each call in the line of the other coil.',
      }
    : {
        title: `${tag} is called while ${by} keeps it out`,
        consequence: 'Its armature stalls: the coil draws its in-rush current until it burns.',
        reason: `A mechanical interlock holds it, ${tellCalls(circuit, finding.calls)}; no contact of ${by} breaks its coil.`,
        remedy: `An NC contact of ${by} in series with its coil, and one of ${tag} with that of ${by}.`,
      };
