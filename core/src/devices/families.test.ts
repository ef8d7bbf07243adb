import { describe, expect, it } from 'vitest';
import { type Circuit, type Device, deviceIdSchema, emptyCircuit, terminalId } from '#core/circuit';
import { EARTH, isKind, recordOf } from '#core/kinds';
import { planNetwork, readOhms } from '#core/network';
import { createRig, followMovers, modeAt, restMoment, showOhms } from '#core/sequence';
import { catalogue, familyList, familyOf, missingFacts, partsOf } from './index';

const X1 = deviceIdSchema.parse('dX1');

/** A device of a family with every field at its typical value or something plausible. */
function sample(family: string): Device {
  const row = familyOf({ family, tag: 'X1' });
  const plausible = (name: string, choices: readonly string[] | undefined): number | string =>
    choices ? choices[0]! : name === 'hz' || name === 'coilHz' ? '60' : name === 'coilV' || name === 'volts' ? 24 : 10;
  const nameplate = Object.fromEntries(
    Object.entries(row.fields)
      .filter(([name]) => name !== 'coilHighV')
      .map(([name, facts]) => [name, { value: facts.typical?.value ?? plausible(name, facts.choices), evidence: 'print' as const }]),
  );
  return {
    id: X1,
    tag: 'X1',
    family,
    title: family,
    nameplate,
    place: null,
    at: null,
    body: null,
    reads: null,
    hazard: 'none',
    notes: '',
    fitted: '',
  };
}

const alone = (device: Device): Circuit => ({ ...emptyCircuit, devices: { [device.id]: device } });

/** Ohms between two terminals of a device on its own, at rest. */
function restOhms(family: string, a: string, b: string): number {
  const circuit = alone(sample(family));
  const plan = planNetwork(circuit);
  const rig = createRig(plan);
  const moment = restMoment(plan, 'on');
  followMovers(rig, moment);
  return readOhms(showOhms(rig, moment), plan.nodeOf(terminalId(X1, a)), plan.nodeOf(terminalId(X1, b)));
}

describe.each(familyList.map(([name, row]) => ({ name, row })))('family $name', ({ name, row }) => {
  const device = sample(name);

  it('has parts that end at its own terminals, inside it, or at earth', () => {
    const allowed = new Set([...row.terminals, EARTH]);
    for (const part of partsOf(device))
      for (const end of recordOf(part).ends(part)) expect(allowed.has(end) || end.startsWith('#'), `${part.id} ends at ${end}`).toBe(true);
  });
  it('names parts, terminals and inputs once each', () => {
    for (const list of [partsOf(device).map(({ id }) => id), row.terminals, row.inputs.map(({ name: input }) => input)])
      expect(new Set(list).size).toBe(list.length);
  });
  it('says where each typical value comes from, and gives none for what a coil is wound for', () => {
    for (const [field, { typical, kind, choices }] of Object.entries(row.fields)) {
      if (typical) expect(typical.source.length).toBeGreaterThan(5);
      if (['coilV', 'coilKind', 'coilHz', 'coilHighV'].includes(field)) expect(typical).toBeUndefined();
      if (kind === 'choice') expect(choices?.length).toBeGreaterThan(1);
    }
    expect(row.source.length).toBeGreaterThan(8);
  });
  it('can be built from an empty nameplate and says what is missing', () => {
    const blank = { ...device, nameplate: {} };
    expect(() => planNetwork(alone(blank))).not.toThrow();
    const asked = missingFacts(blank);
    for (const field of asked) expect(row.fields[field]?.typical).toBeUndefined();
    if ('coilV' in row.fields) expect(asked).toEqual(expect.arrayContaining(['coilV', 'coilKind']));
  });
  it('moves every contact by something it has', () => {
    const parts = partsOf(device).map((part) => ({ part }));
    for (const { part } of parts.filter(isKind('contact'))) {
      const { inputs = [], parts: movers = [], needs = [] } = part.mover;
      expect(inputs.length + movers.length + needs.length, part.id).toBeGreaterThan(0);
      for (const input of inputs) expect(row.inputs.map(({ name: one }) => one)).toContain(input);
      for (const id of [...movers, ...needs])
        expect(
          parts.some((one) => one.part.id === id && recordOf(one.part).holds !== undefined),
          id,
        ).toBe(true);
    }
  });
  it('puts what a hand lifts into modes that it has', () => {
    for (const { puts } of row.inputs) {
      if (!puts) continue;
      const part = partsOf(device).find(({ id }) => id === puts.part);
      expect(part && recordOf(part).modes).toEqual(expect.arrayContaining([puts.on, puts.off]));
    }
  });
});

