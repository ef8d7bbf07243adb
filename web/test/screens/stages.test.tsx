import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { checkStudy, studyOf } from '#core/check';
import { layoutPaths } from '#core/draw';
import { explore } from '#core/explore';
import { planNetwork } from '#core/network';
import { amps } from '#core/units';
import { DEMO, demo } from '../../../core/src/testing/demo';
import { show, showStage } from './show';

const rail = () =>
  within(screen.getByRole('navigation', { name: 'Stages' }))
    .getAllByRole('link')
    .map(({ textContent }) => textContent);

describe.each(DEMO)('%s', (name) => {
  const circuit = demo(name);
  const study = studyOf(circuit, explore(circuit));
  const bad = checkStudy(study).filter(({ verdict }) => verdict !== 'good' && verdict !== 'look');

  it('is drawn whole: every symbol of the sheet has its mark, and the rail says how much is to be fixed', async () => {
    await showStage(name, 'prove');
    const drawn = layoutPaths(planNetwork(circuit)).bands.flatMap(({ symbols }) => symbols.map(({ id }) => id));
    const shown = [...document.querySelectorAll('[data-symbol]')].map((one) => one.getAttribute('data-symbol'));
    expect(shown.sort()).toEqual(drawn.sort());
    expect(rail().find((words) => words.startsWith('Prove'))).toBe(bad.length > 0 ? `Prove${bad.length} to fix` : 'Provesound');
  });

  it('lists its sources and loads with what they take', async () => {
    await showStage(name, 'supply');
    const text = screen.getByRole('table', { name: 'Loads' }).textContent ?? '';
    for (const { device, part } of study.exploration.plan.parts)
      if ((part.kind === 'coil' && !part.id.startsWith('coil-')) || part.kind === 'motor' || part.kind === 'motor3')
        expect(text).toContain(device.tag);
    const rows = within(screen.getByRole('table', { name: 'Supplies' }))
      .getAllByRole('row')
      .slice(1);
    const feeds = study.exploration.plan.parts.filter(({ part }) => part.kind === 'transformer' || part.kind === 'source');
    expect(rows.length).toBeGreaterThanOrEqual(new Set(feeds.map(({ device }) => device.id)).size);
  });
});

describe('what a load row says is what was solved', () => {
  it('K1 of Q1: its volts at most, its held and closing amps', async () => {
    const circuit = demo('Q1');
    const seen = explore(circuit);
    await showStage('Q1', 'supply');
    const k1 = seen.plan.parts.find(({ device, part }) => device.tag === 'K1' && part.kind === 'coil')!;
    const [row] = within(screen.getByRole('table', { name: 'Loads' }))
      .getAllByRole('row')
      .filter(({ textContent }) => textContent?.startsWith('K1'));
    expect(row!.textContent).toContain(`${seen.loads.get(k1.index)!.highestV.toFixed(1)} V`);
    expect(row!.textContent).toContain(amps(seen.loads.get(k1.index)!.runA));
    expect(seen.coils.get(k1.index)!.highest.volts).toBeCloseTo(seen.loads.get(k1.index)!.highestV, 6);
  });
});

describe('addresses', () => {
  it.each([
    ['/nowhere', 'Jobs'],
    ['/stock', 'Stock'],
    ['/handbook', 'Handbook'],
  ])('%s shows %s', async (path, title) => {
    show(path);
    expect((await screen.findByRole('heading', { level: 1 })).textContent).toMatch(new RegExp(`^${title}`));
  });
  it('a circuit that is not there is said, with a way back', async () => {
    show('/circuits/00000000-0000-4000-8000-00000000ffff/prove');
    expect((await screen.findByRole('alert')).textContent).toContain('no such circuit');
    expect(screen.getByRole('link', { name: 'Back to all jobs' }).getAttribute('href')).toBe('/');
  });
});
