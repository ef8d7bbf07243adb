import { PDFDocument, StandardFonts } from 'pdf-lib';
import { expect, it } from 'vitest';
import { labelTexts, qrText } from '../src/label/printLabel';

it('the square code names the address, or on loopback what it is about', () => {
  const about = { job: 'j', circuit: 'c', tag: 'K1', revision: 3 };
  expect(qrText({ hostname: 'panel.example', href: 'https://panel.example/circuits/c/parts' }, about)).toBe(
    'https://panel.example/circuits/c/parts',
  );
  expect(qrText({ hostname: '127.0.0.1', href: 'http://127.0.0.1:4310/' }, about)).toBe('mando job j circuit c K1 rev 3');
});

it.each([
  ['short', 'K1', 'Compressor contactor', ['24 V AC 60 Hz', '30 A', '480 V']],
  [
    'long',
    'K101A',
    'Condenser fan contactor of the second stage, north roof',
    [
      '208–240 V 50/60 Hz, in-rush 104 VA, sealed 9.4 VA, pulls in from 177 V',
      'Motor 25 A full load, 150 A locked rotor at 240 V; resistive 35 A at 600 V',
      'K101A:A1 wire 1043 yellow 18 AWG, K101A:A2 wire 1044 blue 18 AWG, then the strip',
      'The fourth line of a label with much to say about this very part of the panel',
    ],
  ],
] as const)('a label with %s words keeps them within its edge and off its code', async (_, tag, title, lines) => {
  const pdf = await PDFDocument.create();
  const [face, bold] = [await pdf.embedFont(StandardFonts.Helvetica), await pdf.embedFont(StandardFonts.HelveticaBold)];
  const measure = (text: string, isBold: boolean) => (isBold ? bold : face).widthOfTextAtSize(text.replace('…', '...'), 1);
  const written = labelTexts(
    { tag, title, lines, where: 'Tern Hollow Nursery, Quarry Road, panel 3, rev 12, 2026-11-28, Q1' } as never,
    measure,
  );
  expect(written).toHaveLength(3 + lines.length);
  for (const { text, x, y, size, isBold } of written) {
    const right = x + measure(text, isBold) * size;
    expect(right).toBeLessThanOrEqual(67.3);
    // the code stands from 12 to 29 mm down, from 50 mm across
    if (y > 12 && y - size < 29) expect(right).toBeLessThanOrEqual(49);
    expect(size).toBeGreaterThanOrEqual(2.2);
  }
});
