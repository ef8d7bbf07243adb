import { describe, expect, it } from 'vitest';
import { type Circuit, type FieldFacts, processIdSchema } from '#core/circuit';
import { claimLines, claimOf, type FamilyName, type FieldName, familyList, partsOf } from '#core/devices';
import { explore } from '#core/explore';
import { isBoardOn24, isOn24, type Plate, partsIn, plateOf } from '../testing/contactRigs';
import { edited, set } from '../testing/edits';
import { rigFor } from '../testing/fieldRigs';
import { rigged } from '../testing/rigged';
import { checkStudy, type Finding, RULE_IDS, studyOf } from './index';

/** What a field is made too little by, and for the others a figure of one. */
const TOO_LITTLE: { readonly [F in FieldName]?: number | string } = {
  mostV: 48,
  outputA: 0.1,
  baseV: 48,
  poleV: 48,
  dcV: 24,
  leastMa: 100,
  surface: 'power',
  hp120: 1 / 6,
  hp240: 1 / 4,
  lockedA: 12,
  lockedNcA: 12,
  pilotCode: 'C300',
  auxiliaryCode: 'C300',
  dcCode: 'R300',
  peakA: 20,
  breaksA: 10,
  makeA: 1.2,
  lampA: 2,
  dcA: 0.3,
  ratingA: 0.5,
  settingA: 30,
  va: 2,
  faultA: 300_000,
  onDelayS: 45,
  offDelayS: 5,
  base: 'print',
  pins: 'print',
  coilV: 24,
  coilKind: 'DC',
  coilHz: '50',
  coilHighV: 101,
  coilDualV: 24,
  coilHalves: 'series',
  coilOtherV: 24,
  coilDuty: 'pulse',
  volts: 48,
  ratedV: 24,
  motorV: 24,
  inputV: 24,
  primaryV: 480,
  serviceFactor: 1,
};

const looked = new WeakMap<Circuit, Finding[]>();
/** What is found of the device under test; a rig is looked at once, however often it is asked about. */
function about(circuit: Circuit): Finding[] {
  const known = looked.get(circuit);
  if (known) return known;
  const found = checkStudy(studyOf(circuit, explore(circuit))).filter(({ devices }) =>
    devices.some((id) => circuit.devices[id]?.tag === 'X'),
  );
  looked.set(circuit, found);
  return found;
}

const isBad = ({ verdict }: Finding): boolean => verdict === 'danger' || verdict === 'block' || verdict === 'cannot-clear';

const pairs = familyList.flatMap(([family, { fields }]) => Object.keys(fields).map((field) => [family, field as FieldName] as const));
const claimed = (use: string) => pairs.filter(([family, field]) => claimOf(family, field).use === use);

/** The figure that is too little here: half of what a small output needs where the usual one would still do. */
const tooLittle = (family: string, field: FieldName, rig: Circuit): number | string => {
  if (field === 'coilPlus')
    return rig.devices.dX!.nameplate.coilPlus!.value === 'A1' ? 'A2' : otherEnd(family, String(rig.devices.dX!.nameplate.coilPlus!.value));
  if ((isOn24(family) || isBoardOn24(family) || family === 'output-transistor') && field !== 'mostV') return 0.1;
  if (isOn24(family) || isBoardOn24(family) || family === 'output-transistor') return 12;
  if (field === 'ratedV' && (family.startsWith('controller') || rig.devices.dX!.nameplate.ratedV?.value === TOO_LITTLE.ratedV)) return 12;
  if (
    family === 'diode-1' ||
    family === 'transmitter-volts' ||
    family === 'relay-solid-state' ||
    (family.startsWith('actuator') && field === 'motorV')
  )
    return field === 'ratedV' || field === 'motorV' ? 12 : (TOO_LITTLE[field] ?? 1);
  return TOO_LITTLE[field] ?? 1;
};
const otherEnd = (family: string, end: string): string =>
  familyList.find(([one]) => one === family)![1].fields.coilPlus!.choices!.find((one) => one !== end)!;

/** Findings that a change brings and that name the field. */
const brings = (rig: Circuit, field: FieldName, to: number | string | null): Finding[] => {
  const before = about(rig).map(({ id, verdict }) => `${id} ${verdict}`);
  return about(edited(rig, set('dX', field, to))).filter((one) => one.by.includes(field) && !before.includes(`${one.id} ${one.verdict}`));
};

