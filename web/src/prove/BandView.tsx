import { useMemo } from 'react';
import type { DeviceId, Point } from '#core/circuit';
import { type familyOf, partsOf } from '#core/devices';
import type { Band, Segment, Sheet } from '#core/draw';
import { reading as spell } from '#core/units';
import { useAppDispatch, useAppSelector } from '../app/store';
import { CLASS_TOKENS, colour } from '../app/theme';
import { benchSlice } from '../circuit/benchSlice';
import type { LookAnswer, PointView } from '../worker/protocol';
import { InputButtons } from './InputButtons';
import { deviceAt, type Place } from './places';
import { SymbolView } from './SymbolView';
import { underSymbol } from './underSymbol';

/** Amps from which a wire is shown to carry current. */
const CARRIES_A = 0.001;

const strokeOf = (view: PointView | undefined, lineColour: string): { stroke: string; width: number; dash: string | undefined } => {
  switch (view?.is) {
    case 'hot':
      return { stroke: lineColour, width: 3.2, dash: undefined };
    case 'live':
      return { stroke: lineColour, width: 2.2, dash: undefined };
    case 'floating':
      return { stroke: colour('muted'), width: 1.4, dash: '3 4' };
    default:
      return { stroke: colour('muted'), width: 1.1, dash: undefined };
  }
};

