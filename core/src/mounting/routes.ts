import type { Conductor, ConductorId, Mount } from '#core/circuit';
import { type CircuitPlan, cheapestWay, type Step } from '#core/graph';
import { numberAt, type Tables } from '#core/size';
import { areaMm2, at, grouped, must } from '#core/units';
import { type Mounted, mountedOf, type Panel, type Screw, type Spot, screwOf } from './panel';

/** The way of one wire through a panel. */
export interface WireRoute {
  readonly conductor: ConductorId;
  /** corners from screw to screw; on a door the last is that of the hinge */
  readonly corners: readonly Spot[];
  /** metres in the panel, slack at its ends counted */
  readonly metres: number;
  /** both ends are in this panel or on its doors: the metres are the whole wire */
  readonly isWhole: boolean;
  /** ducts that it lies in, by their place in the list of mounts, with the stretch of each */
  readonly lies: readonly { readonly duct: number; readonly fromMm: number; readonly toMm: number }[];
  readonly outsideMm2: number;
}

/** What one duct holds where it is fullest. */
export interface DuctFill {
  readonly duct: number;
  readonly wires: readonly ConductorId[];
  /** of its section, insulation counted */
  readonly share: number;
  readonly depthMm: number;
  /** nobody said how deep it is */
  readonly isDepthTypical: boolean;
}

/** Ducts are about as deep, whatever their width, where nobody says. Common practice. */
const DUCT_DEPTH_MM = 60;
/** A duct of the other volts is taken only where it saves more than this. */
const APART = 3;
const STEP_M = 0.05;

const isUpright = ({ widthMm, heightMm }: Mount): boolean => heightMm > widthMm;
const centreOf = ({ xMm, yMm, widthMm, heightMm }: Mount): Spot => ({ xMm: xMm + widthMm / 2, yMm: yMm + heightMm / 2 });

/** A place along a duct's middle line. */
const spotAlong = (duct: Mount, along: number): Spot =>
  isUpright(duct) ? { xMm: centreOf(duct).xMm, yMm: along } : { xMm: along, yMm: centreOf(duct).yMm };

interface Stop {
  readonly duct: number;
  readonly along: number;
}

const meets = (a: Mount, b: Mount): boolean =>
  a.xMm <= b.xMm + b.widthMm && b.xMm <= a.xMm + a.widthMm && a.yMm <= b.yMm + b.heightMm && b.yMm <= a.yMm + a.heightMm;

/** Everything about the ducts of a panel that does not hang on the wire. */
function ductsOf(panel: Panel) {
  const ducts = panel.mounts.flatMap((mount, index) => (mount.kind === 'duct' ? [{ mount, index }] : []));
  const byIndex = new Map(ducts.map(({ mount, index }) => [index, mount]));
  const of = (index: number): Mount => must(byIndex.get(index), 'a duct');
  const crossings = ducts.flatMap(({ mount: across, index: a }) =>
    isUpright(across)
      ? []
      : ducts.flatMap(({ mount: up, index: b }): [Stop, Stop][] =>
          isUpright(up) && meets(across, up)
            ? [
                [
                  { duct: a, along: centreOf(up).xMm },
                  { duct: b, along: centreOf(across).yMm },
                ],
              ]
            : [],
        ),
  );
  /** the duct above or below a screw that is nearest, and where its wire comes in */
  const entries = (screw: Screw): Stop[] => {
    const near = (isFit: (y: number) => boolean): Stop[] =>
      ducts
        .filter(({ mount }) => !isUpright(mount) && isFit(centreOf(mount).yMm))
        .sort((a, b) => Math.abs(centreOf(a.mount).yMm - screw.yMm) - Math.abs(centreOf(b.mount).yMm - screw.yMm))
        .slice(0, 1)
        .map(({ mount, index }) => ({ duct: index, along: Math.min(Math.max(screw.xMm, mount.xMm), mount.xMm + mount.widthMm) }));
    const above = screw.leaves === 'down' ? [] : near((y) => y <= screw.yMm);
    const below = screw.leaves === 'up' ? [] : near((y) => y >= screw.yMm);
    const there = [...above, ...below];
    return there.length > 0 ? there : near(() => true);
  };
  const uprights = ducts.filter(({ mount }) => isUpright(mount)).sort((a, b) => a.mount.xMm - b.mount.xMm);
  const isBoth = panel.all.some(({ isMains }) => isMains) && panel.all.some(({ isMains }) => !isMains);
  /** the duct of mains stands at the left, that of extra-low volts at the right */
  const side = (isMains: boolean) => (isMains || uprights.length < 2 ? uprights[0] : uprights.at(-1));
  const belongs = new Map<number, boolean>(
    isBoth && uprights.length > 1
      ? [
          [at(uprights, 0).index, true],
          [at(uprights, -1).index, false],
        ]
      : [],
  );
  return { of, crossings, entries, side, belongs, isEmpty: ducts.length === 0 };
}

