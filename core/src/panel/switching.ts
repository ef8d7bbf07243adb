import { type Circuit, type EditChange, terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';

/**
 * What the power switch does in a circuit of which nobody has said it. Isolated opens the isolators, else the supplies; with the control on,
 * what the poles of contactors feed is lifted, so that coils can be proved while loads stay dead.
 * @returns nothing where it is said already, or there is nothing to switch
 */
export function usualSwitching(circuit: Circuit): EditChange[] {
  const { isolated, control } = circuit.powerSwitch;
  if (isolated.open.length + isolated.lift.length + control.open.length + control.lift.length > 0) return [];
  const devices = Object.values(circuit.devices);
  const ofKind = (test: (family: string) => boolean) => devices.filter(({ family }) => test(family)).map(({ id }) => id);
  const isolators = ofKind((family) => family.startsWith('isolator-'));
  const open = isolators.length > 0 ? isolators : ofKind((family) => family.startsWith('supply-'));
  const lift = devices
    .filter(({ family }) => family.startsWith('contactor-'))
    .flatMap((device) =>
      familyOf(device, circuit)
        .terminals.filter((mark) => /^T\d$/.test(mark))
        .map((mark) => terminalId(device.id, mark)),
    );
  return open.length + lift.length === 0
    ? []
    : [{ type: 'setPowerSwitch', to: { control: { open: [], lift }, isolated: { open, lift: [] }, staysOn: [] } }];
}
