import { z } from 'zod';
import { fine } from '#core/circuit';
import { familyOf, inputsOf } from '#core/devices';
import { faultsOfPart, spellFault } from '#core/network';
import { tellFault } from '#core/words';
import { lineKind } from '../line';
import { circuitFacts } from '../standing';

/** What there is in a circuit: devices with terminals, inputs and faults, wires, processes. */
export const devices = lineKind({
  facts: z.strictObject(circuitFacts),
  answer(facts, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { circuit, plan } = opened.value;
    return fine({
      devices: Object.values(circuit.devices).map((device) => ({
        tag: device.tag,
        title: device.title,
        family: device.family,
        terminals: familyOf(device, circuit).terminals,
        inputs: inputsOf(device, circuit).map(({ name, kind }) => ({ name, kind })),
        faults: plan
          .partsIn(device.id)
          .flatMap((part) => faultsOfPart(part).map(({ fault }) => ({ fault: spellFault(circuit, fault), words: tellFault(plan, fault) }))),
      })),
      wires: plan.conductors.map(({ conductor }) => conductor.number),
      processes: Object.values(circuit.processes).map(({ name, unit, start, least, most }) => ({ name, unit, start, least, most })),
    });
  },
});
