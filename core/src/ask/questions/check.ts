import { z } from 'zod';
import { studyView } from '#core/bench';
import { studyOf } from '#core/check';
import { fine } from '#core/circuit';
import { practiceSchema } from '#core/size';
import { tagOf } from '#core/words';
import { lineKind } from '../line';
import { circuitFacts } from '../standing';

/** Every coil, contact and rule over every state that is tried. */
export const check = lineKind({
  facts: z.strictObject({ ...circuitFacts, practice: practiceSchema.optional() }),
  answer(facts, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { circuit } = opened.value;
    const exploration = opened.value.explored();
    const study = studyOf(circuit, exploration, facts.practice);
    const view = studyView(study);
    return fine({
      statesSeen: view.statesSeen,
      sound: view.isSound,
      untried: exploration.untried.length,
      coils: view.coils.map((coil, index) => ({
        device: tagOf(circuit, coil.device),
        verdict: coil.verdict,
        word: coil.word,
        says: coil.says,
        pullInV: coil.pullIn?.volts ?? null,
        heldV: coil.held?.volts ?? null,
        evidence: study.coils[index]?.evidence,
      })),
      contacts: view.poles.map(({ device, contact, verdict, serves, rows }) => ({
        device: tagOf(circuit, device),
        contact,
        verdict,
        serves,
        rows,
      })),
      findings: view.findings.map(({ devices, ...finding }) => ({ ...finding, devices: devices.map((id) => tagOf(circuit, id)) })),
    });
  },
});
