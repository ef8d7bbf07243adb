import { PDFDocument, StandardFonts } from 'pdf-lib';
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

/** A label of 70 × 36 mm for the outside of a cover. */
export async function labelSvg(label: Label, code: string): Promise<string> {
  const { path, size } = qrPath(code);
  const lines = label.lines
    .slice(0, 4)
    .map(
      (line, index) =>
        `<text x="3" y="${15.5 + index * 4.4}" font-size="${index === 0 ? 4.2 : 3}" font-weight="${index === 0 ? 700 : 400}">${escapeXml(line)}</text>`,
    );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${SIZE.width}mm" height="${SIZE.height}mm" viewBox="0 0 ${SIZE.width} ${SIZE.height}" font-family="Arial, sans-serif">
<rect x="0.3" y="0.3" width="${SIZE.width - 0.6}" height="${SIZE.height - 0.6}" fill="white" stroke="black" stroke-width="0.4"/>
<text x="3" y="8.5" font-size="7" font-weight="700">${escapeXml(label.tag)}</text>
<text x="20" y="8" font-size="3.4">${escapeXml(label.title.slice(0, 24))}</text>
${lines.join('\n')}
<text x="3" y="33.6" font-size="2.4">${escapeXml(label.where)}</text>
<g transform="translate(50 12) scale(${17 / size})"><path d="${path}"/></g>
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
  const [face, bold] = [await pdf.embedFont(StandardFonts.Helvetica), await pdf.embedFont(StandardFonts.HelveticaBold)];
  const write = (text: string, x: number, y: number, size: number, font = face) =>
    page.drawText(plain(text), { x: x * MM, y: (SIZE.height - y) * MM, size: size * MM, font });
  page.drawRectangle({ x: 1, y: 1, width: SIZE.width * MM - 2, height: SIZE.height * MM - 2, borderWidth: 1 });
  write(label.tag, 3, 8.5, 7, bold);
  write(label.title.slice(0, 24), 20, 8, 3.4);
  for (const [index, line] of label.lines.slice(0, 4).entries())
    write(line, 3, 15.5 + index * 4.4, index === 0 ? 4.2 : 3, index === 0 ? bold : face);
  write(label.where, 3, 33.6, 2.4);
  const { path, size } = qrPath(code);
  page.drawSvgPath(path, { x: 50 * MM, y: (SIZE.height - 12) * MM, scale: (17 / size) * MM });
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
