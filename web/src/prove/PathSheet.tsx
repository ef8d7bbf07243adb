import { Box, Flex } from '@chakra-ui/react';
import { select } from 'd3-selection';
import { type D3ZoomEvent, type ZoomBehavior, type ZoomTransform, zoom, zoomIdentity } from 'd3-zoom';
import { type KeyboardEvent, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { SheetView } from '#core/bench';
import { type DeviceId, isTerminal, type Point } from '#core/circuit';
import { inputsOf } from '#core/devices';
import type { Band as DrawnBand } from '#core/draw';
import { CELL, foldBands, MARGIN } from '#core/draw';
import { useBench } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { inputIsOn, useDocument } from '../store/select';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import { actOf, SHEET_KEYS, type SheetAct } from '../ui/keys';
import { colour } from '../ui/theme';
import { Band, type Nets } from './Band';
import { swapChanges } from './edits';
import { useWork } from './InputButton';
import { Leads } from './Leads';
import { nextPlace, type Place, placesOf } from './places';
import { indexOf, SheetBar } from './SheetBar';
import { isLarge, type Seen, seenOf, WHOLE } from './seen';
import { useFolds } from './useFolds';

const EXTENT: [number, number] = [0.3, 4];

/** The path sheet: drawn from the netlist by the core, tinted by what is solved. */
export function PathSheet() {
  const { circuit, drawing } = useBench();
  const holder = useRef<SVGSVGElement>(null);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown>>(undefined);
  const transform = useRef(zoomIdentity);
  const [seen, setSeen] = useState<Seen>(WHOLE);
  const whole = circuit?.sheet ?? inProgress(drawing);
  const id = useAppSelector((state) => state.document.id ?? '');
  const { folded, fold } = useFolds(id, whole);
  const foldKey = [...folded].join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: which are folded is told by their places
  const sheet = useMemo(() => whole && foldBands(whole, (index) => folded.has(index)), [whole, foldKey]);
  const lines = useMemo(() => (sheet ? indexOf(sheet) : []), [sheet]);
  // whatever is chosen, by whom ever, comes into sight
  const chosen = useAppSelector((state) => state.bench.point ?? state.bench.device);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a choice moves the sheet; a sheet that is drawn anew stays where it is
  useEffect(() => {
    if (chosen && sheet) keyed('reveal', placesOf(sheet).find(({ point }) => point === chosen) ?? centreOf(sheet, chosen as DeviceId));
  }, [chosen]);
  const width = sheet?.width;
  useEffect(() => {
    const svg = holder.current;
    if (!svg || width === undefined) return;
    const zooming = zoom<SVGSVGElement, unknown>()
      .scaleExtent(EXTENT)
      // the drawing is moved by itself; only what comes into sight is drawn anew
      .on('zoom', ({ transform: next }: D3ZoomEvent<SVGSVGElement, unknown>) => {
        transform.current = next;
        svg.querySelector('g[data-pan]')?.setAttribute('transform', next.toString());
        setSeen((before) => seenOf(before, next, svg.clientHeight));
      })
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
    <Flex direction="column" flex="1" minH="200px" css={{ '@media (max-width: 700px)': { height: '52vh', flex: 'none' } }}>
      <SheetBar whole={whole!} folded={folded} lines={lines} onFold={fold} onLine={({ y }) => toLine(y)} onView={view} />
      <Box flex="1" minH="0" position="relative" bg="sheet">
        <SheetDrawing
          sheet={sheet}
          holder={holder}
          seen={isLarge(sheet) ? seen : WHOLE}
          transform={transform}
          onKeys={(key, at) => keyed(key, at)}
        />
      </Box>
    </Flex>
  );

  function view(wanted: 'in' | 'out' | 'width' | 'whole') {
    if (wanted === 'in') by(1.3);
    else if (wanted === 'out') by(1 / 1.3);
    else if (wanted === 'whole') keyed('fit', undefined);
    else if (holder.current && behaviour.current) fitWidth(holder.current, behaviour.current, sheet!.width);
  }

  /** Brings a line to the upper third, at the size that is set. */
  function toLine(y: number) {
    const svg = holder.current;
    if (!svg || !behaviour.current) return;
    select(svg).call(
      behaviour.current.transform,
      zoomIdentity.translate(transform.current.x, svg.clientHeight / 3 - y * transform.current.k).scale(transform.current.k),
    );
    svg.focus();
  }

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
      const [x, y] = transform.current.apply([at.x, at.y]);
      const margin = 50;
      const dx = x < margin ? margin - x : x > svg.clientWidth - margin ? svg.clientWidth - margin - x : 0;
      const dy = y < margin ? margin - y : y > svg.clientHeight - margin ? svg.clientHeight - margin - y : 0;
      if (dx || dy) select(svg).call(behaviour.current.translateBy, dx / transform.current.k, dy / transform.current.k);
    }
  }
}

/** Under this the words on the sheet cannot be read at arm's length: a phone starts here and pans. */
const READABLE_SCALE = 0.62;

function fitWidth(svg: SVGSVGElement, zooming: ZoomBehavior<SVGSVGElement, unknown>, width: number): void {
  const scale = Math.max(READABLE_SCALE, Math.min(1.25, svg.clientWidth / width));
  select(svg).call(zooming.transform, zoomIdentity.translate(Math.max(0, (svg.clientWidth - width * scale) / 2), 0).scale(scale));
}

