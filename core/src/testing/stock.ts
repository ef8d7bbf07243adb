import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import type { Circuit, Device } from '#core/circuit';
import type { StockPart } from '#core/devices';
import { drain, type Exploration } from '#core/explore';
import { preparing, twinning } from '#core/fit';
import { stockFromRows } from '#core/formats';

const text = readFileSync(join(import.meta.dirname, '../../../demo/stock.csv'), 'utf8');

/** The demo's stock as the file has it. */
export const readStock = () => stockFromRows(Papa.parse<Record<string, string>>(text, { header: true }).data, (index) => `p${index + 1}`);
export const stock: readonly StockPart[] = readStock().good;

/** A part of the demo's stock by its title. */
export function named(title: string): StockPart {
  const found = stock.find((part) => part.title === title);
  if (!found) throw new Error(`no ${title} in stock`);
  return found;
}

/** A part that lies in the hand: a family and what is printed on it. */
export const inHand = (family: string, plate: Record<string, number | string> = {}): StockPart => ({
  id: 'pX',
  title: 'in hand',
  family,
  nameplate: Object.fromEntries(Object.entries(plate).map(([field, value]) => [field, { value, evidence: 'print' as const }])),
  print: '',
  van: '',
  shelf: '',
  count: 1,
  notes: '',
  body: null,
  own: null,
});

/** What stands in the circuit, as if it came from the shelf. */
export const likeItself = ({ title, family, nameplate }: Device): StockPart => ({ ...inHand(family), id: 'pself', title, nameplate });

export const deviceTagged = (circuit: Circuit, tag: string): Device => {
  const found = Object.values(circuit.devices).find((one) => one.tag === tag);
  if (!found) throw new Error(`no ${tag}`);
  return found;
};

/** A place in a circuit, looked at in every state. */
export const placeFor = (circuit: Circuit, tag: string) => {
  const place = drain(preparing(circuit, deviceTagged(circuit, tag).id));
  if (!place) throw new Error(`no place for ${tag}`);
  return place;
};

/** A part put into the circuit and solved, at the site's own frequency unless both are asked for. */
export const twinOf = (circuit: Circuit, device: Device, part: StockPart, before: Exploration, bothSites = false) =>
  drain(twinning(circuit, device, part, before, undefined, { bothSites }));
