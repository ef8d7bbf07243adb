import { select } from 'd3-selection';
import { type D3ZoomEvent, type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { SheetView } from '#core/bench';
import { type DeviceId, isTerminal } from '#core/circuit';
import type { Band as DrawnBand } from '#core/draw';
import { CELL, foldBands, MARGIN } from '#core/draw';
import { useDrawn } from '../bench/BenchProvider';
import { shownSheet } from '../bench/shownSheet';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import { Box, Flex } from '../ui/styled';
import { useIsNarrow } from '../ui/useIsNarrow';
import { beyondOf, Edges, NOTHING_BEYOND } from './Edges';
import { nudgeChanges } from './edits';
import { LineWalk } from './LineWalk';
import { PickedBar } from './PickedBar';
import { centreOf, type Place, placesOf, symbolAt } from './places';
import { indexOf, SheetBar } from './SheetBar';
import { SheetDrawing } from './SheetDrawing';
import { AT_FIRST, isLarge, READABLE_SCALE, type Seen, seenOf, WHOLE } from './seen';
import { useFolds } from './useFolds';

const EXTENT: [number, number] = [0.3, 4];

/** The path sheet: drawn from the netlist by the core, tinted by what is solved. */
export function PathSheet() {
  const { circuit, drawing } = useDrawn();
  const holder = useRef<SVGSVGElement>(null);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown>>(undefined);
  const transform = useRef(zoomIdentity);
  const [seen, setSeen] = useState<Seen>(AT_FIRST);
  const [beyond, setBeyond] = useState(NOTHING_BEYOND);
  const shown = useRef<SheetView>(undefined);
  const whole = circuit?.sheet ?? inProgress(drawing);
  const id = useAppSelector((state) => state.document.id ?? '');
  const { folded, fold } = useFolds(id, whole);
  const lines = useAppSelector((state) => state.settings.lines);
  const isStanding = lines === 'standing';
  const foldKey = [...folded].join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: which are folded is told by their places
  const sheet = useMemo(() => {
    const shown = whole && foldBands(whole, (index) => folded.has(index));
    return shown && shownSheet(shown, { lines });
  }, [whole, foldKey, lines]);
  const index = useMemo(() => (sheet ? indexOf(sheet) : []), [sheet]);
  const dispatch = useAppDispatch();
  const isNarrow = useIsNarrow();
  const point = useAppSelector((state) => state.bench.point);
  const points = circuit?.points;
  const spelled = useMemo(() => new Map(points?.map((one) => [one.point, one.spelled])), [points]);
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

  // whatever is chosen, by whom ever, comes into sight
  const chosen = useAppSelector(
    ({ bench, document: { now } }) =>
      bench.point ?? (bench.conductor ? now?.conductors[bench.conductor]?.ends.find((end) => end !== null) : undefined) ?? bench.device,
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a choice moves the sheet; a sheet that is drawn anew stays where it is
  useEffect(() => {
    if (chosen && sheet) keyed('reveal', placesOf(sheet).find(({ point }) => point === chosen) ?? centreOf(sheet, chosen as DeviceId));
  }, [chosen]);
  shown.current = sheet;
  const lookBeyond = useCallback((size?: { readonly width: number; readonly height: number }) => {
    const [svg, now] = [holder.current, shown.current];
    if (!svg || !now) return;
    const { x, y, k } = transform.current;
    const { width, height } = size ?? { width: svg.clientWidth, height: svg.clientHeight };
    setBeyond((was) => beyondOf(was, now, { x, y, k, width, height }));
  }, []);
  /** shows lines in their whole length, until somebody moves or zooms the sheet */
  const isFitted = useRef(true);
  const fitNow = useCallback(() => {
    const [svg, now] = [holder.current, shown.current];
    if (!svg || !now || !behaviour.current) return;
    fitLines(svg, behaviour.current, isStanding ? now.height : now.width, isStanding);
    isFitted.current = true;
  }, [isStanding]);
  const isThere = sheet !== undefined;
  useEffect(() => {
    const svg = holder.current;
    if (!svg || !isThere) return;
    const zooming = zoom<SVGSVGElement, unknown>()
      .scaleExtent(EXTENT)
      // the drawing is moved by itself; only what comes into sight is drawn anew
      .on('zoom', ({ transform: next, sourceEvent }: D3ZoomEvent<SVGSVGElement, unknown>) => {
        // read before the drawing is moved: after it the browser would lay all of it out anew to answer
        const [width, height] = [svg.clientWidth, svg.clientHeight];
        transform.current = next;
        if (sourceEvent) isFitted.current = false;
        svg.querySelector('g[data-pan]')?.setAttribute('transform', next.toString());
        lookBeyond({ width, height });
        setSeen((before) =>
          isStanding ? seenOf(before, { offset: next.x, k: next.k }, width) : seenOf(before, { offset: next.y, k: next.k }, height),
        );
      })
      .filter(
        (event: Event) =>
          // a frame is drawn with the shift key held
          !(event.type === 'mousedown' && (event as MouseEvent).shiftKey) &&
          !(event.type === 'wheel' && !(event as WheelEvent).ctrlKey && !(event as WheelEvent).metaKey) &&
          !(event as MouseEvent).button,
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
          isFitted.current = false;
          if (isStanding) select(svg).call(zooming.translateBy, -(event.deltaX || event.deltaY), 0);
          else select(svg).call(zooming.translateBy, 0, -event.deltaY);
        },
        { passive: false },
      );
    return () => void select(svg).on('.zoom', null).on('wheel.pan', null);
  }, [isThere, isStanding, lookBeyond]);
  // a circuit that is opened, or drawn to its end, or stood up; an edit leaves the sheet where it is
  const isWhole = circuit !== undefined;
  // biome-ignore lint/correctness/useExhaustiveDependencies: these are what it is fitted for
  useEffect(fitNow, [fitNow, id, isThere, isWhole]);

  // a sheet that is drawn further, and a window of another size, leave other things beyond it
  // biome-ignore lint/correctness/useExhaustiveDependencies: it reads what stands now
  useEffect(() => {
    lookBeyond();
    const svg = holder.current;
    if (!svg || typeof ResizeObserver === 'undefined') return;
    const watched = new ResizeObserver(() => {
      if (isFitted.current) fitNow();
      lookBeyond();
    });
    watched.observe(svg);
    return () => watched.disconnect();
  }, [sheet, fitNow, lookBeyond]);

  if (!sheet)
    return (
      <Box flex="1" p="24px">
        Drawing the paths…
      </Box>
    );
  return (
    <Flex direction="column" flex="1" minH="200px" css={{ '@media (max-width: 700px)': { height: '64vh', flex: 'none' } }}>
      <SheetBar
        whole={whole!}
        folded={folded}
        lines={index}
        onFold={fold}
        isStanding={isStanding}
        canNudge={(way) => nudged(way) !== undefined}
        onNudge={(way) => {
          const changes = nudged(way);
          if (changes) dispatch(edit(changes));
        }}
        onLine={toLine}
        onView={view}
      />
      <PickedBar />
      <Box flex="1" minH="0" position="relative" bg="sheet">
        <SheetDrawing
          sheet={sheet}
          holder={holder}
          seen={isLarge(sheet) ? seen : WHOLE}
          transform={transform}
          spelled={spelled}
          onTouch={touch}
          onKeys={(key, at) => keyed(key, at)}
        />
        <Edges sheet={sheet} beyond={beyond} onBand={({ x, y }) => toLine({ x: x + 40, y: y + 40 })} onSideways={sideways} />
      </Box>
      {isNarrow && <LineWalk sheet={sheet} lines={index} spelled={spelled} at={point} onLine={toLine} onTouch={touch} />}
    </Flex>
  );

  /** What moves the line of what is chosen. */
  function nudged(way: -1 | 1) {
    const { document, bench } = store.getState();
    const symbol = sheet && symbolAt(sheet, bench.point, bench.device);
    return document.now && sheet && symbol ? nudgeChanges(document.now, sheet, symbol, way) : undefined;
  }

  function view(wanted: 'in' | 'out' | 'width' | 'whole') {
    isFitted.current = false;
    if (wanted === 'in') by(1.3);
    else if (wanted === 'out') by(1 / 1.3);
    else if (wanted === 'whole') keyed('fit', undefined);
    else fitNow();
  }

  /** Brings a line to the upper third, at the size that is set. */
  function toLine({ x, y }: { readonly x: number; readonly y: number }) {
    const svg = holder.current;
    if (!svg || !behaviour.current) return;
    isFitted.current = false;
    select(svg).call(
      behaviour.current.transform,
      (isStanding
        ? zoomIdentity.translate(svg.clientWidth / 3 - x * transform.current.k, transform.current.y)
        : zoomIdentity.translate(transform.current.x, svg.clientHeight / 3 - y * transform.current.k)
      ).scale(transform.current.k),
    );
    svg.focus();
  }

  /** Along the lines by the better part of the window. */
  function sideways(way: -1 | 1) {
    const svg = holder.current;
    if (!svg || !behaviour.current) return;
    isFitted.current = false;
    const [dx, dy] = isStanding ? [0, -way * svg.clientHeight * 0.7] : [-way * svg.clientWidth * 0.7, 0];
    select(svg).call(behaviour.current.translateBy, dx / transform.current.k, dy / transform.current.k);
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
      if (dx || dy) {
        isFitted.current = false;
        select(svg).call(behaviour.current.translateBy, dx / transform.current.k, dy / transform.current.k);
      }
    }
  }
}

/** Shows lines in their whole length: as wide as the sheet, or as high where they stand. */
function fitLines(svg: SVGSVGElement, zooming: ZoomBehavior<SVGSVGElement, unknown>, length: number, isStanding: boolean): void {
  const room = isStanding ? svg.clientHeight : svg.clientWidth;
  const scale = Math.max(READABLE_SCALE, Math.min(1.25, room / length));
  const rest = isStanding ? 0 : Math.max(0, (room - length * scale) / 2);
  select(svg).call(zooming.transform, zoomIdentity.translate(rest, 0).scale(scale));
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
