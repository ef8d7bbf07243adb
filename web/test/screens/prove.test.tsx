import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { bench, demo, on, powered } from '../../../core/src/testing/demo';
import { dev } from '../../../core/src/testing/ids';
import { benchSlice } from '../../src/store/bench';
import { store } from '../../src/store/store';
import { benchClient } from '../../src/worker/client';
import { circuitId, kept } from './server';
import { showStage } from './show';

const symbol = (id: string) => document.querySelector(`[data-symbol="${id}"]`) as SVGElement;
const pointAt = (id: string) => document.querySelector(`[data-point="${id}"]`) as SVGElement;
const reading = () => Number(document.querySelector('[data-reading]')?.getAttribute('data-reading'));
const state = () => store.getState();
/** The run is worked out and looked at. */
const settled = () => waitFor(() => expect(document.querySelector('[data-run="current"]')).not.toBeNull(), { timeout: 20_000 });
const moveTo = async (atMs: number) => {
  store.dispatch(benchSlice.actions.played(false));
  store.dispatch(benchSlice.actions.movedTo(atMs));
  await settled();
};

describe('the bench', () => {
  it('power, a call, and the meter reads what the solver says, on every setting', async () => {
    const { user } = await showStage('Q1', 'prove');
    await user.click(screen.getByRole('radio', { name: 'All on' }));
    fireEvent.click(screen.getByRole('button', { name: 'Call for cooling' }));
    await moveTo(300_000);
    for (const [lead, point] of [
      ['red', 'dK1:A1'],
      ['black', 'dK1:A2'],
    ] as const) {
      await user.click(screen.getByRole('button', { name: new RegExp(`^${lead} lead on`) }));
      fireEvent.click(pointAt(point));
    }
    const solved = bench(demo('Q1'), [powered, on('TC1', 'cooling', state().bench.log[1]!.atMs)]);
    await waitFor(() => expect(reading()).toBeCloseTo(solved.read(300_000, 'K1:A1,K1:A2'), 0));
    expect(screen.getByText('as expected')).toBeTruthy();
    await user.click(screen.getByRole('radio', { name: 'low impedance volts' }));
    await waitFor(() => expect(reading()).toBeCloseTo(solved.read(300_000, 'K1:A1,K1:A2', 'loz'), 0));
    await user.click(screen.getByRole('radio', { name: 'volts DC' }));
    await waitFor(() => expect(reading()).toBeCloseTo(0, 1));
  });

  it('a symbol selected shows its plate; a field typed wrong is told and changes nothing, typed right it is an edit that undo takes back', async () => {
    const { user } = await showStage('Q1', 'prove');
    fireEvent.click(symbol('dK1:coil'));
    const plate = screen.getByRole('complementary', { name: 'Plate' });
    expect(within(plate).getByRole('heading', { name: /^K1/ })).toBeTruthy();
    const volts = within(plate).getByRole('textbox', { name: 'Coil volts' });
    await user.clear(volts);
    await user.type(volts, 'abc{Enter}');
    expect(within(plate).getByRole('alert').textContent).toMatch(/number/i);
    expect(state().sync.revision).toBe(0);
    await user.clear(volts);
    await user.type(volts, '240{Enter}');
    await waitFor(() => expect(state().sync.revision).toBe(1));
    expect(kept.circuits.get(circuitId('Q1'))!.document.devices.dK1!.nameplate.coilV).toMatchObject({ value: 240, evidence: 'print' });
    await waitFor(() => expect(screen.getByRole('navigation', { name: 'Stages' }).textContent).toContain('to fix'), { timeout: 20_000 });
    fireEvent.keyDown(document.body, { key: 'z', ctrlKey: true });
    await waitFor(() => expect(state().sync.revision).toBe(2));
    expect(kept.circuits.get(circuitId('Q1'))!.document.devices.dK1!.nameplate.coilV).toMatchObject({ value: 24 });
  });

  it('a figure that stands there typed is judged before it is entered; another one than that is judged when it is', async () => {
    const { user } = await showStage('Q1', 'prove');
    const asked = vi.spyOn(benchClient(), 'ask');
    const types = () => asked.mock.calls.map(([type]) => type);
    const answered = () => Promise.all(asked.mock.results.map(({ value }) => (value as Promise<unknown>).catch(() => undefined)));
    act(() => void store.dispatch(benchSlice.actions.deviceSelected(dev('dT1'))));
    const plate = await screen.findByRole('complementary', { name: 'Plate' });
    const rating = within(plate).getByRole('textbox', { name: 'Rating' });
    await user.clear(rating);
    await user.type(rating, '15');
    const foreseen = () =>
      asked.mock.calls.flatMap(([type, ask]) =>
        type === 'foresee' && 'document' in ask ? [ask.document.devices.dT1!.nameplate.va?.value] : [],
      );
    await waitFor(() => expect(foreseen()).toContain(15));
    await act(answered);
    expect(plate.textContent).toContain('not entered yet');
    expect(state().document.now!.devices.dT1!.nameplate.va).not.toMatchObject({ value: 15 });
    asked.mockClear();
    await user.type(rating, '{Enter}');
    expect(types()).toContain('circuit');
    expect(types()).not.toContain('near');
    expect(plate.textContent).toContain('VA of 15');
    await waitFor(() => expect(within(plate).getByRole('textbox', { name: 'Rating' })).toHaveProperty('value', '15'));
    asked.mockClear();
    // entered before a hand could rest
    const again = within(plate).getByRole('textbox', { name: 'Rating' });
    fireEvent.change(again, { target: { value: '30' } });
    fireEvent.keyDown(again, { key: 'Enter' });
    await waitFor(() => expect(types()).toContain('near'));
    await waitFor(() => expect(plate.textContent).toContain('VA of 30'), { timeout: 20_000 });
    asked.mockRestore();
  });

  it('of another device the plate shows its beginning, where the verdict stands; of the same one it stays where it was', async () => {
    await showStage('Q1', 'prove');
    const choose = (id: string) => act(() => void store.dispatch(benchSlice.actions.deviceSelected(dev(id))));
    choose('dK1');
    const plate = screen.getByRole('complementary', { name: 'Plate' });
    plate.scrollTop = 300;
    fireEvent.click(pointAt('dK1:A1'));
    expect([state().bench.point, plate.scrollTop]).toEqual(['dK1:A1', 300]);
    choose('dT1');
    expect(plate.scrollTop).toBe(0);
  });

  it('an edit that the server refuses is taken back here and said', async () => {
    const { user } = await showStage('Q1', 'prove');
    fireEvent.click(symbol('dK1:coil'));
    kept.refuse = 'No room is left.';
    const volts = screen.getByRole('textbox', { name: 'Coil volts' });
    await user.clear(volts);
    await user.type(volts, '120{Enter}');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('No room is left.'));
    expect([state().document.now!.devices.dK1!.nameplate.coilV?.value, state().sync.unsent, state().undo.done]).toEqual([24, [], []]);
  });

  it('the sheet is walked by keys, leads are put by keys', async () => {
    await showStage('Q1', 'prove');
    const sheet = document.querySelector('svg[data-sheet]') as SVGElement;
    const press = (key: string) => fireEvent.keyDown(sheet, { key });
    press('ArrowDown');
    press('ArrowRight');
    const first = state().bench.point;
    expect(first).not.toBeNull();
    press('r');
    expect(state().bench.red).toBe(first);
    press('ArrowRight');
    press('b');
    expect(state().bench.black).not.toBe(first);
    fireEvent.keyDown(document.body, { key: '?' });
    expect((await screen.findByRole('dialog', { name: 'Keys and marks' })).textContent).toContain('operate the selected input');
  });

  it('a set fault does what it does in the run, and is taken out again', async () => {
    const { user } = await showStage('Q9', 'prove');
    await user.click(screen.getByRole('radio', { name: 'All on' }));
    const plan = bench(demo('Q9'), [powered]).plan;
    const coil = plan.parts.find(({ part }) => part.kind === 'coil')!;
    store.dispatch(benchSlice.actions.injected([{ device: coil.device.id, part: coil.part.id, mode: 'open' }]));
    await settled();
    expect(symbol(`${coil.device.id}:${coil.part.id}`)).not.toBeNull();
    store.dispatch(benchSlice.actions.injected([]));
    await settled();
    expect(state().bench.injected).toEqual([]);
  });

  it('what was done is on the timeline, row by row', async () => {
    const { user } = await showStage('Q1', 'prove');
    await user.click(screen.getByRole('radio', { name: 'All on' }));
    fireEvent.click(screen.getByRole('button', { name: 'Call for cooling' }));
    await settled();
    await waitFor(() => expect(screen.getByRole('img', { name: /^Timeline, [1-9]/ })).toBeTruthy());
    await user.click(screen.getByRole('button', { name: 'Reset' }));
    // with nothing done there is no time to show
    await waitFor(() => expect(screen.queryByRole('img', { name: /^Timeline/ })).toBeNull());
    expect(state().bench.log).toEqual([]);
  });
});
