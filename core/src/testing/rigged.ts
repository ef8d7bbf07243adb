import type { Circuit, Device } from '#core/circuit';

/** A few devices and wires, for one question of physics at a time. */
export function rigged(
  devices: Record<string, [family: string, nameplate: Record<string, number | string>]>,
  wires: readonly (readonly [string, string, number?, string?])[],
  cableM?: number,
): Circuit {
  const made = Object.fromEntries(
    Object.entries(devices).map(([tag, [family, nameplate]]): [string, Device] => [
      `d${tag}`,
      {
        id: `d${tag}` as never,
        tag,
        family,
        title: tag,
        nameplate: Object.fromEntries(Object.entries(nameplate).map(([name, value]) => [name, { value, evidence: 'print' as const }])),
        place: { kind: 'panel', name: 'p' },
        hazard: 'none',
        notes: '',
      },
    ]),
  );
  const conductors = Object.fromEntries(
    wires.map(([a, b, lengthM, cable], index) => [
      `w${index}`,
      {
        id: `w${index}` as never,
        number: String(index),
        ends: [`d${a}`, `d${b}`] as never,
        size: { awg: 18 },
        material: 'Cu' as const,
        colour: 'red',
        insulationV: 300,
        lengthM: { value: lengthM ?? null, evidence: lengthM ? ('measured' as const) : ('unknown' as const) },
        cable: (cable ?? null) as never,
        core: null,
      },
    ]),
  );
  const cables: Circuit['cables'] =
    cableM === undefined
      ? {}
      : {
          cA: { id: 'cA' as never, tag: 'W1', title: 'cable', insulationV: 300, lengthM: { value: cableM, evidence: 'measured' as const } },
        };
  return {
    schema: 1,
    number: 'T',
    title: 'bench',
    site: 's',
    practice: 'na',
    devices: made,
    conductors,
    cables,
    powerSwitch: { control: { open: [], lift: [] }, isolated: { open: [], lift: [] }, staysOn: [] },
    complaints: [],
  };
}

/** A stiff supply, so that only what is asked about drops volts. */
export const line = (volts: number): [string, Record<string, number | string>] => [
  'supply-1ph',
  { volts, hz: '60', legOhms: 0.001, legReactanceOhms: 0 },
];
