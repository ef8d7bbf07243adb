import type { RuleId } from '#core/check';
import { amount, capital, figures, percent, spellSize, volts } from '#core/units';
import { tellCalls } from './calls';
import { type FindingWords, type Said, unread } from './findingWords';
import { waysNamed } from './points';
import { tellRating } from './rows';
import { tellSized } from './sized';

type SupplyRule = Extract<
  RuleId,
  | 'supplies-meet'
  | 'transformer-tap'
  | 'transformer-load'
  | 'dc-supply-load'
  | 'transformer-fuse'
  | 'conductor-ampacity'
  | 'overcurrent-device'
  | 'overload-setting'
>;

/** How two lines are kept from ever feeding one load together. */
const APART = 'Never closed together: interlock them, mechanically and by contacts, or change over with a switch that is made for it.';

/** Two supplies that feed the same two points. */
function tellMeeting({ told, circuit, finding }: Said<'supplies-meet'>): FindingWords {
  const [one = '?', other = '?'] = finding.devices.map((id) => circuit.devices[id]?.tag);
  const way = waysNamed(circuit, told.through);
  const met = `Both ends of ${one} meet both of ${other}, ${tellCalls(circuit, finding.calls)}${way.length > 0 ? `, by ${way.join(', ')}` : ''}.`;
  const round = amount(told.roundA, 'A');
  if (told.isAgainst)
    return {
      title: `${one} and ${other} work against each other`,
      consequence: 'Their windings burn, or what guards them opens; what hangs on them gets few volts or none.',
      reason: `${met} ${round} run round between them${told.ratedA === undefined ? '' : `, where the weaker is made for ${amount(told.ratedA, 'A')}`}: one is turned round, or their volts differ.`,
      remedy:
        told.of === 'mains'
          ? `Do not energize. ${APART} 0 V stand across each open pole before two lines are ever joined.`
          : 'Do not energize. Take out the link that joins them; two on one thermostat have a hot screw each, without the jumper.',
    };
  return {
    title: `${one} and ${other} feed the same line`,
    consequence:
      told.of === 'direct'
        ? 'The one that gives more volts carries it all; a fault of one pulls the other down.'
        : 'Each makes live what the switch of the other has made dead, its primary too; a fault is fed by both.',
    reason: met,
    remedy:
      told.of === 'mains'
        ? APART
        : told.of === 'direct'
          ? 'Only supplies that are made for it, each behind a diode.'
          : 'Part them, a load on one each. Two are joined only where they are listed for it, of the same volts, phase and size: 0 V stand across the last open link.',
  };
}

