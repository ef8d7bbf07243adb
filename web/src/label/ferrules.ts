import { PDFDocument, StandardFonts } from 'pdf-lib';

const MM = 72 / 25.4;
const PAGE = { width: 210, height: 297, margin: 12, foot: 14 } as const;
const RULE_MM = 100;

/** What stands on a ferrule: the number of its wire, and the terminal that it goes to where that is wanted. */
export interface Ferrule {
  readonly number: string;
  readonly end: string;
}

interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Where each ferrule stands, in millimetres from the upper left corner of its page. */
export function ferrulePlaces(
  count: number,
  { widthMm, heightMm }: Size,
): { readonly page: number; readonly x: number; readonly y: number }[] {
  const across = Math.max(1, Math.floor((PAGE.width - 2 * PAGE.margin) / widthMm));
  const down = Math.max(1, Math.floor((PAGE.height - 2 * PAGE.margin - PAGE.foot) / heightMm));
  return Array.from({ length: count }, (_, index) => {
    const onPage = index % (across * down);
    return {
      page: Math.floor(index / (across * down)),
      x: PAGE.margin + (onPage % across) * widthMm,
      y: PAGE.margin + Math.floor(onPage / across) * heightMm,
    };
  });
}

const textOf = ({ number, end }: Ferrule): string => [number, end].filter(Boolean).join('  ');
/** Letters of the face are so wide for their height. */
const WIDE = 0.58;
const sizeFor = (text: string, { widthMm, heightMm }: Size): number =>
  Math.min(heightMm * 0.6, (widthMm - 1.5) / Math.max(1, text.length * WIDE));

const escapeXml = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign);

/** The first page as SVG, a millimetre a unit. */
export function ferrulesSvg(labels: readonly Ferrule[], size: Size, about: string): string {
  const places = ferrulePlaces(labels.length, size);
  const pages = (places.at(-1)?.page ?? 0) + 1;
  const drawn = labels.map((label, index) => {
    const place = places[index];
    if (!place) return '';
    const y = place.y + place.page * PAGE.height;
    const text = textOf(label);
    return `<rect x="${place.x}" y="${y}" width="${size.widthMm}" height="${size.heightMm}" fill="none" stroke="black" stroke-width="0.1"/><text x="${place.x + size.widthMm / 2}" y="${y + size.heightMm / 2}" font-size="${sizeFor(text, size).toFixed(2)}" text-anchor="middle" dominant-baseline="central">${escapeXml(text)}</text>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${PAGE.width}mm" height="${PAGE.height * pages}mm" viewBox="0 0 ${PAGE.width} ${PAGE.height * pages}" font-family="monospace">
${drawn.join('\n')}
<line x1="${PAGE.margin}" y1="${PAGE.height - PAGE.margin}" x2="${PAGE.margin + RULE_MM}" y2="${PAGE.height - PAGE.margin}" stroke="black" stroke-width="0.3"/>
<text x="${PAGE.margin}" y="${PAGE.height - PAGE.margin - 2}" font-size="3">${RULE_MM} mm · ${escapeXml(about)}</text>
</svg>
`;
}

/** Every page as PDF, true to size. */
export async function ferrulesPdf(labels: readonly Ferrule[], size: Size, about: string): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const face = await pdf.embedFont(StandardFonts.CourierBold);
  const places = ferrulePlaces(labels.length, size);
  const plain = (text: string): string => text.replace(/[^\u0020-\u007e\u00a0-\u00ff]/g, '?');
  const pages = Array.from({ length: (places.at(-1)?.page ?? 0) + 1 }, () => {
    const page = pdf.addPage([PAGE.width * MM, PAGE.height * MM]);
    page.drawLine({
      start: { x: PAGE.margin * MM, y: PAGE.margin * MM },
      end: { x: (PAGE.margin + RULE_MM) * MM, y: PAGE.margin * MM },
      thickness: 0.8,
    });
    page.drawText(plain(`${RULE_MM} mm · ${about}`), { x: PAGE.margin * MM, y: (PAGE.margin + 2) * MM, size: 8, font: face });
    return page;
  });
  labels.forEach((label, index) => {
    const place = places[index];
    const page = place && pages[place.page];
    if (!place || !page) return;
    const text = plain(textOf(label));
    const high = Math.min(sizeFor(text, size), size.heightMm * 0.6) * MM;
    const bottom = (PAGE.height - place.y - size.heightMm) * MM;
    page.drawRectangle({ x: place.x * MM, y: bottom, width: size.widthMm * MM, height: size.heightMm * MM, borderWidth: 0.3 });
    page.drawText(text, {
      x: place.x * MM + (size.widthMm * MM - face.widthOfTextAtSize(text, high)) / 2,
      y: bottom + (size.heightMm * MM - high * 0.7) / 2,
      size: high,
      font: face,
    });
  });
  return pdf.save();
}
