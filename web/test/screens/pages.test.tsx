import { ChakraProvider } from '@chakra-ui/react';
import { act, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { describe, expect, it } from 'vitest';
import { pageOf } from '../../src/app/page';
import { showing } from '../../src/app/showing';
import { system } from '../../src/ui/theme';

function Counter({ name }: { name: string }) {
  const [count, setCount] = useState(0);
  return (
    <button type="button" onClick={() => setCount(count + 1)}>
      {name} {count}
    </button>
  );
}
const Opening = () => <p>opening</p>;
const words = () => document.body.textContent;
const draw = (router: ReturnType<typeof createMemoryRouter>) =>
  render(
    <ChakraProvider value={system}>
      <RouterProvider router={router} useTransitions={false} />
    </ChakraProvider>,
  );

describe('a screen of the program', () => {
  it('that has been read is there at the first drawing', async () => {
    const page = pageOf(async () => ({ default: Counter }));
    await page.read();
    draw(createMemoryRouter([{ path: '/', ...showing(page, (Screen) => <Screen name="parts" />) }]));
    expect(words()).toBe('parts 0');
  });

  it('that has not is read when it is opened, what was shown stays until then, and it is read once', async () => {
    let asked = 0;
    let give: () => void = () => undefined;
    const page = pageOf(() => {
      asked++;
      return new Promise<{ default: typeof Counter }>((done) => {
        give = () => done({ default: Counter });
      });
    });
    const router = createMemoryRouter([
      { path: '/', element: <p>home</p> },
      { path: '/find', ...showing(page, (Screen) => <Screen name="find" />) },
    ]);
    draw(router);
    let there: Promise<void> = Promise.resolve();
    act(() => {
      there = router.navigate('/find');
    });
    expect(words()).toBe('home');
    await act(async () => {
      give();
      await there;
    });
    expect(words()).toBe('find 0');
    act(() => screen.getByRole('button').click());
    expect(words()).toBe('find 1');
    await act(() => router.navigate('/'));
    await act(() => router.navigate('/find'));
    expect([words(), asked]).toEqual(['find 0', 1]);
  });

  it('that cannot be fetched says so in its place, and is there when it is asked for again', async () => {
    let isThere = false;
    const page = pageOf(async () => {
      if (!isThere) throw new Error('no line');
      return { default: Counter };
    });
    draw(createMemoryRouter([{ path: '/', HydrateFallback: Opening, ...showing(page, (Screen) => <Screen name="wiring" />) }]));
    expect((await screen.findByRole('alert')).textContent).toContain('no line');
    act(() => screen.getByRole('button', { name: 'Try again' }).click());
    expect(await screen.findByRole('button', { name: 'Try again' })).toBeTruthy();
    isThere = true;
    act(() => screen.getByRole('button', { name: 'Try again' }).click());
    expect(await screen.findByText('wiring 0')).toBeTruthy();
  });
});
