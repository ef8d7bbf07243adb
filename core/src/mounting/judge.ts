import type { Circuit, ConductorId, DeviceId, EditChange } from '#core/circuit';
import { familyOf } from '#core/devices';
import type { Exploration, HeatExposure } from '#core/explore';
import type { Tables, Verdict } from '#core/size';
import { type WireClass, wireClasses } from '#core/wiring';
import { type Box, type Mounted, overlap, type Panel, panelOf, SLACK_MM, type Surface } from './panel';
import { BEND_MM, facesOf, RAIL_MM } from './placing';
import { type DuctFill, figure, fillsOf, routesOf, type WireRoute } from './routes';

/** What is wrong with how a panel is laid out. Words are made elsewhere. */
export type MountingDoubt = {
  readonly verdict: Exclude<Verdict, 'good'>;
  readonly devices: readonly DeviceId[];
  readonly source: string;
} & (
  | { readonly code: 'no size' }
  | { readonly code: 'not placed' }
  | { readonly code: 'beyond the edge' }
  | { readonly code: 'in one another' }
  | { readonly code: 'on a duct' }
  | { readonly code: 'off its rail' }
  | { readonly code: 'no room to bend'; readonly mm: number }
  | { readonly code: 'usual bodies' }
  | {
      readonly code: 'duct full';
      readonly duct: number;
      readonly share: number;
      readonly most: number;
      readonly depthMm: number;
      readonly isDepthTypical: boolean;
    }
  | { readonly code: 'duct too deep'; readonly duct: number; readonly depthMm: number; readonly boxMm: number }
  | {
      readonly code: 'ducts mixed';
      readonly ducts: readonly number[];
      readonly highestV: number;
      readonly weak: readonly ConductorId[];
      readonly low: readonly ConductorId[];
    }
  | { readonly code: 'hot'; readonly insideC: number; readonly limitC: number }
  | { readonly code: 'heat not known' }
  | { readonly code: 'no spare'; readonly share: number; readonly wanted: number }
);

/** How warm a panel gets. */
interface PanelHeat {
  readonly watts: number;
  readonly byDevice: readonly { readonly device: DeviceId; readonly watts: number; readonly isTypical: boolean }[];
  readonly surfaceM2: number;
  readonly aroundC: number;
  /** nobody measured the air around it */
  readonly isAroundTypical: boolean;
  readonly insideC: number;
  readonly fanM3h: number | null;
}

/** A panel as it is laid out, judged. */
export interface PanelPlan {
  readonly panel: Panel;
  readonly routes: readonly WireRoute[];
  readonly fills: readonly DuctFill[];
  readonly heat: PanelHeat | undefined;
  /** of the rails' length, what is free */
  readonly spareShare: number | undefined;
  readonly doubts: readonly MountingDoubt[];
}

/** Lays a panel out as it is mounted now: the ways of its wires, what its ducts hold, its heat, and what is wrong. */
export function panelPlan(exploration: Exploration, place: Panel['place'], tables: Tables): PanelPlan {
  const { plan } = exploration;
  const { circuit } = plan;
  const panel = panelOf(plan, place, tables);
  const classes = wireClasses(exploration);
  const routes = routesOf(panel, plan, (wire) => classes.get(wire)?.is !== 'extra-low', tables);
  const fills = fillsOf(panel, routes);
  const heat = heatOf(exploration, panel, tables);
  const spareShare = spareOf(panel);
  const order: readonly Verdict[] = ['danger', 'block', 'cannot-clear', 'look'];
  const doubts = [
    ...boxDoubts(panel, circuit),
    ...fills.flatMap((fill) => [...fullDoubts(fill, tables), ...deepDoubts(fill, place)]),
    ...mixedDoubts(fills, circuit, classes),
    ...heatDoubts(exploration, panel, heat, tables),
    ...spareDoubts(spareShare, tables),
  ].sort((a, b) => order.indexOf(a.verdict) - order.indexOf(b.verdict));
  return { panel, routes, fills, heat, spareShare, doubts };
}

const PRACTICE = 'common practice';

type Placed = Mounted & { readonly box: Box };
const placedOn = ({ mounted }: Surface): readonly Placed[] => mounted.filter((one): one is Placed => one.box !== undefined);