/** The ways of all wires of a panel, each the shortest through its ducts, mains kept from extra-low volts where that costs little. */
export function routesOf(
  panel: Panel,
  plan: CircuitPlan,
  isMainsWire: (wire: ConductorId) => boolean,
  tables: Tables,
): readonly WireRoute[] {
  const { plate } = panel;
  if (!plate) return [];
  const ducts = ductsOf(panel);
  const slack = (ends: number): number => ends * figure(tables, 'wire slack mm');
  const onDoor = (one: Mounted): boolean => one.device.place !== panel.place.id;
  return Object.values(plan.circuit.conductors).flatMap((wire): WireRoute[] => {
    const [a, b] = wire.ends.map((end) => mountedOf(panel, end));
    const screws = wire.ends.map((end, side) => {
      const one = side === 0 ? a : b;
      return one && end ? screwOf(one, end, plan.circuit) : undefined;
    });
    const isMains = isMainsWire(wire.id);
    const inside = [a, b].flatMap((one, side) => (one && screws[side] && !onDoor(one) ? [screws[side]] : []));
    const doors = [a, b].flatMap((one, side) => (one && screws[side] && onDoor(one) ? [screws[side]] : []));
    if (inside.length + doors.length === 0) return [];
    // a device that is not placed has no way yet
    if ([a, b].some((one, side) => one && !screws[side])) return [];
    const isWhole = inside.length + doors.length === 2;
    const outsideMm2 = (Math.PI / 4) * outsideMm(wire, tables) ** 2;
    const plain = { conductor: wire.id, isWhole, outsideMm2 };
    const doorMm = doors.reduce((sum, door) => sum + door.xMm + Math.abs(door.yMm - plate.heightMm / 2), 0);
    if (inside.length === 0) {
      const own = doors.length === 2 ? apart(at(doors, 0), at(doors, 1)) : doorMm;
      return [{ ...plain, corners: [], lies: [], metres: metresOf(own + slack(doors.length)) }];
    }
    const from = at(inside, 0);
    const leavesAt: Spot = { xMm: isMains ? 0 : plate.widthMm, yMm: plate.heightMm };
    const loop = doors.length > 0 ? doorMm + figure(tables, 'door loop mm') : 0;
    const hinge: Spot = { xMm: 0, yMm: plate.heightMm / 2 };
    const to: Spot = inside[1] ?? (doors.length > 0 ? hinge : leavesAt);
    const way = ducts.isEmpty ? undefined : wayOf(ducts, from, inside[1], doors.length > 0 ? hinge : leavesAt, isMains);
    const corners = way ? [from, ...way.spots, to] : [from, { xMm: to.xMm, yMm: from.yMm }, to];
    const mm = corners.slice(1).reduce((sum, corner, index) => sum + apart(at(corners, index), corner), 0);
    return [{ ...plain, corners, lies: way?.lies ?? [], metres: metresOf(mm + loop + slack(isWhole ? 2 : 1)) }];
  });
}

/** Wires run along two ways of a plate, never across. */
const apart = (a: Spot, b: Spot): number => Math.abs(a.xMm - b.xMm) + Math.abs(a.yMm - b.yMm);
const metresOf = (mm: number): number => Math.round(STEP_M * Math.ceil(mm / 1000 / STEP_M - 1e-9) * 100) / 100;

