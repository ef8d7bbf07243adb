import { memo } from 'react';
import { isBlock, type PlacedSymbol, type Stroke, type SymbolFamily, signAt, strokesOf, symbolCaptions, turnOf } from '#core/draw';
import type { Phase } from '#core/kinds';
import { colour } from '../ui/theme';
import { CaptionView } from './CaptionView';

const INK = colour('ink');
const SHEET = colour('sheet');

/** How a body is filled: empty off, full on, half while it is under way (starting, timing, travelling). */
const FILL: { readonly [P in Phase]: string } = { off: SHEET, 'under way': colour('underWay'), on: INK };

interface StrokeProps {
  readonly stroke: Stroke;
  readonly phase: Phase;
  readonly isClosed: boolean;
  readonly turn: ReturnType<typeof turnOf>;
}

function StrokeView({ stroke, phase, isClosed, turn }: StrokeProps) {
  switch (stroke.as) {
    case 'line':
      return <line x1={stroke.x1} y1={stroke.y1} x2={stroke.x2} y2={stroke.y2} stroke={INK} strokeWidth={2} />;
    case 'circle':
      return (
        <circle
          cx={stroke.x}
          cy={stroke.y}
          r={stroke.r}
          fill={stroke.body ? FILL[phase] : SHEET}
          stroke={INK}
          strokeWidth={stroke.r < 4 ? 1.6 : 2}
        />
      );
    case 'rect':
      return (
        <rect
          x={stroke.x}
          y={stroke.y}
          width={stroke.width}
          height={stroke.height}
          rx={2}
          fill={stroke.body ? FILL[phase] : SHEET}
          stroke={INK}
          strokeWidth={2}
        />
      );
    case 'arc':
      return (
        <path
          d={`M ${stroke.x - stroke.r} ${stroke.y} A ${stroke.r} ${stroke.ry ?? stroke.r} 0 0 ${stroke.up ? 1 : 0} ${stroke.x + stroke.r} ${stroke.y}`}
          fill="none"
          stroke={INK}
          strokeWidth={2}
        />
      );
    case 'bar':
      return isClosed ? <rect x={stroke.x} y={stroke.y} width={stroke.width} height={stroke.height} fill={INK} /> : null;
    case 'text':
      return (
        <text
          {...signAt(stroke, turn)}
          textAnchor="middle"
          fontFamily="Barlow Semi Condensed"
          fontWeight={700}
          fontSize={12}
          fill={phase === 'on' ? SHEET : INK}
        >
          {stroke.text}
        </text>
      );
  }
}

interface Props {
  readonly symbol: PlacedSymbol;
  readonly family: SymbolFamily;
  readonly phase: Phase;
  readonly isClosed: boolean;
  readonly isSelected: boolean;
  /** one of several that are worked on together */
  readonly isPicked: boolean;
  /** a pole above it bears the tag */
  readonly isLinked: boolean;
  readonly description: string;
  /** what is set to be wrong with it */
  readonly fault: string | undefined;
  readonly onSelect: (event: { readonly shiftKey: boolean }) => void;
}

/** One symbol as wired, its present state by fill alone, with its tag, its text and its references. */
export const SymbolView = memo(function SymbolView({
  symbol,
  family,
  phase,
  isClosed,
  isSelected,
  isPicked,
  isLinked,
  description,
  fault,
  onSelect,
}: Props) {
  const { kind, form, x, y, tag, text, width, height } = symbol;
  const strokes = strokesOf(kind, form, family, tag, text, symbol);
  // beside a standing symbol its words begin, under a lying one
  const [padX, padY] = symbol.isStanding ? [2, 5] : [5, 6];
  const turn = turnOf(symbol, family);
  const isTall = isBlock(symbol);
  const captions = symbolCaptions(symbol, family, description, isLinked);
  return (
    <g
      transform={`translate(${x} ${y})`}
      onClick={onSelect}
      style={{ cursor: 'pointer' }}
      data-symbol={symbol.id}
      data-picked={isPicked || undefined}
    >
      <title>{`${tag} ${symbol.description}${form ? `, ${form}, ${isClosed ? 'closed' : 'open'} now` : ''}${fault ? `. Set: ${fault}` : ''}`}</title>
      <rect
        x={isTall ? -width / 2 : -28}
        y={isTall ? -height / 2 : -20}
        width={isTall ? width : 56}
        height={isTall ? height : 40}
        fill="transparent"
      />
      {(isSelected || isPicked) && (
        <rect
          x={-width / 2 - padX}
          y={-height / 2 - padY}
          width={width + 2 * padX}
          height={height + 2 * padY}
          rx={5}
          fill="none"
          stroke={colour('attention')}
          strokeWidth={3}
          strokeDasharray={isPicked ? '7 4' : undefined}
        />
      )}
      <g transform={turn === 0 ? undefined : `rotate(${turn})`}>
        {strokes.map((stroke, index) =>
          stroke.as === 'text' ? null : <StrokeView key={index} stroke={stroke} phase={phase} isClosed={isClosed} turn={turn} />,
        )}
      </g>
      {strokes.map((stroke, index) =>
        stroke.as === 'text' ? <StrokeView key={index} stroke={stroke} phase={phase} isClosed={isClosed} turn={turn} /> : null,
      )}
      {fault && (
        <g data-fault pointerEvents="none">
          <path d="M26 -30 L34 -16 H18 Z" fill={colour('danger')} stroke={colour('sheet')} strokeWidth={1.5} strokeLinejoin="round" />
          <text x={26} y={-18} textAnchor="middle" fontFamily="Barlow Semi Condensed" fontWeight={700} fontSize={10} fill={colour('sheet')}>
            !
          </text>
        </g>
      )}
      <g transform={`translate(${-x} ${-y})`}>
        {captions.map((caption) => (
          <CaptionView key={`${caption.x} ${caption.y}`} caption={caption} />
        ))}
      </g>
    </g>
  );
});
