import { fine, type Result, wrong } from '#core/circuit';
import { coilOn, type Sized, sizeDcSupply, sizeHeater, sizeTransformer, sizeTransformerFuses } from '#core/size';
import { coilFactsOf, type Facts, NotUnderstood, numberOf, numbersOf, phasesOf, plateOf, type Question, supplyOf } from './facts';
import { contact, driver, lamps, life, resistor, snubber } from './points';
import { conductor, drop, motor } from './power';

export { sizeFacts } from './facts';

/** The line over the tap that it is landed on; nothing where they are not said. */
function turnsOf(facts: Facts): { turns?: number } {
  const [line, tap] = [numberOf(facts, 'line'), numberOf(facts, 'tap')];
  return line === undefined || tap === undefined || tap === 0 ? {} : { turns: line / tap };
}

const QUESTIONS = {
  coil: (facts) => coilOn(coilFactsOf(facts), supplyOf(facts), facts.measured ? 'measured' : 'nominal'),
  contact,
  transformer: (facts) =>
    sizeTransformer({
      ratedV: numberOf(facts, 'secondary') ?? plateOf(facts)?.secondaryV ?? 24,
      va: numberOf(facts, 'va') ?? plateOf(facts)?.va,
      sealedVa: numbersOf('held', facts.held),
      inrushVa: numberOf(facts, 'inrush'),
      ...turnsOf(facts),
    }),
  fuse: (facts) =>
    sizeTransformerFuses({
      va: numberOf(facts, 'va') ?? plateOf(facts)?.va,
      primaryV: numberOf(facts, 'primary') ?? plateOf(facts)?.primaryV,
      secondaryV: numberOf(facts, 'secondary') ?? plateOf(facts)?.secondaryV,
      fuseA: numberOf(facts, 'fuse'),
      leg: facts.leg === 'common' ? 'common' : 'hot',
      bonded: facts.unbonded !== true,
    }),
  conductor,
  drop,
  motor,
  heater: (facts) => {
    const volts = numberOf(facts, 'volts');
    return sizeHeater({
      watts: numberOf(facts, 'watts'),
      ratedV: numberOf(facts, 'rated') ?? volts,
      appliedV: volts,
      phases: phasesOf(facts),
      ...(facts.connection === 'wye' ? { connection: 'wye' as const } : {}),
      ...(facts.was === 'delta' ? { ratedIn: 'delta' as const } : {}),
    });
  },
  driver,
  resistor,
  supply: (facts) => sizeDcSupply(numberOf(facts, 'watts'), numberOf(facts, 'amps'), numberOf(facts, 'volts') ?? 24),
  snubber,
  lamps,
  life,
} as const satisfies Readonly<Record<string, Question>>;

export type SizeName = keyof typeof QUESTIONS;
export const SIZE_NAMES = Object.keys(QUESTIONS) as [SizeName, ...SizeName[]];

/** Sizing questions by name. What cannot be read is told, with how to write it. */
export const sizeQuestions = Object.fromEntries(
  Object.entries(QUESTIONS).map(([name, ask]) => [
    name,
    (facts: Facts): Result<Sized> => {
      try {
        return fine((ask as Question)(facts));
      } catch (error) {
        if (!(error instanceof NotUnderstood)) throw error;
        return wrong({ code: 'not-understood', at: error.at, message: error.message });
      }
    },
  ]),
) as Readonly<Record<SizeName, (facts: Facts) => Result<Sized>>>;
