import { applyChanges, type Circuit, conductorIdSchema, type EditChange, PLAIN_LANDINGS, terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { chanceOf } from './chance';

const FACTORS = [0.1, 0.2, 0.33, 0.5, 2, 3, 5, 10];

type Draw = <T>(of: readonly T[]) => T;

/** Ways to be wrong, each from a draw. */
const WAYS: readonly ((circuit: Circuit, draw: Draw) => EditChange[])[] = [
  // a figure read wrongly, or the wrong part fitted
  (circuit, draw) => {
    const device = draw(Object.values(circuit.devices));
    const numbers = Object.entries(device.nameplate).filter(([, { value }]) => typeof value === 'number');
    if (numbers.length === 0) return [];
    const [field, held] = draw(numbers);
    const facts = familyOf(device, circuit).fields[field];
    const to = Math.min(facts?.most ?? 1e6, Math.max(facts?.least ?? 0, Number(((held.value as number) * draw(FACTORS)).toPrecision(3))));
    return [{ type: 'setField', device: device.id, field, to: { value: to, evidence: 'print' } }];
  },
  // another kind of a choice
  (circuit, draw) => {
    const device = draw(Object.values(circuit.devices));
    const choices = Object.entries(familyOf(device, circuit).fields).filter(
      ([field, { kind }]) => kind === 'choice' && device.nameplate[field],
    );
    if (choices.length === 0) return [];
    const [field, facts] = draw(choices);
    return [{ type: 'setField', device: device.id, field, to: { value: draw(facts.choices ?? []), evidence: 'print' } }];
  },
  // nobody has read it
  (circuit, draw) => {
    const device = draw(Object.values(circuit.devices));
    const fields = Object.keys(device.nameplate);
    return fields.length === 0
      ? []
      : [{ type: 'setField', device: device.id, field: draw(fields), to: { value: null, evidence: 'unknown' } }];
  },
  // two wire ends exchanged
  (circuit, draw) => {
    const wires = Object.values(circuit.conductors);
    const [one, other] = [draw(wires), draw(wires)];
    const [a, b] = [draw([0, 1] as const), draw([0, 1] as const)];
    if (one.id === other.id || one.ends[a] === other.ends[b]) return [];
    return [
      { type: 'moveEnd', conductor: one.id, end: a, to: other.ends[b] },
      { type: 'moveEnd', conductor: other.id, end: b, to: one.ends[a] },
    ];
  },
  // a wire too many
  (circuit, draw) => {
    const ends = Object.values(circuit.devices).flatMap((device) =>
      familyOf(device, circuit).terminals.map((mark) => terminalId(device.id, mark)),
    );
    const [a, b] = [draw(ends), draw(ends)];
    if (a === b) return [];
    const like = Object.values(circuit.conductors)[0];
    return like
      ? [
          {
            type: 'addConductor',
            conductor: {
              ...like,
              id: conductorIdSchema.parse('wX1'),
              number: '999',
              ends: [a, b],
              cable: null,
              core: null,
              landings: PLAIN_LANDINGS,
            },
          },
        ]
      : [];
  },
  // a wire end that is off
  (circuit, draw) => {
    const wire = draw(Object.values(circuit.conductors));
    return [{ type: 'moveEnd', conductor: wire.id, end: draw([0, 1] as const), to: null }];
  },
];

/** One mistake by its seed; undefined where the draw made none, or one that the document does not allow. */
export function mistake(
  circuit: Circuit,
  seed: number,
): { readonly circuit: Circuit; readonly changes: readonly EditChange[] } | undefined {
  const chance = chanceOf(seed);
  const draw: Draw = (of) => of[Math.floor(chance() * of.length)] as (typeof of)[number];
  const changes = draw(WAYS)(circuit, draw);
  if (changes.length === 0) return undefined;
  const applied = applyChanges(circuit, changes);
  return applied.ok ? { circuit: applied.value.circuit, changes } : undefined;
}

/** Figures of a load or a coil, that may be a little off their print, and of a part that may be larger. */
const A_LITTLE = ['inrushVa', 'sealedVa', 'watts', 'runA', 'volts', 'va', 'legOhms'];
const LARGER = ['motorA', 'lockedA', 'resistiveA', 'lampA', 'peakA', 'mostV', 'breaksA', 'makeA'];

/** A circuit as sound as the one it is made of: coils and loads up to 3 % off, larger parts, shorter and thicker wires. */
export function soundVariation(circuit: Circuit, seed: number): Circuit {
  const chance = chanceOf(seed);
  const devices = Object.fromEntries(
    Object.entries(circuit.devices).map(([id, device]) => {
      const isSupply = familyOf(device, circuit).group === 'supply';
      const nameplate = Object.fromEntries(
        Object.entries(device.nameplate).map(([field, held]) => {
          if (typeof held.value !== 'number') return [field, held];
          // a transformer's rating is no load: it only grows
          const factor =
            field === 'va' && isSupply
              ? 1 + 0.02 * chance()
              : A_LITTLE.includes(field)
                ? 0.97 + 0.05 * chance()
                : LARGER.includes(field)
                  ? 1 + chance()
                  : 1;
          const most = familyOf(device, circuit).fields[field]?.most ?? Number.POSITIVE_INFINITY;
          return [field, { ...held, value: Math.min(most, held.value * factor) }];
        }),
      );
      return [id, { ...device, nameplate }];
    }),
  );
  const conductors = Object.fromEntries(
    Object.entries(circuit.conductors).map(([id, wire]) => [
      id,
      {
        ...wire,
        lengthM:
          typeof wire.lengthM.value === 'number' ? { ...wire.lengthM, value: wire.lengthM.value * (0.5 + 0.5 * chance()) } : wire.lengthM,
      },
    ]),
  );
  return { ...circuit, devices, conductors };
}
