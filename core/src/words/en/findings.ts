import type { Finding, RuleId, Told } from '#core/check';
import type { Circuit, DeviceId } from '#core/circuit';
import { type FieldName, familyOf } from '#core/devices';
import { amount, capital, volts } from '#core/units';
import { tellCalls } from './calls';
import { COIL_WORDS } from './coilFindings';
import { CONTACT_WORDS } from './contactFindings';
import { type FindingWords, type Said, unread } from './findingWords';
import { listed, tagOf, waysNamed } from './points';
import { tellBetween, tellGuard, tellJoint } from './ratings';
import {
  tellLockedOut,
  tellMotorRun,
  tellOddRun,
  tellRunCapacitor,
  tellSafetyLoops,
  tellSpeedLeads,
  tellStartAmps,
  tellStoredCharge,
} from './stopFindings';
import { SUPPLY_WORDS } from './supplyFindings';

/** `an 11-pin`, `a 14-blade`. */
const article = (base: string): string => `${/^(8|11)-/.test(base) ? 'an' : 'a'} ${base}`;

/** A field as its nameplate calls it. */
const labelOf = (circuit: Circuit, id: DeviceId | undefined, field: FieldName): string => {
  const device = id && circuit.devices[id];
  const label = device && familyOf(device, circuit).fields[field]?.label;
  return label ? label.charAt(0).toLowerCase() + label.slice(1) : field;
};

const LIMITS = {
  combinations: 'More combinations than are tried.',
  frames: 'It goes on and on: more events than are followed.',
  hours: 'It goes on for more hours than are followed.',
  instant: 'Things undo each other without time passing.',
  unsettled: 'Volts and a part that bends them did not come to rest with each other.',
} as const satisfies { readonly [C in Told<'not-tried'>['code']]: string };