/** Through the ducts from one screw to another, or to where wires leave. */
function wayOf(ducts: ReturnType<typeof ductsOf>, from: Screw, to: Screw | undefined, leaves: Spot, isMains: boolean) {
  const name = ({ duct, along }: Stop): string => `${duct} ${along}`;
  const stops = new Map<string, Stop>();
  const keep = (stop: Stop): string => {
    stops.set(name(stop), stop);
    return name(stop);
  };
  const twins = new Map<string, string[]>();
  for (const [a, b] of ducts.crossings) {
    const [one, other] = [keep(a), keep(b)];
    twins.set(one, [...(twins.get(one) ?? []), other]);
    twins.set(other, [...(twins.get(other) ?? []), one]);
  }
  const starts = new Set(ducts.entries(from).map(keep));
  const side = ducts.side(isMains);
  const goals = new Set(
    to
      ? ducts.entries(to).map(keep)
      : side
        ? [keep({ duct: side.index, along: Math.min(leaves.yMm, side.mount.yMm + side.mount.heightMm) })]
        : ducts.entries({ ...leaves, leaves: 'either' }).map(keep),
  );
  const inDuct = grouped([...stops.keys()], (key) => must(stops.get(key), 'a stop').duct);
  const START = '';
  const way = cheapestWay<string, undefined>(
    START,
    (key): Step<string, undefined>[] => {
      if (key === START)
        return [...starts].map((to) => ({ to, cost: apart(from, spotOf(ducts, must(stops.get(to), 'a stop'))), via: undefined }));
      const here = must(stops.get(key), 'a stop');
      const belongs = ducts.belongs.get(here.duct);
      const dear = belongs !== undefined && belongs !== isMains ? APART : 1;
      return [
        ...(inDuct.get(here.duct) ?? []).map((to) => ({
          to,
          cost: dear * Math.abs(must(stops.get(to), 'a stop').along - here.along),
          via: undefined,
        })),
        ...(twins.get(key) ?? []).map((to) => ({ to, cost: 0, via: undefined })),
      ];
    },
    (key) => goals.has(key),
  );
  if (!way) return undefined;
  const passed = way.passed.slice(1).map((key) => must(stops.get(key), 'a stop'));
  const lies = passed.slice(1).flatMap((stop, index) => {
    const before = at(passed, index);
    return before.duct === stop.duct && before.along !== stop.along
      ? [{ duct: stop.duct, fromMm: Math.min(before.along, stop.along), toMm: Math.max(before.along, stop.along) }]
      : [];
  });
  return { spots: passed.map((stop) => spotOf(ducts, stop)), lies };
}

const spotOf = (ducts: ReturnType<typeof ductsOf>, { duct, along }: Stop): Spot => spotAlong(ducts.of(duct), along);

/** What each duct of a panel holds where it is fullest. */
export function fillsOf(panel: Panel, routes: readonly WireRoute[]): readonly DuctFill[] {
  return panel.mounts.flatMap((mount, duct): DuctFill[] => {
    if (mount.kind !== 'duct') return [];
    const here = routes.flatMap(({ conductor, lies, outsideMm2 }) =>
      lies.filter((one) => one.duct === duct).map((one) => ({ ...one, conductor, outsideMm2 })),
    );
    const sums = here.map(({ fromMm }) =>
      here.reduce((sum, other) => (other.fromMm <= fromMm && fromMm < other.toMm ? sum + other.outsideMm2 : sum), 0),
    );
    const depthMm = mount.depthMm ?? DUCT_DEPTH_MM;
    const share = Math.max(0, ...sums) / (Math.min(mount.widthMm, mount.heightMm) * depthMm);
    const wires = [...new Set(here.map(({ conductor }) => conductor))];
    return [{ duct, wires, share, depthMm, isDepthTypical: mount.depthMm === undefined }];
  });
}

/** The outer diameter of a wire, insulation and all; beyond the table as that of its copper grown by what is usual. */
function outsideMm({ size }: Conductor, tables: Tables): number {
  const area = areaMm2(size);
  const row = tables.wireOutsides.rows.find(({ key }) => Number(key) >= area * 0.98);
  const own = row?.cells[0];
  return typeof own === 'number' ? own : 2 * Math.sqrt(area);
}

/** A working value of common practice. */
export const figure = (tables: Tables, name: string): number =>
  must(numberAt(tables.constants, name, 'value'), `the working value "${name}"`);
