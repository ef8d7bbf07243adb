import type { Finding, Study } from '#core/check';
import type { ConductorId, Device } from '#core/circuit';
import { claimOf, type FieldName, familyNamed, familyOf, plateField, plateNumber, printed, type StockPart } from '#core/devices';
import { usualCoil, usualVolts } from '#core/fit';
import { isKind } from '#core/kinds';
import { conductorFor, nextSize, type Tables } from '#core/size';
import type { Proposal } from './deed';
import { interposing } from './interposing';

/** Volts that parts are rated for, amps that guards break, transformers and codes from the weakest on. Common practice. */
const RATED_V = [12, 30, 125, 150, 250, 277, 300, 400, 480, 500, 600, 690, 1000];
const USUAL_BREAKS_A = [
  35, 100, 200, 1000, 1500, 5000, 6000, 10_000, 14_000, 18_000, 22_000, 25_000, 35_000, 50_000, 65_000, 100_000, 200_000,
];
const SIZES_VA = [20, 30, 40, 50, 60, 75, 100, 150, 200, 250, 300, 350, 500, 750, 1000];
const CODES = ['D300', 'C300', 'B300', 'A300', 'C600', 'B600', 'A600'];
const DC_CODES = ['R300', 'Q300', 'P300', 'N300'];
/** So many standard sizes up are tried: a frame further on is another part. */
const MOST_STEPS = 3;

/** A call that drives a relay of its own, and one that is too weak for the coil that hangs on it. */
const LEAST_CALL_V = 10;
const WEAK_SHARE = 0.5;

/** More than this share of its volts in another kind of current is another supply. */
const WRONG_KIND = 0.3;
const hzOf = ({ exploration: { plan } }: Study): number => plan.hz.find((hz) => hz !== 0) ?? 60;

/** A part with another coil: the figures that it has are told, those that only the old one had are gone. */
const fitting = (device: Device, plate: StockPart['nameplate']): Proposal => ({
  deed: {
    code: 'part with',
    device: device.id,
    plate: Object.entries(plate).flatMap(([field, { value }]) => (value === null ? [] : [{ field: field as FieldName, to: value }])),
  },
  changes: Object.entries(plate).map(([field, to]) => ({ type: 'setField', device: device.id, field, to })),
});

const setting = (device: Device, plate: readonly { readonly field: FieldName; readonly to: number | string }[]): Proposal => ({
  deed: { code: 'part with', device: device.id, plate },
  changes: plate.map(({ field, to }) => ({ type: 'setField', device: device.id, field, to: printed(to) })),
});

/** Figures that are too low as they stand: the next usual ones that are enough. */
function largerFigures(device: Device, field: FieldName, { is, limit }: Finding, tables: Tables): number[] {
  const now = plateNumber(device, field);
  if (is === undefined || (limit !== undefined && limit <= 0)) return [];
  // a figure that counts for less here than it says (another voltage, a share of it) must grow by the same share
  const needed = limit === undefined ? is : (now ?? limit) * (is / limit);
  const facts = familyNamed(device.family)?.fields[field];
  const usual = facts?.unit === 'V' ? RATED_V : field === 'breaksA' ? USUAL_BREAKS_A : undefined;
  const sizes: number[] = [];
  for (let from = needed; sizes.length < MOST_STEPS; ) {
    const next = usual ? usual.find((one) => one >= from - 1e-9) : nextSize(tables.sizesNec, from);
    if (next === undefined) break;
    sizes.push(next);
    from = next + 1e-6;
  }
  return sizes.length > 0 ? sizes : [Math.ceil(needed)];
}

const codesAfter = (codes: readonly string[], now: unknown): string[] => codes.slice(codes.indexOf(String(now)) + 1);

function byField(device: Device, field: FieldName, finding: Finding, study: Study): Proposal[] {
  const own = familyNamed(device.family);
  if (!own || !Object.hasOwn(own.fields, field)) return [];
  const claim = claimOf(device.family, field);
  const one = (to: number | string): Proposal => setting(device, [{ field, to }]);
  if (claim.use === 'physics' || finding.missing.includes(field)) return [];
  if (field === 'leastMa') return finding.is === undefined ? [] : [one(Math.floor(finding.is * 100) / 100)];
  if (field === 'surface') return [one('gold')];
  if (field === 'pilotCode' || field === 'auxiliaryCode')
    return codesAfter(CODES, plateField(device, field)?.value ?? own.fields[field]?.typical?.value).map(one);
  if (field === 'dcCode') return codesAfter(DC_CODES, plateField(device, field)?.value).map(one);
  if (claim.use === 'limit') return largerFigures(device, field, finding, study.tables).map(one);
  const volts = finding.is;
  if (own.fields[field]?.unit === 'V' && volts !== undefined && finding.rule === 'load-volts') return [one(usualVolts(volts, hzOf(study)))];
  return [];
}

type Propose = (finding: Finding, study: Study) => readonly Proposal[];

const deviceOf = ({ circuit }: Study, { devices }: Finding): Device | undefined =>
  devices[0] === undefined ? undefined : circuit.devices[devices[0]];

