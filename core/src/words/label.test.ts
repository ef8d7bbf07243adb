import { expect, it } from 'vitest';
import { demo } from '../testing/demo';
import { labelOf } from './index';

it('a label says the coil first, and what nobody read', () => {
  const circuit = demo('Q1');
  expect(labelOf(circuit, circuit.devices.dK1!, 3).lines[0]).toBe('COIL 24 V 60 Hz');
  const blank = { ...circuit.devices.dK1!, nameplate: {} };
  expect(labelOf(circuit, blank, 3).lines[0]).toBe('COIL coil unread Hz ?');
});
