import type { Circuit } from '#core/circuit';
import { inputsOf } from '#core/devices';
import type { Call, Calls } from '#core/explore';
import { figures, grouped, naturally } from '#core/units';

/** Who does what. */
function tellCall(circuit: Circuit, call: Call): { readonly who: string; readonly does: string } {
  if ('process' in call) {
    const process = circuit.processes[call.process];
    return { who: process?.name ?? '?', does: `at ${figures(call.to)} ${process?.unit ?? ''}`.trim() };
  }
  const device = circuit.devices[call.device];
  const input = device && inputsOf(device, circuit).find(({ name }) => name === call.input);
  const does = input ? (input.rest ? (input.offState ?? input.off.toLowerCase()) : input.state) : call.input;
  return { who: device?.tag ?? '?', does: `${does}${call.press === 2 ? ', after the others' : ''}` };
}

/** So many things that do the same are named one by one; of more the first and the last, and how many there are. */
const MOST_NAMED = 4;

/** A state as a person says it: `TC1 calling for cooling, PS1 open`, or `TC1, TC2 … TC40 (40) calling for heat`; undefined is every state. */
export function tellCalls(circuit: Circuit, calls: Calls | undefined): string {
  if (calls === undefined) return 'every state';
  const told = calls.map((call) => tellCall(circuit, call));
  const alike = grouped(told, ({ does }) => does);
  const said = [...alike].flatMap(([does, those]) => {
    const names = those.map(({ who }) => who).sort(naturally);
    return names.length > MOST_NAMED
      ? [`${names[0]}, ${names[1]} … ${names.at(-1)} (${names.length}) ${does}`]
      : those.map(({ who }) => `${who} ${does}`).sort(naturally);
  });
  return said.join(', ') || 'everything at rest';
}
