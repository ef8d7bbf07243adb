import { act, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Provider } from 'react-redux';
import { describe, expect, it } from 'vitest';
import { deviceIdSchema } from '#core/circuit';
import { rowPanel, unitPanel } from '../../../core/src/testing/panel';
import { benchSlice } from '../../src/store/bench';
import { store } from '../../src/store/store';
import { useStoreEffect } from '../../src/store/useStoreEffect';
import { Alike } from '../../src/ui/Alike';
import { lay } from './server';
import { showStage } from './show';

const DEVICES = 60;

describe('a large panel', () => {
  it('has a list of its devices, and the rail says as many are to be chosen as the page', async () => {
    lay('Q1', unitPanel(DEVICES));
    const { user } = await showStage('Q1', 'parts');
    const list = await screen.findByRole('combobox', { name: 'Device' });
    expect(within(list).getAllByRole('option').length).toBeGreaterThan(40);
    await waitFor(() => expect(screen.getByText(/\d+ to choose$/, { selector: 'main *' })).toBeTruthy(), { timeout: 30_000 });
    const counted = /^(\d+) devices · (\d+) settled · (\d+) to choose$/.exec(
      screen.getByText(/\d+ to choose$/, { selector: 'main *' }).textContent!,
    )!;
    expect(Number(counted[2]) + Number(counted[3])).toBe(Number(counted[1]));
    expect(Number(counted[3])).toBeGreaterThan(0);
    const stage = screen.getByRole('link', { name: /^Parts/ });
    expect(stage.textContent).toBe(`Parts${counted[3]} to choose`);
    // one to choose after the other, as they are marked
    const first = store.getState().bench.device;
    await user.click(screen.getByRole('button', { name: 'The next one to choose' }));
    expect(store.getState().bench.device).not.toBe(first);
    expect((list as HTMLSelectElement).selectedOptions[0]!.closest('optgroup')!.label).toMatch(/^To choose, \d+$/);
  }, 60_000);

  it('names its supplies once each, T2 before T10, and what is wrong with them before them', async () => {
    lay('Q1', unitPanel(100));
    await showStage('Q1', 'supply');
    const table = await screen.findByRole('table', { name: 'Supplies' }, { timeout: 30_000 });
    const tags = within(table)
      .getAllByRole('button')
      .map(({ textContent }) => textContent);
    expect(tags.slice(0, 4)).toEqual(['G1', 'T1', 'T2', 'T3']);
    expect(tags.length).toBeGreaterThan(10);
    expect(screen.getByText(/^Never to meet, any of \d+ with another/).parentElement!.textContent).toContain('T1, T2, T3, T4');
    const [findings] = screen.getAllByText('Findings about supply and protection');
    expect(findings!.compareDocumentPosition(table) & Node.DOCUMENT_POSITION_FOLLOWING).toBeTruthy();
    expect(screen.getAllByRole('button', { name: /^\d+ more like this: / }).length).toBeGreaterThan(0);
  }, 60_000);

  it('asks what is opened from a list, and says what stays live beside it', async () => {
    lay('Q1', unitPanel(100));
    const { user } = await showStage('Q1', 'wiring');
    await user.click(await screen.findByRole('tab', { name: 'What stays live' }, { timeout: 30_000 }));
    const list = await screen.findByRole('combobox', { name: 'Open one more' }, { timeout: 30_000 });
    const group = within(screen.getByRole('group', { name: 'Opened' }));
    const [more, opened] = [within(list).getAllByRole('option').length, group.queryAllByRole('button').length];
    await user.selectOptions(list, within(list).getAllByRole('option')[1]!);
    expect([within(list).getAllByRole('option').length, group.getAllByRole('button').length]).toEqual([more - 1, opened + 1]);
    const [first] = group.getAllByRole('button', { pressed: true });
    await user.click(first!);
    expect(within(list).getAllByRole('option').length).toBe(more);
  }, 60_000);

  it('where one transformer feeds hundreds of loads the heaviest are listed, and all on demand', async () => {
    lay('Q1', rowPanel(80));
    const { user } = await showStage('Q1', 'prove');
    act(() => void store.dispatch(benchSlice.actions.deviceSelected(deviceIdSchema.parse('dT1'))));
    const rest = await screen.findByRole('button', { name: /^and \d+ more, .* VA held$/ }, { timeout: 30_000 });
    const listed = () => within(screen.getByRole('complementary', { name: 'Plate' })).getAllByText(/in-rush VA$/).length;
    const [before, more] = [listed(), Number(/\d+/.exec(rest.textContent!)![0])];
    await user.click(rest);
    expect(listed()).toBe(before + more);
  }, 60_000);
});

describe('a list of much that is alike', () => {
  const draw = (all: readonly { id: string; kind: string; devices: string[] }[]) =>
    render(
      <Alike
        all={all}
        kindOf={({ kind }) => kind}
        keyOf={({ id }) => id}
        namesOf={({ devices }) => devices}
        draw={({ id }) => <p data-one={id}>{id}</p>}
      />,
    );
  const many = (kind: string, count: number) =>
    Array.from({ length: count }, (_, index) => ({ id: `${kind}${count - index}`, kind, devices: ['G1', `Q${count - index}`] }));
  const shown = () => [...document.querySelectorAll('[data-one]')].map((one) => one.getAttribute('data-one'));

  it('shows few of a kind whole, in the order in which they come', () => {
    draw([...many('a', 4), ...many('b', 1)]);
    expect(shown()).toEqual(['a4', 'a3', 'a2', 'a1', 'b1']);
  });

  it('of many the first by name, names the others by what is not common to all, and shows them when it is asked to', async () => {
    draw([...many('a', 12), ...many('b', 2)]);
    expect(shown()).toEqual(['a1', 'a2', 'b2', 'b1']);
    const rest = screen.getByRole('button');
    expect(rest.textContent).toBe('10 more like this: Q3, Q4, Q5, Q6, Q7, Q8, Q9, Q10, …');
    await userEvent.click(rest);
    expect(shown()).toHaveLength(14);
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('names nothing where they differ in nothing that has a name', () => {
    draw(many('a', 6).map((one) => ({ ...one, devices: ['G1'] })));
    expect(screen.getByRole('button').textContent).toBe('4 more like this');
  });
});

const done: string[] = [];
function Follower() {
  useStoreEffect(
    ({ bench }) => [bench.speed] as const,
    ([speed]) => {
      done.push(`at ${speed}`);
      return () => void done.push(`undo ${speed}`);
    },
  );
  return null;
}

describe('an effect of the store', () => {
  it('is done at the act, before anything is drawn, once for each change, and what it gave back before the next', () => {
    done.length = 0;
    const { unmount } = render(
      <Provider store={store}>
        <Follower />
      </Provider>,
    );
    const { speed } = store.getState().bench;
    const other = speed === 5 ? 20 : 5;
    // not within act(): nothing is drawn here
    store.dispatch(benchSlice.actions.sped(other));
    expect(done).toEqual([`at ${speed}`, `undo ${speed}`, `at ${other}`]);
    store.dispatch(benchSlice.actions.sped(other));
    expect(done).toHaveLength(3);
    unmount();
    store.dispatch(benchSlice.actions.sped(speed));
    expect(done).toEqual([`at ${speed}`, `undo ${speed}`, `at ${other}`, `undo ${other}`]);
  });
});
