import type { NearAnswer, StudyAnswer } from '#core/bench';
import type { DeviceId } from '#core/circuit';

/** A study of before an edit, with what has been judged anew around one device in the place of what it said of it. */
export function joinNear(study: StudyAnswer, near: NearAnswer): StudyAnswer {
  const isNear = new Set(near.devices);
  const joined = <T extends { readonly device: DeviceId }>(before: readonly T[], now: readonly T[]): T[] => {
    const next = new Map(now.map((one) => [one.device, now.filter(({ device }) => device === one.device)]));
    const kept = before.flatMap((one, index): T[] => {
      if (!isNear.has(one.device)) return [one];
      const isFirst = before.findIndex(({ device }) => device === one.device) === index;
      return isFirst ? (next.get(one.device) ?? []) : [];
    });
    const known = new Set(before.map(({ device }) => device));
    return [...kept, ...now.filter(({ device }) => !known.has(device))];
  };
  return {
    ...study,
    coils: joined(study.coils, near.coils),
    poles: joined(study.poles, near.poles),
    transformers: joined(study.transformers, near.transformers),
    toEarthV: { ...study.toEarthV, ...near.toEarthV },
  };
}
