import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { planCircuit } from '#core/graph';
import { DEMO, demo, SHIPPED, seededNumbers } from '../testing/demo';
import { end, wire } from '../testing/ids';
import { type Band, layoutPaths as layout, verifyBand } from './index';

const layoutPaths = (circuit: Circuit) => layout(planCircuit(circuit));

const wiredTerminals = (circuit: Circuit) =>
  new Set(Object.values(circuit.conductors).flatMap(({ ends }) => ends.filter((end) => end !== null)));
const drawnPoints = (bands: readonly Band[]) =>
  new Set(
    bands.flatMap(({ symbols, markers, earths }) => [
      ...symbols.flatMap(({ pins }) => pins.map(({ point }) => point)),
      ...markers.map(({ point }) => point),
      ...earths.map(({ point }) => point),
    ]),
  );

describe.each(SHIPPED)('the sheet of %s', (name) => {
  const circuit = demo(name);
  const sheet = layoutPaths(circuit);

  it('says what the netlist says, band by band, in lines', () => {
    for (const band of sheet.bands) {
      expect(verifyBand(band, sheet.netOf)).toEqual([]);
      expect(band.form).not.toBe('list');
    }
  });
  it('draws every wired terminal', () => {
    const drawn = drawnPoints(sheet.bands);
    expect([...wiredTerminals(circuit)].filter((terminal) => !drawn.has(terminal))).toEqual([]);
  });
  it('is the same picture however the file lists its things', () => {
    const shuffled: Circuit = {
      ...circuit,
      devices: Object.fromEntries(Object.entries(circuit.devices).reverse()),
      conductors: Object.fromEntries(Object.entries(circuit.conductors).reverse()),
    };
    expect(layoutPaths(shuffled).bands).toEqual(sheet.bands);
  });
  it('lays no text on a neighbour: symbols keep a cell, rows a pitch', () => {
    for (const { symbols } of sheet.bands)
      for (const [index, one] of symbols.entries())
        for (const other of symbols.slice(index + 1)) if (one.y === other.y) expect(Math.abs(one.x - other.x)).toBeGreaterThanOrEqual(52);
  });
  it('the checker notices nearly every segment that is taken away', () => {
    let [taken, noticed] = [0, 0];
    for (const band of sheet.bands) {
      band.segments.forEach((_, index) => {
        taken++;
        if (verifyBand({ ...band, segments: band.segments.filter((__, place) => place !== index) }, sheet.netOf).length > 0) noticed++;
      });
    }
    // an end of wire where nothing else of its net is drawn, or one drawn twice over, can be taken without loss
    expect(noticed / taken).toBeGreaterThan(0.85);
  });
});

it('of a bridge one contact has a row of its own, its ends numbered as on the lines that it joins', () => {
  const sheet = layoutPaths(demo('Q2'));
  const [band, ...others] = sheet.bands.filter(({ flags }) => flags.some(({ side }) => side === 'on'));
  expect(others).toEqual([]);
  const on = band!.flags.filter(({ side }) => side === 'on');
  expect(on.length).toBeGreaterThan(0);
  for (const { net, name, isJog } of on) {
    expect([isJog, name]).toEqual([true, expect.stringMatching(/^\d$/)]);
    expect(band!.flags.filter((flag) => flag.side !== 'on')).toContainEqual(expect.objectContaining({ net, name }));
    expect(band!.segments.filter((segment) => segment.net === net && segment.y1 === segment.y2)).not.toEqual([]);
  }
});

it('a coil names its contacts’ lines, an NC one apart, and a contact its coil’s line', () => {
  const symbols = layoutPaths(demo('Q1')).bands.flatMap((band) => band.symbols);
  const k2 = symbols.find(({ id }) => id === 'dK2:coil')!;
  const nc = symbols.find(({ id }) => id === 'dK2:2-5')!;
  expect(k2.refs).toEqual([-nc.line]);
  expect(nc.refs).toEqual([k2.line]);
});

it('two bridged lines go to list form and lose nothing', () => {
  const circuit = demo('Q1');
  const sample = Object.values(circuit.conductors)[0]!;
  // a tie from behind the timer's line to behind the fan contact makes no series-parallel path any more
  const bridged: Circuit = {
    ...circuit,
    conductors: {
      ...circuit.conductors,
      wx1: { ...sample, id: wire('wx1'), ends: [end('dPS1:1'), end('dK2:4')], cable: null },
      wx2: { ...sample, id: wire('wx2'), ends: [end('dK2:2'), end('dPS2:2')], cable: null },
    },
  };
  const sheet = layoutPaths(bridged);
  for (const band of sheet.bands) expect(verifyBand(band, sheet.netOf)).toEqual([]);
  const drawn = drawnPoints(sheet.bands);
  expect([...wiredTerminals(bridged)].filter((terminal) => !drawn.has(terminal))).toEqual([]);
});

it('120 randomly rewired circuits: nothing throws, what is drawn is true', () => {
  const random = seededNumbers(21);
  let [bands, lists, unsound] = [0, 0, 0];
  for (let k = 0; k < 120; k++) {
    const circuit = demo(DEMO[k % DEMO.length]!);
    const wires = Object.values(circuit.conductors);
    const moved = Object.fromEntries(
      wires.map((wire) => [
        wire.id,
        random() < 0.12
          ? {
              ...wire,
              ends: [wire.ends[0], random() < 0.3 ? null : wires[Math.floor(random() * wires.length)]!.ends[1]] as typeof wire.ends,
            }
          : wire,
      ]),
    );
    const sheet = layoutPaths({ ...circuit, conductors: moved });
    for (const band of sheet.bands) {
      bands++;
      if (band.form === 'list') lists++;
      if (verifyBand(band, sheet.netOf).length > 0) unsound++;
    }
  }
  console.log(`draw: ${bands} bands of rewired circuits, ${lists} as lists, ${unsound} not true`);
  expect(unsound).toBe(0);
});
