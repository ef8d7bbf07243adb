import type { Circuit } from '#core/circuit';
import { layoutPaths, type Sheet } from '#core/draw';
import { type Drawing, type Shown, sheetFigures, writeSvg } from '#core/formats';
import { planCircuit } from '#core/graph';
import { tellBand, tellSpare } from '#core/words';

export interface PictureOptions {
  /** the school of symbols; else that of the site */
  readonly family?: 'na' | 'iec';
  readonly shown?: Shown;
  /** a small picture shows the paths alone */
  readonly isPlain?: boolean;
}

/** The path sheet as a picture by itself, with its words. @param sheet as it is laid out already, lying or standing */
export function sheetPicture(circuit: Circuit, options: PictureOptions = {}, sheet: Sheet = layoutPaths(planCircuit(circuit))): string {
  return writeSvg(sheet, {
    ...options,
    family: options.family ?? circuit.practice,
    titles: sheet.bands.map(({ name }) => tellBand(name)),
    foot: sheet.spare.length > 0 ? `Spare: ${sheet.spare.map((one) => tellSpare(circuit, one)).join(' · ')}` : '',
  });
}

/** The path sheet at rest as a drawing, for paper and for CAD. */
export const sheetDrawing = (circuit: Circuit, family = circuit.practice, sheet: Sheet = layoutPaths(planCircuit(circuit))): Drawing =>
  sheetFigures(
    sheet,
    family,
    sheet.bands.map(({ name }) => tellBand(name)),
  );
