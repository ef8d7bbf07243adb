import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { spellPoint } from '#core/circuit';
import { drain } from '#core/explore';
import { bestNext, predicting, verdictOf } from '#core/find';
import { planNetwork } from '#core/network';
import { demo, on, powered } from '../../../core/src/testing/demo';
import { dev } from '../../../core/src/testing/ids';
import { unitPanel } from '../../../core/src/testing/panel';
import { store } from '../../src/store/store';
import { lay } from './server';
import { showStage } from './show';

const opened = async () => {
  const shown = await showStage('Q1', 'find');
  await answered();
  return shown;
};
const answered = () => waitFor(() => expect(document.querySelector('[data-answer="current"]')).not.toBeNull(), { timeout: 60_000 });
const find = () => store.getState().find;

describe('fault finding', () => {
  it('advises the test that the core advises, with its outcomes', async () => {
    const circuit = demo('Q1');
    const predictions = drain(predicting(planNetwork(circuit), circuit.complaints[0]!));
    const evidence = { seen: { K1: false }, measured: [] };
    const advice = bestNext(predictions, evidence, {})!;
    await opened();
    const card = document.querySelector('[data-advice]') as HTMLElement;
    expect(card.textContent).toContain(spellPoint(circuit, advice.test.red));
    expect(card.textContent).toContain(spellPoint(circuit, advice.test.black));
    expect(within(card).getAllByRole('button', { name: /V.*%$/ })).toHaveLength(advice.outcomes.length);
    const [top] = verdictOf(predictions, evidence).ranked;
    expect(screen.getByRole('heading', { name: 'Suspects' }).parentElement!.textContent).toContain(`${Math.round(top!.share * 100)} %`);
  });

  it('a reading that is none is told and changes nothing; a good one moves the suspects, and can be undone', async () => {
    const { user } = await opened();
    const field = screen.getByRole('textbox', { name: 'Reading in volts' });
    for (const bad of ['abc', '9999', ' ']) {
      await user.clear(field);
      await user.type(field, `${bad}{Enter}`);
      expect(screen.getByRole('alert').textContent!.length).toBeGreaterThan(10);
      expect(find().measured).toEqual([]);
    }
    await user.clear(field);
    await user.type(field, '26,1{Enter}');
    expect(find().measured).toMatchObject([{ volts: 26.1 }]);
    await answered();
    await waitFor(() => expect(screen.getByText(/^1 reading ·/)).toBeTruthy());
    await user.click(screen.getByRole('button', { name: 'Undo last' }));
    expect(find().measured).toEqual([]);
  });

  it('of a large panel what is not as it should be is a button, and the rest is said from a list', async () => {
    const { complaints } = demo('Q1');
    lay('Q9', {
      ...unitPanel(200),
      complaints: [{ ...complaints[0]!, about: dev('dM12'), log: [powered, on('TC12', 'heating', 10)], atMs: 60_000 }],
    });
    const { user } = await showStage('Q9', 'find');
    await answered();
    const group = () => within(screen.getByRole('group', { name: 'What is seen and heard' }));
    expect(
      group()
        .getAllByRole('button')
        .map(({ textContent }) => textContent),
    ).toEqual(['M12 not on, should be on']);
    const list = group().getByRole('combobox', { name: 'Say what is seen of another' });
    const coils = [...list.querySelectorAll('option')].flatMap(({ textContent }) => /^(K\d+) is /.exec(textContent)?.[1] ?? []);
    expect([...new Set(coils)]).toEqual(Array.from({ length: 28 }, (_, k) => `K${k + 1}`));
    await user.selectOptions(list, 'K12 is not on, should be on');
    expect(find().seen).toEqual({ K12: false });
    await answered();
    await waitFor(() => expect(group().getByRole('button', { name: 'K12 not on, should be on' })).toBeTruthy());
  });

  it('what is seen is said by pressing, and goes back by pressing again', async () => {
    const { user } = await opened();
    await user.click(screen.getByRole('button', { name: 'K3 not looked at' }));
    expect(find().seen.K3).toBeDefined();
    await answered();
    const said = await screen.findByRole('button', { name: /^K3 (on|not on)/ });
    const was = find().seen.K3;
    await user.click(said);
    expect(find().seen.K3).toBe(!was);
  });

  it('a hidden fault is found by reading the bench meter as advised', async () => {
    const { user } = await opened();
    const choose = screen.getByRole('combobox', { name: 'Hide a fault of your choice' });
    const option = within(choose).getByRole('option', { name: 'K1 coil open' });
    await user.selectOptions(choose, option);
    await answered();
    for (let turn = 0; turn < 8 && !document.querySelector('[data-found]'); turn++) {
      const before = find().measured.length;
      await user.click(screen.getByRole('button', { name: 'Take it from the bench meter' }));
      await waitFor(() => expect(find().measured.length).toBe(before + 1));
      await answered();
    }
    expect(document.querySelector('[data-found]')!.textContent).toContain('K1 coil open');
    expect(document.querySelector('[data-found]')!.textContent).toContain('That is what was hidden.');
    await user.click(screen.getByRole('button', { name: 'Give up, take it out' }));
    expect(store.getState().bench.hidden).toBeNull();
  });
});

describe('found is a verdict', () => {
  it('a reading that nothing expects raises none of these, and says what speaks against the first', async () => {
    const { user } = await opened();
    const field = screen.getByRole('textbox', { name: 'Reading in volts' });
    for (const volts of ['26.1', '7', '190']) {
      await user.clear(field);
      await user.type(field, `${volts}{Enter}`);
      await answered();
    }
    await waitFor(() => expect(document.querySelector('[data-none]')).not.toBeNull());
    const none = Number(/(\d+) %/.exec(document.querySelector('[data-none]')!.textContent!)![1]);
    expect(none).toBeGreaterThan(20);
    expect(document.querySelector('[data-found]')).toBeNull();
    expect([...document.querySelectorAll('[data-against]')].map(({ textContent }) => textContent).join(' ')).toMatch(
      /reads 190 V; with .* it would read .* Read it again\./,
    );
  });
});
