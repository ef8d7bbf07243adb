import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { gathered } from '../src/bench/gathered';

describe('what comes piece by piece', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('is not shown in part when it is whole before that', () => {
    const show = vi.fn();
    const { take, stop } = gathered<number>(show, 250);
    for (const piece of [1, 2, 3]) take(piece);
    vi.advanceTimersByTime(249);
    stop();
    vi.advanceTimersByTime(1000);
    take(4);
    vi.advanceTimersByTime(1000);
    expect(show).not.toHaveBeenCalled();
  });

  it('is shown all of it, from time to time, while more comes', () => {
    const show = vi.fn();
    const { take } = gathered<number>(show, 250);
    take(1);
    take(2);
    vi.advanceTimersByTime(250);
    take(3);
    vi.advanceTimersByTime(249);
    expect(show.mock.calls).toEqual([[[1, 2]]]);
    vi.advanceTimersByTime(1);
    expect(show.mock.calls).toEqual([[[1, 2]], [[1, 2, 3]]]);
  });
});
