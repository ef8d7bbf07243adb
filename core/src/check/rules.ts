import { naturally } from '#core/units';
import { type FindingOf, findingOf, type Opinion, type Rule } from './finding';
import { alwaysInRule } from './rules/alwaysIn';
import { baseRule } from './rules/base';
import { betweenRule } from './rules/betweenPoles';
import { learningRule } from './rules/bothThrows';
import { bridgedRule } from './rules/bridged';
import { changesNothingRule } from './rules/changesNothing';
import { chatterRule } from './rules/chatters';
import { leakRule } from './rules/coilLeak';
import { coilRule } from './rules/coilWindow';
import { conductorRule } from './rules/conductorAmpacity';
import { poleRule } from './rules/contactRating';
import { directRule } from './rules/directLoad';
import { earthFaultRule } from './rules/earthFault';
import { earthReturnRule } from './rules/earthReturn';
import { extraLowRule } from './rules/extraLow';
import { fanRule } from './rules/fanWithHeat';
import { guardInReturnRule } from './rules/guardInReturn';
import { guardRule } from './rules/guardRating';
import { halfWiredRule } from './rules/halfWired';
import { insulationRule } from './rules/insulation';
import { interposingRule } from './rules/interposing';
import { jointRule } from './rules/jointRating';
import { latchRule } from './rules/latch';
import { loadVoltsRule } from './rules/loadVolts';
import { lockedOutRule } from './rules/lockedOut';
import { motorRule } from './rules/motorRun';
import { notKnownRule } from './rules/notKnown';
import { notTriedRule } from './rules/notTried';
import { oddRule } from './rules/oddRun';
import { openingRule } from './rules/opensInService';
import { deviceRule } from './rules/overcurrentDevice';
import { overloadRule } from './rules/overloadSetting';
import { runCapacitorRule } from './rules/runCapacitor';
import { togetherRule } from './rules/runsTogether';
import { safetyRule } from './rules/safetyLoops';
import { groupsRule } from './rules/servesApart';
import { shortRule } from './rules/shortCircuit';
import { speedLeadsRule } from './rules/speedLeads';
import { startAmpsRule } from './rules/startAmps';
import { oneLegRule } from './rules/staysLive';
import { stopRule } from './rules/stops';
import { chargeRule } from './rules/storedCharge';
import { meetRule } from './rules/suppliesMeet';
import { throwsRule } from './rules/throws';
import { fuseRule } from './rules/transformerFuse';
import { loadRule } from './rules/transformerLoad';
import { tapRule } from './rules/transformerTap';
import { validRule } from './rules/valid';
import { voltFreeRule } from './rules/voltFree';
import type { Study } from './study';

/** In the order in which they are told. */
const RULES = [
  validRule,
  notTriedRule,
  notKnownRule,
  halfWiredRule,
  shortRule,
  meetRule,
  extraLowRule,
  openingRule,
  chatterRule,
  lockedOutRule,
  motorRule,
  speedLeadsRule,
  runCapacitorRule,
  startAmpsRule,
  chargeRule,
  oddRule,
  stopRule,
  changesNothingRule,
  alwaysInRule,
  bridgedRule,
  safetyRule,
  earthFaultRule,
  togetherRule,
  voltFreeRule,
  throwsRule,
  latchRule,
  baseRule,
  coilRule,
  leakRule,
  poleRule,
  earthReturnRule,
  guardInReturnRule,
  guardRule,
  jointRule,
  betweenRule,
  loadVoltsRule,
  tapRule,
  loadRule,
  directRule,
  fuseRule,
  conductorRule,
  deviceRule,
  overloadRule,
  insulationRule,
  fanRule,
  groupsRule,
  oneLegRule,
  interposingRule,
  learningRule,
] as const;

type ListedRule = (typeof RULES)[number];
type FoundBy<R> = R extends Rule<infer Id, infer T> ? FindingOf<Id, T> : never;

/** What some rule found; its `rule` tells what `told` is. */
export type Finding = FoundBy<ListedRule>;
export type RuleId = Finding['rule'];
export type Told<Id extends RuleId> = Extract<Finding, { rule: Id }>['told'];

export const RULE_IDS: readonly RuleId[] = RULES.map(({ id }) => id);

/** A rule as whoever loops over rules sees it: its opinions are its own. */
const found = (rule: Rule<string, unknown>, opinion: Opinion<unknown>): Finding => findingOf(rule, opinion) as Finding;

/** K1, K2, K10, whatever the ids that the document keeps them by. */
const byTag = ({ about: [a] }: Opinion<unknown>, { about: [b] }: Opinion<unknown>): number => naturally(a?.tag ?? '', b?.tag ?? '');

/** What every rule finds, rule by rule, and of a rule by the tag of what it is about. */
export const everyFinding = (study: Study): Finding[] =>
  RULES.flatMap((rule) => {
    const opinions: readonly Opinion<unknown>[] = rule.find(study);
    return [...opinions].sort(byTag).map((opinion) => found(rule, opinion));
  });

/** Sound: nothing that is a danger or a block, and nothing that could not be judged. Notes to look at are allowed. */
export const isSound = (findings: readonly Pick<Finding, 'verdict'>[]): boolean =>
  findings.every(({ verdict }) => verdict === 'good' || verdict === 'look');
