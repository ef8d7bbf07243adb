import { type Circuit, type Device, deviceOf, type EditChange, markOf, markSchema, type OwnFamily, type TerminalId } from '#core/circuit';
import { familyNamed } from '#core/devices';
import { naturally } from '#core/units';
import { type OwnFamilyName, ownKindName } from './ownKind';

/** What a row of terminals is called, as a kind to choose, whose screws are marked as no row of the trade is: 101, 102, L, R1. */
export const AS_MARKED = 'terminals-as-marked';

const rowOf = (title: string, marks: readonly string[]): OwnFamily => ({
  title,
  letter: 'X',
  blocks: [
    {
      family: `terminal-${marks.length}`,
      marks: Object.fromEntries([...marks].sort(naturally).map((mark, index) => [String(index + 1), mark])),
      follows: false,
    },
  ],
});

/** A row may be marked so: every mark can be written, none twice, and there are no more than a row is made of. */
export const canBeMarked = (marks: readonly string[]): boolean =>
  marks.length > 0 &&
  new Set(marks).size === marks.length &&
  marks.every((mark) => markSchema.safeParse(mark).success) &&
  familyNamed(`terminal-${marks.length}`) !== undefined;

/** A kind for one row of terminals, its screws marked as they are; the circuit brings it along. */
export function markedRow(
  families: Circuit['families'],
  tag: string,
  marks: readonly string[],
): { readonly family: OwnFamilyName; readonly to: OwnFamily; readonly change: EditChange } {
  const family = ownKindName(families, `Terminals ${tag}`);
  const to = rowOf(`Terminals ${tag}`, marks);
  return { family, to, change: { type: 'setFamily', name: family, to } };
}

/** The screws of a row that was marked by hand; undefined for any other device. */
function screwsOf({ families }: Pick<Circuit, 'families'>, { family }: Pick<Device, 'family'>): readonly string[] | undefined {
  const own = Object.entries(families).find(([name]) => name === family)?.[1];
  const [row, second] = own?.blocks ?? [];
  return row && !second && /^terminal-\d+$/.test(row.family) ? Object.values(row.marks) : undefined;
}

/** A row that was marked by hand takes more screws. */
export const takesScrews = (circuit: Circuit, device: Device): boolean => screwsOf(circuit, device) !== undefined;

/** Screws that a row marked by hand has not yet, as changes; none where it has them, undefined where the device takes none. */
export function withScrews(circuit: Circuit, device: Device, wanted: readonly string[]): EditChange[] | undefined {
  const has = screwsOf(circuit, device);
  const own = Object.entries(circuit.families).find(([name]) => name === device.family);
  if (!has || !own) return undefined;
  const more = [...new Set(wanted)].filter((mark) => !has.includes(mark));
  if (more.length === 0) return [];
  const all = [...has, ...more];
  // two devices of one such kind are two rows alike: what one gets the other has too
  return canBeMarked(all) ? [{ type: 'setFamily', name: own[0] as OwnFamilyName, to: rowOf(own[1].title, all) }] : undefined;
}

/** The row of a terminal that is not there yet takes a screw for it, as changes; undefined where it takes none. */
export function withScrewFor(circuit: Circuit, terminal: TerminalId): EditChange[] | undefined {
  const device = circuit.devices[deviceOf(terminal)];
  return device && withScrews(circuit, device, [markOf(terminal)]);
}
