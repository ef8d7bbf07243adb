import { degrees, PDFDocument, type PDFFont, StandardFonts } from 'pdf-lib';
import type { Drawing } from '#core/formats';

const POINTS_A_MM = 72 / 25.4;
const LINE_MM = 0.25;

/** Drawings in millimetres as pages of PDF, true to size. */
export async function drawingPdf(drawings: readonly Drawing[], title: string): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  const face = await pdf.embedFont(StandardFonts.Helvetica);
  for (const drawing of drawings) drawOn(pdf, face, drawing);
  return pdf.save();
}

function drawOn(pdf: PDFDocument, face: PDFFont, { width, height, figures }: Drawing): void {
  const page = pdf.addPage([width * POINTS_A_MM, height * POINTS_A_MM]);
  const x = (mm: number): number => mm * POINTS_A_MM;
  const y = (mm: number): number => (height - mm) * POINTS_A_MM;
  const thickness = LINE_MM * POINTS_A_MM;
  // the face of every reader knows Latin 1 alone
  const plain = (text: string): string =>
    text.replace(/[^\u0020-\u007e\u00a0-\u00ff]/g, (sign) => ({ '–': '-', '→': '>', Ω: 'ohm', '≥': '>=', '…': '...' })[sign] ?? '?');
  for (const figure of figures) {
    if (figure.as === 'circle') page.drawCircle({ x: x(figure.x), y: y(figure.y), size: figure.r * POINTS_A_MM, borderWidth: thickness });
    else if (figure.as === 'path') {
      const points = figure.isClosed ? [...figure.points, ...figure.points.slice(0, 1)] : figure.points;
      points.slice(1).forEach(([px, py], index) => {
        const [fx, fy] = points[index] ?? [px, py];
        page.drawLine({ start: { x: x(fx), y: y(fy) }, end: { x: x(px), y: y(py) }, thickness });
      });
    } else {
      const size = figure.size * POINTS_A_MM;
      const text = plain(figure.text);
      const wide = face.widthOfTextAtSize(text, size) * { start: 0, middle: 0.5, end: 1 }[figure.anchor];
      page.drawText(text, {
        x: x(figure.x) - (figure.isUpright ? 0 : wide),
        y: y(figure.y) - (figure.isUpright ? wide : 0),
        size,
        font: face,
        ...(figure.isUpright ? { rotate: degrees(90) } : {}),
      });
    }
  }
}