/** A figure of a field other than the one that stands. */
const another = (facts: FieldFacts, now: number | string | undefined): number | string =>
  facts.kind === 'choice'
    ? [...facts.choices!].reverse().find((one) => one !== now)!
    : typeof now === 'number' && now !== 0
      ? now * 1.5
      : 3;

const factsOf = (family: string, field: FieldName): FieldFacts => familyList.find(([one]) => one === family)![1].fields[field]!;

/** Of the rows of one frame that have the same fields the first: they are one function, and differ by how many of a thing they have. */
const FRAMES = familyList
  .map(([family, { variant, fields }]) => [family, variant ? `${variant.of} ${Object.keys(fields).join(' ')}` : family] as const)
  .filter(([, frame], index, all) => all.findIndex(([, other]) => other === frame) === index)
  .map(([family]) => family);

describe('every field of every nameplate is judged, or what follows from it is', () => {
  it('every field has a claim, and most of those that limit are there', () => {
    expect(pairs.every(([family, field]) => claimOf(family, field) !== undefined)).toBe(true);
    expect(pairs.length).toBeGreaterThan(500);
    expect(claimLines().flatMap(({ families }) => families)).toHaveLength(pairs.length);
    const rules = claimLines().flatMap(({ claim }) => (claim.use === 'physics' ? [] : claim.rules));
    expect(rules.filter((rule) => !(RULE_IDS as readonly string[]).includes(rule))).toEqual([]);
    expect(claimed('limit').length).toBeGreaterThan(200);
  });

  // the two generated tests over all families and fields: too little is found and named, unread is not cleared
  describe.each(FRAMES.filter((family) => [...claimed('limit'), ...claimed('match')].some(([one]) => one === family)))('%s', (family) => {
    const own = [...claimed('limit'), ...claimed('match')].filter(([one]) => one === family).map(([, field]) => field);
    it.each(own)('%s', (field) => {
      const rig = rigFor(family, field)!;
      expect(
        about(rig)
          .filter(isBad)
          .map(({ id }) => id),
      ).toEqual([]);
      const low = brings(rig, field, tooLittle(family, field, rig));
      expect(low.map(({ verdict }) => verdict)).not.toEqual([]);
      const claim = claimOf(family, field);
      if (claim.use === 'physics' || claim.unread !== 'cannot-clear') return;
      expect(brings(rig, field, null).map(({ verdict }) => verdict)).toContain('cannot-clear');
      expect(claim.rules).toContain(low[0]!.rule);
    });
  });

  it.each(claimed('physics'))('%s: %s moves what the part is made of', (family, field) => {
    const plate = plateOf(family, { watts: 480, volts: 120 });
    const device = (more: Plate) => ({
      ...Object.values(rigged({ X: [family as FamilyName, { ...plate, ...more }] }, []).devices)[0]!,
      reads: processIdSchema.parse('vA'),
    });
    const facts = factsOf(family, field);
    const now = plate[field] ?? facts.typical?.value;
    expect(partsOf(device({ [field]: another(facts, now) }))).not.toEqual(partsOf(device(now === undefined ? {} : { [field]: now })));
  });

  it.each(pairs.filter(([family, field]) => !factsOf(family, field).typical && !factsOf(family, field).optional))(
    '%s is not cleared while nobody has read its %s',
    (family, field) => {
      const rig = rigFor(family, field) ?? rigFor(family, 'mostV')!;
      expect(
        about(edited(rig, set('dX', field, null)))
          .filter(({ verdict }) => verdict === 'cannot-clear')
          .flatMap(({ by }) => by),
      ).toContain(field);
    },
  );
});

it('every contact that may break direct current has a figure for it to be read', () => {
  const without = familyList.flatMap(([family, { fields }]) =>
    partsIn(family, plateOf(family, {})).some(
      (part) =>
        part.kind === 'contact' &&
        part.ratings.driver === undefined &&
        part.ratings.dcA === undefined &&
        !part.ratings.isWorkedDead &&
        !part.ratings.isStart,
    ) && !('dcA' in fields || 'dcCode' in fields)
      ? [family]
      : [],
  );
  // these outputs stand on their own 24 V alone, a three-screw valve and a defrost clock on the line of their motors, and thyristors on direct current never let go
  expect(without).toEqual([
    'thermostat-powered',
    'thermostat-2-2',
    'thermostat-3-2',
    'thermostat-heat-pump',
    'thermostat-heat-pump-2',
    'zone-valve-3-screw',
    'zone-valve-mid-position',
    'defrost-clock',
    'relay-solid-state',
  ]);
});
