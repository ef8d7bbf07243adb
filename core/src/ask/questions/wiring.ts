import { z } from 'zod';
import { betweenView, followView, landingView, mountingView, rehearseView, staysLiveView, wiringView } from '#core/bench';
import { applyChanges, type Circuit, type Device, deviceByTag, findTerminal, fine, type Result, tagsOf, wrong } from '#core/circuit';
import { catalogue, familyOf } from '#core/devices';
import { drain } from '#core/explore';
import { stripTable, tableToCsv, wiresToCsv } from '#core/formats';
import { DEFAULT_PRACTICE } from '#core/schools';
import { practiceSchema } from '#core/size';
import { naturally } from '#core/units';
import { changeSet, variantFigures } from '#core/wiring';
import { tellChangeSet } from '#core/words';
import { lineKind } from '../line';
import { circuitFacts } from '../standing';

const withPractice = { ...circuitFacts, practice: practiceSchema.optional() };

/** Every wire in the order in which it is landed, and what is doubtful about the wiring. */
export const wirelist = lineKind({
  facts: z.strictObject(withPractice),
  answer(facts, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { rows, doubts, statesSeen } = wiringView(opened.value.explored(), facts.practice ?? DEFAULT_PRACTICE);
    const wires = rows.map(({ number, ends, colour, size, lengthM, cable, core, insulationV, words, mostV, amps }) => ({
      number,
      from: ends[0].spelled,
      to: ends[1].spelled,
      colour,
      size,
      lengthM,
      cable,
      core,
      insulationV,
      use: words,
      mostV,
      amps,
    }));
    const { circuit } = opened.value;
    const strips = Object.values(circuit.devices)
      .map((device) => ({ tag: device.tag, family: familyOf(device, circuit) }))
      .filter(({ family }) => family.group === 'joint' && family.terminals.length > 1)
      .sort((a, b) => naturally(a.tag, b.tag))
      .map(({ tag, family }) => ({ tag, ways: family.terminals }));
    return fine({
      wires,
      csv: wiresToCsv(wires),
      strips: tableToCsv(stripTable(strips, wires)),
      doubts: doubts.map(({ verdict, title, remedy, source }) => ({ verdict, title, remedy, source })),
      statesSeen,
    });
  },
});

/** The order of landings in stages, each with the reading that proves it, then first power. */
export const plan = lineKind({
  facts: z.strictObject({ ...withPractice, later: z.array(z.string().max(12)).max(200).optional() }),
  answer({ later = [], ...facts }, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { circuit } = opened.value;
    const wires = Object.values(circuit.conductors);
    const unknown = later.find((number) => !wires.some((one) => one.number === number));
    if (unknown !== undefined) return wrong({ code: 'no-such-wire', at: 'later', message: `No wire has the number ${unknown}.` });
    const off = wires.filter(({ number }) => later.includes(number)).map(({ id }) => id);
    const made = drain(landingView(opened.value.explored(), facts.practice ?? DEFAULT_PRACTICE, off));
    const numbers = (wires: readonly string[]): string[] => wires.map((id) => circuit.conductors[id]?.number ?? '?');
    return fine({
      dead: made.dead.map(({ wires, words, redSpelled, blackSpelled, ohms, expects, masked, ifPowered }) => ({
        wires: numbers(wires),
        use: words,
        red: redSpelled,
        black: blackSpelled,
        ohms,
        expects,
        masked: numbers(masked),
        ifPowered,
      })),
      live: made.live,
      loose: numbers(made.loose),
      heldBack: numbers(made.heldBack),
    });
  },
});

/** A device by its tag, or what there is instead. */
function tagged(circuit: Circuit, tag: string): Result<Device> {
  const device = deviceByTag(circuit, tag);
  return device
    ? fine(device)
    : wrong({ code: 'no-such-device', at: tag, message: `There is no device ${tag}. There are ${tagsOf(circuit)}.` });
}

/** What every likely mishap of a cable, a device or the whole circuit would do. */
export const swap = lineKind({
  facts: z.strictObject({ ...circuitFacts, of: z.string().max(20).optional() }),
  answer({ of, ...facts }, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { circuit, plan: network } = opened.value;
    const cable = Object.values(circuit.cables).find(({ tag }) => tag === of);
    const device = of === undefined || cable ? undefined : tagged(circuit, of);
    if (device && !device.ok) return device;
    const { rehearsed } = drain(rehearseView(network, { cable: cable?.id ?? null, device: device?.value.id ?? null }));
    return fine({
      mishaps: rehearsed.map(({ mishap, word, verdict, says, first, tells }) => ({ mishap, outcome: word, verdict, says, first, tells })),
    });
  },
});

/** What stays live once these devices are open. */
export const live = lineKind({
  facts: z.strictObject({ ...circuitFacts, open: z.array(z.string().max(20)).max(50) }),
  answer({ open, ...facts }, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { circuit } = opened.value;
    const ids: Device['id'][] = [];
    for (const tag of open) {
      const device = tagged(circuit, tag);
      if (!device.ok) return device;
      ids.push(device.value.id);
    }
    const { live: still, statesSeen, untried } = drain(staysLiveView(circuit, ids));
    return fine({
      live: still.map(({ spelled, isHot, volts, words }) => ({ terminal: spelled, isHot, volts, words })),
      statesSeen,
      untried,
    });
  },
});

