import { type Circuit, conductorIdSchema, type Device, deviceIdSchema, PLAIN_LANDINGS, terminalIdSchema } from '#core/circuit';

type Conductor = Circuit['conductors'][string];

const pick = <T>(list: readonly T[], chance: () => number): T | undefined => list[Math.floor(chance() * list.length)];

const part = (tag: string, family: string, nameplate: Record<string, string | number> = {}): Device => ({
  id: deviceIdSchema.parse(`d${tag}`),
  tag,
  family,
  title: tag,
  nameplate: Object.fromEntries(Object.entries(nameplate).map(([name, value]) => [name, { value, evidence: 'print' as const }])),
  place: null,
  at: null,
  reads: null,
  hazard: 'none',
  notes: '',
  fitted: '',
});

const wire = (number: number, ends: readonly [string, string]): Conductor => ({
  id: conductorIdSchema.parse(`wz${number}`),
  number: `z${number}`,
  ends: [terminalIdSchema.parse(ends[0]), terminalIdSchema.parse(ends[1])],
  landings: PLAIN_LANDINGS,
  size: { awg: 18 },
  material: 'Cu',
  colour: 'red',
  insulationV: 300,
  lengthM: { value: null, evidence: 'unknown' },
  cable: null,
  core: null,
});

/** What a hand adds in one go: a switch in a wire, a switch beside a switch, or a lamp with its switch between two ends of a load. */
export function grown(
  circuit: Circuit,
  chance: () => number,
): { readonly circuit: Circuit; readonly at: readonly string[]; readonly isInWire: boolean } | undefined {
  const wires = Object.values(circuit.conductors).filter(({ ends }) => ends.every((end) => end?.startsWith('d')));
  const chosen = pick(wires, chance);
  if (!chosen) return undefined;
  const [a, b] = chosen.ends as unknown as [string, string];
  const number = 70 + Math.floor(chance() * 9);
  const button = part(`S${number}`, 'push-button', { form: chance() < 0.5 ? 'NC' : 'NO' });
  const lamp = part(`H${number}`, 'lamp', { volts: 24, watts: 3 });
  const way = Math.floor(chance() * 3);
  const of = (end: string): string => end.split(':')[0] ?? '';
  if (way === 0)
    return {
      at: [of(a), of(b)],
      isInWire: true,
      circuit: {
        ...circuit,
        devices: { ...circuit.devices, [button.id]: button },
        conductors: {
          ...circuit.conductors,
          [chosen.id]: { ...chosen, ends: [terminalIdSchema.parse(a), terminalIdSchema.parse(`${button.id}:1`)] },
          wz1: wire(1, [`${button.id}:2`, b]),
        },
      },
    };
  const pairs = Object.values(circuit.devices).flatMap(({ id, family }): (readonly [string, string])[] =>
    way === 1
      ? family === 'push-button'
        ? [[`${id}:1`, `${id}:2`]]
        : []
      : /contactor|relay-/.test(family)
        ? [[`${id}:A1`, `${id}:A2`]]
        : [],
  );
  const isWired = (end: string): boolean => wires.some(({ ends }) => ends.some((one) => one === end));
  const pair = pick(
    pairs.filter((ends) => ends.every(isWired)),
    chance,
  );
  if (!pair) return undefined;
  const [first, second] = pair;
  const devices = way === 1 ? [button] : [button, lamp];
  return {
    at: [of(first)],
    isInWire: false,
    circuit: {
      ...circuit,
      devices: { ...circuit.devices, ...Object.fromEntries(devices.map((one) => [one.id, one])) },
      conductors: {
        ...circuit.conductors,
        wz1: wire(1, [first, `${button.id}:1`]),
        ...(way === 1
          ? { wz2: wire(2, [`${button.id}:2`, second]) }
          : { wz2: wire(2, [`${button.id}:2`, `${lamp.id}:1`]), wz3: wire(3, [`${lamp.id}:2`, second]) }),
      },
    },
  };
}
