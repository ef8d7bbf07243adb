import { type Circuit, conductorsAt, type Device, terminalId, validateCircuit } from '#core/circuit';
import { catalogue } from '#core/devices';
import type { Exploration } from '#core/explore';
import { amount, volts } from '#core/units';
import type { Finding } from './finding';
import { type CoilJudgement, judgeCoil, judgeContact, type PoleJudgement } from './judge';

/** All that is judged of a circuit, good news included; the screens show it, the findings come from it. */
export interface Study {
  readonly circuit: Circuit;
  readonly exploration: Exploration;
  readonly coils: readonly CoilJudgement[];
  readonly poles: readonly PoleJudgement[];
}

export const studyOf = (circuit: Circuit, exploration: Exploration): Study => ({
  circuit,
  exploration,
  coils: exploration.plan.parts
    .filter(({ part, device }) => part.kind === 'coil' && !isCapped(exploration.plan, device, part))
    .map((planned) => judgeCoil(planned, exploration)),
  poles: exploration.plan.parts.flatMap((planned) => judgeContact(planned, exploration) ?? []),
});

/** A pre-wired relay has a lead for each of its voltages: one is used, the others are capped and no coil to judge. */
function isCapped(plan: Exploration['plan'], device: Device, part: { a: string; b: string }): boolean {
  const coils = plan.partsIn(device.id).filter((one) => one.part.kind === 'coil');
  return coils.length > 1 && [part.a, part.b].some((mark) => conductorsAt(plan.circuit, terminalId(device.id, mark)).length === 0);
}

export interface Rule {
  readonly id: string;
  readonly title: string;
  readonly source: string;
  readonly run: (study: Study) => readonly Finding[];
}

const REMEDY: Readonly<Record<string, string>> = {
  dead: 'Fit a coil for the volts that are here, or bring the coil the volts it is made for.',
  buzzes: 'Fit a coil for the volts that are here.',
  'buzzes, overheats': 'Fit a coil for the volts that are here; do not leave it energized.',
  'not guaranteed': 'Thicker or shorter control wire, or a larger transformer.',
  high: 'Check the tap and the line; fit a coil for the volts that are here.',
  burns: 'Do not energize. Fit a coil for the volts that are here.',
};

export const coilRule: Rule = {
  id: 'coil-window',
  title: 'Coil against the volts it gets',
  source: 'IEC 60947-4-1 limits of operation, NEMA ICS 1; bands between are common practice',
  run: ({ coils }) =>
    coils
      .filter(({ verdict }) => verdict !== 'good')
      .map((judged): Finding => {
        const { device, exposure, pullInWord, window } = judged;
        const high = pullInWord === 'burns' || pullInWord === 'high';
        const seen = high ? exposure.highest : exposure.pullIn;
        return {
          id: `coil-window:${device.id}`,
          rule: 'coil-window',
          devices: [device.id],
          state: seen?.state ?? 'every state',
          verdict: judged.verdict,
          title:
            judged.verdict === 'cannot-clear'
              ? `${device.tag}: coil unknown`
              : judged.verdict === 'look' && pullInWord === 'never called'
                ? `${device.tag}'s coil is never called`
                : `${device.tag}'s coil ${pullInWord}`,
          is: seen?.volts,
          limit: high ? window?.mostV : window?.mustCloseV,
          limitKind: 'limit',
          unit: 'V',
          consequence:
            pullInWord === 'burns'
              ? 'The coil burns out and may take a fuse or a contact with it.'
              : pullInWord === 'high'
                ? 'It works, runs hot and dies early.'
                : 'It does not pull in as it must.',
          reason: judged.says,
          remedy: REMEDY[pullInWord] ?? 'Read the print on the coil and enter it.',
          source: coilRule.source,
          evidence: judged.evidence,
        };
      }),
};

export const poleRule: Rule = {
  id: 'contact-rating',
  title: 'Contact against its load',
  source: 'nameplate ratings by load class; UL 508 and IEC 60947-5-1 pilot duty from memory',
  run: ({ poles }) =>
    poles.flatMap(({ device, contact, rows, exposure, serves, evidence }) =>
      rows
        .filter(({ verdict }) => verdict !== 'good')
        .map(
          (row): Finding => ({
            id: `contact-rating:${device.id}:${contact}:${row.asks}`,
            rule: 'contact-rating',
            devices: [device.id],
            state: exposure.state,
            verdict: row.verdict,
            title:
              row.limit === undefined
                ? `${device.tag} ${contact}: no ${row.rating} rating`
                : `${device.tag} ${contact}: ${amount(row.is, row.unit)} against ${amount(row.limit, row.unit)} ${row.rating}`,
            is: row.is,
            limit: row.limit,
            limitKind: row.kind,
            unit: row.unit,
            consequence: row.limit === undefined ? 'Nobody can say whether this contact lasts.' : 'The contact welds or burns.',
            reason: `${row.asks} for ${serves.join(', ')} at ${volts(exposure.breaksV)}: ${amount(row.is, row.unit)}.`,
            remedy:
              row.limit === undefined
                ? `Read the ${row.rating} figure on the part and enter it.`
                : 'A contactor or relay with a higher rating for this load.',
            source: row.source,
            evidence,
          }),
        ),
    ),
};

export const validRule: Rule = {
  id: 'valid',
  title: 'The document hangs together',
  source: 'the document format',
  run: ({ circuit }) =>
    validateCircuit(circuit, catalogue).map(
      (problem): Finding => ({
        id: `valid:${problem.at}`,
        rule: 'valid',
        devices: [],
        state: 'every state',
        verdict: 'danger',
        title: problem.message,
        is: undefined,
        limit: undefined,
        limitKind: 'limit',
        unit: '',
        consequence: 'Part of the circuit cannot be computed.',
        reason: problem.message,
        remedy: 'Mend the document as said.',
        source: validRule.source,
        evidence: 'print',
      }),
    ),
};

/** In the order in which they are told. */
export const rules: readonly Rule[] = [validRule, coilRule, poleRule];

export const checkStudy = (study: Study): Finding[] => rules.flatMap((rule) => rule.run(study));

/** Sound: nothing that is a danger or a block. Notes to look at are allowed. */
export const isSound = (findings: readonly Finding[]): boolean => findings.every(({ verdict }) => verdict === 'good' || verdict === 'look');
