import type { StudyAnswer } from '#core/bench';
import type { RuleId } from '#core/check';
import type { Circuit, Device, DeviceId } from '#core/circuit';
import { familyOf, partsOf } from '#core/devices';
import { type Verdict, worstVerdict } from '#core/size';
import { grouped, naturally } from '#core/units';

/** What feeds and protects, and is no matter of the part that stands there. */
const SUPPLY_RULES: readonly RuleId[] = [
  'load-volts',
  'transformer-tap',
  'conductor-ampacity',
  'overcurrent-device',
  'insulation-in-sheath',
  'mains-on-volt-free',
  'mains-on-extra-low',
  'guard-rating',
  'opens-in-service',
  'short-circuit',
  'supplies-meet',
  'guard-in-return',
  'returns-by-earth',
];
const isOfSupply = (rule: RuleId): boolean => SUPPLY_RULES.includes(rule);
/** A matter of both: another part mends it, or another way of feeding it. */
const SHARED_RULES: readonly RuleId[] = [
  'transformer-load',
  'dc-supply-load',
  'transformer-fuse',
  'throws-fed-apart',
  'load-stays-live',
  'joint-rating',
];
/** Rules that belong to what feeds and what protects. */
export const isAboutSupply = (rule: RuleId): boolean => isOfSupply(rule) || SHARED_RULES.includes(rule);

export const isBad = (verdict: Verdict): boolean => verdict !== 'good' && verdict !== 'look';

/** Devices that have something to be settled at the supply. */
export const toFixAtSupply = (study: StudyAnswer): number =>
  new Set(study.findings.filter(({ verdict, rule }) => isBad(verdict) && isAboutSupply(rule)).flatMap(({ devices }) => devices)).size;

/** Whether a person picks a part for it: a joint is none, nor is the supply of the house. */
const isChosen = (document: Circuit, device: Device): boolean =>
  familyOf(device, document).group !== 'joint' &&
  !partsOf(device, document).some((part) => part.kind === 'source' && part.role === 'mains');

/** Devices that a person picks a part for, in the order of their tags. */
export const chosenDevices = (document: Circuit): readonly Device[] =>
  Object.values(document.devices)
    .filter((device) => isChosen(document, device))
    .sort((a, b) => naturally(a.tag, b.tag));

/** The worst that is judged of each device as a part. */
export function worstAsParts(study: StudyAnswer): ReadonlyMap<DeviceId, Verdict> {
  const said = study.findings.flatMap(({ devices, verdict, rule }) =>
    isOfSupply(rule) ? [] : devices.map((device) => ({ device, verdict })),
  );
  const of = grouped(said, ({ device }) => device);
  return new Map([...of].map(([device, all]) => [device, worstVerdict(all.map(({ verdict }) => verdict))]));
}

/** How many there are of which another part must be chosen, or the print of the one that is there read. */
export function leftToChoose(document: Circuit, study: StudyAnswer): number {
  let left = 0;
  for (const [id, verdict] of worstAsParts(study)) {
    const device = document.devices[id];
    if (device && isBad(verdict) && isChosen(document, device)) left++;
  }
  return left;
}
