import { ChakraProvider } from '@chakra-ui/react';
import { act, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { pageOf } from '../../src/app/page';
import { Shown } from '../../src/app/Shown';
import { system } from '../../src/ui/theme';

function Counter({ name }: { name: string }) {
  const [count, setCount] = useState(0);
  return (
    <button type="button" onClick={() => setCount(count + 1)}>
      {name} {count}
    </button>
  );
}
const words = () => document.body.textContent;
const inTheme = (child: React.ReactNode) => <ChakraProvider value={system}>{child}</ChakraProvider>;

describe('a screen of the program', () => {
  it('that has been read is there at the first drawing', async () => {
    const page = pageOf(async () => ({ default: Counter }));
    await page.read();
    render(inTheme(<Shown page={page} drawn={(Screen) => <Screen name="parts" />} />));
    expect(words()).toBe('parts 0');
  });

  it('that has not is waited for, is read once, and stays what it is when it is drawn again', async () => {
    let asked = 0;
    let give: () => void = () => undefined;
    const page = pageOf(() => {
      asked++;
      return new Promise<{ default: typeof Counter }>((done) => {
        give = () => done({ default: Counter });
      });
    });
    const { rerender } = render(inTheme(<Shown page={page} drawn={(Screen) => <Screen name="find" />} />));
    expect(words()).toBe('Opening…');
    await act(async () => give());
    expect(words()).toBe('find 0');
    act(() => screen.getByRole('button').click());
    rerender(inTheme(<Shown page={page} drawn={(Screen) => <Screen name="found" />} />));
    expect([words(), asked]).toEqual(['found 1', 1]);
  });

  it('gives way to another in the same place', async () => {
    const one = pageOf(async () => ({ default: Counter }));
    const two = pageOf(async () => ({ default: () => <p>another</p> }));
    await one.read();
    const { rerender } = render(inTheme(<Shown page={one} drawn={(Screen) => <Screen name="prove" />} />));
    expect(words()).toBe('prove 0');
    rerender(inTheme(<Shown page={two} drawn={(Screen) => <Screen />} />));
    expect(await screen.findByText('another')).toBeTruthy();
    rerender(inTheme(<Shown page={one} drawn={(Screen) => <Screen name="prove" />} />));
    expect(words()).toBe('prove 0');
  });

  it('that cannot be fetched says so in its place, and is there when it is asked for again', async () => {
    let isThere = false;
    const page = pageOf(async () => {
      if (!isThere) throw new Error('no line');
      return { default: Counter };
    });
    render(inTheme(<Shown page={page} drawn={(Screen) => <Screen name="wiring" />} />));
    expect((await screen.findByRole('alert')).textContent).toContain('could not be fetched');
    await act(async () => screen.getByRole('button', { name: 'Try again' }).click());
    expect(screen.getByRole('alert').textContent).toContain('could not be fetched');
    isThere = true;
    await act(async () => screen.getByRole('button', { name: 'Try again' }).click());
    expect(await screen.findByText('wiring 0')).toBeTruthy();
  });
});
