import { z } from 'zod';
import { sheetView } from '#core/bench';
import { fine } from '#core/circuit';
import { layoutPaths } from '#core/draw';
import { lineKind } from '../line';
import { circuitFacts } from '../standing';

/** The path sheet: bands with their symbols, segments and lines, in sheet units. */
export const draw = lineKind({
  facts: z.strictObject(circuitFacts),
  answer(facts, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { width, height, bands, spareWords } = sheetView(opened.value.circuit, layoutPaths(opened.value.plan));
    return fine({ width, height, bands, spare: spareWords });
  },
});
