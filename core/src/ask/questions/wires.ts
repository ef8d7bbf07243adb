import { z } from 'zod';
import { applyChanges, emptyCircuit, fine, wrong } from '#core/circuit';
import { familyNamed } from '#core/devices';
import { AS_MARKED, cellsOf, fromWireList, listedDevices, readWireList, usualSwitching } from '#core/panel';
import { lineKind } from '../line';

const label = (most: number) => z.string().min(1).max(most).optional();

/** A circuit from the list of its wires: each device of the kind that is said, else of the likeliest by its terminals. */
export const wires = lineKind({
  facts: z.strictObject({
    list: z.string().max(1_000_000),
    /** kinds by tag */
    kinds: z.record(z.string().max(12), z.string().max(40)).optional(),
    number: label(12),
    title: label(80),
    site: z.string().max(80).optional(),
    practice: z.enum(['na', 'iec']).optional(),
  }),
  answer({ list, kinds = {}, number = 'P1', title = 'From a list of wires', site = '', practice = 'na' }) {
    const unknown = Object.entries(kinds).find(([, family]) => family !== AS_MARKED && !familyNamed(family));
    if (unknown)
      return wrong({
        code: 'no-such-kind',
        at: unknown[0],
        message: `"${unknown[1]}" for ${unknown[0]} is no kind of device. "kinds" lists them.`,
      });
    const read = readWireList(cellsOf(list));
    const blank = { ...emptyCircuit, number, title, site, practice };
    const devices = listedDevices(read.wires, blank);
    const chosen = new Map(
      devices.flatMap(({ tag, kinds: [first] }): [string, string][] => {
        const family = Object.hasOwn(kinds, tag) ? kinds[tag] : first?.family;
        return family ? [[tag, family]] : [];
      }),
    );
    const made = fromWireList(blank, read.wires, chosen);
    const grown = applyChanges(blank, [...made.changes]);
    if (!grown.ok) return grown;
    const whole = applyChanges(grown.value.circuit, usualSwitching(grown.value.circuit));
    if (!whole.ok) return whole;
    return fine({
      circuit: whole.value.circuit,
      wires: Object.keys(whole.value.circuit.conductors).length,
      devices: devices.map(({ tag, marks, kinds: fit }) => ({
        tag,
        terminals: marks,
        kind: chosen.get(tag) ?? null,
        isSaid: Object.hasOwn(kinds, tag),
        others: fit.map(({ family }) => family).filter((family) => family !== chosen.get(tag)),
      })),
      /** lines that say what is joined: their wires go from each terminal to the next, as they are written */
      nets: read.nets,
      left: [...read.bad, ...made.bad].sort((a, b) => a.line - b.line),
    });
  },
});