function boxDoubts(panel: Panel, circuit: Circuit): MountingDoubt[] {
  const { plate, doors, mounts, all } = panel;
  const surfaces = [...(plate ? [plate] : []), ...doors];
  const waiting = all.filter(({ box }) => !box).map(({ device }) => device.id);
  const typical = all.filter(({ body, box }) => box && body.isTypical).map(({ device }) => device.id);
  const of = <D extends object>(doubt: D, devices: readonly DeviceId[], source = PRACTICE) => ({ ...doubt, devices, source });
  return [
    ...(plate ? [] : [of({ code: 'no size' as const, verdict: 'cannot-clear' as const }, [])]),
    ...(waiting.length > 0 ? [of({ code: 'not placed' as const, verdict: 'cannot-clear' as const }, waiting)] : []),
    ...surfaces.flatMap((surface) => surfaceDoubts(surface)),
    ...(plate ? placedOn(plate).flatMap((one) => mountDoubts(one, mounts, circuit)) : []),
    ...(typical.length > 0 ? [of({ code: 'usual bodies' as const, verdict: 'look' as const }, typical)] : []),
  ];
}

function surfaceDoubts(surface: Surface): MountingDoubt[] {
  const placed = placedOn(surface);
  const isBeyond = ({ xMm, yMm, widthMm, heightMm }: Box): boolean =>
    xMm < -SLACK_MM || yMm < -SLACK_MM || xMm + widthMm > surface.widthMm + SLACK_MM || yMm + heightMm > surface.heightMm + SLACK_MM;
  const beyond = placed.filter(({ box }) => isBeyond(box)).map(({ device }) => device.id);
  return [
    ...(beyond.length > 0 ? [{ code: 'beyond the edge' as const, verdict: 'block' as const, devices: beyond, source: PRACTICE }] : []),
    ...placed.flatMap((one, index) =>
      placed
        .slice(index + 1)
        .filter((other) => overlap(one.box, other.box))
        .map((other) => ({
          code: 'in one another' as const,
          verdict: 'block' as const,
          devices: [one.device.id, other.device.id],
          source: PRACTICE,
        })),
    ),
  ];
}

/** A body against rails and ducts. */
function mountDoubts(one: Placed, mounts: Panel['mounts'], circuit: Circuit): MountingDoubt[] {
  const { box, body, device } = one;
  const devices = [device.id];
  const ducts = mounts.filter(({ kind }) => kind === 'duct');
  if (ducts.some((duct) => overlap(box, duct))) return [{ code: 'on a duct', verdict: 'block', devices, source: PRACTICE }];
  const middle = box.yMm + box.heightMm / 2;
  const onRail = mounts.some(
    (rail) =>
      rail.kind === 'rail' &&
      Math.abs(rail.yMm + RAIL_MM / 2 - middle) <= 1 &&
      box.xMm >= rail.xMm - SLACK_MM &&
      box.xMm + box.widthMm <= rail.xMm + rail.widthMm + SLACK_MM,
  );
  const { up, down } = facesOf(one, circuit);
  const over = ducts.filter(({ xMm, widthMm }) => xMm < box.xMm + box.widthMm && box.xMm < xMm + widthMm);
  const gaps = [
    ...(up ? over.map((duct) => box.yMm - (duct.yMm + duct.heightMm)) : []),
    ...(down ? over.map((duct) => duct.yMm - (box.yMm + box.heightMm)) : []),
  ].filter((gap) => gap >= -SLACK_MM);
  const least = Math.min(...gaps);
  return [
    ...(body.heldBy === 'rail' && !onRail
      ? [{ code: 'off its rail' as const, verdict: 'look' as const, devices, source: 'EN 60715' }]
      : []),
    ...(least < BEND_MM - 1 ? [{ code: 'no room to bend' as const, verdict: 'look' as const, devices, mm: least, source: PRACTICE }] : []),
  ];
}

/** A duct that the lid of its box does not close over. */
function deepDoubts({ duct, depthMm }: DuctFill, { depthMm: boxMm }: Panel['place']): MountingDoubt[] {
  if (boxMm === null || depthMm <= boxMm) return [];
  return [{ code: 'duct too deep', verdict: 'block', devices: [], source: PRACTICE, duct, depthMm, boxMm }];
}