describe('what an ohmmeter shows at rest', () => {
  // Terminal numbers: EN 50005 and EN 50011; blade relays common practice, makers differ.
  it.each([
    ['contactor-2', 'L1', 'T1', 'open'],
    ['contactor-1-bar', 'L2', 'T2', 'closed'],
    ['contactor-3-aux', '13', '14', 'open'],
    ['contactor-3-aux', '21', '22', 'closed'],
    ['contactor-3-aux', '43', '44', 'open'],
    ['relay-interface-1', '11', '12', 'closed'],
    ['relay-interface-1', '11', '14', 'open'],
    ['relay-five-blade', '2', '5', 'closed'],
    ['relay-five-blade', '2', '4', 'open'],
    ['relay-five-blade', '1', '3', 'coil'],
    ['relay-six-blade', '1', '2', 'closed'],
    ['relay-six-blade', '1', '3', 'open'],
    ['relay-six-blade', '4', '5', 'closed'],
    ['relay-six-blade', '4', '6', 'open'],
    ['relay-six-blade', 'CA', 'CB', 'coil'],
    ['overload-relay', '95', '96', 'closed'],
    ['overload-relay', '97', '98', 'open'],
    ['pressure-switch-high', '1', '2', 'closed'],
    ['isolator-2', 'L1', 'T1', 'closed'],
    ['fuse-1', '1', '2', 'closed'],
    ['fuse-3', '5', '6', 'closed'],
    ['thermostat-two-wire', '1', '2', 'open'],
    ['zone-valve', '1', '2', 'open'],
  ] as const)('%s %s to %s: %s', (family, a, b, is) => {
    const ohms = restOhms(family, a, b);
    if (is === 'open') expect(ohms).toBe(Number.POSITIVE_INFINITY);
    if (is === 'closed') expect(ohms).toBeLessThan(0.5);
    if (is === 'coil') expect(ohms).toBeGreaterThan(5);
  });

  it('the two blade relays use the same numbers for opposite jobs', () => {
    expect(restOhms('relay-five-blade', '1', '3')).toBeLessThan(1000);
    expect(restOhms('relay-six-blade', '1', '3')).toBe(Number.POSITIVE_INFINITY);
  });
});

// a kind of one's own may be made of any family, and of it as a second block: no mark and no part of it keeps its old name
it.each(familyList.map(([name]) => name))(
  '%s as the second block of a kind of one’s own stands on its new marks and moves by its own parts',
  (name) => {
    const { terminals } = familyOf({ family: name, tag: 'X1' });
    const own = {
      title: 'Two in one',
      letter: 'X',
      blocks: [
        { family: 'control-relay-22', marks: { A1: 'A1', A2: 'A2' }, follows: false },
        { family: name, marks: Object.fromEntries(terminals.map((mark) => [mark, `Z${mark}`.slice(0, 8)])), follows: false },
      ],
    };
    const families = { 'own-two': own } as Circuit['families'];
    const row = familyOf({ family: 'own-two', tag: 'X1' }, { families });
    const device = { ...sample(name), family: 'own-two' };
    const parts = partsOf(device, { families, programs: {} });
    const allowed = new Set([...row.terminals, EARTH]);
    for (const part of parts)
      for (const end of recordOf(part).ends(part)) expect(allowed.has(end) || end.startsWith('#'), `${part.id} ends at ${end}`).toBe(true);
    const ids = new Set(parts.map(({ id }) => id));
    const named = parts.flatMap((part) =>
      ['undoneBy', 'on', 'cutBy', 'pulledBy', 'runBy'].flatMap(
        (field) => (part as unknown as Record<string, string | string[]>)[field] ?? [],
      ),
    );
    expect(named.filter((id) => !ids.has(id))).toEqual([]);
    const circuit = { ...alone(device), families };
    const plan = planNetwork(circuit);
    const rig = createRig(plan);
    followMovers(rig, restMoment(plan, 'on'));
    const alike = (one: string) => one.replace(/^2\./, '');
    // every contact stands as it does in the family alone
    const modesOf = (planned: typeof plan) => {
      const moment = restMoment(planned, 'on');
      followMovers(createRig(planned), moment);
      return planned.parts.map((one) => [alike(one.part.id), modeAt(moment, one)]);
    };
    const [together, single] = [modesOf(plan), modesOf(planNetwork(alone(sample(name))))];
    expect(together.slice(together.length - single.length)).toEqual(single);
  },
);

it('a family that is not there is undefined, even by a name every object has', () => {
  expect(catalogue.family('toString', {})).toBeUndefined();
  expect(catalogue.family('warp-drive', {})).toBeUndefined();
});
