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
import { Edges } from './Edges';
import { nudgeChanges } from './edits';
import { LineWalk } from './LineWalk';
import { PickedBar } from './PickedBar';
import { centreOf, type Place, placesOf, symbolAt } from './places';
import { indexOf, SheetBar } from './SheetBar';
import { SheetDrawing } from './SheetDrawing';
import type { Room } from './seen';
import { useFolds } from './useFolds';
import { useMoves } from './useMoves';

/** The path sheet: drawn from the netlist by the core, tinted by what is solved. */
export function PathSheet() {
  const { circuit, drawing } = useDrawn();
  // the window is measured while it is empty: the sheet is drawn once, as it fits
  const [room, setRoom] = useState<Room>();
  const measure = useCallback((box: HTMLElement | null) => {
    if (box) setRoom({ width: box.clientWidth, height: box.clientHeight });
  }, []);
  const whole = circuit?.sheet ?? inProgress(drawing);
  const id = useAppSelector((state) => state.document.id ?? '');
  const { folded, fold } = useFolds(id, whole);
  const lines = useAppSelector((state) => state.settings.lines);
  const foldKey = [...folded].join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: which are folded is told by their places
  const sheet = useMemo(() => {
    const shown = whole && foldBands(whole, (index) => folded.has(index));
    return shown && shownSheet(shown, { lines });
  }, [whole, foldKey, lines]);
  return (
    <Flex direction="column" flex="1" minH="200px" css={{ '@media (max-width: 700px)': { height: '64vh', flex: 'none' } }}>
      {sheet && whole && room ? (
        <MovedSheet sheet={sheet} whole={whole} folded={folded} onFold={fold} room={room} fitFor={`${id} ${circuit !== undefined}`} />
      ) : (
        <Box ref={measure} flex="1" minH="0" p="24px" bg="sheet">
          Drawing the paths…
        </Box>
      )}
    </Flex>
  );
}

interface Props {
  readonly sheet: SheetView;
  /** with its folded bands as they are unfolded */
  readonly whole: SheetView;
  readonly folded: ReadonlySet<number>;
  readonly onFold: (band: number) => void;
  readonly room: Room;
  readonly fitFor: string;
}

/** The sheet in its window, with what moves it and what is done on it. */
function MovedSheet({ sheet, whole, folded, onFold, room, fitFor }: Props) {
  const { circuit } = useDrawn();
  const holder = useRef<SVGSVGElement>(null);
  const isStanding = useAppSelector((state) => state.settings.lines === 'standing');
  const moves = useMoves(holder, sheet, { isStanding, room, fitFor });
  const index = useMemo(() => indexOf(sheet), [sheet]);
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
    const at = chosen && (placesOf(sheet).find(({ point }) => point === chosen) ?? centreOf(sheet, chosen as DeviceId));
    if (at) moves.reveal(at);
  }, [chosen]);

  /** What moves the line of what is chosen. */
  const nudged = (way: -1 | 1) => {
    const { document, bench } = store.getState();
    const symbol = symbolAt(sheet, bench.point, bench.device);
    return document.now && symbol ? nudgeChanges(document.now, sheet, symbol, way) : undefined;
  };
  const views = { in: () => moves.by(1.3), out: () => moves.by(1 / 1.3), width: moves.fitLines, whole: moves.whole };
  return (
    <>
      <SheetBar
        whole={whole}
        folded={folded}
        lines={index}
        onFold={onFold}
        isStanding={isStanding}
        canNudge={(way) => nudged(way) !== undefined}
        onNudge={(way) => {
          const changes = nudged(way);
          if (changes) dispatch(edit(changes));
        }}
        onLine={moves.toLine}
        onView={(wanted) => views[wanted]()}
      />
      <PickedBar />
      <Box flex="1" minH="0" position="relative" bg="sheet">
        <SheetDrawing sheet={sheet} holder={holder} moves={moves} spelled={spelled} onTouch={touch} />
        <Edges
          sheet={sheet}
          beyond={moves.beyond}
          onBand={({ x, y }) => moves.toLine({ x: x + 40, y: y + 40 })}
          onSideways={moves.sideways}
        />
      </Box>
      {isNarrow && <LineWalk sheet={sheet} lines={index} spelled={spelled} at={point} onLine={moves.toLine} onTouch={touch} />}
    </>
  );
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
