import {
  type Circuit,
  cableIdSchema,
  conductorIdSchema,
  type Device,
  deviceIdSchema,
  emptyCircuit,
  PLAIN_LANDINGS,
  terminalIdSchema,
} from '#core/circuit';
import type { FamilyName } from '#core/devices';

/** A few devices and wires, for one question of physics at a time. */
export function rigged(
  devices: Readonly<Record<string, readonly [family: FamilyName, nameplate: Readonly<Record<string, number | string>>]>>,
  wires: readonly (readonly [string, string, number?, string?])[],
  cableM?: number,
): Circuit {
  const made = Object.fromEntries(
    Object.entries(devices).map(([tag, [family, nameplate]]): [string, Device] => [
      `d${tag}`,
      {
        id: deviceIdSchema.parse(`d${tag}`),
        tag,
        family,
        title: tag,
        nameplate: Object.fromEntries(Object.entries(nameplate).map(([name, value]) => [name, { value, evidence: 'print' as const }])),
        place: null,
        at: null,
        body: null,
        reads: null,
        hazard: 'none',
        notes: '',
        fitted: '',
      },
    ]),
  );
  const conductors = Object.fromEntries(
    wires.map(([a, b, lengthM, cable], index) => [
      `w${index}`,
      {
        id: conductorIdSchema.parse(`w${index}`),
        number: String(index),
        ends: [terminalIdSchema.parse(`d${a}`), terminalIdSchema.parse(`d${b}`)] as Circuit['conductors'][string]['ends'],
        landings: PLAIN_LANDINGS,
        size: { awg: 18 },
        material: 'Cu' as const,
        colour: 'red',
        insulationV: 300,
        lengthM: { value: lengthM ?? null, evidence: lengthM ? ('measured' as const) : ('unknown' as const) },
        cable: cable === undefined ? null : cableIdSchema.parse(cable),
        core: null,
      },
    ]),
  );
  const cables: Circuit['cables'] =
    cableM === undefined
      ? {}
      : {
          cA: {
            id: cableIdSchema.parse('cA'),
            tag: 'W1',
            title: 'cable',
            insulationV: 300,
            lengthM: { value: cableM, evidence: 'measured' as const },
          },
        };
  return { ...emptyCircuit, number: 'T', title: 'bench', site: 's', devices: made, conductors, cables };
}

/** A stiff supply, so that only what is asked about drops volts. */
export const line = (volts: number): [FamilyName, Record<string, number | string>] => [
  'supply-1ph',
  { volts, hz: '60', legOhms: 0.001, legReactanceOhms: 0 },
];

/** Wires as chains of ends: `G1:L S1:1 | S1:2 K1:A1`. Each chain is wired end to end. */
export const chains = (text: string): (readonly [string, string])[] =>
  text.split('|').flatMap((chain) => {
    const ends = chain.trim().split(/\s+/);
    return ends.slice(1).map((end, index): readonly [string, string] => [ends[index] ?? '', end]);
  });
