import { describe, expect, it } from 'vitest';
import { applyChanges, type Circuit, spellTerminal } from '#core/circuit';
import { drain, explore } from '#core/explore';
import { planNetwork, readOhms } from '#core/network';
import { DEFAULT_PRACTICE, type Practice, SCHOOLS } from '#core/schools';
import { createRig, restMoment, showOhms } from '#core/sequence';
import { demo, SHIPPED } from '../testing/demo';
import { type LandingPlan, mishapsOf, planningLandings, rehearsing } from './index';

const plans = new Map<string, LandingPlan>();
const planOf = (name: string, practice: Practice = DEFAULT_PRACTICE): LandingPlan => {
  const key = `${name} ${practice.schools.wiringOrder ?? ''}`;
  const made = plans.get(key) ?? drain(planningLandings(explore(demo(name)), practice));
  plans.set(key, made);
  return made;
};

/** Only these wires of a circuit, as if the others were still in the bag. */
const partly = (circuit: Circuit, landed: ReadonlySet<string>): Circuit => ({
  ...circuit,
  conductors: Object.fromEntries(Object.entries(circuit.conductors).filter(([id]) => landed.has(id))),
});

/** Ohms on a plan of its own, made from the document: not on the one that the planner changes wire by wire. */
function ohmsIn(circuit: Circuit, red: string, black: string): number {
  const plan = planNetwork({
    ...circuit,
    powerSwitch: { ...circuit.powerSwitch, isolated: { ...circuit.powerSwitch.isolated, lift: [] } },
  });
  const net = showOhms(createRig(plan), restMoment(plan, 'isolated'));
  return readOhms(net, plan.nodeOf(red as never), plan.nodeOf(black as never));
}

/** A meter is half an ohm off, or a fifth: common practice. */
const isTold = (should: number, is: number): boolean =>
  Number.isFinite(should) !== Number.isFinite(is) || (Number.isFinite(is) && Math.abs(is - should) > Math.max(0.5, 0.2 * should));

describe.each(SHIPPED)('landing %s by its plan', (name) => {
  const circuit = demo(name);
  it('has every wire in one stage, and no stage in which power would hurt', () => {
    const { dead, loose } = planOf(name);
    const staged = dead.flatMap(({ wires }) => wires);
    expect([...staged, ...loose].sort()).toEqual(Object.keys(circuit.conductors).sort());
    expect(dead.flatMap(({ ifPowered }) => ifPowered)).toEqual([]);
  });
  it('is planned anew around wires that cannot be landed now: they come last, and nothing hurts before', () => {
    const first = planOf(name);
    // every third stage is put off, one after the other
    for (let at = 1; at < first.dead.length; at += 3) {
      const later = first.dead[at]!.wires;
      const { dead, loose } = drain(planningLandings(explore(circuit), DEFAULT_PRACTICE, later));
      const staged = dead.flatMap(({ wires }) => wires);
      expect([...staged, ...loose].sort()).toEqual(Object.keys(circuit.conductors).sort());
      const after = dead.findIndex(({ wires }) => wires.some((wire) => later.includes(wire)));
      // what is held back for safety may come after them, nothing else
      expect(dead.slice(0, after).every(({ wires }) => wires.every((wire) => !later.includes(wire)))).toBe(true);
      expect(dead.length - after).toBeLessThanOrEqual(later.length + 1);
      for (const stage of dead.slice(after)) expect(new Set(stage.wires.map((wire) => later.includes(wire))).size).toBe(1);
    }
  });
  it('reads at each stage what the part-built circuit gives, and misses any wire that is left out', () => {
    const landed = new Set<string>();
    const unmissed: string[] = [];
    for (const { wires, red, black, ohms } of planOf(name).dead) {
      for (const wire of wires) landed.add(wire);
      const is = ohmsIn(partly(circuit, landed), red, black);
      expect(Number.isFinite(is)).toBe(Number.isFinite(ohms));
      if (Number.isFinite(is)) expect(Math.abs(is - ohms)).toBeLessThanOrEqual(1e-6 * Math.max(1, ohms));
      for (const wire of wires) {
        const without = new Set([...landed].filter((one) => one !== wire));
        if (!isTold(ohms, ohmsIn(partly(circuit, without), red, black))) unmissed.push(wire);
      }
    }
    expect(unmissed).toEqual([]);
  });
});

