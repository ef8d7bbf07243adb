import type { Told } from '#core/check';
import type { FindingWords } from './findingWords';
import { tellRating } from './rows';

interface Said<R extends 'guard-rating' | 'joint-rating' | 'between-poles'> {
  readonly told: Told<R>;
  readonly tag: string;
  readonly is: string;
  readonly limit: string;
}

/** A fuse or a breaker before volts or fault amps that it is not made for. */
export function tellGuard({ told, tag, is, limit }: Said<'guard-rating'>): FindingWords {
  if (told.code === 'not seen')
    return {
      title: `${tag}: nothing was seen before it`,
      consequence: 'Nobody can say whether it opens a fault here without bursting.',
      reason: 'In no state that was tried does it stand before a supply at rest.',
      remedy: 'See what keeps the circuit from coming to rest, or from its supply.',
    };
  if (told.code === 'supply not read')
    return {
      title: `${tag}: nobody knows what a fault draws`,
      consequence: 'A fuse or breaker that cannot open its fault bursts.',
      reason: 'Neither the prospective current nor the ohms of the supply are read, so no breaking capacity is cleared.',
      remedy: 'Ask the utility or measure the loop, and enter the prospective current of the supply.',
    };
  const { row } = told;
  const rating = tellRating(row.rating);
  if (row.limit === undefined)
    return {
      title: `${tag}: no ${rating}${row.asks === 'breaks DC' ? ' on DC' : ''} read`,
      consequence: 'Nobody can say whether it opens a fault here without bursting.',
      reason: row.unit === 'V' ? `${is} stand across it once it is open.` : `${is} flow when its load side is shorted.`,
      remedy: `Read the ${rating} on it and enter it.`,
    };
  return row.unit === 'V'
    ? {
        title: `${tag}: ${is} against ${limit} rated volts`,
        consequence:
          row.verdict === 'look'
            ? 'By less than a tenth: a supply that is high, or one made for the next lower volts.'
            : 'The arc goes on inside it after it has opened.',
        reason: `${is} stand across it once it is open.`,
        remedy: 'One that is rated for these volts.',
      }
    : {
        title: `${tag}: a fault draws ${is}, it breaks ${limit}`,
        consequence: 'It bursts, or its contacts weld, and the fault burns on.',
        reason: `Shorted right behind it, ${is} flow.`,
        remedy: 'One with at least this breaking capacity, or a current-limiting fuse before it.',
      };
}

/** Terminals and splices past their volts or amps. */
export function tellJoint({ told: { row }, tag, is, limit }: Said<'joint-rating'>): FindingWords {
  const rating = tellRating(row.rating);
  if (row.limit === undefined)
    return {
      title: `${tag}: no ${rating} read`,
      consequence: 'Nobody can say whether its points keep these volts apart.',
      reason: `${is} stand between its points, or to earth.`,
      remedy: `Read the ${rating} on it and enter it.`,
    };
  return row.unit === 'V'
    ? {
        title: `${tag}: ${is} against ${limit} rated volts`,
        consequence: 'It tracks and flashes over between its points.',
        reason: `${is} stand between its points, or to earth.`,
        remedy: 'Terminals for these volts, or a strip for each supply.',
      }
    : {
        title: `${tag}: ${is} land on ${limit}`,
        consequence: 'The clamp heats, loosens and burns.',
        reason: `A wire with ${is} lands on it.`,
        remedy: 'Terminals for these amps.',
      };
}

/** Poles of one part on supplies of their own. */
export function tellBetween({ told: { row }, tag, is, limit }: Said<'between-poles'>): FindingWords {
  return row.limit === undefined
    ? {
        title: `${tag}: nobody knows what its poles keep apart`,
        consequence: 'Two supplies may meet inside it.',
        reason: `${is} stand between two of its poles, more than one of them breaks.`,
        remedy: 'Read its volts between poles and enter them, or give each supply a part of its own.',
      }
    : {
        title: `${tag}: ${is} between its poles against ${limit}`,
        consequence: 'It flashes over inside, and two supplies meet.',
        reason: `${is} stand between two of its poles.`,
        remedy: 'Give each supply a part of its own, or one that keeps these volts apart.',
      };
}
