import { relayOrContactor } from '#core/brief';
import type { Part } from '#core/kinds';
import { rulesOf } from '#core/schools';
import { conductorFor, figureOf, type Sized, sizeHeater, sizeMotor, type Tables } from '#core/size';
import type { WireSize } from '#core/units';
import { tellTaking } from '#core/words';

export { rulesOf };

/** What a load asks of its circuit: amps by nameplate or table, the wire that carries them, and what would switch it. */
export interface LoadSized {
  readonly sized: Sized;
  readonly wire: WireSize | undefined;
  /** relay or contactor for this load, in a sentence */
  readonly switching: string;
}

/** @returns undefined where the part is no motor, heater or lamp */
export function loadSized(part: Part, isHermetic: boolean, rules: 'na' | 'iec', tables: Tables): LoadSized | undefined {
  const sized = sizedOf(part, isHermetic, rules, tables);
  if (!sized) return undefined;
  const needsA = figureOf(sized, 'conductor at least') ?? figureOf(sized, 'circuit at least');
  const runA =
    figureOf(sized, 'running, by nameplate') ??
    figureOf(sized, 'rated load') ??
    figureOf(sized, 'running, by table') ??
    figureOf(sized, 'running, by power') ??
    figureOf(sized, 'line');
  const kind = part.kind === 'motor' || part.kind === 'motor3' ? 'motor' : 'heater';
  return {
    sized,
    wire: needsA === undefined ? undefined : conductorFor(needsA, rules, {}, tables),
    switching: tellTaking(relayOrContactor({ amps: runA, volts: 'ratedV' in part ? part.ratedV : undefined, kind })),
  };
}

function sizedOf(part: Part, isHermetic: boolean, rules: 'na' | 'iec', tables: Tables): Sized | undefined {
  switch (part.kind) {
    case 'motor':
    case 'motor3':
      return sizeMotor(
        { volts: part.ratedV, phases: part.kind === 'motor3' ? 3 : 1, nameplateA: part.runA, lockedA: part.lockedA, hermetic: isHermetic },
        rules,
        tables,
      );
    case 'load3':
      return sizeHeater({ watts: part.watts, ratedV: part.ratedV, phases: 3, connection: part.connection }, tables);
    case 'load':
      return part.use === 'heater' || part.use === 'lamp'
        ? sizeHeater({ watts: part.va * part.pf, ratedV: part.ratedV, phases: 1 }, tables)
        : undefined;
    default:
      return undefined;
  }
}