/** What has to be done at a panel to bring it from one circuit to another. */
export const diff = lineKind({
  facts: z.strictObject({ ...circuitFacts, to: circuitFacts.circuit, figures: z.boolean().optional() }),
  answer({ to, figures = false, ...facts }, desk) {
    const before = desk.open(facts);
    if (!before.ok) return before;
    const after = desk.open({ circuit: to });
    if (!after.ok) return after;
    const set = changeSet(before.value.circuit, after.value.circuit);
    return fine({
      changes: tellChangeSet(before.value.circuit, after.value.circuit, set),
      testAgain: set.testAgain.flatMap((id) => after.value.circuit.devices[id]?.tag ?? []),
      // every likely mishap of both is solved for it: only where it is asked for
      figures: figures ? { was: variantFigures(before.value.circuit), is: variantFigures(after.value.circuit) } : null,
    });
  },
});

/** A panel as it is laid out, or as the program would lay it out: where things stand, lengths, ducts, heat, what is wrong. */
export const layout = lineKind({
  facts: z.strictObject({ ...withPractice, panel: z.string().max(60).optional(), place: z.boolean().optional() }),
  answer({ panel, place = false, practice = DEFAULT_PRACTICE, ...facts }, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const first = mountingView(opened.value.explored(), practice, null);
    const wanted =
      panel === undefined ? first.shown?.place : first.panels.find(({ name }) => name.toLowerCase() === panel.toLowerCase())?.place;
    const names = first.panels.map(({ name }) => name).join(', ') || 'none';
    if (wanted === undefined)
      return wrong({ code: 'no-such-panel', at: panel ?? 'panel', message: `There is no panel "${panel ?? ''}". There are: ${names}.` });
    const as = (of: typeof opened.value) => mountingView(of.explored(), practice, wanted).shown;
    const was = as(opened.value);
    const applied = place && was ? applyChanges(opened.value.circuit, [...was.placement]) : undefined;
    if (applied && !applied.ok) return applied;
    const placed = applied && desk.open({ circuit: applied.value.circuit });
    if (placed && !placed.ok) return placed;
    const shown = placed ? as(placed.value) : was;
    if (!shown) return wrong({ code: 'no-panel', at: 'panel', message: `Nothing of this circuit is in a panel. There are: ${names}.` });
    const { name, size, mounts, bodies, routes, ducts, heat, spareShare, doubts } = shown;
    return fine({
      panel: name,
      size,
      mounts,
      bodies: bodies.map(({ tag, at, widthMm, heightMm, heldBy, isTypical, watts }) => ({
        tag,
        at,
        widthMm,
        heightMm,
        heldBy,
        isTypical,
        watts,
      })),
      wires: routes.map(({ number, metres, isWhole }) => ({ number, metres, isWhole })),
      ducts: ducts.map(({ words, share, wires, depthMm, isDepthTypical }) => ({ duct: words, share, wires, depthMm, isDepthTypical })),
      heat,
      spareShare,
      doubts: doubts.map(({ verdict, title, remedy, source }) => ({ verdict, title, remedy, source })),
    });
  },
});

/** Whether two points share a node: by wires alone, once something lets through, or not at all. */
export const share = lineKind({
  facts: z.strictObject({ ...circuitFacts, a: z.string().max(30), b: z.string().max(30) }),
  answer({ a, b, ...facts }, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { circuit, plan: network } = opened.value;
    const one = findTerminal(circuit, catalogue, a);
    if (!one.ok) return one;
    const other = findTerminal(circuit, catalogue, b);
    if (!other.ok) return other;
    return fine(betweenView(network, one.value, other.value));
  },
});

/** The whole way of a wire, or of every wire on a terminal, through strips, splices and halves of plugs. */
export const follow = lineKind({
  facts: z.strictObject({ ...circuitFacts, wire: z.string().max(30) }),
  answer({ wire, ...facts }, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const { circuit, plan: network } = opened.value;
    const all = Object.values(circuit.conductors);
    const terminal = wire.includes(':') ? findTerminal(circuit, catalogue, wire) : undefined;
    if (terminal && !terminal.ok) return terminal;
    const wanted = all.filter(({ number, ends }) => (terminal ? ends.includes(terminal.value) : number === wire));
    if (wanted.length === 0)
      return wrong({
        code: 'no-such-wire',
        at: 'wire',
        message: terminal
          ? `No wire lies on ${wire}.`
          : `No wire has the number ${wire}. Name a wire by its number or by a terminal that it lies on, like K1:A1.`,
      });
    // several pieces of one way are told once
    const ways = new Map(
      wanted.map(({ id }) => [JSON.stringify([...followView(network, id).hops.map((hop) => hop.wire)].sort()), followView(network, id)]),
    );
    return fine({
      ways: [...ways.values()].map(({ start, hops, ends }) => ({
        start: start?.spelled ?? null,
        hops: hops.map(({ words, branch }) => ({ words, branch })),
        ends,
      })),
    });
  },
});
