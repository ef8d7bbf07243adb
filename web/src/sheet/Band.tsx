import { memo, useMemo } from 'react';
import type { BandView } from '#core/bench';
import type { Point } from '#core/circuit';
import { earthSign, edgeCaptions, type Flag, flagCaption, JOG_R, jogAt, linkedOf, type Marker, markerCaption } from '#core/draw';
import { CLASS_TOKENS, colour } from '../ui/theme';
import { CaptionView } from './CaptionView';
import { deviceAt, type Place } from './places';
import { SheetSymbol } from './SheetSymbol';
import { inSight, type Seen } from './seen';
import { Wire } from './Wire';

/** What a band asks of the sheet that it is on. */
export interface Nets {
  readonly firstOf: ReadonlyMap<number, Point>;
  readonly wiresOf: ReadonlyMap<number, readonly string[]>;
}

interface Props {
  readonly band: BandView;
  /** which heights are in sight: what lies beyond is not drawn */
  readonly seen: Seen;
  readonly width: number;
  readonly nets: Nets;
  readonly spelled: ReadonlyMap<Point, string>;
  readonly onTouch: (place: Place) => void;
}

const NO_WIRES: readonly string[] = [];

/** Steps of the hatching at the edge of a band of power, so that it is told without its colour. */
const HATCH = 16;

const hatchOf = ({ y, height }: Pick<BandView, 'y' | 'height'>): string =>
  Array.from({ length: Math.floor(height / HATCH) }, (_, index) => `M0 ${y + index * HATCH + 14} L8 ${y + index * HATCH + 4}`).join(' ');

/** A band of the sheet, where any of it is in sight. */
export function Band({ band, seen, ...rest }: Props) {
  const part = useMemo(() => inSight(band, seen), [band, seen]);
  return part && <PartOfBand band={part} whole={band} {...rest} />;
}

/** It is drawn again only when it was laid out anew: what is seen comes to its wires and symbols one by one. */
const PartOfBand = memo(function PartOfBand({
  band,
  whole,
  width,
  nets,
  spelled,
  onTouch,
}: Omit<Props, 'seen'> & { readonly whole: BandView }) {
  const tokens = CLASS_TOKENS[band.tint];
  const [line, tint] = [colour(tokens.line), colour(tokens.tint)];
  const linked = useMemo(() => linkedOf(whole), [whole]);
  return (
    <g data-band={band.title}>
      <rect x={band.x} y={band.y} width={band.isStanding ? band.width : width} height={band.height} fill={tint} />
      <rect x={band.x} y={band.y} width={band.isStanding ? band.width : 8} height={band.isStanding ? 6 : band.height} fill={line} />
      {band.tint === 'power' && !band.isStanding && <path d={hatchOf(band)} stroke={tint} strokeWidth={2.5} />}
      {edgeCaptions(band, band.title).map((caption) => (
        <CaptionView key={`${caption.x} ${caption.y} ${caption.text}`} caption={caption} band={line} />
      ))}
      {band.segments.map((segment) => (
        <Wire
          key={`${segment.net} ${segment.x1} ${segment.y1} ${segment.x2} ${segment.y2}`}
          segment={segment}
          at={segment.near ?? nets.firstOf.get(segment.net)}
          wires={nets.wiresOf.get(segment.net) ?? NO_WIRES}
          line={line}
          tint={tint}
          isStanding={band.isStanding === true}
        />
      ))}
      {band.links.map(({ x1, y1, x2, y2 }) => (
        <line key={`${x1} ${y1}`} x1={x1} y1={y1} x2={x2} y2={y2} stroke={colour('ink')} strokeWidth={1.4} strokeDasharray="4 4" />
      ))}
      {band.dots.map(({ x, y }) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r={3.6} fill={line} />
      ))}
      {band.markers.map((marker) => (
        <MarkerView key={marker.point} marker={marker} onTouch={onTouch} />
      ))}
      {band.earths.map((earth) => (
        <path key={earth.point} d={earthSign(earth)} stroke={colour('earth')} strokeWidth={2} fill="none" />
      ))}
      {band.flags.map((flag) => (
        <FlagView key={`${flag.x} ${flag.y} ${flag.side}`} flag={flag} />
      ))}
      {band.symbols.map((symbol) => (
        <SheetSymbol key={symbol.id} symbol={symbol} isLinked={linked.has(symbol.id)} spelled={spelled} onTouch={onTouch} />
      ))}
    </g>
  );
});

/** The name of a net where its wire stops; a number in a circle where it goes on elsewhere. */
function FlagView({ flag }: { flag: Flag }) {
  const at = jogAt(flag);
  return (
    <>
      {at && <circle cx={at.x} cy={at.y} r={JOG_R} fill={colour('sheet')} stroke={colour('ink')} strokeWidth={1.4} />}
      <CaptionView caption={flagCaption(flag)} />
    </>
  );
}

/** A way of a terminal strip, or a loose end, on the lead where it lies. */
const MarkerView = memo(function MarkerView({ marker, onTouch }: { marker: Marker; onTouch: (place: Place) => void }) {
  const { point, kind, x, y, label } = marker;
  return (
    <g data-point={point} onClick={() => onTouch({ point, x, y, device: deviceAt(point) })} style={{ cursor: 'pointer' }}>
      <title>{label}</title>
      <rect x={x - 16} y={y - 16} width={32} height={32} fill="transparent" />
      {kind === 'way' ? (
        <rect x={x - 4.5} y={y - 4.5} width={9} height={9} fill={colour('sheet')} stroke={colour('ink')} strokeWidth={1.6} />
      ) : (
        <circle cx={x} cy={y} r={5} fill={colour('sheet')} stroke={colour('danger')} strokeWidth={2} />
      )}
      <CaptionView caption={markerCaption(marker)} />
    </g>
  );
});