export function BandView({
  band,
  sheet,
  look,
  onTouch,
  spelled,
}: {
  band: Band;
  sheet: Sheet;
  look: LookAnswer | undefined;
  onTouch: (place: Place) => void;
  spelled: ReadonlyMap<Point, string>;
}) {
  const dispatch = useAppDispatch();
  const symbols = useAppSelector((state) => state.practice.practice.schools.symbols);
  const document = useAppSelector((state) => state.circuit.document)!;
  const selected = useAppSelector((state) => state.bench.device);
  const conductor = useAppSelector((state) => state.bench.conductor);
  const atMs = useAppSelector((state) =>
    band.symbols.some(({ kind }) => kind === 'timer' || kind === 'box') ? Math.floor(state.bench.atMs / 500) * 500 : 0,
  );
  const tokens = CLASS_TOKENS[band.tint];
  const lineColour = colour(tokens.line);
  const ofNet = useMemo(() => firstPointOfNet(sheet), [sheet]);
  const viewOf = (segment: Segment): PointView | undefined => look?.points[segment.near ?? ofNet.get(segment.net) ?? ('' as Point)];
  const lit = conductor === null ? undefined : [...sheet.conductorsOfNet].find(([, wires]) => wires.includes(conductor as never))?.[0];
  const viewsOf = (device: DeviceId, part: string) =>
    look?.parts[`${device}:${part === 'primary' || part === 'secondary' ? 'windings' : part}`];
  return (
    <g data-band={band.title}>
      <rect x={0} y={band.y} width={sheet.width} height={band.height} fill={colour(tokens.tint)} />
      <rect x={0} y={band.y} width={8} height={band.height} fill={lineColour} />
      {band.tint === 'power' &&
        Array.from({ length: Math.floor(band.height / 16) }, (_, index) => (
          <path
            key={index}
            d={`M0 ${band.y + index * 16 + 14} L8 ${band.y + index * 16 + 4}`}
            stroke={colour(tokens.tint)}
            strokeWidth={2.5}
          />
        ))}
      <text
        x={Math.max(64, ...band.rails.map(({ x }) => (x < sheet.width / 2 ? x : 0))) + 24}
        y={band.y + 22}
        fontFamily="Barlow Semi Condensed"
        fontWeight={700}
        fontSize={14}
        fill={lineColour}
      >
        {band.title}
        {band.form === 'list' ? ' · as a list' : ''}
      </text>
      {band.lines.map(({ number, y }) => (
        <text key={number} x={26} y={y + 4} textAnchor="middle" fontFamily="Barlow Semi Condensed" fontSize={12} fill={colour('muted')}>
          {number}
        </text>
      ))}
      {band.rails.map(({ x, y1, name, net }) => (
        <text
          key={net}
          x={x}
          y={y1 - 6}
          textAnchor="middle"
          fontFamily="Barlow Semi Condensed"
          fontWeight={700}
          fontSize={13}
          fill={colour('ink')}
        >
          {name}
        </text>
      ))}
      {band.segments.map((segment, index) => {
        const { stroke, width, dash } = strokeOf(viewOf(segment), lineColour);
        const carried = segment.carries ? look?.parts[segment.carries.replace(/:(primary|secondary)$/, ':windings')] : undefined;
        const { x1, y1, x2, y2 } = segment;
        return (
          <g key={index}>
            {lit === segment.net && (
              <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={colour('attention')} strokeWidth={9} strokeLinecap="round" />
            )}
            <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={stroke} strokeWidth={width} strokeDasharray={dash} strokeLinecap="round" />
            {carried && carried.amps > CARRIES_A && y1 === y2 && (
              <Chevrons x1={Math.min(x1, x2)} x2={Math.max(x1, x2)} y={y1} tint={colour(tokens.tint)} />
            )}
          </g>
        );
      })}
      {band.links.map(({ x, y1, y2 }) => (
        <line key={x} x1={x} y1={y1} x2={x} y2={y2} stroke={colour('ink')} strokeWidth={1.4} strokeDasharray="4 4" />
      ))}
      {band.dots.map(({ x, y }) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r={3.6} fill={lineColour} />
      ))}
      {band.symbols.map((symbol) => {
        const view = viewsOf(symbol.device, symbol.part);
        return (
          <SymbolView
            key={symbol.id}
            symbol={symbol}
            family={symbols === 'na' || symbols === 'iec' ? symbols : document.practice}
            isOn={view?.isOn ?? false}
            isClosed={view?.isClosed ?? false}
            isSelected={selected === symbol.device}
            showsTag={!band.links.some(({ x, y1 }) => x === symbol.x && symbol.y > y1)}
            description={hasInput(document, symbol.device, symbol.part) ? '' : underSymbol(symbol, view, atMs)}
            onSelect={() => dispatch(benchSlice.actions.deviceSelected(symbol.device))}
          />
        );
      })}
      {band.symbols
        .filter(({ kind }) => kind !== 'source')
        .map((symbol) => (
          <OffButHot key={symbol.id} symbol={symbol} look={look} />
        ))}
      {band.markers.map(({ point, kind, x, y, label }) => (
        <g key={point} data-point={point} onClick={() => onTouch({ point, x, y, device: deviceAt(point) })} style={{ cursor: 'pointer' }}>
          <title>{label}</title>
          <rect x={x - 16} y={y - 16} width={32} height={32} fill="transparent" />
          {kind === 'way' ? (
            <rect x={x - 4.5} y={y - 4.5} width={9} height={9} fill={colour('sheet')} stroke={colour('ink')} strokeWidth={1.6} />
          ) : (
            <circle cx={x} cy={y} r={5} fill={colour('sheet')} stroke={colour('danger')} strokeWidth={2} />
          )}
          <text
            x={x}
            y={y - 9}
            textAnchor="middle"
            fontFamily="Barlow Semi Condensed"
            fontWeight={600}
            fontSize={10.5}
            fill={kind === 'way' ? colour('ink') : colour('danger')}
          >
            {label}
          </text>
        </g>
      ))}
      {band.earths.map(({ x, y, point }) => (
        <path
          key={point}
          d={`M${x} ${y + 3} V${y + 15} M${x - 8} ${y + 15} h16 M${x - 5} ${y + 19} h10 M${x - 2} ${y + 23} h4`}
          stroke={colour('earth')}
          strokeWidth={2}
          fill="none"
        />
      ))}
      {band.flags.map(({ x, y, name, side }) => (
        <text
          key={`${x} ${y}`}
          x={side === 'on' ? x : side === 'left' ? x - 8 : x + 8}
          y={side === 'on' ? y - 6 : y + 4}
          textAnchor={side === 'on' ? 'middle' : side === 'left' ? 'end' : 'start'}
          fontFamily="Barlow Semi Condensed"
          fontWeight={600}
          fontSize={12}
          fill={colour('ink')}
        >
          {side === 'on' ? name : side === 'left' ? `${name} ▸` : `▸ ${name}`}
        </text>
      ))}
      {band.symbols.flatMap((symbol) =>
        symbol.pins.map((pin) => (
          <g
            key={`${symbol.id} ${pin.mark}`}
            data-point={pin.point}
            onClick={() => onTouch({ point: pin.point, x: pin.x, y: pin.y, device: symbol.device })}
            style={{ cursor: 'pointer' }}
          >
            <title>{`${spelled.get(pin.point) ?? ''}${look?.points[pin.point] ? `, ${look.points[pin.point]!.is === 'floating' ? 'floats' : `${spell(look.points[pin.point]!.volts)} V to earth`}` : ''}`}</title>
            <circle cx={pin.x} cy={pin.y} r={14} fill="transparent" stroke="none" />
            <circle cx={pin.x} cy={pin.y} r={3.8} fill={colour('sheet')} stroke={colour('ink')} strokeWidth={1.5} />
            <text
              x={pin.side === 'left' ? pin.x - 6 : pin.x + 6}
              y={pin.y - 8}
              textAnchor={pin.side === 'left' ? 'end' : 'start'}
              fontFamily="Barlow Semi Condensed"
              fontWeight={600}
              fontSize={10.5}
              fill={colour('ink')}
            >
              {pin.mark}
            </text>
          </g>
        )),
      )}
      {band.symbols
        .filter((symbol) => hasInput(document, symbol.device, symbol.part))
        .map((symbol) => (
          <InputButtons key={symbol.id} symbol={symbol} />
        ))}
    </g>
  );
}

