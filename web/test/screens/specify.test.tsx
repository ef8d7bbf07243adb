import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { deviceByTag } from '#core/circuit';
import { drain } from '#core/explore';
import { candidatesFor, preparing } from '#core/fit';
import { DEFAULT_PRACTICE } from '#core/schools';
import { demo } from '../../../core/src/testing/demo';
import { stock } from '../../../core/src/testing/stock';
import { chosenDevices } from '../../src/bench/toDo';
import { deviceToFit, placeAhead } from '../../src/parts/placeAhead';
import { selectPractice } from '../../src/store/select';
import { server } from '../../src/store/server';
import { store } from '../../src/store/store';
import { circuitId, JOB, kept } from './server';
import { show, showStage } from './show';

const rows = () =>
  within(screen.getByRole('table', { name: 'Candidates' }))
    .getAllByRole('row')
    .slice(1)
    .filter(({ textContent }) => textContent !== '');
const tableOf = async () => {
  await waitFor(() => expect(rows().length).toBeGreaterThan(3));
  return rows();
};

it('a place that is looked at ahead is that of this circuit, practice and stock, and is given once', async () => {
  await showStage('Q1', 'parts');
  await screen.findByRole('table', { name: 'Candidates' }, { timeout: 30_000 });
  const state = store.getState();
  const now = state.document.now!;
  const { data: lines } = server.endpoints.stock.select()(state);
  const { id } = deviceToFit(now, chosenDevices(now), state.bench.device)!;
  const practice = selectPractice(state);
  const take = (by = practice) => placeAhead.take(id, now, by, lines);
  placeAhead.begin();
  expect(take({ ...practice })).toBeUndefined();
  expect(take()).toBeUndefined();
  placeAhead.begin();
  expect((await take())!.candidates!.length).toBeGreaterThan(20);
  expect(take()).toBeUndefined();
});

it('what fits is asked of the stock that is there, in the moment between its coming and its being told', async () => {
  await showStage('Q1', 'parts');
  await screen.findByRole('table', { name: 'Candidates' }, { timeout: 30_000 });
  const lines = server.endpoints.stock.select()(store.getState()).data!;
  const fewer = lines.filter(({ part }) => part.family.startsWith('contactor')).slice(0, 3);
  await store.dispatch(server.util.upsertQueryData('stock', undefined, fewer));
  const state = store.getState();
  const { data: there } = server.endpoints.stock.select()(state);
  const now = state.document.now!;
  placeAhead.begin();
  const place = await placeAhead.take(deviceToFit(now, chosenDevices(now), state.bench.device)!.id, now, selectPractice(state), there);
  expect(place!.candidates!.map(({ part }) => part.id).sort()).toEqual(fewer.map(({ part }) => part.id).sort());
});

describe('parts for a place', () => {
  it('the table lists what is judged, best first, with the verdict of the core', async () => {
    const circuit = demo('Q1');
    const place = drain(preparing(circuit, deviceByTag(circuit, 'K1')!.id, DEFAULT_PRACTICE))!;
    const judged = candidatesFor(place, stock);
    await showStage('Q1', 'parts');
    const shown = await tableOf();
    expect(shown[0]!.textContent).toContain(judged[0]!.part.title);
    for (const [index, row] of shown.slice(0, 6).entries()) expect(row.textContent).toContain(judged[index]!.part.title);
  });

  it('is searched by what is printed on the part; nothing that matches is said', async () => {
    const { user } = await showStage('Q1', 'parts');
    await tableOf();
    const search = screen.getByRole('textbox', { name: 'Search by what is printed on the part' });
    await user.type(search, '208-240');
    await waitFor(() => expect(rows().every(({ textContent }) => textContent!.includes('208'))).toBe(true));
    await user.clear(search);
    await user.type(search, 'zzz');
    await waitFor(() => expect(screen.getByText(/No part|Nothing/)).toBeTruthy());
  });

  it('a wrong coil picked is put into the circuit and told by what it does; fitted, it is one edit that undo takes back', async () => {
    const { user } = await showStage('Q1', 'parts');
    await user.type(screen.getByRole('textbox', { name: 'Search by what is printed on the part' }), 'bar 30 A, 208-240');
    await waitFor(() => expect(rows().length).toBeGreaterThan(0));
    const row = rows().find(({ textContent }) => textContent!.includes('208-240 V coil'))!;
    await user.click(row);
    const fit = await screen.findByRole('button', { name: /all the same/ });
    expect((fit as HTMLButtonElement).disabled).toBe(true);
    const measured = screen.getByRole('textbox', { name: 'Measured control volts' });
    fireEvent.change(measured, { target: { value: '120' } });
    expect(screen.getByRole('alert').textContent).toContain('You read 120 V where the circuit says');
    fireEvent.change(measured, { target: { value: '24.2' } });
    await user.click(fit);
    await waitFor(() => expect(store.getState().sync.revision).toBe(1));
    expect(kept.circuits.get(circuitId('Q1'))!.document.devices.dK1!.nameplate.coilV?.value).toBe(208);
    fireEvent.keyDown(document.body, { key: 'z', ctrlKey: true });
    await waitFor(() => expect(kept.circuits.get(circuitId('Q1'))!.document.devices.dK1!.nameplate.coilV?.value).toBe(24));
  });

  it('a place that was chosen keeps what is asked there: another device, another table', async () => {
    const { user } = await showStage('Q1', 'parts');
    await tableOf();
    await user.click(within(screen.getByRole('group', { name: 'Device' })).getByRole('button', { name: 'T1' }));
    await waitFor(() => expect(rows()[0]!.textContent).toMatch(/transformer/i));
    expect(screen.getByRole('heading', { name: /^T1, Control transformer/ })).toBeTruthy();
  });
});

