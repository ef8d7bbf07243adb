import type { NearAnswer, StudyAnswer } from '#core/bench';
import type { DeviceId } from '#core/circuit';
import { grouped } from '#core/units';

/** A study of before an edit, with what has been judged anew of one device in the place of what it said of it. */
export function joinNear(study: StudyAnswer, near: NearAnswer): StudyAnswer {
  const joined = <T extends { readonly device: DeviceId }>(before: readonly T[], now: readonly T[]): T[] => {
    const [was, is] = [before, now].map((list) => grouped(list, ({ device }) => device));
    const devices = new Set([...before, ...now].map(({ device }) => device));
    return [...devices].flatMap((device) => (device === near.device ? is : was)?.get(device) ?? []);
  };
  return {
    ...study,
    coils: joined(study.coils, near.coils),
    poles: joined(study.poles, near.poles),
    transformers: joined(study.transformers, near.transformers),
    toEarthV: { ...study.toEarthV, ...near.toEarthV },
  };
}
