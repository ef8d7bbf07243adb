import { type Catalogue, type Device, invariant } from '#core/circuit';
import { controls } from './families/controls';

import { joints, loads } from './families/loads';
import { outputs } from './families/outputs';
import { protection } from './families/protection';
import { relays } from './families/relays';
import { supplies } from './families/supplies';
import { switches } from './families/switches';
import { type DeviceFamily, readPlate } from './family';
import type { Part } from './part';

export const families: Readonly<Record<string, DeviceFamily>> = {
  ...supplies,
  ...protection,
  ...relays,
  ...switches,
  ...controls,
  ...outputs,
  ...loads,
  ...joints,
};

/** The catalogue that `circuit` asks. */
export const catalogue: Catalogue = { family: (name) => (Object.hasOwn(families, name) ? families[name] : undefined) };

export function familyOf(device: Device): DeviceFamily {
  const family = catalogue.family(device.family) as DeviceFamily | undefined;
  invariant(family, `family ${device.family} of ${device.tag} passed validation but is not in the catalogue`);
  return family;
}

/** The inner elements of one device, its nameplate applied. */
export const partsOf = (device: Device): readonly Part[] => {
  const family = familyOf(device);
  return family.parts(readPlate(family.fields, device.nameplate));
};

/** Facts that a coil cannot be judged without; names of the nameplate fields still unknown. */
export const missingFacts = (device: Device): string[] => {
  const family = familyOf(device);
  return Object.entries(family.fields)
    .filter(
      ([name, facts]) =>
        facts.typical === undefined && !facts.optional && !(name === 'coilHz' && device.nameplate.coilKind?.value === 'DC'),
    )
    .filter(([name]) => {
      const given = device.nameplate[name];
      return !given || given.value === null || given.evidence === 'unknown';
    })
    .map(([name]) => name);
};
