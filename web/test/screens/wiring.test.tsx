import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { conductorIdSchema } from '#core/circuit';
import { demo } from '../../../core/src/testing/demo';
import { edited } from '../../../core/src/testing/edits';
import { benchSlice } from '../../src/store/bench';
import { store } from '../../src/store/store';
import { kept, lay } from './server';
import { showStage } from './show';

const grid = () => screen.findByRole('grid', { name: 'Wires' }, { timeout: 60_000 });
const landed = () => document.querySelector('[data-landed]')?.textContent ?? '';
const tab = async (user: Awaited<ReturnType<typeof showStage>>['user'], name: string) => user.click(screen.getByRole('tab', { name }));

describe('the wiring of a circuit', () => {
  it('is drawn with every terminal and wire, and listed', async () => {
    await showStage('L1A', 'wiring');
    await grid();
    const circuit = demo('L1A');
    await waitFor(() => expect(document.querySelectorAll('[data-wire]')).toHaveLength(Object.keys(circuit.conductors).length), {
      timeout: 60_000,
    });
    expect(document.querySelectorAll('[data-block]')).toHaveLength(Object.keys(circuit.devices).length);
    expect(screen.getByText('21 of 21 wires')).toBeDefined();
    expect(landed()).toContain('0 of 42 ends landed');
  });

  it('a tick is shown at once, kept while the server does not answer, and sent when it does', async () => {
    const { user } = await showStage('L1A', 'wiring');
    const rows = within(await grid());
    await user.type(screen.getByRole('textbox', { name: /Search wires/ }), 'Y1:L');
    await user.type(screen.getByRole('textbox', { name: 'ticked by' }), 'Wren');
    kept.refuse = 'PostgreSQL does not answer.';
    await user.click(rows.getByRole('button', { name: 'Y1:L landed' }));
    expect(landed()).toContain('1 of 42 ends landed');
    await screen.findByText(/are sent when the server answers: .*does not answer/);
    expect(localStorage.getItem('mando.landings')).toContain('"Y1:L"');
    expect(kept.landings).toEqual([]);
    kept.refuse = undefined;
    await user.click(rows.getByRole('button', { name: 'Y1:L tug-tested' }));
    await waitFor(
      () =>
        expect(kept.landings.map(({ act, by }) => [act, by])).toEqual([
          ['landed', 'Wren'],
          ['tugged', 'Wren'],
        ]),
      { timeout: 20_000 },
    );
    await waitFor(() => expect(landed()).not.toContain('not saved'));
    expect(landed()).toContain('1 tug-tested');
    // pressed again it is taken back: an entry more, none less
    await user.click(rows.getByRole('button', { name: 'Y1:L landed' }));
    await waitFor(() => expect(kept.landings.map(({ act }) => act)).toEqual(['landed', 'tugged', 'undone']));
    expect(landed()).toContain('0 of 42');
  });

  it('a danger stands against the tick until somebody signs for it, and against ferrules', async () => {
    lay('L1A', edited(demo('L1A'), { type: 'describeConductor', conductor: conductorIdSchema.parse('w08'), to: { insulationV: 50 } }));
    const { user } = await showStage('L1A', 'wiring');
    await grid();
    store.dispatch(benchSlice.actions.conductorSelected(conductorIdSchema.parse('w08')));
    const plate = await waitFor(() => {
      const found = document.querySelector<HTMLElement>('[data-wire-plate]');
      if (!found) throw new Error('no plate yet');
      return found;
    });
    await waitFor(() => expect(plate.textContent).toContain('is insulated for 50.0 V and meets 230 V'));
    expect((within(plate).getByRole('button', { name: 'Y1:L landed' }) as HTMLButtonElement).disabled).toBe(true);
    await user.type(within(plate).getByRole('textbox', { name: 'Signed for, because' }), 'sleeved to 500 V');
    await user.click(within(plate).getByRole('button', { name: 'Sign for it and tick' }));
    await waitFor(() =>
      expect(kept.landings.map((one) => 'signed' in one && [one.spelled, one.signed])).toEqual([
        ['X1:4', 'sleeved to 500 V'],
        ['Y1:L', 'sleeved to 500 V'],
      ]),
    );
    await tab(user, 'Labels');
    expect((await screen.findByRole('button', { name: /ferrules \(PDF/ })) as HTMLButtonElement).toHaveProperty('disabled', true);
  });

  it('a reading beside a stage is compared as it is typed: a number, an open line, and what is neither', async () => {
    const { user } = await showStage('L1A', 'wiring');
    await grid();
    await tab(user, 'Landing plan');
    const stage = within(await screen.findByRole('region', { name: 'Stage 1' }, { timeout: 60_000 }));
    const box = stage.getByRole('textbox', { name: /^Reading/ });
    for (const [typed, told] of [
      ['0.1', 'as it should be'],
      ['12 Ω', 'should be 0.1'],
      ['OL', 'not where it belongs'],
      ['lots', 'is no reading'],
    ] as const) {
      await user.clear(box);
      await user.type(box, typed);
      expect(stage.getByRole('status').textContent).toContain(told);
    }
    expect(document.querySelector('[data-ready]')?.textContent).toContain(
      'Not ready for power: 42 ends are not landed; 13 dead stages have no reading; 1 reading is not as it should be',
    );
  });

  it('of an empty circuit says where a first device comes from', async () => {
    const { document: blank } = {
      document: { ...demo('L1A'), devices: {}, conductors: {}, cables: {}, places: {}, complaints: [], pairs: [] },
    };
    lay('L1A', { ...blank, powerSwitch: { control: { open: [], lift: [] }, isolated: { open: [], lift: [] }, staysOn: [] } });
    await showStage('L1A', 'wiring');
    await screen.findByRole('heading', { name: 'Nothing is in this circuit yet' });
  });
});
