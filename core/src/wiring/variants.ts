import { type Circuit, type DeviceId, deviceOf, isTerminal } from '#core/circuit';
import { familyOf } from '#core/devices';
import { drain, type Progress } from '#core/explore';
import { nominalAt } from '#core/graph';
import { planNetwork } from '#core/network';
import { rehearsing } from './rehearse';
import { HARM_V } from './watchHarm';

/** What a way of building a circuit costs, and what can go wrong with it at the screws: for two ways to be held against each other. */
export interface VariantFigures {
  readonly devices: number;
  readonly conductors: number;
  /** what its coils take together while they are held */
  readonly coilVa: number;
  /** terminals of extra-low volts on a body that has mains terminals too */
  readonly mixedTerminals: number;
  /** likely mishaps that hurt at once, and those that wait */
  readonly immediate: number;
  readonly latent: number;
  /** of those the ones that bring another supply to an input with volts of its own */
  readonly onVoltFree: number;
}

/** Coils whose VA nobody has read count nothing: the figure is of what is known. */
export const variantFigures = (circuit: Circuit): VariantFigures => drain(figuring(circuit));

/** The same mishap by mishap. */
export function* figuring(circuit: Circuit): Generator<Progress, VariantFigures> {
  const plan = planNetwork(circuit);
  const rehearsed = yield* rehearsing(circuit);
  const harms = (code: string): number =>
    rehearsed.filter(({ ways }) => ways.some(({ harms: met }) => met.some(({ harm }) => harm.code === code))).length;
  return {
    devices: Object.keys(circuit.devices).length,
    conductors: Object.keys(circuit.conductors).length,
    coilVa: plan.parts.reduce((sum, { part }) => sum + (part.kind === 'coil' && Number.isFinite(part.sealedVa) ? part.sealedVa : 0), 0),
    mixedTerminals: mixedTerminals(circuit),
    immediate: rehearsed.filter(({ outcome }) => outcome === 'immediate').length,
    latent: rehearsed.filter(({ outcome }) => outcome === 'latent').length,
    onVoltFree: harms('volt-free'),
  };
}

/** Wired terminals of extra-low volts on strips and the like that carry mains beside them; a part that is made to hold both apart is none. */
function mixedTerminals(circuit: Circuit): number {
  const plan = planNetwork(circuit);
  const nominal = nominalAt(plan);
  const volts = new Map<DeviceId, number[]>();
  for (const point of plan.points) {
    if (!isTerminal(point) || plan.wiresAt(point).length === 0) continue;
    const device = circuit.devices[deviceOf(point)];
    const of = nominal(plan.nodeOf(point));
    if (!device || !of || familyOf(device, circuit).group !== 'joint') continue;
    volts.set(device.id, [...(volts.get(device.id) ?? []), of.volts]);
  }
  return [...volts.values()]
    .filter((those) => those.some((one) => one > HARM_V))
    .reduce((sum, those) => sum + those.filter((one) => one <= HARM_V).length, 0);
}
