import { type Circuit, conductorsAt, type Device, terminalId } from '#core/circuit';
import type { Exploration } from '#core/explore';
import { DEFAULT_PRACTICE, type Practice, type Tables, tablesFor } from '#core/size';
import type { Finding } from './finding';
import { type CoilJudgement, judgeCoil, judgeContact, type PoleJudgement } from './judge';

/** All that is judged of a circuit, good news included; the screens show it, the findings come from it. */
export interface Study {
  readonly circuit: Circuit;
  readonly exploration: Exploration;
  readonly practice: Practice;
  readonly tables: Tables;
  readonly coils: readonly CoilJudgement[];
  readonly poles: readonly PoleJudgement[];
}

export interface Rule {
  readonly id: string;
  readonly title: string;
  readonly source: string;
  readonly run: (study: Study) => readonly Finding[];
}

export function studyOf(circuit: Circuit, exploration: Exploration, practice: Practice = DEFAULT_PRACTICE): Study {
  const tables = tablesFor(practice);
  return {
    circuit,
    exploration,
    practice,
    tables,
    coils: exploration.plan.parts
      .filter(({ part, device }) => part.kind === 'coil' && !isCapped(exploration.plan, device, part))
      .map((planned) => judgeCoil(planned, exploration)),
    poles: exploration.plan.parts.flatMap((planned) => judgeContact(planned, exploration, tables) ?? []),
  };
}

/** A pre-wired relay has a lead for each of its voltages: one is used, the others are capped and no coil to judge. */
function isCapped(plan: Exploration['plan'], device: Device, part: { a: string; b: string }): boolean {
  const coils = plan.partsIn(device.id).filter((one) => one.part.kind === 'coil');
  return coils.length > 1 && [part.a, part.b].some((mark) => conductorsAt(plan.circuit, terminalId(device.id, mark)).length === 0);
}

type Told = Omit<Finding, 'id' | 'rule' | 'source' | 'devices' | 'limitKind' | 'state' | 'evidence' | 'is' | 'limit' | 'unit'> &
  Partial<Pick<Finding, 'source' | 'limitKind' | 'state' | 'evidence' | 'is' | 'limit' | 'unit'>>;

/** A finding of a rule on one device, what goes without saying filled in. */
export const tell = (rule: Pick<Rule, 'id' | 'source'>, device: Device, key: string, told: Told): Finding => ({
  id: `${rule.id}:${device.id}${key ? `:${key}` : ''}`,
  rule: rule.id,
  devices: [device.id],
  state: 'every state',
  is: undefined,
  limit: undefined,
  unit: '',
  limitKind: 'limit',
  source: rule.source,
  evidence: 'print',
  ...told,
});

/** Told when a figure on the part is not read: nothing is cleared on it. `unread` is a sentence, as "The VA are not read." */
export const tellUnread = (
  rule: Pick<Rule, 'id' | 'source'>,
  device: Device,
  key: string,
  words: { readonly title: string; readonly consequence: string; readonly unread: string; readonly remedy: string },
): Finding =>
  tell(rule, device, key, {
    verdict: 'cannot-clear',
    title: `${device.tag}: ${words.title}`,
    consequence: words.consequence,
    reason: words.unread,
    remedy: words.remedy,
    evidence: 'unknown',
  });
