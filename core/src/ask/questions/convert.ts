import { z } from 'zod';
import { sheetDrawing, sheetPicture } from '#core/bench';
import { fine, wrong } from '#core/circuit';
import { circuitJsonSchema, withAnalysis, writeCircuit, writeDxf, writeSpice } from '#core/formats';
import { lineKind } from '../line';
import { standAt, standingFacts } from '../standing';

/** The circuit, or its netlist at a moment, as a file's text. */
export const convert = lineKind({
  facts: z.strictObject({
    ...standingFacts,
    circuit: standingFacts.circuit.optional(),
    to: z.enum(['json', 'spice', 'schema', 'svg', 'dxf']),
    hz: z.number().nonnegative().optional(),
  }),
  answer({ circuit: named, ...facts }, desk) {
    if (facts.to === 'schema') return fine({ text: `${JSON.stringify(circuitJsonSchema(), null, 1)}\n` });
    if (named === undefined) return wrong({ code: 'no-circuit', at: 'circuit', message: 'Name one circuit: a file, or demo:Q1.' });
    const opened = desk.open({ ...facts, circuit: named });
    if (!opened.ok) return opened;
    const { circuit } = opened.value;
    if (facts.to === 'svg') return fine({ text: sheetPicture(circuit) });
    if (facts.to === 'dxf') return fine({ text: writeDxf(sheetDrawing(circuit)) });
    if (facts.to === 'json') return fine({ text: writeCircuit(circuit) });
    const stand = standAt(opened.value, { ...facts, circuit: named });
    if (!stand.ok) return stand;
    const { nets } = stand.value.rig;
    const net = facts.hz === undefined ? nets.at(-1) : nets.find(({ hz }) => hz === facts.hz);
    if (!net)
      return wrong({
        code: 'no-such-hz',
        at: String(facts.hz ?? 'hz'),
        message: `There is no source of ${facts.hz ?? 'any'} Hz here. There are ${nets.map(({ hz }) => hz).join(', ')}.`,
      });
    return fine({ text: withAnalysis(writeSpice(net, `${circuit.number} ${circuit.title}`), net) });
  },
});
