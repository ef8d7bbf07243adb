import { at } from '#core/units';

/** Questions on which good practitioners differ, each with the choices there are; the first is the default. */
export const SCHOOLS = {
  fuseLeg: ['hot', 'common'],
  loadReturn: ['both', 'one'],
  voltFree: ['relay', 'direct'],
  wiringOrder: ['control', 'power', 'function'],
  fanWithHeat: ['together', 'continuous'],
  delayPlace: ['coil', 'fan', 'contactor'],
  faultMethod: ['best', 'load-first', 'half-split', 'source'],
  bothThrows: ['allowed', 'learning'],
  changeoverFed: ['common', 'throws'],
  symbols: ['site', 'na', 'iec'],
  contactName: ['rest'],
  nearMiss: ['bands', 'equal'],
  colour: ['note'],
  crankcase: ['relay', 'auxiliary'],
  stop: ['two-channel', 'ordinary'],
} as const;

export type SchoolName = keyof typeof SCHOOLS;
export type ChoiceOf<S extends SchoolName> = (typeof SCHOOLS)[S][number];

/** How a job is done: rules, units, schools, and its own figures for what is common practice. */
export interface Practice {
  readonly rules: 'site' | 'na' | 'iec';
  readonly units: 'site' | 'us' | 'si';
  readonly schools: Readonly<Partial<Record<SchoolName, string>>>;
  /** by the key of the table of working values */
  readonly typical: Readonly<Record<string, number>>;
}

export const DEFAULT_PRACTICE: Practice = { rules: 'site', units: 'site', schools: {}, typical: {} };

/** The choice of a job; the default where it has made none, or one that there is not. */
export function schoolOf<S extends SchoolName>(practice: Practice, name: S): ChoiceOf<S> {
  const choices: readonly ChoiceOf<S>[] = SCHOOLS[name];
  return choices.find((one) => one === practice.schools[name]) ?? at(choices, 0);
}

/** The rules of a job: its own choice, else those of the site. */
export const rulesOf = (practice: Practice, site: 'na' | 'iec'): 'na' | 'iec' => (practice.rules === 'site' ? site : practice.rules);

/** Whether a name is that of a question on which practice differs. */
export const isSchoolName = (name: string): name is SchoolName => Object.hasOwn(SCHOOLS, name);
