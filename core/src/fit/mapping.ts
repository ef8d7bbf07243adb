import { type Circuit, conductorsAt, type Device, type EditChange, terminalId } from '#core/circuit';
import { asDevice, type Coil, type Contact, familyOf, loneDevice, type Part, partsOf, type StockPart } from '#core/devices';

/** A pole as hands see it: a common with one or two throws, or a solid bar. */
interface Pole {
  readonly kind: 'contact' | 'bar';
  readonly duty: Contact['duty'];
  readonly common: string;
  readonly nc?: string;
  readonly no?: string;
  readonly contacts: readonly Contact[];
}

function polesOf(parts: readonly Part[]): Pole[] {
  const poles: Pole[] = [];
  for (const part of parts) {
    if (part.kind === 'join' && !part.a.startsWith('#') && part.b !== '!earth')
      poles.push({ kind: 'bar', duty: 'power', common: part.a, no: part.b, contacts: [] });
    if (part.kind !== 'contact' || part.mover.by !== 'armature') continue;
    const open = poles.findIndex(
      (pole) => pole.kind === 'contact' && pole.common === part.a && pole.contacts.every(({ form }) => form !== part.form),
    );
    const own = open < 0 ? { kind: 'contact' as const, duty: part.duty, common: part.a, contacts: [] } : poles[open]!;
    const grown = { ...own, [part.form === 'NO' ? 'no' : 'nc']: part.b, contacts: [...own.contacts, part] };
    if (open < 0) poles.push(grown);
    else poles[open] = grown;
  }
  return poles;
}

export interface PoleFit {
  readonly was: Pole;
  /** undefined: the part has no pole left for it */
  readonly is: Pole | undefined;
}

/** Where each wired terminal of the old device goes on the new part, and which pole does the work of which. */
export interface Mapping {
  readonly marks: ReadonlyMap<string, string>;
  readonly lost: readonly string[];
  readonly poles: readonly PoleFit[];
  /** the coil that takes the old coil's leads, its first end on the old first one; undefined where the part has none */
  readonly coil: Coil | undefined;
  readonly moved: readonly { readonly from: string; readonly to: string }[];
}

/** What stands on the coil's terminals of a place: the most volts and, of DC, which end is plus. */
export interface CoilSupply {
  readonly volts: number | undefined;
  readonly plusAt: 'a' | 'b' | undefined;
}

/**
 * Lays a part's terminals over those of the device it is to replace: coil on coil, pole on pole, the rest by its mark.
 * A polarized coil is laid with its plus on plus.
 */
export function mapTerminals(circuit: Circuit, device: Device, part: StockPart, supply?: CoilSupply): Mapping {
  const lone = loneDevice(part);
  const parts = partsOf(lone);
  const isWired = (mark: string) => conductorsAt(circuit, terminalId(device.id, mark)).length > 0;
  const marks = new Map<string, string>();
  const oldCoils = partsOf(device).filter((one): one is Coil => one.kind === 'coil');
  const oldCoil = oldCoils.find(({ a, b }) => isWired(a) && isWired(b)) ?? oldCoils[0];
  const newCoils = parts.filter((one): one is Coil => one.kind === 'coil');
  const near = (one: Coil) => Math.abs(Math.log((one.ratedV ?? 1) / (supply?.volts ?? one.ratedV ?? 1)));
  const nearest = newCoils.reduce<Coil | undefined>((best, one) => (!best || near(one) < near(best) ? one : best), undefined);
  const coil = nearest && plusOnPlus(nearest, supply?.plusAt);
  if (oldCoil && coil) {
    marks.set(oldCoil.a, coil.a);
    marks.set(oldCoil.b, coil.b);
  }
  const free = polesOf(parts);
  const poles = polesOf(partsOf(device))
    .filter((pole) => [pole.common, pole.nc, pole.no].filter((mark) => mark !== undefined && isWired(mark)).length > 1)
    .map((was): PoleFit => {
      const needs = (['nc', 'no'] as const).filter((way) => was[way] !== undefined && isWired(was[way]));
      const can = (pole: Pole) => needs.every((way) => pole[way] !== undefined);
      const tries: ((pole: Pole) => boolean)[] = [
        (pole) => pole.kind === was.kind && pole.common === was.common && can(pole),
        (pole) => pole.kind === was.kind && pole.duty === was.duty && can(pole),
        (pole) => pole.kind === 'contact' && can(pole),
        can,
      ];
      const test = tries.find((one) => free.some(one));
      const is = test && free.splice(free.findIndex(test), 1)[0];
      if (is) {
        marks.set(was.common, is.common);
        for (const way of needs) marks.set(was[way]!, is[way]!);
      }
      return { was, is };
    });
  const family = familyOf(lone);
  const taken = new Set(marks.values());
  for (const mark of familyOf(device).terminals)
    if (!marks.has(mark) && isWired(mark) && family.terminals.includes(mark) && !taken.has(mark) && !isPoleMark(device, mark))
      marks.set(mark, mark);
  const wired = familyOf(device).terminals.filter(isWired);
  return {
    marks,
    poles,
    coil,
    lost: wired.filter((mark) => !marks.has(mark)),
    moved: wired.flatMap((mark) => (marks.has(mark) && marks.get(mark) !== mark ? [{ from: mark, to: marks.get(mark)! }] : [])),
  };
}

