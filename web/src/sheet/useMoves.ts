import { select } from 'd3-selection';
import { type D3ZoomEvent, type ZoomBehavior, type ZoomTransform, zoom, zoomIdentity } from 'd3-zoom';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { SheetView } from '#core/bench';
import { type Beyond, beyondOf, NOTHING_BEYOND } from './Edges';
import { fitted, type Moved, type Room, type Seen, seenOf, WHOLE } from './seen';

const EXTENT: [number, number] = [0.3, 4];
/** What is brought into sight stands so far from the edge of the window, px. */
const REVEAL_MARGIN_PX = 50;
const SELECTION_SCALE = 1.6;

interface Spot {
  readonly x: number;
  readonly y: number;
}

/** How a sheet is moved and zoomed in its window. */
export interface Moves {
  /** how it stands now */
  readonly transform: RefObject<ZoomTransform>;
  /** what of it is in sight */
  readonly seen: Seen;
  /** what lies beyond the edges of the window */
  readonly beyond: Beyond;
  /** lines in their whole length */
  readonly fitLines: () => void;
  /** all of it at once */
  readonly whole: () => void;
  readonly by: (factor: number) => void;
  /** a line to the upper third, at the size that is set */
  readonly toLine: (at: Spot) => void;
  /** along the lines by the better part of the window */
  readonly sideways: (way: -1 | 1) => void;
  /** a place to the middle, large */
  readonly toMiddle: (at: Spot) => void;
  /** a place into sight, if it is not */
  readonly reveal: (at: Spot) => void;
}

const transformOf = ({ x, y, k }: Moved): ZoomTransform => zoomIdentity.translate(x, y).scale(k);

/**
 * Moves the drawing itself; only what comes into sight is drawn anew.
 * @param room the window before anything is drawn: the sheet stands in it as it fits from the first
 * @param fitFor what it is fitted for again: a circuit that is opened, or drawn to its end; an edit leaves it where it is
 */
export function useMoves(
  holder: RefObject<SVGSVGElement | null>,
  sheet: SheetView,
  { isStanding, room, fitFor }: { readonly isStanding: boolean; readonly room: Room; readonly fitFor: string },
): Moves {
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown>>(undefined);
  const [atFirst] = useState(() => fitted(sheet, room, isStanding));
  const transform = useRef(transformOf(atFirst));
  const [seen, setSeen] = useState<Seen>(() => seenOf(WHOLE, atFirst, room, isStanding));
  const [beyond, setBeyond] = useState(NOTHING_BEYOND);
  const shown = useRef(sheet);
  shown.current = sheet;
  /** shows lines in their whole length, until somebody moves or zooms the sheet */
  const isFitted = useRef(true);

  const look = useCallback(
    (room: Room) => setBeyond((was) => beyondOf(was, shown.current, { ...room, ...movedOf(transform.current) })),
    [],
  );
  const fitLines = useCallback(() => {
    const svg = holder.current;
    if (!svg || !behaviour.current) return;
    isFitted.current = true;
    const { x, y, k } = fitted(shown.current, roomOf(svg), isStanding);
    const now = transform.current;
    if (now.x !== x || now.y !== y || now.k !== k) select(svg).call(behaviour.current.transform, transformOf({ x, y, k }));
  }, [holder, isStanding]);

  useEffect(() => {
    const svg = holder.current;
    if (!svg) return;
    const zooming = zoom<SVGSVGElement, unknown>()
      .scaleExtent(EXTENT)
      .on('zoom', ({ transform: next, sourceEvent }: D3ZoomEvent<SVGSVGElement, unknown>) => {
        // read before the drawing is moved: after it the browser would lay all of it out anew to answer
        const room = roomOf(svg);
        transform.current = next;
        if (sourceEvent) isFitted.current = false;
        svg.querySelector('g[data-pan]')?.setAttribute('transform', next.toString());
        look(room);
        setSeen((before) => seenOf(before, next, room, isStanding));
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
      // where it keeps how the sheet stands
      .property('__zoom', transform.current)
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
  }, [holder, isStanding, look]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: it is fitted for this
  useEffect(fitLines, [fitLines, fitFor]);

  // a sheet that is drawn further, and a window of another size, leave other things beyond it
  // biome-ignore lint/correctness/useExhaustiveDependencies: it reads what stands now
  useEffect(() => {
    const svg = holder.current;
    if (!svg) return;
    look(roomOf(svg));
    if (typeof ResizeObserver === 'undefined') return;
    const watched = new ResizeObserver(() => {
      if (isFitted.current) fitLines();
      look(roomOf(svg));
    });
    watched.observe(svg);
    return () => watched.disconnect();
  }, [sheet, fitLines, look]);

  const move = (how: (svg: SVGSVGElement, zooming: ZoomBehavior<SVGSVGElement, unknown>) => void): void => {
    if (!holder.current || !behaviour.current) return;
    isFitted.current = false;
    how(holder.current, behaviour.current);
  };
  const to = (where: (room: Room, now: ZoomTransform) => ZoomTransform): void =>
    move((svg, zooming) => select(svg).call(zooming.transform, where(roomOf(svg), transform.current)));
  return {
    transform,
    seen,
    beyond,
    fitLines,
    whole: () =>
      to(({ width, height }) => {
        const k = Math.min(width / shown.current.width, height / shown.current.height);
        return transformOf({ x: (width - shown.current.width * k) / 2, y: 0, k });
      }),
    by: (factor) => move((svg, zooming) => select(svg).call(zooming.scaleBy, factor)),
    toLine({ x, y }) {
      to((room, now) =>
        transformOf(
          isStanding ? { x: room.width / 3 - x * now.k, y: now.y, k: now.k } : { x: now.x, y: room.height / 3 - y * now.k, k: now.k },
        ),
      );
      holder.current?.focus();
    },
    sideways: (way) =>
      to(({ width, height }, now) =>
        transformOf(isStanding ? { ...movedOf(now), y: now.y - way * height * 0.7 } : { ...movedOf(now), x: now.x - way * width * 0.7 }),
      ),
    toMiddle: ({ x, y }) =>
      to(({ width, height }) =>
        transformOf({ x: width / 2 - x * SELECTION_SCALE, y: height / 2 - y * SELECTION_SCALE, k: SELECTION_SCALE }),
      ),
    reveal(at) {
      const svg = holder.current;
      if (!svg) return;
      const [x, y] = transform.current.apply([at.x, at.y]);
      const { width, height } = roomOf(svg);
      const short = (place: number, room: number): number =>
        place < REVEAL_MARGIN_PX ? REVEAL_MARGIN_PX - place : Math.min(0, room - REVEAL_MARGIN_PX - place);
      const [dx, dy] = [short(x, width), short(y, height)];
      if (dx || dy) to((_, now) => transformOf({ x: now.x + dx, y: now.y + dy, k: now.k }));
    },
  };
}

const roomOf = ({ clientWidth, clientHeight }: SVGSVGElement): Room => ({ width: clientWidth, height: clientHeight });
const movedOf = ({ x, y, k }: ZoomTransform): Moved => ({ x, y, k });