/** A coil for the volts that stand there, and its leads exchanged where it is reversed. */
const forCoil: Propose = (finding, study) => {
  const device = deviceOf(study, finding);
  const judged = study.coils.find((one) => one.device.id === device?.id && one.verdict === finding.verdict);
  if (!device || !judged) return [];
  if (judged.reason.code === 'coil reversed')
    return [
      {
        deed: { code: 'exchange leads', device: device.id, marks: [judged.coil.a, judged.coil.b] },
        changes: [{ type: 'swapLandings', device: device.id, marks: [judged.coil.a, judged.coil.b] }],
      },
    ];
  if (judged.reason.code === 'pulse coil held') return [setting(device, [{ field: 'coilDuty', to: 'continuous' }])];
  const { highest, pullIn, wastedRatio } = judged.exposure;
  const { ratedV, current } = judged.coil;
  if (!Object.hasOwn(familyOf(device, study.circuit).fields, 'coilV') || ratedV === undefined) return [];
  // volts of the wrong kind drive nothing, and are what a coil has to be made for
  const isOtherKind = wastedRatio > WRONG_KIND;
  const hz = (current === 'DC') === isOtherKind ? hzOf(study) : 0;
  const seen = isOtherKind ? [wastedRatio * ratedV] : [pullIn?.volts ?? highest.volts, highest.volts];
  const tried = new Map(seen.filter((volts) => volts >= 1).map((volts) => [usualVolts(volts, hz), usualCoil(volts, hz)]));
  const most = Math.max(...seen);
  // a call of less than half of its volts: the coil may stay where its own volts are switched by a relay that the call can drive
  const isWeak = most >= LEAST_CALL_V && most < WEAK_SHARE * ratedV;
  return [
    ...[...tried.values()].map((plate) => fitting(device, plate)),
    ...(isWeak ? interposing(study, device, judged.coil, most, hz) : []),
  ];
};

/** What leads around a stop, or between two ends of a supply: each wire of it alone. */
const withoutOneOf = (ids: readonly string[], { circuit }: Study): Proposal[] =>
  ids.flatMap((id) => {
    const conductor = circuit.conductors[id as ConductorId];
    return conductor
      ? [
          {
            deed: { code: 'take away' as const, conductor: conductor.id },
            changes: [{ type: 'removeConductor' as const, conductor: conductor.id }],
          },
        ]
      : [];
  });

const figureTold = (device: Device | undefined, field: FieldName, to: number | undefined): Proposal[] =>
  device && to !== undefined ? [setting(device, [{ field, to }])] : [];

const sizesUp = (device: Device | undefined, finding: Finding, study: Study): Proposal[] =>
  device ? largerFigures(device, 'ratingA', finding, study.tables).map((to) => setting(device, [{ field: 'ratingA', to }])) : [];

/** What may mend a finding. A rule that is not here has a direction and nothing to try. */
const PROPOSE: { readonly [R in Finding['rule']]?: (finding: Extract<Finding, { rule: R }>, study: Study) => readonly Proposal[] } = {
  'coil-window': forCoil,
  'short-circuit': ({ told }, study) => withoutOneOf(told.through, study),
  'supplies-meet': ({ told }, study) => withoutOneOf(told.through, study),
  'mains-on-extra-low': ({ told }, study) => withoutOneOf(told.through, study),
  bridged: ({ told }, study) => withoutOneOf(told.around, study),
  'stops-nothing': ({ told }, study) => withoutOneOf(told.around, study),
  'conductor-ampacity': ({ told, is }, { tables }) => {
    const laying = told.loaded > 2 ? { carrying: told.loaded } : {};
    const size = is === undefined ? undefined : conductorFor(is, 'mm2' in told.size ? 'iec' : 'na', laying, tables);
    return size
      ? [
          {
            deed: { code: 'thicker wire' as const, conductor: told.conductor, size },
            changes: [{ type: 'describeConductor' as const, conductor: told.conductor, to: { size } }],
          },
        ]
      : [];
  },
  'transformer-fuse': (finding, study) =>
    finding.told.code === 'row'
      ? figureTold(
          deviceOf(study, finding),
          'ratingA',
          finding.told.row.asks === 'primary fuse' ? finding.told.primaryMostA : finding.told.fitA,
        )
      : [],
  'overcurrent-device': (finding, study) =>
    finding.told.code === 'load'
      ? [...figureTold(deviceOf(study, finding), 'ratingA', finding.told.fitA), ...sizesUp(deviceOf(study, finding), finding, study)]
      : finding.told.code === 'motor' || finding.told.code === 'wire'
        ? figureTold(deviceOf(study, finding), 'ratingA', finding.limit)
        : [],
  'overload-setting': (finding, study) =>
    finding.told.code === 'set' ? figureTold(deviceOf(study, finding), 'settingA', finding.told.runA) : [],
  'fan-with-heat': (finding, study) =>
    figureTold(deviceOf(study, finding), finding.told.code === 'late' ? 'onDelayS' : 'offDelayS', finding.limit),
  'motor-run': (finding, study) => {
    const device = deviceOf(study, finding);
    const motor = device && study.exploration.plan.partsIn(device.id).find(isKind('motor3'));
    if (!device || !motor || finding.told.ill !== 'backwards') return [];
    const marks = [motor.part.ends[0], motor.part.ends[1]] as const;
    return [
      {
        deed: { code: 'exchange leads', device: device.id, marks },
        changes: [{ type: 'swapLandings', device: device.id, marks: [...marks] }],
      },
    ];
  },
  'transformer-load': (finding, study) => {
    const device = deviceOf(study, finding);
    const va = device && finding.is !== undefined ? SIZES_VA.filter((one) => one * 0.8 >= (finding.is ?? 0)) : [];
    return va.slice(0, 1).flatMap((to) => figureTold(device, 'va', to));
  },
};

/** Everything that may mend a finding, the nearest first. Whether it does is another question. */
export function proposalsFor(finding: Finding, study: Study): Proposal[] {
  const own = PROPOSE[finding.rule] as Propose | undefined;
  if (own) return [...own(finding, study)];
  return finding.devices.flatMap((id) => {
    const device = study.circuit.devices[id];
    return device ? finding.by.flatMap((field) => byField(device, field, finding, study)) : [];
  });
}