/**
 * Exchanges that hurt and that no reading of the plan tells, each with why. Both bonded sides meet in earth, and a winding of less than half
 * an ohm lies between: the reading is as good as copper.
 */
const UNNOTICED: { readonly [name: string]: readonly string[] } = { Q8: ['K1:A2 K1:L1 immediate'] };

describe.each(['Q1', 'Q8', 'L1A'])('two landings of %s exchanged', (name) => {
  it('are noticed before power, or change nothing that hurts', () => {
    const circuit = demo(name);
    const { dead } = planOf(name);
    const outcomes = new Map(drain(rehearsing(circuit)).map((one) => [one.mishap.how + JSON.stringify(one.mishap.ends), one.outcome]));
    const exchanges = mishapsOf(circuit).filter(({ how }) => how === 'exchanged');
    const unnoticed = exchanges.filter(({ changes }) => {
      const applied = applyChanges(circuit, changes);
      if (!applied.ok) throw new Error('an exchange that cannot be made');
      const landed = new Set<string>();
      return !dead.some(({ wires, red, black, ohms }) => {
        for (const wire of wires) landed.add(wire);
        return isTold(ohms, ohmsIn(partly(applied.value.circuit, landed), red, black));
      });
    });
    const told = unnoticed.map(
      (one) => `${one.ends.map((end) => spellTerminal(circuit, end)).join(' ')} ${outcomes.get(one.how + JSON.stringify(one.ends))}`,
    );
    expect(exchanges.length).toBeGreaterThan(10);
    expect(told.filter((words) => !/harmless$/.test(words))).toEqual(UNNOTICED[name] ?? []);
  });
});

describe('the order of landings', () => {
  it.each(SCHOOLS.wiringOrder)('by the school "%s" begins with the protective conductors', (school) => {
    const { dead } = planOf('Q1', { ...DEFAULT_PRACTICE, schools: { wiringOrder: school } });
    const kinds = dead.map(({ class: { is } }) => is);
    expect(kinds.lastIndexOf('earth')).toBeLessThan(kinds.findIndex((is) => is !== 'earth'));
    if (school === 'control') expect(kinds.lastIndexOf('extra-low')).toBeLessThan(kinds.indexOf('mains'));
    if (school === 'power') expect(kinds.lastIndexOf('mains')).toBeLessThan(kinds.indexOf('extra-low'));
  });
  it('holds back what would let a half-wired motor be called', () => {
    expect(planOf('Q3').heldBack.length).toBeGreaterThan(0);
    expect(planOf('Q9').heldBack).toEqual([]);
  });
  it('a wire that hangs loose is in no stage, and is told', () => {
    const circuit = demo('Q1');
    const [id] = Object.keys(circuit.conductors);
    const wire = circuit.conductors[id!]!;
    const loose: Circuit = { ...circuit, conductors: { ...circuit.conductors, [id!]: { ...wire, ends: [wire.ends[0], null] } } };
    expect(drain(planningLandings(explore(loose), DEFAULT_PRACTICE)).loose).toEqual([id]);
  });
  it('an empty circuit has no stage', () => {
    const plan = drain(
      planningLandings(
        explore({
          ...demo('Q1'),
          devices: {},
          conductors: {},
          cables: {},
          pairs: [],
          complaints: [],
          processes: {},
          programs: {},
          powerSwitch: { control: { open: [], lift: [] }, isolated: { open: [], lift: [] }, staysOn: [] },
        }),
        DEFAULT_PRACTICE,
      ),
    );
    expect([plan.dead, plan.live, plan.loose]).toEqual([[], [], []]);
  });
});

describe('first power', () => {
  it.each([
    ['Q1', /T1:R/, 27.4],
    ['L1A', /G1:L/, 230],
    ['Q3', /T1:X1|T1:/, 120],
  ])('%s reads its supplies', (name, at, volts) => {
    const circuit = demo(name);
    const read = planOf(name).live.find((stage) => stage.code === 'volts' && at.test(spellTerminal(circuit, stage.red)));
    expect(read?.code === 'volts' && Math.abs(Math.abs(read.volts) / volts - 1)).toBeLessThan(0.06);
  });
});
