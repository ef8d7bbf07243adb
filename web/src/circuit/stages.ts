import type { RuleId } from '#core/check';

/** The stages of the work on a circuit, in their order. */
export const stages = [
  { path: 'supply', title: 'Supply' },
  { path: 'parts', title: 'Parts' },
  { path: 'wiring', title: 'Wiring' },
  { path: 'prove', title: 'Prove' },
  { path: 'find', title: 'Find' },
] as const;

export type StagePath = (typeof stages)[number]['path'];

/** What feeds and protects belongs to the supply; what else is wrong is a matter of the part. */
const SUPPLY_RULES: readonly RuleId[] = [
  'load-volts',
  'transformer-tap',
  'conductor-ampacity',
  'overcurrent-device',
  'insulation-in-sheath',
  'mains-on-volt-free',
  'guard-rating',
  'opens-in-service',
  'short-circuit',
];

export const isOfSupply = (rule: RuleId): boolean => SUPPLY_RULES.includes(rule);