function SheetDrawing({
  sheet,
  holder,
  seen,
  transform,
  onKeys,
}: {
  sheet: SheetView;
  holder: React.RefObject<SVGSVGElement | null>;
  /** which heights are in sight */
  seen: Seen;
  transform: React.RefObject<ZoomTransform>;
  onKeys: (key: 'fit' | 'selection' | 'reveal', at: { x: number; y: number } | undefined) => void;
}) {
  const dispatch = useAppDispatch();
  const { circuit } = useBench();
  const document = useDocument();
  const { point, device, hand, carrying } = useAppSelector((state) => state.bench);
  const places = useMemo(() => placesOf(sheet), [sheet]);
  const at = places.find((place) => place.point === point);
  const spelled = useMemo(() => new Map(circuit?.points.map((one) => [one.point, one.spelled])), [circuit]);
  const nets = useMemo(() => netsOf(sheet), [sheet]);
  const work = useWork(device ? document.devices[device] : undefined);

  const touch = useCallback(
    (place: Place) => {
      const { carrying: carried, hand: lead } = store.getState().bench;
      if (carried && isTerminal(place.point)) {
        dispatch(edit([{ type: 'moveEnd', conductor: carried.conductor, end: carried.end, to: place.point }]));
        dispatch(benchSlice.actions.endTaken(null));
      } else if (lead) dispatch(benchSlice.actions.leadPut({ lead, point: place.point }));
      dispatch(benchSlice.actions.pointSelected({ point: place.point, device: place.device }));
    },
    [dispatch],
  );

  const walk = (dx: number, dy: number) => {
    const from = at ?? places[0];
    if (!from) return;
    const next = nextPlace(places, from, dx, dy) ?? (at ? undefined : from);
    if (!next) return;
    dispatch(benchSlice.actions.pointSelected({ point: next.point, device: next.device }));
    onKeys('reveal', next);
  };

  const acts: { readonly [A in SheetAct]: () => unknown } = {
    left: () => walk(-1, 0),
    right: () => walk(1, 0),
    up: () => walk(0, -1),
    down: () => walk(0, 1),
    red: () => point && dispatch(benchSlice.actions.leadPut({ lead: 'red', point })),
    black: () => point && dispatch(benchSlice.actions.leadPut({ lead: 'black', point })),
    operate: () => device && operate(device),
    swap: () => {
      const changes = device && swapChanges(document, device);
      if (changes) dispatch(edit(changes));
    },
    fit: () => onKeys('fit', undefined),
    zoom: () => onKeys('selection', at ?? centreOf(sheet, device)),
  };

  const onKey = (event: KeyboardEvent) => {
    const act = actOf(SHEET_KEYS, event.nativeEvent);
    if (!act) return;
    acts[act]();
    event.preventDefault();
  };

  const operate = (id: DeviceId) => {
    const chosen = document.devices[id];
    const [input] = chosen ? inputsOf(chosen, document) : [];
    const { log, atMs } = store.getState().bench;
    if (chosen && input) work(input, inputIsOn(log, atMs + 1, chosen, input, inputsOf(chosen, document)));
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
      <g data-pan transform={transform.current.toString()}>
        {sheet.bands.map((band, index) => (
          <Band
            key={bandKey(sheet.bands, index)}
            band={band}
            seen={seen}
            width={sheet.width}
            nets={nets}
            spelled={spelled}
            onTouch={touch}
          />
        ))}
        {sheet.spareWords.length > 0 && (
          <text x={64} y={sheet.height + 18} fontFamily="Barlow Semi Condensed" fontSize={12} fill={colour('muted')}>
            Spare: {sheet.spareWords.join(' · ')}
          </text>
        )}
        {at && <circle cx={at.x} cy={at.y} r={9} fill="none" stroke={colour('focus')} strokeWidth={2.5} pointerEvents="none" />}
        <Leads places={places} />
      </g>
    </svg>
  );
}

/** A band keeps its key while others come and go above it. */
function bandKey(bands: SheetView['bands'], index: number): string {
  const names = bands.slice(0, index + 1).map(({ name }) => JSON.stringify(name));
  const name = names.at(-1) ?? '';
  return `${name} ${names.filter((one) => one === name).length}`;
}

/** The symbol that stands for a device: its coil, else the first of it. */
const centreOf = (sheet: SheetView, device: DeviceId | null) => {
  const own = sheet.bands.flatMap(({ symbols }) => symbols).filter((symbol) => symbol.device === device);
  return own.find(({ kind }) => kind === 'coil') ?? own[0];
};

/** Of each net a point whose volts stand for it, and its wires. */
function netsOf({ netOf, conductorsOfNet }: SheetView): Nets {
  const firstOf = new Map<number, Point>();
  for (const [point, net] of netOf) if (!firstOf.has(net)) firstOf.set(net, point);
  return { firstOf, wiresOf: conductorsOfNet };
}

/** A sheet whose first bands are there already; its words and its width come with the whole. */
function inProgress(bands: readonly DrawnBand[]): SheetView | undefined {
  if (bands.length === 0) return undefined;
  const most = Math.max(...bands.flatMap(({ segments, rails }) => [...segments.map(({ x2 }) => x2), ...rails.map(({ x }) => x)]), 6 * CELL);
  return {
    width: most + MARGIN,
    height: bands.reduce((sum, { height }) => sum + height, 0),
    bands: bands.map((band) => ({ ...band, title: '' })),
    spare: [],
    spareWords: [],
    conductorsOfNet: new Map(),
    netOf: new Map(),
  };
}
