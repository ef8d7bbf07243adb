import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { processIdSchema } from '#core/circuit';
import { demo } from '../../../core/src/testing/demo';
import { ODD } from '../../../core/src/testing/odd';
import { rowPanel } from '../../../core/src/testing/panel';
import { benchSlice } from '../../src/store/bench';
import { store } from '../../src/store/store';
import { circuitId, JOB, kept, lay } from './server';
import { show, showStage } from './show';

const state = () => store.getState();
const hand = () => document.querySelector('[data-hand]')!;

describe('a part in the hand', () => {
  const opened = async () => {
    const shown = await showStage('Q1', 'parts');
    await shown.user.click(screen.getByRole('tab', { name: 'Will this one do?' }));
    return shown;
  };
  it('a look-alike is refused by its coil; the right coil alone clears nothing; the whole print does', async () => {
    const { user } = await opened();
    await user.click(screen.getByRole('button', { name: '208–240 V 60 Hz' }));
    await waitFor(() => expect(hand().getAttribute('data-hand')).toBe('danger'));
    expect(hand().textContent).toMatch(/Do not fit it.*Dead\. 25\.\d V at the coil; needs 177 V/s);
    await user.click(screen.getByRole('button', { name: '24 V 50/60 Hz' }));
    await waitFor(() => expect(hand().getAttribute('data-hand')).toBe('cannot-clear'));
    await user.click(screen.getByRole('button', { name: 'Same print as the old one' }));
    await waitFor(() => expect(hand().getAttribute('data-hand')).toBe('good'));
  });
  it.each([
    ['24 V', 'AC or DC is not in it'],
    ['large', 'holds no volts'],
  ])('a coil typed as "%s" is not guessed: %s', async (typed, says) => {
    const { user } = await opened();
    await user.type(screen.getByRole('textbox', { name: 'or typed' }), `${typed}{Enter}`);
    expect(screen.getByRole('alert').textContent).toContain(says);
    await waitFor(() => expect(hand().getAttribute('data-hand')).toBe('cannot-clear'));
  });
});

describe('from a few facts', () => {
  it('a load and its control become a circuit that is judged; a number that may be two is asked about', async () => {
    const { user } = show(`/jobs/${JOB}/brief`);
    const field = async (name: string) => screen.findByRole('textbox', { name });
    await user.type(await field('Line'), '240');
    await user.type(await field('Power'), '3');
    expect(await screen.findByText(/17 A running, 102 A locked\./)).toBeTruthy();
    await user.type(await field('Transformer'), '1,500');
    expect(await screen.findByText(/may be 1\.500 or 1500/)).toBeTruthy();
  });
});

describe('a process', () => {
  it('is read by its floats: set by hand it is in the log, out of its range it is told', async () => {
    const tank = ODD.tank!;
    lay('Q9', tank);
    const { user } = await showStage('Q9', 'prove');
    const field = screen.getByRole('textbox', { name: 'tank' });
    await user.type(field, '150{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('from 0 to 100 %');
    fireEvent.change(field, { target: { value: '20' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(state().bench.log).toMatchObject([{ process: processIdSchema.parse('vlevel'), to: 20 }]);
    store.dispatch(benchSlice.actions.powerTurned('on'));
    store.dispatch(benchSlice.actions.played(false));
    store.dispatch(benchSlice.actions.movedTo(1000));
    await waitFor(() => expect(document.querySelector('[data-process]')!.textContent).toMatch(/^(20|19\.9)/));
  });
});

describe('more than one person', () => {
  it('what both changed is put before a person, who picks; theirs is kept until then', async () => {
    const { user } = await showStage('Q1', 'prove');
    fireEvent.click(document.querySelector('[data-symbol="dK1:coil"]')!);
    kept.clash = { words: 'K1 Coil volts to 120', revision: 4 };
    const volts = screen.getByRole('textbox', { name: 'Coil volts' });
    await user.clear(volts);
    await user.type(volts, '240{Enter}');
    const dialog = await screen.findByRole('alertdialog', { name: 'The same thing was changed elsewhere' });
    expect(dialog.textContent).toContain('Revision 4 already holds another change');
    kept.clash = undefined;
    await user.click(within(dialog).getByRole('button', { name: 'Keep theirs' }));
    await waitFor(() => expect(screen.queryByRole('alertdialog')).toBeNull());
    expect(state().document.now!.devices.dK1!.nameplate.coilV?.value).toBe(24);
    expect(state().sync.unsent).toEqual([]);
  });
});

describe('an odd circuit', () => {
  it('with nothing in it is called neither settled nor sound', async () => {
    lay('Q9', { ...demo('Q9'), devices: {}, conductors: {}, complaints: [] });
    show(`/circuits/${circuitId('Q9')}/prove`);
    expect(await screen.findByRole('heading', { name: 'Nothing is in this circuit yet' })).toBeTruthy();
    const rail = screen.getByRole('navigation', { name: 'Stages' }).textContent!;
    expect(rail).not.toMatch(/sound|settled/);
  });
  it('without a complaint says what Find begins with', async () => {
    lay('Q9', { ...demo('Q9'), complaints: [] });
    await showStage('Q9', 'find');
    expect(screen.getByRole('heading', { name: 'What does not work?' })).toBeTruthy();
    expect(screen.getByText(/With the power isolated nothing should come on/)).toBeTruthy();
  });
  it('of 120 devices is drawn where it is looked at, and every line leads to its own', async () => {
    lay('Q9', rowPanel(120));
    show(`/circuits/${circuitId('Q9')}/prove`);
    const lines = await screen.findByRole('combobox', { name: 'Line of the sheet' }, { timeout: 30_000 });
    const drawn = () => document.querySelectorAll('[data-symbol]').length;
    await waitFor(() => expect(drawn()).toBeGreaterThan(0));
    expect(drawn()).toBeLessThan(60);
    const tagged = [...lines.querySelectorAll('option')].find(({ textContent }) => /\bK39\b/.test(textContent))!;
    expect(document.querySelector('[data-symbol^="dK39:"]')).toBeNull();
    fireEvent.change(lines, { target: { value: tagged.value } });
    await waitFor(() => expect(document.querySelector('[data-symbol^="dK39:"]')).not.toBeNull());
  });
});

describe('a print typed at the counter', () => {
  it.each([
    ['A1-A2 24V AC 50/60Hz 7,5 VA', /Read: 24 V AC, 50 or 60 Hz, 7\.5 VA held\./],
    ['120/240 V 60 Hz', /Read: 120 or 240 V AC, 60 Hz\..*Say how the halves are joined/s],
    ['24 VDC blue', /Read: 24 V DC\..*left out: BLUE/s],
  ])('"%s" is told back', async (typed, says) => {
    const { user } = await showStage('Q1', 'parts');
    await user.click(screen.getByRole('tab', { name: 'Will this one do?' }));
    await user.type(screen.getByRole('textbox', { name: 'or typed' }), `${typed}{Enter}`);
    await waitFor(() => expect(document.querySelector('[data-print-read]')!.textContent).toMatch(says));
  });
});
