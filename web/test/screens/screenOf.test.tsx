import { act, render, screen } from '@testing-library/react';
import { Suspense, useState } from 'react';
import { describe, expect, it } from 'vitest';
import { screenOf } from '../../src/app/screenOf';

function Counter({ name }: { name: string }) {
  const [count, setCount] = useState(0);
  return (
    <button type="button" onClick={() => setCount(count + 1)}>
      {name} {count}
    </button>
  );
}
const inSuspense = (child: React.ReactNode) => <Suspense fallback={<p>waiting</p>}>{child}</Suspense>;
const words = () => document.body.textContent;

describe('a screen of the program', () => {
  it('that has been read is there at the first drawing', async () => {
    const { read, Screen } = screenOf(async () => ({ default: Counter }));
    await read();
    render(inSuspense(<Screen name="parts" />));
    expect(words()).toBe('parts 0');
  });

  it('that has not is waited for, and stays what it is when it is read meanwhile', async () => {
    let give: (loaded: { default: typeof Counter }) => void = () => undefined;
    const { read, Screen } = screenOf(() => new Promise<{ default: typeof Counter }>((done) => (give = done)));
    const { rerender } = render(inSuspense(<Screen name="find" />));
    expect(words()).toBe('waiting');
    await act(async () => give({ default: Counter }));
    expect(words()).toBe('find 0');
    act(() => screen.getByRole('button').click());
    const again = read();
    give({ default: Counter });
    await again;
    rerender(inSuspense(<Screen name="found" />));
    expect(words()).toBe('found 1');
  });

  it('that could not be read is asked for again when it is wanted', async () => {
    let isThere = false;
    const { read, Screen } = screenOf(async () => {
      if (!isThere) throw new Error('no line');
      return { default: Counter };
    });
    await expect(read()).rejects.toThrow('no line');
    isThere = true;
    await act(async () => void render(inSuspense(<Screen name="wiring" />)));
    expect(words()).toBe('wiring 0');
  });
});
