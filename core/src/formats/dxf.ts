import { type Drawing, type Figure, LAYERS } from './figures';

/** Colours by number, as such files know them: white or black by ground, then red, green, blue, grey. */
const COLOUR: Readonly<Record<(typeof LAYERS)[number], number>> = { FRAME: 7, WIRES: 5, SYMBOLS: 7, BODIES: 7, MOUNTS: 8, TEXT: 7 };

/** What is beyond ASCII is written by its number, so that no code page is asked. */
const plain = (text: string): string =>
  [...text]
    .map((sign) => {
      const code = sign.codePointAt(0) ?? 63;
      if (code < 32) return ' ';
      return code < 127 ? sign : `\\U+${code.toString(16).toUpperCase().padStart(4, '0').slice(-4)}`;
    })
    .join('');
const number = (value: number): string => String(Math.round(value * 1000) / 1000);
const pairs = (...list: (string | number)[]): string[] => list.map((one) => (typeof one === 'number' ? number(one) : one));
const code = (group: number, value: string | number): string[] => pairs(String(group), value);

/**
 * A drawing as DXF of release 12, which every program of the kind reads: lines, polylines, circles and text on layers by what they are.
 * One unit of the file is one unit of the drawing: millimetres on a paper or a plate.
 */
export function writeDxf({ width, height, figures }: Drawing): string {
  const up = (y: number): number => height - y;
  const entity = (figure: Figure): string[] => {
    const layer = code(8, figure.layer);
    switch (figure.as) {
      case 'circle':
        return [...code(0, 'CIRCLE'), ...layer, ...code(10, figure.x), ...code(20, up(figure.y)), ...code(30, 0), ...code(40, figure.r)];
      case 'text':
        return [
          ...code(0, 'TEXT'),
          ...layer,
          ...code(10, figure.x),
          ...code(20, up(figure.y)),
          ...code(30, 0),
          ...code(40, figure.size),
          ...code(1, plain(figure.text)),
          ...(figure.isUpright ? code(50, 90) : []),
          ...(figure.anchor === 'start'
            ? []
            : [...code(72, figure.anchor === 'middle' ? '1' : '2'), ...code(11, figure.x), ...code(21, up(figure.y)), ...code(31, 0)]),
        ];
      case 'path': {
        const [first, second] = figure.points;
        if (figure.points.length === 2 && first && second)
          return [
            ...code(0, 'LINE'),
            ...layer,
            ...code(10, first[0]),
            ...code(20, up(first[1])),
            ...code(30, 0),
            ...code(11, second[0]),
            ...code(21, up(second[1])),
            ...code(31, 0),
          ];
        return [
          ...code(0, 'POLYLINE'),
          ...layer,
          ...code(66, '1'),
          ...code(70, figure.isClosed ? '1' : '0'),
          ...code(10, 0),
          ...code(20, 0),
          ...code(30, 0),
          ...figure.points.flatMap(([x, y]) => [...code(0, 'VERTEX'), ...layer, ...code(10, x), ...code(20, up(y)), ...code(30, 0)]),
          ...code(0, 'SEQEND'),
          ...layer,
        ];
      }
    }
  };
  const lines = [
    ...code(0, 'SECTION'),
    ...code(2, 'HEADER'),
    ...code(9, '$ACADVER'),
    ...code(1, 'AC1009'),
    ...code(9, '$EXTMIN'),
    ...code(10, 0),
    ...code(20, 0),
    ...code(9, '$EXTMAX'),
    ...code(10, width),
    ...code(20, height),
    ...code(0, 'ENDSEC'),
    ...code(0, 'SECTION'),
    ...code(2, 'TABLES'),
    ...code(0, 'TABLE'),
    ...code(2, 'LAYER'),
    ...code(70, String(LAYERS.length)),
    ...LAYERS.flatMap((layer) => [
      ...code(0, 'LAYER'),
      ...code(2, layer),
      ...code(70, '0'),
      ...code(62, String(COLOUR[layer])),
      ...code(6, 'CONTINUOUS'),
    ]),
    ...code(0, 'ENDTAB'),
    ...code(0, 'ENDSEC'),
    ...code(0, 'SECTION'),
    ...code(2, 'ENTITIES'),
    ...figures.flatMap(entity),
    ...code(0, 'ENDSEC'),
    ...code(0, 'EOF'),
  ];
  return `${lines.join('\r\n')}\r\n`;
}