/** A polarized coil the way round in which plus comes to its plus. */
function plusOnPlus(coil: Coil, plusAt: CoilSupply['plusAt']): Coil {
  if (coil.plus === undefined || plusAt === undefined || coil.plus === plusAt) return coil;
  return { ...coil, a: coil.b, b: coil.a, plus: plusAt };
}

/** A coil's end or a pole that the armature moves: laid above, by what it does and not by its mark. */
const isPoleMark = (device: Device, mark: string): boolean =>
  partsOf(device).some(
    (part) => (part.kind === 'coil' || (part.kind === 'contact' && part.mover.by === 'armature')) && (part.a === mark || part.b === mark),
  );

/**
 * The changes that put a part in a device's place: leads off, old part out, new part in under the same tag, leads on.
 * Leads without a place on the new part stay loose. One edit, so one undo takes it back.
 */
export function replacing(circuit: Circuit, device: Device, part: StockPart, mapping: Mapping): EditChange[] {
  const landed = Object.values(circuit.conductors).flatMap((wire) =>
    wire.ends.flatMap((end, index) =>
      end?.startsWith(`${device.id}:`) ? [{ wire, index: index as 0 | 1, mark: end.slice(device.id.length + 1) }] : [],
    ),
  );
  const off = landed.map(({ wire, index }): EditChange => ({ type: 'moveEnd', conductor: wire.id, end: index, to: null }));
  const on = landed.flatMap(({ wire, index, mark }): EditChange[] => {
    const to = mapping.marks.get(mark);
    return to === undefined ? [] : [{ type: 'moveEnd', conductor: wire.id, end: index, to: terminalId(device.id, to) }];
  });
  const notes = `${device.notes.replace(/ ?Fitted: .*$/, '')} Fitted: ${part.title}.`.trim().slice(0, 400);
  const fitted = { ...asDevice(part, { ...device, notes }), title: device.title };
  return [
    ...off,
    { type: 'removeDevice', device: device.id },
    { type: 'addDevice', device: fitted },
    ...on,
    ...liftsMoved(circuit, device, mapping),
  ];
}

/** The leads that the power switch lifts move with the terminals they stand on. */
function liftsMoved({ powerSwitch }: Circuit, device: Device, mapping: Mapping): EditChange[] {
  const move = (lift: Circuit['powerSwitch']['control']['lift']) =>
    lift.flatMap((terminal) => {
      if (!terminal.startsWith(`${device.id}:`)) return [terminal];
      const to = mapping.marks.get(terminal.slice(device.id.length + 1));
      return to === undefined ? [] : [terminalId(device.id, to)];
    });
  const to = {
    ...powerSwitch,
    control: { ...powerSwitch.control, lift: move(powerSwitch.control.lift) },
    isolated: { ...powerSwitch.isolated, lift: move(powerSwitch.isolated.lift) },
  };
  return JSON.stringify(to) === JSON.stringify(powerSwitch) ? [] : [{ type: 'setPowerSwitch', to }];
}
