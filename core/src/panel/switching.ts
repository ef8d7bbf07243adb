import { type Circuit, type Device, type EditChange, terminalId } from '#core/circuit';
import { familyOf, partsOf } from '#core/devices';

/**
 * What the power switch does in a circuit of which nobody has said it. Isolated opens the isolators, else the supplies; with the control on,
 * what power poles feed is lifted, whatever moves them, so that coils can be proved while loads stay dead.
 * @returns nothing where it is said already, or there is nothing to switch
 */
export function usualSwitching(circuit: Circuit): EditChange[] {
  const { isolated, control } = circuit.powerSwitch;
  if (isolated.open.length + isolated.lift.length + control.open.length + control.lift.length > 0) return [];
  const devices = Object.values(circuit.devices);
  const isolators = devices.filter(({ family }) => family.startsWith('isolator-')).map(({ id }) => id);
  const bringsVolts = (device: Device): boolean =>
    partsOf(device, circuit).some((part) => part.kind === 'source' && part.role !== 'call-input');
  // a battery has no isolator ahead of it: it is opened itself
  const open = [
    ...isolators,
    ...devices
      .filter((device) => (isolators.length === 0 ? bringsVolts(device) : bringsVolts(device) && !familyOf(device, circuit).is?.system))
      .map(({ id }) => id),
  ];
  const lift = devices.flatMap((device) => {
    const ends = partsOf(device, circuit).flatMap((part) =>
      part.kind === 'contact' && part.duty === 'power' && part.mover.parts
        ? [part.b]
        : part.kind === 'join' && !part.b.startsWith('!')
          ? [part.b]
          : [],
    );
    return [...new Set(ends)].map((mark) => terminalId(device.id, mark));
  });
  return open.length + lift.length === 0
    ? []
    : [{ type: 'setPowerSwitch', to: { control: { open: [], lift }, isolated: { open, lift: [] }, staysOn: [] } }];
}
