import type { Drawing, Figure } from './figures';
import { xml } from './xml';

const number = (value: number): number => Math.round(value * 1000) / 1000;

function figureSvg(figure: Figure): string {
  switch (figure.as) {
    case 'circle':
      return `<circle cx="${number(figure.x)}" cy="${number(figure.y)}" r="${number(figure.r)}"/>`;
    case 'path': {
      const points = figure.points.map(([x, y]) => `${number(x)},${number(y)}`).join(' ');
      const dash = figure.dash ? ' stroke-dasharray="2 1"' : '';
      return `<${figure.isClosed ? 'polygon' : 'polyline'} points="${points}"${dash}/>`;
    }
    case 'text': {
      const anchor = figure.anchor === 'start' ? '' : ` text-anchor="${figure.anchor}"`;
      const turned = figure.isUpright ? ` transform="rotate(-90 ${number(figure.x)} ${number(figure.y)})"` : '';
      return `<text x="${number(figure.x)}" y="${number(figure.y)}" font-size="${number(figure.size)}"${anchor}${turned} fill="black" stroke="none">${xml(figure.text)}</text>`;
    }
  }
}

/** A drawing in millimetres as SVG, black on white, true to size. */
export const writeDrawing = ({ width, height, figures }: Drawing): string =>
  `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${number(width)}mm" height="${number(height)}mm" viewBox="0 0 ${number(width)} ${number(height)}" fill="none" stroke="black" stroke-width="0.25" font-family="'Barlow Semi Condensed', 'Arial Narrow', sans-serif">
<rect width="100%" height="100%" fill="white" stroke="none"/>
${figures.map(figureSvg).join('\n')}
</svg>
`;
