import type { Circuit, DeviceId } from '#core/circuit';
import { type Exploration, triedWhole } from '#core/explore';
import { isWired, type PlannedPart } from '#core/graph';
import { type Coil, isKind } from '#core/kinds';
import { DEFAULT_PRACTICE, type Practice } from '#core/schools';
import { type Tables, tablesFor } from '#core/size';
import { type CoilJudgement, judgeCoil } from './judge/coil';
import { judgeContact, type PoleJudgement } from './judge/pole';

/** All that is judged of a circuit, good news included; the screens show it, the rules find in it. */
export interface Study {
  readonly circuit: Circuit;
  readonly exploration: Exploration;
  readonly practice: Practice;
  readonly tables: Tables;
  readonly coils: readonly CoilJudgement[];
  readonly poles: readonly PoleJudgement[];
}

/**
 * What the rules judge by: coils and poles judged once, in every state that was seen.
 * @param isWanted devices whose coils and poles are judged; all of them unless said
 */
export function studyOf(
  circuit: Circuit,
  exploration: Exploration,
  practice: Practice = DEFAULT_PRACTICE,
  isWanted: (device: DeviceId) => boolean = () => true,
): Study {
  const tables = tablesFor(practice);
  const { plan } = exploration;
  const tried = triedWhole(exploration);
  const parts = plan.parts.filter(({ device }) => isWanted(device.id));
  return {
    circuit,
    exploration,
    practice,
    tables,
    coils: parts
      .filter(isKind('coil'))
      .filter((planned) => !isCapped(exploration, planned))
      .map((planned) => judgeCoil(planned, exploration, tried(planned.device.id))),
    poles: parts.filter(isKind('contact')).flatMap((planned) => judgeContact(planned, exploration, tables, tried(planned.device.id)) ?? []),
  };
}

/** Of a device with several coils one that is not wired is no coil to judge: the other lead of a pre-wired relay, a reset nobody uses. */
function isCapped({ plan }: Exploration, { device, part }: PlannedPart & { readonly part: Coil }): boolean {
  if (plan.partsIn(device.id).filter(isKind('coil')).length < 2) return false;
  return [part.a, part.b].some((mark) => !isWired(plan, device.id, mark));
}
