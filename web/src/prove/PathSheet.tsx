import { Box, Flex } from '@chakra-ui/react';
import { select } from 'd3-selection';
import { type D3ZoomEvent, type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { type DeviceId, isLooseEnd, type Point } from '#core/circuit';
import { familyOf, partsOf } from '#core/devices';
import type { Band, Segment, Sheet } from '#core/draw';
import { reading as spell } from '#core/units';
import { useAppDispatch, useAppSelector } from '../app/store';
import { CLASS_TOKENS, colour } from '../app/theme';
import { useBench } from '../circuit/BenchProvider';
import { benchSlice } from '../circuit/benchSlice';
import { circuitSlice } from '../circuit/circuitSlice';
import { Button } from '../ui/parts';
import type { LookAnswer, PointView } from '../worker/protocol';
import { swapChanges } from './edits';
import { InputButtons } from './InputButtons';
import { Leads } from './Leads';
import { SymbolView } from './SymbolView';
import { underSymbol } from './underSymbol';

const EXTENT: [number, number] = [0.3, 4];
/** Amps from which a wire is shown to carry current. */
const CARRIES_A = 0.001;

/** The path sheet: drawn from the netlist by the core, tinted by what is solved. */
export function PathSheet() {
  const { circuit } = useBench();
  const holder = useRef<SVGSVGElement>(null);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown>>(undefined);
  const [transform, setTransform] = useState(zoomIdentity);
  const sheet = circuit?.sheet;
  const width = sheet?.width;
  useEffect(() => {
    const svg = holder.current;
    if (!svg || width === undefined) return;
    const zooming = zoom<SVGSVGElement, unknown>()
      .scaleExtent(EXTENT)
      .on('zoom', ({ transform: next }: D3ZoomEvent<SVGSVGElement, unknown>) => setTransform(next))
      .filter(
        (event: Event) =>
          !(event.type === 'wheel' && !(event as WheelEvent).ctrlKey && !(event as WheelEvent).metaKey) && !(event as MouseEvent).button,
      );
    behaviour.current = zooming;
    select(svg)
      .call(zooming)
      .on('dblclick.zoom', null)
      .on(
        'wheel.pan',
        (event: WheelEvent) => {
          if (event.ctrlKey || event.metaKey) return;
          event.preventDefault();
          select(svg).call(zooming.translateBy, 0, -event.deltaY);
        },
        { passive: false },
      );
    fitWidth(svg, zooming, width);
    return () => void select(svg).on('.zoom', null).on('wheel.pan', null);
  }, [width]);

  if (!sheet)
    return (
      <Box flex="1" p="24px">
        Drawing the paths…
      </Box>
    );
  return (
    <Box flex="1" minH="240px" position="relative" bg="sheet" css={{ '@media (max-width: 700px)': { height: '52vh', flex: 'none' } }}>
      <SheetView sheet={sheet} holder={holder} transform={transform.toString()} onKeys={(key, at) => keyed(key, at)} />
      <Flex position="absolute" right="10px" bottom="10px" gap="4px">
        <Button type="button" aria-label="Zoom in" onClick={() => by(1.3)}>
          +
        </Button>
        <Button type="button" aria-label="Zoom out" onClick={() => by(1 / 1.3)}>
          −
        </Button>
        <Button
          type="button"
          onClick={() => holder.current && behaviour.current && fitWidth(holder.current, behaviour.current, sheet.width)}
        >
          Fit width
        </Button>
      </Flex>
    </Box>
  );

  function by(factor: number) {
    if (holder.current && behaviour.current) select(holder.current).call(behaviour.current.scaleBy, factor);
  }

  function keyed(key: 'fit' | 'selection' | 'reveal', at: { x: number; y: number } | undefined) {
    const svg = holder.current;
    if (!svg || !behaviour.current) return;
    if (key === 'fit') {
      const scale = Math.min(svg.clientWidth / sheet!.width, svg.clientHeight / sheet!.height);
      select(svg).call(behaviour.current.transform, zoomIdentity.translate((svg.clientWidth - sheet!.width * scale) / 2, 0).scale(scale));
    }
    if (!at) return;
    if (key === 'selection')
      select(svg).call(
        behaviour.current.transform,
        zoomIdentity.translate(svg.clientWidth / 2 - at.x * 1.6, svg.clientHeight / 2 - at.y * 1.6).scale(1.6),
      );
    if (key === 'reveal') {
      const [x, y] = transform.apply([at.x, at.y]);
      const margin = 50;
      const dx = x < margin ? margin - x : x > svg.clientWidth - margin ? svg.clientWidth - margin - x : 0;
      const dy = y < margin ? margin - y : y > svg.clientHeight - margin ? svg.clientHeight - margin - y : 0;
      if (dx || dy) select(svg).call(behaviour.current.translateBy, dx / transform.k, dy / transform.k);
    }
  }
}

/** Under this the words on the sheet cannot be read at arm's length: a phone starts here and pans. */
const READABLE_SCALE = 0.62;

function fitWidth(svg: SVGSVGElement, zooming: ZoomBehavior<SVGSVGElement, unknown>, width: number): void {
  const scale = Math.max(READABLE_SCALE, Math.min(1.25, svg.clientWidth / width));
  select(svg).call(zooming.transform, zoomIdentity.translate(Math.max(0, (svg.clientWidth - width * scale) / 2), 0).scale(scale));
}

interface Place {
  readonly point: Point;
  readonly x: number;
  readonly y: number;
  readonly device: DeviceId | null;
}

const deviceAt = (point: Point): DeviceId | null => (isLooseEnd(point) ? null : (point.slice(0, point.indexOf(':')) as DeviceId));

/** Every place where a probe can touch, in reading order. */
export const placesOf = (sheet: Sheet): Place[] =>
  sheet.bands.flatMap((band) => [
    ...band.symbols.flatMap(({ pins }) => pins.map(({ point, x, y }) => ({ point, x, y, device: deviceAt(point) }))),
    ...band.markers.map(({ point, x, y }) => ({ point, x, y, device: deviceAt(point) })),
  ]);

function SheetView({
  sheet,
  holder,
  transform,
  onKeys,
}: {
  sheet: Sheet;
  holder: React.RefObject<SVGSVGElement | null>;
  transform: string;
  onKeys: (key: 'fit' | 'selection' | 'reveal', at: { x: number; y: number } | undefined) => void;
}) {
  const dispatch = useAppDispatch();
  const { look, circuit } = useBench();
  const document = useAppSelector((state) => state.circuit.document)!;
  const { point, device, hand, carrying } = useAppSelector((state) => state.bench);
  const places = useMemo(() => placesOf(sheet), [sheet]);
  const at = places.find((place) => place.point === point);
  const spelled = useMemo(() => new Map(circuit?.points.map((one) => [one.point, one.spelled])), [circuit]);

  const touch = (place: Place) => {
    if (carrying && !isLooseEnd(place.point)) {
      dispatch(
        circuitSlice.actions.edited([
          { type: 'moveEnd', conductor: carrying.conductor as never, end: carrying.end, to: place.point as never },
        ]),
      );
      dispatch(benchSlice.actions.endTaken(null));
    } else if (hand) dispatch(benchSlice.actions.leadPut({ lead: hand, point: place.point }));
    dispatch(benchSlice.actions.pointSelected({ point: place.point, device: place.device }));
  };

  const walk = (dx: number, dy: number) => {
    const from = at ?? places[0];
    if (!from) return;
    const ahead = places.filter(
      (place) => place !== from && (dx ? place.y === from.y && Math.sign(place.x - from.x) === dx : Math.sign(place.y - from.y) === dy),
    );
    const next =
      ahead.sort((a, b) =>
        dx
          ? Math.abs(a.x - from.x) - Math.abs(b.x - from.x)
          : Math.abs(a.y - from.y) * 10 + Math.abs(a.x - from.x) - (Math.abs(b.y - from.y) * 10 + Math.abs(b.x - from.x)),
      )[0] ?? (at ? undefined : from);
    if (!next) return;
    dispatch(benchSlice.actions.pointSelected({ point: next.point, device: next.device }));
    onKeys('reveal', next);
  };

  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const arrow = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    const key = event.key.toLowerCase();
    if (arrow) walk(arrow[0]!, arrow[1]!);
    else if ((key === 'r' || key === 'b') && point) dispatch(benchSlice.actions.leadPut({ lead: key === 'r' ? 'red' : 'black', point }));
    else if (event.key === ' ' && device) operate(device);
    else if (key === 'n' && device) {
      const changes = swapChanges(document, device);
      if (changes) dispatch(circuitSlice.actions.edited(changes));
    } else if (key === 't') onKeys('fit', undefined);
    else if (key === 'f') onKeys('selection', at ?? centreOf(sheet, device));
    else return;
    event.preventDefault();
  };

  const operate = (id: DeviceId) => {
    const chosen = document.devices[id];
    const [input] = chosen ? familyOf(chosen).inputs : [];
    if (!chosen || !input) return;
    const button = window.document.querySelector<HTMLButtonElement>(`[data-input="${id}.${input.name}"]`);
    button?.click();
  };

  return (
    <svg
      ref={holder}
      data-sheet
      data-sheet-width={sheet.width}
      data-sheet-height={sheet.height}
      width="100%"
      height="100%"
      tabIndex={0}
      role="application"
      aria-label={`Path sheet. ${point ? `At ${spelled.get(point)}` : 'Arrow keys walk along the wire'}`}
      onKeyDown={onKey}
      style={{
        position: 'absolute',
        inset: 0,
        cursor: hand || carrying ? 'crosshair' : 'grab',
        touchAction: 'none',
        outlineOffset: '-3px',
      }}
    >
      <g data-pan transform={transform}>
        {sheet.bands.map((band) => (
          <BandView key={`${band.title}${band.y}`} band={band} sheet={sheet} look={look} onTouch={touch} spelled={spelled} />
        ))}
        {sheet.spare.length > 0 && (
          <text x={64} y={sheet.height + 18} fontFamily="Barlow Semi Condensed" fontSize={12} fill={colour('muted')}>
            Spare: {sheet.spare.map(({ words }) => words).join(' · ')}
          </text>
        )}
        {at && <circle cx={at.x} cy={at.y} r={9} fill="none" stroke={colour('focus')} strokeWidth={2.5} pointerEvents="none" />}
        <Leads places={places} />
      </g>
    </svg>
  );
}

const centreOf = (sheet: Sheet, device: DeviceId | null) =>
  sheet.bands.flatMap(({ symbols }) => symbols).find((symbol) => symbol.device === device);

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

function BandView({
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
            family={document.practice}
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
          x={side === 'left' ? x - 8 : x + 8}
          y={y + 4}
          textAnchor={side === 'left' ? 'end' : 'start'}
          fontFamily="Barlow Semi Condensed"
          fontWeight={600}
          fontSize={12}
          fill={colour('ink')}
        >
          {side === 'left' ? `${name} ▸` : `▸ ${name}`}
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
  const isLoad = ['motor', 'heater', 'lamp', 'motor-block', 'coil', 'valve'].includes(symbol.kind);
  const view = look?.parts[`${symbol.device}:${symbol.part}`];
  if (!isLoad || !look || !view || view.volts > 5) return null;
  const hottest = symbol.pins.reduce(
    (most, { point }) => (look.points[point]?.is === 'hot' ? Math.max(most, look.points[point]!.volts) : most),
    0,
  );
  if (hottest === 0) return null;
  const block = symbol.kind === 'motor-block';
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
