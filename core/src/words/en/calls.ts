import type { Circuit } from '#core/circuit';
import { inputsOf } from '#core/devices';
import type { Call, Calls } from '#core/explore';
import { figures } from '#core/units';

function tellCall(circuit: Circuit, call: Call): string {
  if ('process' in call) {
    const process = circuit.processes[call.process];
    return `${process?.name ?? '?'} at ${figures(call.to)} ${process?.unit ?? ''}`.trim();
  }
  const device = circuit.devices[call.device];
  const input = device && inputsOf(device, circuit).find(({ name }) => name === call.input);
  const does = input ? (input.rest ? input.off.toLowerCase() : input.state) : call.input;
  return `${device?.tag ?? '?'} ${does}${call.press === 2 ? ', after the others' : ''}`;
}

/** A state as a person says it: `TC1 calling for cooling, PS1 open`; undefined is every state. */
export const tellCalls = (circuit: Circuit, calls: Calls | undefined): string =>
  calls === undefined ? 'every state' : calls.map((call) => tellCall(circuit, call)).join(', ') || 'nothing called';
