import type { Device, DeviceId, Evidence } from '#core/circuit';
import { type Brings, type FieldName, familyOf } from '#core/devices';
import type { ContactExposure, Exploration, StartExposure } from '#core/explore';
import type { PlannedPart } from '#core/graph';
import type { Contact, LoadClass } from '#core/kinds';
import type { NetworkPlan } from '#core/network';
import {
  atMost,
  judgePole,
  NO_DEMAND,
  type PoleDemand,
  type PoleLife,
  poleLife,
  type Row,
  sharedRow,
  type Tables,
  type Verdict,
  voltsRow,
  worstVerdict,
} from '#core/size';
import { at } from '#core/units';
import { held } from './coil';
import { weakestEvidence } from './evidence';

export interface PoleJudgement {
  readonly device: Device;
  readonly part: number;
  readonly contact: string;
  readonly exposure: ContactExposure;
  readonly demand: PoleDemand;
  readonly rows: readonly Row[];
  readonly serves: readonly DeviceId[];
  readonly verdict: Verdict;
  readonly evidence: Evidence;
  /** undefined where a figure is missing or nothing is broken */
  readonly life: PoleLife | undefined;
  /** states were left out that might be worse */
  readonly isPartly?: boolean;
}

/** Held and pull-in amps of a coil that stands in for the one behind a contact. */
export type Instead = ReadonlyMap<number, { readonly heldA: number; readonly inrushA: number }>;

/** What is asked of a contact, load class by load class, taken from the loads that stop when it opens. */
export function demandOf(exposure: ContactExposure, plan: NetworkPlan, instead: Instead = new Map()): PoleDemand {
  const served = exposure.serves.map((one) => ({ ...one, ratio: inrushOf(plan, one.part), own: instead.get(one.part) }));
  const sum = (kind: LoadClass, amps: (one: (typeof served)[number]) => number = (one) => one.amps): number =>
    served.reduce((total, one) => total + (one.kind === kind ? amps(one) : 0), 0);
  const lockedA = sum('motor', ({ amps, ratio }) => amps * ratio);
  // as it is made a load draws its inrush already, and that is all that this contact has to do with it
  if (exposure.makesOnly)
    return {
      ...NO_DEMAND,
      motorLockedA: sum('motor'),
      resistiveA: sum('resistive'),
      lampInrushA: sum('lamp', ({ amps, ratio }) => amps * ratio),
      coilInrushA: sum('coil', ({ amps, own }) => own?.inrushA ?? amps),
      electronicsA: sum('electronics'),
      inputA: sum('input'),
      volts: exposure.breaksV,
      current: exposure.current,
    };
  return {
    motorRunA: sum('motor'),
    motorLockedA: lockedA > 0 ? Math.max(exposure.startA, lockedA * 0.9) : 0,
    resistiveA: sum('resistive'),
    lampA: sum('lamp'),
    lampInrushA: sum('lamp', ({ amps, ratio }) => amps * ratio),
    coilHeldA: sum('coil', ({ amps, own }) => own?.heldA ?? amps),
    coilInrushA: sum('coil', ({ amps, ratio, own }) => own?.inrushA ?? amps * ratio),
    electronicsA: sum('electronics'),
    inputA: sum('input'),
    volts: exposure.breaksV,
    current: exposure.current,
  };
}

function inrushOf(plan: NetworkPlan, index: number): number {
  const { kind, part } = at(plan.parts, index);
  return kind.inrushRatio?.(part) ?? 1;
}

/** Less than this through a contact that nothing hangs on is leakage; less than this share is what amps of another phase add up to. */
const SHARED_A = 0.05;
const STRAY_SHARE = 0.2;

const carriedBy = (demand: PoleDemand): number =>
  demand.motorRunA + demand.resistiveA + demand.lampA + demand.coilHeldA + demand.electronicsA + demand.inputA;

/** The contact of a start relay: what it makes and breaks while the motor comes up, and the volts that it then holds off. */
const startRows = ({ carryA, mostV }: Contact['ratings'], { amps, volts }: StartExposure): Row[] => {
  const source = 'nameplate of the start relay; solved while the motor comes up';
  return [
    ...(amps < SHARED_A ? [] : [atMost(amps, carryA, { asks: 'carries', unit: 'A', rating: 'carry', source })]),
    ...voltsRow(volts, mostV, { asks: 'breaks', rating: 'rated volts', source }),
  ];
};

/** The contact against what it really carries. */
export function judgeContact(
  { device, index, part }: PlannedPart & { readonly part: Contact },
  { contacts, plan, starts }: Exploration,
  tables: Tables,
  isWhole: boolean,
): PoleJudgement | undefined {
  const exposure = contacts.get(index);
  if (!exposure) return undefined;
  const demand = demandOf(exposure, plan);
  // a start winding is served for parts of a second: nothing of it is left once all is at rest
  const start = starts.get(index);
  const rows = start ? startRows(part.ratings, start) : exposure.serves.length === 0 ? [] : [...judgePole(part.ratings, demand, tables)];
  // what flows through it beside what stops when it opens: another way feeds its loads as well, or a way that should not be there
  const strayA = exposure.runA - carriedBy(demand);
  if (!start && strayA > Math.max(SHARED_A, STRAY_SHARE * exposure.runA)) rows.push(sharedRow(part.ratings, exposure.runA, tables));
  if (rows.length === 0) return undefined;
  return held(
    {
      device,
      part: index,
      contact: part.id,
      exposure,
      demand,
      rows,
      serves: [...new Set(exposure.serves.map((load) => at(plan.parts, load.part).device.id))],
      verdict: worstVerdict(rows.map(({ verdict }) => verdict)),
      evidence: weakestEvidence(device, ratingFields(device, plan.circuit), plan.circuit),
      // an isolator is not worked at the job's starts an hour
      life: part.symbol === 'isolator' ? undefined : poleLife(rows, tables),
    },
    isWhole,
  );
}

const ratingFields = (device: Device, brings: Pick<Brings, 'families'>): FieldName[] =>
  Object.entries(familyOf(device, brings).fields).flatMap(([name, facts]) =>
    facts.optional && device.nameplate[name] ? [name as FieldName] : [],
  );
