import { expect, it, vi } from 'vitest';
import { BUILD_HEADER } from '#core/api';
import { oldPage } from '../src/store/build';
import { request } from '../src/store/request';

it('a page knows when the server has another build than its own, and says it once', async () => {
  const told = vi.fn();
  const stop = oldPage.subscribe(told);
  const answers = (build?: string) =>
    vi.stubGlobal('fetch', async () => new Response(JSON.stringify({ status: 'up' }), build ? { headers: { [BUILD_HEADER]: build } } : {}));
  for (const [build, isOld] of [
    ['one', false],
    ['one', false],
    [undefined, false],
    ['two', true],
    ['one', true],
  ] as const) {
    answers(build);
    await request('health');
    expect([build, oldPage.get()]).toEqual([build, isOld]);
  }
  expect(told).toHaveBeenCalledTimes(1);
  stop();
});
