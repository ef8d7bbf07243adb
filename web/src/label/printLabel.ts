import { PDFDocument, type PDFFont, StandardFonts } from 'pdf-lib';
import QRCode from 'qrcode';
import type { Label } from '#core/words';

const MM = 72 / 25.4;
const SIZE = { width: 70, height: 36 };

/** What the square code says: the address the page was opened at; on loopback, where that leads nobody, what it is about. */
export function qrText(
  where: { hostname: string; href: string },
  about: { job: string; circuit: string; tag: string; revision: number },
): string {
  const loopback = /^(localhost|127\.0\.0\.1|\[::1\])$/.test(where.hostname);
  return loopback ? `mando job ${about.job} circuit ${about.circuit} ${about.tag} rev ${about.revision}` : where.href;
}

const escapeXml = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);

/** The modules of the code as one path in units of a module. */
function qrPath(text: string): { path: string; size: number } {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const { size } = modules;
  const dark = Array.from({ length: size * size }, (_, index) => index).filter((index) => modules.data[index]);
  return { size, path: dark.map((index) => `M${index % size} ${Math.floor(index / size)}h1v1h-1z`).join('') };
}

/** A piece of text on a label: where its base line begins, and how large it stands, in millimetres. */
interface Written {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly isBold: boolean;
}

/** How wide text stands at 1 mm, in millimetres. */
type Measure = (text: string, isBold: boolean) => number;

/** The square code, and the room that text keeps from it. */
const QR = { x: 50, y: 12, side: 17, clear: 2 } as const;
const INSET = 3;
const LEAST_SIZE = 2.2;

/** Smaller where it must be, and cut where that would be too small to read. */
function fitted(text: string, size: number, isBold: boolean, most: number, measure: Measure): Pick<Written, 'text' | 'size'> {
  const whole = measure(text, isBold);
  if (whole * size <= most) return { text, size };
  const smaller = Math.max(LEAST_SIZE, most / whole);
  let end = text.length;
  while (end > 1 && measure(cut(text, end), isBold) * smaller > most) end--;
  return { text: end < text.length ? cut(text, end) : text, size: smaller };
}
const cut = (text: string, end: number): string => (end < text.length ? `${text.slice(0, end).trimEnd()}…` : text);

/** All that stands on a label beside its code: nothing over the code, nothing over the edge. */
export function labelTexts(label: Label, measure: Measure): Written[] {
  const put = (text: string, x: number, y: number, size: number, isBold: boolean, right: number): Written => ({
    x,
    y,
    isBold,
    ...fitted(text, size, isBold, right - x, measure),
  });
  const edge = SIZE.width - INSET;
  const tag = put(label.tag, INSET, 8.5, 7, true, 34);
  return [
    tag,
    put(label.title, Math.max(20, tag.x + measure(tag.text, true) * tag.size + 3), 8, 3.4, false, edge),
    ...label.lines
      .slice(0, 4)
      .map((line, index) => put(line, INSET, 15.5 + index * 4.4, index === 0 ? 4.2 : 3, index === 0, QR.x - QR.clear)),
    put(label.where, INSET, 33.6, 2.4, false, edge),
  ];
}

/** The faces that a label is measured and printed in. */
async function faces(pdf: PDFDocument): Promise<{ readonly of: (isBold: boolean) => PDFFont; readonly measure: Measure }> {
  const [face, bold] = [await pdf.embedFont(StandardFonts.Helvetica), await pdf.embedFont(StandardFonts.HelveticaBold)];
  const of = (isBold: boolean): PDFFont => (isBold ? bold : face);
  return { of, measure: (text, isBold) => of(isBold).widthOfTextAtSize(plain(text), 1) };
}

/** A label of 70 × 36 mm for the outside of a cover. */
export async function labelSvg(label: Label, code: string): Promise<string> {
  const { path, size } = qrPath(code);
  const { measure } = await faces(await PDFDocument.create());
  const texts = labelTexts(label, measure).map(
    ({ text, x, y, size: high, isBold }) =>
      `<text x="${x.toFixed(2)}" y="${y}" font-size="${high.toFixed(2)}" font-weight="${isBold ? 700 : 400}">${escapeXml(text)}</text>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${SIZE.width}mm" height="${SIZE.height}mm" viewBox="0 0 ${SIZE.width} ${SIZE.height}" font-family="Helvetica, Arial, sans-serif">
<rect x="0.3" y="0.3" width="${SIZE.width - 0.6}" height="${SIZE.height - 0.6}" fill="white" stroke="black" stroke-width="0.4"/>
${texts.join('\n')}
<g transform="translate(${QR.x} ${QR.y}) scale(${QR.side / size})"><path d="${path}"/></g>
</svg>
`;
}

/** Standard PDF faces know Latin letters alone: other signs are spelled. */
const plain = (text: string): string =>
  text
    .replaceAll('Ω', 'ohm')
    .replaceAll('≥', '>=')
    .replaceAll('≤', '<=')
    .replaceAll('→', 'to')
    .replaceAll('√', 'root ')
    .replaceAll('’', "'")
    .replace(/[^\u0020-\u007e\u00a0-\u00ff–—·•…]/g, '?');

export async function labelPdf(label: Label, code: string): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([SIZE.width * MM, SIZE.height * MM]);
  const { of, measure } = await faces(pdf);
  page.drawRectangle({ x: 1, y: 1, width: SIZE.width * MM - 2, height: SIZE.height * MM - 2, borderWidth: 1 });
  for (const { text, x, y, size: high, isBold } of labelTexts(label, measure))
    page.drawText(plain(text), { x: x * MM, y: (SIZE.height - y) * MM, size: high * MM, font: of(isBold) });
  const { path, size } = qrPath(code);
  page.drawSvgPath(path, { x: QR.x * MM, y: (SIZE.height - QR.y) * MM, scale: (QR.side / size) * MM });
  return pdf.save();
}

/** A verdict as a page: lines wrapped to the width. */
export async function verdictPdf(lines: readonly string[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const [face, bold] = [await pdf.embedFont(StandardFonts.Helvetica), await pdf.embedFont(StandardFonts.HelveticaBold)];
  const [width, height, margin, size] = [210 * MM, 297 * MM, 18 * MM, 10.5];
  let page = pdf.addPage([width, height]);
  let y = height - margin;
  lines.forEach((line, index) => {
    const font = index < 3 ? bold : face;
    for (const piece of wrapped(plain(line), (text) => font.widthOfTextAtSize(text, size) <= width - 2 * margin)) {
      if (y < margin) {
        page = pdf.addPage([width, height]);
        y = height - margin;
      }
      page.drawText(piece, { x: margin, y, size, font });
      y -= size * 1.45;
    }
    y -= 3;
  });
  return pdf.save();
}

function wrapped(text: string, fits: (text: string) => boolean): string[] {
  const pieces: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    if (line !== '' && !fits(`${line} ${word}`)) {
      pieces.push(line);
      line = word;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  return [...pieces, line];
}
