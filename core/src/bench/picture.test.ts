import { JSDOM } from 'jsdom';
import { describe, expect, it } from 'vitest';
import { demo, SHIPPED } from '../testing/demo';
import { sheetPicture } from './picture';

const { DOMParser } = new JSDOM('').window;
const parsed = (svg: string) => new DOMParser().parseFromString(svg, 'application/xml');
const textsOf = (svg: string) => [...parsed(svg).querySelectorAll('text')].map(({ textContent }) => textContent);

describe('the sheet as a picture by itself', () => {
  it.each(SHIPPED)('of %s is XML, names every device that is drawn and needs no style sheet', (name) => {
    const circuit = demo(name);
    const svg = sheetPicture(circuit);
    expect(parsed(svg).querySelector('parsererror')).toBeNull();
    const words = textsOf(svg);
    expect(words.filter((one) => one === 'NaN' || one === 'undefined')).toEqual([]);
    expect(svg).not.toMatch(/var\(|class=|NaN|undefined/);
    for (const part of Object.values(circuit.devices).filter(({ tag }) => /^K\d/.test(tag))) expect(words).toContain(part.tag);
  });
  it('takes signs that XML has no name for', () => {
    const circuit = demo('Q1');
    const [first] = Object.values(circuit.devices);
    const odd = { ...circuit, devices: { ...circuit.devices, [first!.id]: { ...first!, title: 'a\u00a0<b> & "c" \u0007\uffff' } } };
    expect(parsed(sheetPicture(odd)).querySelector('parsererror')).toBeNull();
  });
  it('shows what stands: a closed contact and a coil that is in', () => {
    const atRest = sheetPicture(demo('Q1'));
    const on = sheetPicture(demo('Q1'), { shown: { phase: () => 'on', isClosed: () => true } });
    const bars = (svg: string) => [...parsed(svg).querySelectorAll('g > rect[fill="#1b2430"]')].length;
    expect(bars(atRest)).toBe(0);
    expect(bars(on)).toBeGreaterThan(3);
  });
  it('is plain when it is small: lines alone, in the same places', () => {
    const plain = sheetPicture(demo('Q1'), { isPlain: true });
    expect(textsOf(plain)).toEqual([]);
    expect(parsed(plain).querySelectorAll('line').length).toBeGreaterThan(50);
  });
});
