import { expect, it } from 'vitest';
import { qrText } from '../src/label/printLabel';

it('the square code names the address, or on loopback what it is about', () => {
  const about = { job: 'j', circuit: 'c', tag: 'K1', revision: 3 };
  expect(qrText({ hostname: 'panel.example', href: 'https://panel.example/circuits/c/parts' }, about)).toBe(
    'https://panel.example/circuits/c/parts',
  );
  expect(qrText({ hostname: '127.0.0.1', href: 'http://127.0.0.1:4310/' }, about)).toBe('mando job j circuit c K1 rev 3');
});
