import { Box, Flex } from '@chakra-ui/react';
import { select } from 'd3-selection';
import { type D3ZoomEvent, type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { type DeviceId, isLooseEnd } from '#core/circuit';
import { familyOf } from '#core/devices';
import type { Sheet } from '#core/draw';
import { useAppDispatch, useAppSelector } from '../app/store';
import { colour } from '../app/theme';
import { useBench } from '../circuit/BenchProvider';
import { benchSlice } from '../circuit/benchSlice';
import { circuitSlice } from '../circuit/circuitSlice';
import { Button } from '../ui/parts';
import { BandView } from './BandView';
import { swapChanges } from './edits';
import { Leads } from './Leads';
import { type Place, placesOf } from './places';

const EXTENT: [number, number] = [0.3, 4];

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
