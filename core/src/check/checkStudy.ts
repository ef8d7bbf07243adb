import type { DeviceId } from '#core/circuit';
import { coneOf } from '#core/graph';
import { byWorst } from '#core/size';
import { at } from '#core/units';
import { everyFinding, type Finding } from './rules';
import type { Study } from './study';

/** Said of what never got its volts: by itself a finding, behind something that is wrong no more than what follows from it. */
const isNeverFed = (finding: Finding): boolean =>
  (finding.rule === 'not-known' && finding.told.code === 'never fed') ||
  (finding.rule === 'coil-window' && finding.told.opinion.reason.code === 'never called');

/** Every finding about a circuit, rule by rule, and of a rule by tag; what only follows from another finding is told once, there. */
export const checkStudy = (study: Study): Finding[] => withoutConsequences(study, everyFinding(study));

/** The same, worst first; of equals in the order in which they are told. */
export const worstFirst = (findings: readonly Finding[]): Finding[] => [...findings].sort((a, b) => byWorst(a.verdict, b.verdict));

/** Leaves out what is dead because of something else that is told: one cause is one finding. */
function withoutConsequences({ exploration: { plan } }: Study, findings: readonly Finding[]): Finding[] {
  const causes = new Set<DeviceId>(
    findings.filter((one) => (one.verdict === 'danger' || one.verdict === 'block') && !isNeverFed(one)).flatMap(({ devices }) => devices),
  );
  for (const one of findings)
    if (one.rule === 'not-known' && one.told.code === 'unread') for (const device of one.devices) causes.add(device);
  if (causes.size === 0) return [...findings];
  const dependsOn = (device: DeviceId): boolean =>
    [...coneOf(plan, device)].some((index) => {
      const { owner } = at(plan.branches, index);
      return 'part' in owner && at(plan.parts, owner.part).device.id !== device && causes.has(at(plan.parts, owner.part).device.id);
    });
  return findings.filter((one) => !isNeverFed(one) || !one.devices.some(dependsOn));
}