/** What feeds and what protects, in words. */
export const SUPPLY_WORDS: { readonly [R in SupplyRule]: (said: Said<R>) => FindingWords } = {
  'supplies-meet': tellMeeting,

  'transformer-tap': ({ tag, told: { code, idleV, tap, ratio, fedShare }, is }) =>
    code === 'held down'
      ? {
          title: `${tag} gives ${is} with its primary fed`,
          consequence: 'What hangs on it gets nothing, and its windings burn.',
          reason: `Its primary has ${percent(fedShare)} of its volts: its secondary is short-circuited, or another one works against it.`,
          remedy: 'Isolate. Part its secondary from all else, and measure it open.',
        }
      : code === 'not fed'
        ? unread(
            tag,
            'its primary is never fed',
            'What hangs on it gets nothing, and nobody has seen it work.',
            `In no state that was tried does its secondary give more than ${is}.`,
            'Follow both ends of its primary to the supply.',
          )
        : {
            title: `${tag} gives ${is} where ${volts(idleV)} belong`,
            consequence: ratio >= 1 ? 'Everything behind it runs hot; the core saturates.' : 'Coils behind it sag below their pull-in.',
            reason: `The line is on the ${tap} tap at ${Math.round(ratio * 100)} % of it.`,
            remedy: 'Measure the line and move the lead to its tap; cap the others.',
          },

  'transformer-load': ({ tag, told, finding, is }) =>
    told.code === 'unread'
      ? unread(
          tag,
          'rating unknown',
          'Nobody can say whether it carries its load.',
          'The VA are not read.',
          'Read the VA on the label and enter them.',
        )
      : {
          title: `${tag} carries ${is} of ${amount(told.rated, 'VA')}`,
          consequence: finding.verdict === 'danger' ? 'It overheats and its volts sag.' : 'Little is left for a later load or a hot day.',
          reason: `${is} are held at once.`,
          remedy: 'A larger transformer, or fewer loads on it.',
        },

  'dc-supply-load': ({ tag, told, finding, is }) =>
    told.code === 'unread'
      ? unread(
          tag,
          'output amps not read',
          'Nobody can say whether it carries its load.',
          `${is} are held, and the amps of its output are not read.`,
          'Read the amps beside its DC volts and enter them.',
        )
      : {
          title: `${tag} gives ${is} of ${amount(told.rated, 'A')}`,
          consequence:
            finding.verdict === 'danger'
              ? 'It lets its volts fall, or goes off and comes again.'
              : 'Little is left for a later load or a hot day.',
          reason: `${is} are held at once.`,
          remedy: 'A larger supply, or fewer loads on it.',
        },

  'transformer-fuse'({ tag, told, is, limit }) {
    if (told.code === 'none')
      return {
        title: `${tag} has no secondary fuse`,
        consequence: 'A short behind it burns the winding.',
        reason: 'No fuse is wired to either end of the secondary.',
        remedy: `Fit one in the ${told.leg === 'hot' ? 'hot leg' : 'common'} at the transformer, unless it is inherently limited.`,
      };
    if (told.code === 'no primary fuse')
      return {
        title: `${tag}'s primary has no fuse`,
        consequence: 'A winding that shorts is cleared by whatever stands further up, late or not at all.',
        reason: `From ${told.supply.tag} no fuse and no breaker is on the way to it.`,
        remedy: 'A fuse in each hot leg of the primary, by its kind of transformer; or see what protects it further up.',
      };
    if (told.code === 'in the common leg')
      return {
        title: `${tag} is in the common leg`,
        consequence: 'A hot wire on the frame passes it; blown, every terminal still stands live to frame.',
        reason: `${told.transformer.tag}'s common is bonded at the transformer.`,
        remedy: 'Move it to the hot leg, or accept it in job practice and label it.',
      };
    const { row, sized, fitA, primaryA = Number.NaN, primaryMostA } = told;
    const title = `${tag}: ${is} against ${limit} (${tellRating(row.rating)})`;
    if (row.asks === 'primary fuse')
      return {
        title,
        consequence: 'A winding that shorts is cleared late.',
        reason: `Too large: ${percent((row.is ?? 0) / primaryA)} of the primary’s ${amount(primaryA, 'A')}.`,
        remedy: `At most ${amount(primaryMostA, 'A')}, and enough to ride the transformer’s inrush.`,
      };
    const fit = `Fit ${amount(fitA, 'A')}.`;
    return row.verdict === 'danger'
      ? { title, consequence: 'A winding burns out from a slow overload well below it.', reason: tellSized(sized), remedy: fit }
      : {
          title,
          consequence: 'It may blow at full load.',
          reason: `At its rating the secondary gives ${amount(row.limit, 'A')}.`,
          remedy: fit,
        };
  },

  'conductor-ampacity': ({ told, is }) => ({
    title: `Wire ${told.number} is too thin`,
    consequence: 'Its insulation ages and burns.',
    reason: `${is} through ${spellSize(told.size)}${told.loaded > 2 ? `, one of ${told.loaded} loaded cores of its cable` : ''}.`,
    remedy: `A thicker wire by the tables${told.rules === 'na' ? ' (NEC)' : ' (IEC)'}.`,
  }),

  'overcurrent-device'({ tag, told }) {
    switch (told.code) {
      case 'unread':
        return unread(tag, 'rating unknown', 'Nobody can say what it protects.', 'Its amps are not read.', 'Read the rating and enter it.');
      case 'load': {
        const goesOn = told.needsA > told.amps;
        return {
          title: `${tag} of ${told.ratingA} A for ${amount(told.amps, 'A')}${goesOn ? ' that go on for hours' : ''}`,
          consequence: 'It opens in service.',
          reason: goesOn ? `A continuous load counts 125 %: ${amount(told.needsA, 'A')}.` : `${amount(told.amps, 'A')} run through it.`,
          remedy:
            told.ratingA < 15
              ? `Find what draws it. ${told.fitA === undefined ? 'A larger one' : `${told.fitA} A`} only where the winding and the wire allow it; else less hangs on it, or a larger transformer.`
              : `${told.fitA === undefined ? 'A larger one' : `${told.fitA} A`}, with the wire for it.`,
        };
      }
      case 'motor':
        return {
          title: `${tag} of ${told.ratingA} A is large for ${told.motor.tag}`,
          consequence: 'A short in the motor is cleared late.',
          reason: `${capital(told.by)} ${told.mostA} A and the others’ ${amount(told.othersA, 'A')}.`,
          remedy: 'A smaller device that still rides the start.',
        };
      case 'wire':
        return {
          title: `${tag} of ${told.ratingA} A on ${spellSize(told.size)}`,
          consequence: 'A slow overload heats the wire before the device opens.',
          reason: `Wire ${told.number} may have at most ${told.mostA} A before it.`,
          remedy: 'A smaller device or a thicker wire; a tap to a control circuit may be shorter than the rule asks.',
        };
    }
  },

  'overload-setting': ({ tag, told }) =>
    told.code === 'unread'
      ? unread(
          tag,
          'setting unknown',
          'Nobody can say whether it guards the motor.',
          'The dial is not read.',
          'Read the setting and enter it.',
        )
      : {
          title: `${tag} is set to ${told.settingA} A for ${told.motor.tag}'s ${figures(told.runA)} A`,
          consequence: told.isHigh ? 'The motor burns out before it trips.' : 'It trips at full load.',
          reason: `${told.isPart ? 'It stands where a part of the line amps runs. ' : ''}${
            told.isHigh
              ? `${percent(told.settingA / told.runA)} of the nameplate${told.rules === 'na' ? `; service factor ${told.serviceFactor ?? 'not read'}` : ''}.`
              : 'Below the running amps.'
          }`,
          remedy: told.isPart
            ? `Set it to that part of the nameplate, ${figures(told.runA)} A.`
            : `Set it to the nameplate, ${figures(told.runA)} A.`,
        },
};