function fullDoubts({ duct, share, depthMm, isDepthTypical }: DuctFill, tables: Tables): MountingDoubt[] {
  const most = figure(tables, 'duct fill share');
  if (share <= most) return [];
  const source = 'NFPA 79, wiring ducts filled to half, from memory; common practice';
  return [{ code: 'duct full', verdict: share > 1 ? 'block' : 'look', devices: [], duct, share, most, depthMm, isDepthTypical, source }];
}

/** Mains and extra-low volts in one duct: allowed where every insulation is for the highest volts there, and not for what must be kept apart. */
function mixedDoubts(fills: readonly DuctFill[], circuit: Circuit, classes: ReadonlyMap<ConductorId, WireClass>): MountingDoubt[] {
  const mixed = fills.flatMap(({ duct, wires }) => {
    const inside = wires.flatMap((id) => {
      const wire = circuit.conductors[id];
      const of = classes.get(id);
      return wire && of ? [{ wire, of }] : [];
    });
    const low = inside.filter(({ of }) => of.is === 'extra-low').map(({ wire }) => wire.id);
    if (low.length === 0 || !inside.some(({ of }) => of.is === 'mains')) return [];
    const highestV = Math.max(0, ...inside.map(({ of }) => of.mostV));
    return [{ duct, low, highestV, weak: inside.filter(({ wire }) => wire.insulationV < highestV).map(({ wire }) => wire.id) }];
  });
  if (mixed.length === 0) return [];
  const weak = [...new Set(mixed.flatMap((one) => one.weak))];
  return [
    {
      code: 'ducts mixed',
      verdict: weak.length > 0 ? 'danger' : 'look',
      devices: [],
      ducts: mixed.map(({ duct }) => duct),
      highestV: Math.max(...mixed.map(({ highestV }) => highestV)),
      weak,
      low: [...new Set(mixed.flatMap((one) => one.low))],
      source: 'NEC 300.3(C)(1), 725.136; IEC 60204-1 13.1.3, from memory',
    },
  ];
}

/** A DC module that is fed in a way that the circuit does not show loses about this share of what it gives. Common practice. */
const MODULE_LOSS = 0.18;
/** Kelvin by which a watt warms a cubic metre of air an hour. Common practice: 3.1 to 3.3. */
const FAN_K = 3.1;
const WITHOUT_DEPTH_MM = 200;

/**
 * The air inside, °C: what turns into heat against what the skin and a fan carry off. Skin of a box on a wall: 1.4·W·(H + D) + 1.8·H·D,
 * DIN VDE 0660-507 and IEC TR 60890, from memory.
 */
function heatOf(exploration: Exploration, panel: Panel, tables: Tables): PanelHeat | undefined {
  const { place } = panel;
  if (!place.size) return undefined;
  // what is put through a door has its body inside
  const inside = [place.id, ...panel.doors.map((door) => door.place.id)];
  const seen = inside.flatMap((id): HeatExposure | [] => exploration.heat.get(id) ?? []);
  const byDevice = seen
    .flatMap((one) => [...one.byDevice])
    .map(([device, watts]) => ({
      device: device as DeviceId,
      watts: watts < 0 ? -MODULE_LOSS * watts : watts,
      isTypical: watts < 0,
    }));
  const watts = byDevice.reduce((sum, one) => sum + one.watts, 0);
  const [w, h, d] = [place.size.widthMm / 1000, place.size.heightMm / 1000, (place.depthMm ?? WITHOUT_DEPTH_MM) / 1000];
  const surfaceM2 = 1.4 * w * (h + d) + 1.8 * h * d;
  const aroundC = place.aroundC ?? figure(tables, 'air around panel C');
  const carried = surfaceM2 * figure(tables, 'panel heat W m2K') + (place.fanM3h ?? 0) / FAN_K;
  return {
    watts,
    byDevice: byDevice.sort((a, b) => b.watts - a.watts),
    surfaceM2,
    aroundC,
    isAroundTypical: place.aroundC === null,
    insideC: aroundC + watts / carried,
    fanM3h: place.fanM3h,
  };
}