describe('stock', () => {
  const file = (text: string) => new File([text], 'parts.csv', { type: 'text/csv' });
  const opened = async () => {
    const shown = show('/stock');
    await screen.findByRole('heading', { name: /194 parts/ });
    return shown;
  };

  it('is looked at by words and by place', async () => {
    const { user } = await opened();
    const search = screen.getByRole('textbox', { name: /^Search/ });
    await user.type(search, 'latching');
    const table = screen.getByRole('table', { name: 'Parts in stock' });
    const wanted = stock.filter(({ title, print }) => /latching/i.test(`${title} ${print}`)).length;
    await waitFor(() => expect(Number(table.getAttribute('aria-rowcount'))).toBeLessThan(30));
    expect(Number(table.getAttribute('aria-rowcount'))).toBeGreaterThanOrEqual(wanted);
    await user.clear(search);
    await user.type(search, 'no such thing');
    await screen.findByText(/No part matches “no such thing”/);
  });

  it('a file with good and bad rows is looked at before anything is written, then its good rows are kept', async () => {
    const { user } = await opened();
    const head = 'id,title,family,print,van,shelf,count,notes,coilKind,coilV';
    const good = ',Spare relay,relay-8-pin,24 VAC,Van,A1,2,,AC,24';
    const bad = ',Odd one,no-such-family,?,Van,A1,1,,AC,24';
    await user.upload(screen.getByLabelText('Stock file'), file([head, good, bad, ''].join('\n')));
    const preview = await screen.findByRole('status', { name: 'Import preview' });
    expect(preview.textContent).toMatch(/1 good rows?, 1 that cannot be taken.*Nothing is written yet.*Line 3, Odd one/s);
    expect(kept.stock.size).toBe(194);
    await user.click(within(preview).getByRole('button', { name: /^Keep the 1/ }));
    await screen.findByRole('heading', { name: /195 parts/ });
    expect([...kept.stock.values()].at(-1)!.part).toMatchObject({ title: 'Spare relay', family: 'relay-8-pin', count: 2 });
  });

  it('a file of another kind is told by its columns', async () => {
    const { user } = await opened();
    await user.upload(screen.getByLabelText('Stock file'), file('a;b\n1;2\n'));
    expect((await screen.findByRole('status', { name: 'Import preview' })).textContent).toMatch(/0 good rows, 1 that cannot be taken/);
  });

  it('what the server will not take stays on the screen with its reason', async () => {
    const { user } = await opened();
    await user.click(screen.getByRole('button', { name: 'Add a part' }));
    await user.type(screen.getByRole('textbox', { name: /Title|Name/ }), 'Tried relay');
    kept.refuse = 'Stock is being counted.';
    await user.click(screen.getByRole('button', { name: 'Add it' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Stock is being counted.');
    expect((screen.getByRole('textbox', { name: /Title|Name/ }) as HTMLInputElement).value).toBe('Tried relay');
  });
});

describe('how a job is sized', () => {
  it('a school that is chosen is kept with its reason beside it; the defaults come back', async () => {
    const { user } = show(`/jobs/${JOB}/practice`);
    const [, second] = await screen.findAllByRole('radio');
    fireEvent.click(second!);
    await waitFor(() => expect(kept.practice.revision).toBe(1));
    expect(kept.practice.practice).not.toEqual(DEFAULT_PRACTICE);
    await user.click(screen.getByRole('button', { name: 'Back to the defaults' }));
    await waitFor(() => expect(kept.practice.practice).toEqual(DEFAULT_PRACTICE));
  });
});

describe('the handbook', () => {
  it('is searched by a number in a table; what is not there is said', async () => {
    const { user } = show('/handbook');
    const search = await screen.findByRole('textbox', { name: 'Search the handbook' });
    await user.type(search, 'B300');
    await waitFor(() => expect(screen.getAllByRole('region').length).toBeLessThan(4));
    expect(screen.getByRole('region', { name: 'Pilot-duty codes, AC' }).parentElement!.textContent).toContain('B300');
    await user.clear(search);
    await user.type(search, 'qqq');
    await screen.findByText(/Nothing in the handbook matches “qqq”/);
  });
});

describe('jobs', () => {
  it('a circuit comes in as a file and is opened; what is no circuit is told', async () => {
    const { user, router } = show('/');
    await screen.findByRole('link', { name: /^Q1/ });
    const pick = (text: string) => user.upload(screen.getByLabelText(/file/i), new File([text], 'mine.json', { type: 'application/json' }));
    await pick('{');
    expect((await screen.findByRole('alert')).textContent).toContain('mine.json is not JSON');
    await pick(JSON.stringify({ ...demo('Q9'), number: 'N1' }));
    await waitFor(() => expect(router.state.location.pathname).toMatch(/^\/circuits\//));
    expect([...kept.circuits.values()].at(-1)!.document.number).toBe('N1');
  });
});