function hasInput(circuit: { devices: Record<string, Parameters<typeof familyOf>[0]> }, device: DeviceId, part: string): boolean {
  const owner = circuit.devices[device];
  const found = owner && partsOf(owner).find(({ id }) => id === part);
  return found?.kind === 'contact' && (found.mover.by === 'input' || found.mover.by === 'output');
}

function firstPointOfNet(sheet: Sheet): Map<number, Point> {
  const first = new Map<number, Point>();
  for (const [point, net] of sheet.netOf) if (!first.has(net)) first.set(net, point);
  return first;
}

function Chevrons({ x1, x2, y, tint }: { x1: number; x2: number; y: number; tint: string }) {
  const count = Math.floor((x2 - x1 - 8) / 20);
  if (count < 1) return null;
  const start = (x1 + x2) / 2 - ((count - 1) * 20) / 2;
  return (
    <path
      d={Array.from({ length: count }, (_, index) => `M${start + index * 20 - 3} ${y - 4} l4 4 l-4 4`).join(' ')}
      stroke={tint}
      strokeWidth={2}
      fill="none"
      pointerEvents="none"
      data-current
    />
  );
}

/** A load that is off but hot is said where the hand would go. */
function OffButHot({ symbol, look }: { symbol: Band['symbols'][number]; look: LookAnswer | undefined }) {
  const isLoad = ['motor', 'heater', 'lamp', 'motor-block', 'heater-block', 'coil', 'valve'].includes(symbol.kind);
  const view = look?.parts[`${symbol.device}:${symbol.part}`];
  if (!isLoad || !look || !view || view.volts > 5) return null;
  const hottest = symbol.pins.reduce(
    (most, { point }) => (look.points[point]?.is === 'hot' ? Math.max(most, look.points[point]!.volts) : most),
    0,
  );
  if (hottest === 0) return null;
  const block = symbol.kind === 'motor-block' || symbol.kind === 'heater-block';
  return (
    <text
      x={block ? symbol.x - 44 : symbol.x - 36}
      y={block ? symbol.y - symbol.height / 2 - 8 : symbol.y - 20}
      textAnchor="end"
      fontFamily="Barlow Semi Condensed"
      fontWeight={700}
      fontSize={12}
      fill={colour('danger')}
    >
      off, still {spell(hottest)} V to earth
    </text>
  );
}