/** Fields that say what a device takes: of a relay those of its coil, of what only lets through none. */
const TAKES: Readonly<Partial<Record<ReturnType<typeof familyOf>['group'], RegExp>>> = {
  relay: /^(coil|inrush|sealed)/,
  control: /./,
  load: /./,
  supply: /./,
};

/** Devices of which it is not read what they take: such a coil or load is solved as open, and gives no heat. */
const unreadIn = ({ all }: Panel, circuit: Circuit): readonly DeviceId[] =>
  all.flatMap(({ device }) => {
    const { fields, group } = familyOf(device, circuit);
    const isUnread = Object.entries(fields).some(
      ([name, { optional, typical, unread }]) =>
        TAKES[group]?.test(name) &&
        !(name === 'coilHz' && device.nameplate.coilKind?.value === 'DC') &&
        !optional &&
        !typical &&
        unread === undefined &&
        (device.nameplate[name]?.value ?? null) === null,
    );
    return isUnread ? [device.id] : [];
  });

function heatDoubts({ plan, untried }: Exploration, panel: Panel, heat: PanelHeat | undefined, tables: Tables): MountingDoubt[] {
  if (!heat) return [];
  const [limit, most] = [figure(tables, 'air in panel C'), figure(tables, 'air in panel most C')];
  const unread = unreadIn(panel, plan.circuit);
  return [
    ...(untried.length > 0 || unread.length > 0
      ? [{ code: 'heat not known' as const, verdict: 'cannot-clear' as const, devices: unread, source: PRACTICE }]
      : []),
    ...(heat.insideC > limit
      ? [
          {
            code: 'hot' as const,
            verdict: heat.insideC > most ? ('block' as const) : ('look' as const),
            devices: heat.byDevice.slice(0, 3).map(({ device }) => device),
            insideC: heat.insideC,
            limitC: heat.insideC > most ? most : limit,
            source: 'IEC 60947-1 6.1.1: rated amps hold up to 40 °C, from memory; common practice',
          },
        ]
      : []),
  ];
}

/** What of the rails is free; undefined without rails. */
function spareOf({ plate, mounts }: Panel): number | undefined {
  const rails = mounts.filter(({ kind }) => kind === 'rail');
  const length = rails.reduce((sum, { widthMm }) => sum + widthMm, 0);
  if (!plate || length === 0) return undefined;
  const used = placedOn(plate).reduce((sum, { box }) => {
    const middle = box.yMm + box.heightMm / 2;
    const on = rails.some((rail) => middle > rail.yMm && middle < rail.yMm + rail.heightMm);
    return on ? sum + box.widthMm : sum;
  }, 0);
  return Math.max(0, 1 - used / length);
}

function spareDoubts(share: number | undefined, tables: Tables): MountingDoubt[] {
  const wanted = figure(tables, 'rail spare share');
  return share !== undefined && share < wanted ? [{ code: 'no spare', verdict: 'look', devices: [], share, wanted, source: PRACTICE }] : [];
}

/** Wires whose length the plan tells otherwise than the document. */
export interface LengthChanges {
  /** what nobody measured */
  readonly free: readonly EditChange[];
  /** what somebody measured or read from a print: written over only when a person says so */
  readonly measured: readonly EditChange[];
}

/** The lengths that a plan gives, as edits. */
export function newLengths(circuit: Circuit, routes: readonly WireRoute[]): LengthChanges {
  const changed = routes.flatMap(({ conductor, metres, isWhole }) => {
    const { value, evidence } = circuit.conductors[conductor]?.lengthM ?? { value: null, evidence: 'unknown' };
    if (!isWhole || value === metres) return [];
    const change: EditChange = { type: 'describeConductor', conductor, to: { lengthM: { value: metres, evidence: 'assumed' } } };
    return [{ change, isKept: evidence === 'measured' || evidence === 'print' }];
  });
  return {
    free: changed.flatMap(({ change, isKept }) => (isKept ? [] : [change])),
    measured: changed.flatMap(({ change, isKept }) => (isKept ? [change] : [])),
  };
}