const WORDS: { readonly [R in RuleId]: (said: Said<R>) => FindingWords } = {
  valid: ({ told }) => ({
    title: told.message.replace(/\.$/, ''),
    consequence: 'Part of the circuit cannot be computed.',
    reason: told.message,
    remedy: 'Mend the document as said.',
  }),

  'not-tried': ({ told, circuit, finding }) => {
    const tags = told.devices.map((id) => tagOf(circuit, id));
    const who = tags.length > 6 ? `${tags.slice(0, 5).join(', ')} and ${tags.length - 5} more` : listed(tags);
    return told.code === 'combinations'
      ? {
          title: `${told.tried} of ${told.of} ways to call ${who || 'the circuit'} were tried`,
          consequence: 'What only shows in the others is not seen, and nothing there is cleared.',
          reason: `${LIMITS.combinations} Each call alone, every two together, all, and all but one were.`,
          remedy: 'Split the circuit where its parts do not act on each other, or prove the rest by hand.',
        }
      : {
          title: `${who || 'The circuit'} does not come to rest in ${tellCalls(circuit, finding.calls)}`,
          consequence: 'What happens after that is not seen, and nothing there is cleared.',
          reason: LIMITS[told.code],
          remedy: 'Look at its timeline, and break the loop.',
        };
  },

  'not-known'({ tag, told, is, circuit, finding }) {
    switch (told.code) {
      case 'no devices':
        return unread('The circuit', 'nothing is in it', 'Nothing can be said of it.', 'There is no device.', 'Put in what is there.');
      case 'no source':
        return unread(
          'The circuit',
          'no supply',
          'Nothing gets volts, so nothing was seen to work.',
          'No source is in it.',
          'Put in the supply with its volts and hertz.',
        );
      case 'no load':
        return unread(
          'The circuit',
          'nothing to be fed',
          'There is nothing to judge.',
          'No coil, motor, heater or lamp is in it.',
          'Put in what the supply feeds.',
        );
      case 'never fed':
        return {
          title: `${tag} never gets its volts${told.between.length > 0 ? ` at ${told.between.join('–')}` : ''}`,
          consequence: 'Nobody has seen it work.',
          reason: `In no state that was tried does more than ${is} stand ${told.between.length > 0 ? 'there' : 'on it'}.`,
          remedy: 'Follow its wires to both sides of the supply.',
        };
      case 'unread':
        return unread(
          tag,
          'not read',
          'What hangs on it cannot be computed, and is not cleared.',
          `Nobody has read its ${listed(told.fields.map((field) => labelOf(circuit, finding.devices[0], field)))}.`,
          'Read it and enter it.',
        );
    }
  },

  'short-circuit'({ told, circuit, is, finding }) {
    const way = waysNamed(circuit, told.through);
    const tags = [...new Set(told.through.flatMap((id) => (id === told.source.id ? [] : (circuit.devices[id]?.tag ?? []))))];
    return {
      title: `${told.source.tag} is short-circuited${tags.length ? ` through ${listed(tags)}` : ' by a wire'}`,
      consequence: 'Whatever is weakest burns or opens.',
      reason: `Two of its ends are joined with no load between, ${tellCalls(circuit, finding.calls)}: ${way.join(', ')}. ${is} flow.`,
      remedy: 'Do not energize. Take this way apart: one thing on it belongs elsewhere, or a load is missing.',
    };
  },

  'opens-in-service': ({ tag, told, circuit, is, finding }) => ({
    title: `${tag} ${told.does} in service`,
    consequence: 'What it feeds is dead until somebody comes.',
    reason: told.isLoss
      ? `It sees a phase lost: one of its poles carries nothing beside ${is}, ${tellCalls(circuit, finding.calls)}.`
      : `${is} run through ${told.ratingA === undefined ? 'it' : `its ${told.ratingA} A`}, ${tellCalls(circuit, finding.calls)}.`,
    remedy: told.isLoss
      ? 'Find the open phase. A load of one phase goes through all of its poles, one after the other.'
      : 'See what draws it: a motor that starts asks for a device that rides its start, a steady load for less of it.',
  }),

  chatters: ({ told, circuit, finding }) => ({
    title: `${listed(finding.devices.map((id) => tagOf(circuit, id)))} ${finding.devices.length > 1 ? 'chatter' : 'chatters'}`,
    consequence: 'It makes and breaks without end: contacts weld, coils overheat.',
    reason: `Once in ${Math.round(told.periodMs)} ms, ${tellCalls(circuit, finding.calls)}: pulled in, it takes away what pulls it in.`,
    remedy: 'Take its own contact, or what it switches off, out of its own way.',
  }),

  'motor-run': (said) => tellMotorRun(said),
  'runs-together'({ told: { code, a, b }, circuit, finding }) {
    const state = tellCalls(circuit, finding.calls);
    switch (code) {
      case 'never, and do':
        return {
          title: `${a} and ${b} run together`,
          consequence: 'They were said never to.',
          reason: `Both are on, ${state}.`,
          remedy: 'Give each a closed contact of the other in its way, and prove it by calling both.',
        };
      case 'only with, and does without':
        return {
          title: `${a} runs without ${b}`,
          consequence: `It was said to run only with ${b}.`,
          reason: `${a} is on and ${b} is not, ${state}.`,
          remedy: `Lead its call through a contact that closes when ${b} runs.`,
        };
      case 'ask never':
        return {
          title: `${a} heats while ${b} cools`,
          consequence: 'Where that is no strip heat or reheat on purpose, one works against the other.',
          reason: `Both are on, ${state}.`,
          remedy: 'Say whether they may.',
        };
      case 'ask only with':
        return {
          title: `${a} heats with no fan or pump on`,
          consequence: 'Where it needs the air or the water of one, it overheats.',
          reason: `It is on and ${b} is not, ${state}.`,
          remedy: `Say whether ${a} runs only with ${b}.`,
        };
      case 'gone':
        return {
          title: `A pair names a device that is gone`,
          consequence: 'What was said of it is not held.',
          reason: `Of ${a} and ${b} one is no longer in this circuit.`,
          remedy: 'Say it again of the device that is there, or take it back.',
        };
    }
  },

  'returns-by-earth': ({ tag, told: { why, isMains }, is, circuit, finding }) => ({
    title: `${is} come back to ${tag} by way of earth`,
    consequence: isMains
      ? 'Whatever is bonded carries working current: where that way is opened, frames and the end that is let go of are live.'
      : 'What the frame carries no wire carries: a loose frame takes the volts away, and readings to earth mislead.',
    reason: `${
      why.code === 'loads'
        ? `${listed(why.loads.map((one) => one.tag))} ${why.loads.length === 1 ? 'has' : 'have'} a wire on earth`
        : why.code === 'second bond'
          ? 'It is bonded, and a wire ties its return to earth once more'
          : 'A load returns to another supply than the one that feeds it'
    }, ${tellCalls(circuit, finding.calls)}.`,
    remedy:
      why.code === 'second bond'
        ? 'One bond, at the supply. If the wire is that bond, say so by its earthing: bonded nowhere else.'
        : 'Lead each load back to the neutral or common of the supply that feeds it; the protective conductor is for faults alone.',
  }),

  'guard-in-return': ({ tag, told: { poles } }) => ({
    title: `${tag} opens the grounded conductor alone`,
    consequence:
      'Open, it stops the load and leaves all of it live. Loads of two legs that share the conductor are then in series across both.',
    reason: `${listed(poles)} ${poles.length === 1 ? 'stands' : 'stand'} where the supply is tied to earth, and nothing opens the hot side with it.`,
    remedy: 'Put it into the hot conductor, and lead the grounded one straight back.',
  }),

  'half-wired': ({ tag, told: { wired, bare, isLoad } }) => ({
    title: `${tag}: no wire on ${listed(bare)}`,
    consequence: isLoad ? 'It never gets its volts, and nobody has seen it work.' : 'It switches nothing.',
    reason: `On ${listed(wired)} there is one.`,
    remedy: 'Land the other wire, or look for it on the terminal beside.',
  }),

  'always-in': ({ tag, told: { states } }) => ({
    title: `${tag} is pulled in in every state`,
    consequence: 'What it switches is never switched.',
    reason: states > 1 ? `In none of ${states} states does anything take its volts away.` : 'Nothing there is takes its volts away.',
    remedy: 'Look for what should stand before its coil, and for a wire on the terminal beside. Leave it if it watches its supply.',
  }),

  'changes-nothing': ({ tag, told: { states } }) => ({
    title: `${tag} changes nothing`,
    consequence: 'What it is there to call or to forbid does as it does without it.',
    reason: `In ${states === 1 ? 'the one pair of states' : `${states} pairs of states`} that differ by it alone, all else is seen alike.`,
    remedy: 'Follow both of its wires; look for two that are exchanged, or for a way around it.',
  }),

  'stops-nothing'({ tag, told: { around }, circuit, finding }) {
    const way = waysNamed(circuit, around);
    return {
      title: `${tag} stops nothing`,
      consequence: 'What it is there to stop runs on when it opens.',
      reason: `Opened, everything stays on as it was, ${tellCalls(circuit, finding.calls)}.${way.length > 0 && way.length < 8 ? ` Around it lead ${listed(way)}.` : ''}`,
      remedy: 'Put it in the one way that what it guards is fed by, and take away what leads around it.',
    };
  },

  bridged({ tag, told: { contacts, isOwnLoop, around }, circuit }) {
    const wires = [...new Set(around.map((id) => `wire ${circuit.conductors[id]?.number ?? '?'}`))];
    const by = wires.length > 0 && wires.length < 6 ? `: ${listed(wires)}` : '';
    if (isOwnLoop)
      return {
        title: `${tag}'s loop to ${contacts[0]?.split(':')[1] ?? ''} is closed by a wire`,
        consequence: 'What it reads there is so for good: nothing is watched, or it is called all the time.',
        reason: `No contact stands in it${by}.`,
        remedy: 'Put what it is there to read into the loop; where the wire is for a trial, take it out before you leave.',
      };
    return {
      title: contacts.length > 1 ? `${listed(contacts)} lead from a point back to it` : `${contacts[0] ?? tag} is bridged`,
      consequence: 'Open or closed, it changes nothing: what it is there to decide is decided for good.',
      reason: `Both ends are one point${by}.`,
      remedy: 'Take the bridge out; where it is for a trial, take it out before you leave.',
    };
  },

  'held-by-earth': ({ tag, told, circuit, finding }) => ({
    title: told.isOverload ? `${tag}'s contact is on the earthed side` : `One earth fault at ${told.at} takes ${tag} out`,
    consequence: 'What it is there to stop runs on when it opens, and nothing shows it before.',
    reason: `Its other side is the earthed one: with ${told.at} touching metal and ${tag} open, everything runs, ${tellCalls(circuit, finding.calls)}.`,
    remedy: told.isOverload
      ? 'Usual in starters whose coil and contact share one enclosure; elsewhere put it ahead of the coil.'
      : 'Put it ahead of the loads, and bond the side that their returns share.',
  }),

  'mains-on-extra-low': ({ tag, told, is, circuit, finding }) => {
    const way = waysNamed(circuit, told.through);
    return {
      title: `${tag}'s ${volts(told.ownV)} side stands at ${is} to earth`,
      consequence: 'Whoever touches what is thought to be extra-low holds mains; nothing opens while it floats.',
      reason: `Mains come in at ${told.mark}, ${tellCalls(circuit, finding.calls)}${way.length > 0 ? `, by ${way.join(', ')}` : ', through a load'}.`,
      remedy: 'Do not energize. Part the two circuits; measure the extra-low side to earth and to a line before anything else.',
    };
  },

  'mains-on-volt-free': ({ tag, told, is, circuit, finding }) =>
    ({
      volts: {
        title: `${tag}'s volt-free input can see ${is}`,
        consequence: 'The input is destroyed the moment it happens.',
        reason: `One of ${listed(told.ends)} stands at up to ${is} to earth, ${tellCalls(circuit, finding.calls)}.`,
        remedy: 'Both leads go to the input alone; measure both to earth and to each other before connecting.',
      },
      leak: {
        title: `${is} of another supply run through ${tag}'s volt-free input`,
        consequence: 'Whoever takes its lead off holds mains in the hand, and the input is destroyed when its earth opens.',
        reason: `What comes in at ${listed(told.ends)} does not go back through the pair, ${tellCalls(circuit, finding.calls)}: it stands at few volts only because one side is earthed.`,
        remedy: 'Both leads go to the input alone; look for a lead of the load on the terminal of the switch.',
      },
      tied: {
        title: `${tag}'s volt-free input is tied to a neutral or an earth outside of it`,
        consequence: 'It works until something else fails, and then mains comes in.',
        reason: `Its terminals do not float, ${tellCalls(circuit, finding.calls)}, and it is not bonded itself.`,
        remedy: 'Both leads go to the input alone; say on its nameplate if one side is earthed inside.',
      },
    })[told.code],

  'latch-in-stop-chain': ({ tag, told: { load } }) => ({
    title: `${tag} keeps ${load.tag} enabled through a power loss`,
    consequence: `${load.tag} ${load.hazard === 'heats' ? 'heats' : 'moves'} again the moment power is back, without a call.`,
    reason: 'A latching relay stays where it was put until it is pulled back.',
    remedy: 'A plain relay with a seal-in, so that loss of power lets go.',
  }),

  'locked-out': (said) => tellLockedOut(said),
  'safety-loops': ({ tag, told }) => tellSafetyLoops(tag, told),
  'speed-leads': ({ tag, told }) => tellSpeedLeads(tag, told),
  'runs-oddly': ({ tag, told, is, circuit, finding }) => tellOddRun(tag, told, is, tellCalls(circuit, finding.calls)),
  'stored-charge': ({ tag, told, is }) => tellStoredCharge(tag, told, is),
  'start-amps': ({ tag, told, is, circuit, finding }) => tellStartAmps(tag, told, is, tellCalls(circuit, finding.calls)),
  'run-capacitor': ({ tag, told }) => tellRunCapacitor(tag, told),

  'wrong-base': ({ tag, told: { pins, base } }) => ({
    title: `${tag}: ${article(pins)} relay does not go into ${article(base)} base`,
    consequence: 'It does not seat, or puts the coil on a contact.',
    reason: `The base in the panel is ${article(base)} one.`,
    remedy: `${capital(article(base))} relay, or ${article(pins)} base.`,
  }),

  'guard-rating': tellGuard,

  'joint-rating': tellJoint,

  'between-poles': tellBetween,

  'load-volts': ({ tag, told, is }) =>
    told.code === 'unread'
      ? unread(
          tag,
          'nameplate incomplete',
          'What it draws, and what must carry it, is not known.',
          'Rated volts, watts or amps are not read.',
          'Read the nameplate and enter it.',
        )
      : {
          title: `${tag} gets ${is}, made for ${told.ratedV}`,
          consequence:
            told.does === 'overheats'
              ? 'It overheats.'
              : told.does === 'ages'
                ? 'It lives shorter.'
                : 'It gives little, and a motor may stall.',
          reason: `${Math.round(told.ratio ** 2 * 100)} % of its rated watts.`,
          remedy: 'A load for these volts, or the volts for this load.',
        },

  ...SUPPLY_WORDS,
  ...COIL_WORDS,
  ...CONTACT_WORDS,

  'insulation-in-sheath': ({ told, is }) => ({
    title: `${told.cable}: core ${told.number} is insulated for ${told.insulationV} V beside ${is}`,
    consequence: 'A chafed core puts mains on the control.',
    reason: 'All cores of one sheath are insulated for the highest volts in it.',
    remedy: 'A cable of the higher insulation, or two cables.',
  }),

  'fan-with-heat': ({ tag, told }) => ({
    title:
      told.code === 'late'
        ? `${tag} keeps the fan off for ${told.seconds} s of heat`
        : `${tag} stops the fan ${told.seconds} s after the heat`,
    consequence: 'Elements run hot and the limit opens.',
    reason: 'Air carries the heat away only while the fan runs.',
    remedy: 'On-delay 10 s at most where the appliance allows it, off-delay 30 to 120 s.',
  }),

  'load-stays-live': ({ tag, is, circuit, finding }) => ({
    title: `${tag} is live when it is off`,
    consequence: `Both ends of ${tag} stand at up to ${is} to earth with the contact open.`,
    reason: `Off, ${tellCalls(circuit, finding.calls)}, it is still tied to a hot leg: one leg is not broken, or another load leads there.`,
    remedy: 'Break both legs, or keep a label: work on it only with the isolator open.',
  }),

  'interposing-optional': ({ tag, told: { input } }) => ({
    title: `${tag} is optional: ${input.tag} takes mains`,
    consequence: 'One part and one contact more than is needed.',
    reason: `${input.tag}'s call input is switched mains, so what closes on mains may feed it without a relay between.`,
    remedy: 'Keep it where zones have different supplies; else end switches may feed the input.',
  }),
};

/** A finding in words. */
export function tellFinding(circuit: Circuit, finding: Finding): FindingWords {
  const { is, limit, unit } = finding;
  const words = WORDS[finding.rule] as (said: Said<RuleId>) => FindingWords;
  return words({
    circuit,
    finding,
    told: finding.told,
    tag: finding.devices[0] === undefined ? '' : tagOf(circuit, finding.devices[0]),
    is: amount(is, unit),
    limit: amount(limit, unit),
  });
}
