// @vitest-environment jsdom
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Landing } from '#core/api';
import { conductorIdSchema, terminalIdSchema } from '#core/circuit';
import { newLandingId } from '../src/store/ids';
import { keepLandings, landingsSlice } from '../src/store/landings';

const { acted, takenBack, knew, typed } = landingsSlice.actions;
const entry = (): Landing => ({
  id: newLandingId(),
  conductor: conductorIdSchema.parse('w08'),
  side: 1,
  act: 'landed',
  terminal: terminalIdSchema.parse('dY1:L'),
  spelled: 'Y1:L',
  number: '4',
  revision: 0,
  by: 'Wren',
  signed: '',
});
const { reducer } = landingsSlice;
const fresh = () => reducer(undefined, { type: 'begin' });
afterEach(() => {
  localStorage.clear();
  vi.restoreAllMocks();
});

describe('ticks that wait', () => {
  it('are there again after the page was closed, with what the server had and the readings that were typed', () => {
    const [mine, theirs] = [entry(), { ...entry(), at: '2026-11-29T02:00:00.000Z' }];
    const state = [
      acted({ circuit: 'c1', entries: [mine] }),
      knew({ circuit: 'c1', entries: [theirs] }),
      typed({ circuit: 'c1', stage: 'w08', text: '0.2' }),
    ].reduce(reducer, fresh());
    expect(keepLandings(state)).toBe(true);
    expect(fresh()).toMatchObject({ pending: { c1: [mine] }, known: { c1: [theirs] }, readings: { c1: { w08: '0.2' } } });
  });
  it('of a browser that is full are kept before what the server has anyway; where nothing can be kept it is said', () => {
    const state = [acted({ circuit: 'c1', entries: [entry()] }), knew({ circuit: 'c1', entries: [] })].reduce(reducer, fresh());
    const set = vi.spyOn(Storage.prototype, 'setItem').mockImplementationOnce(() => {
      throw new Error('QuotaExceededError');
    });
    expect(keepLandings(state)).toBe(true);
    expect(set).toHaveBeenCalledTimes(2);
    expect(JSON.parse(localStorage.getItem('mando.landings') ?? '{}')).toMatchObject({ known: {}, pending: { c1: [{ spelled: 'Y1:L' }] } });
    set.mockImplementation(() => {
      throw new Error('QuotaExceededError');
    });
    expect(keepLandings(state)).toBe(false);
  });
  it('are let go one by one as the server takes them', () => {
    const [one, two] = [entry(), entry()];
    const state = [acted({ circuit: 'c1', entries: [one, two] }), takenBack({ circuit: 'c1', ids: [one.id] })].reduce(reducer, fresh());
    expect(state.pending.c1).toEqual([two]);
  });
  it('what was kept by something else, or torn, is let go', () => {
    for (const torn of ['', '{', '{"pending":{"c1":[{"act":"glued"}]},"readings":{}}', 'null']) {
      localStorage.setItem('mando.landings', torn);
      expect(fresh()).toEqual({ pending: {}, known: {}, readings: {}, problem: undefined });
    }
  });
});
