import { type KeyboardEvent, type RefObject, useMemo } from 'react';
import type { SheetView } from '#core/bench';
import type { DeviceId, Point } from '#core/circuit';
import { inputsOf } from '#core/devices';
import { Leads } from '../plates/Leads';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { inputIsOn, useBenchParts, useDocument } from '../store/select';
import { store, useAppDispatch } from '../store/store';
import { actOf, SHEET_KEYS, type SheetAct } from '../ui/keys';
import { colour } from '../ui/theme';
import { Band, type Nets } from './Band';
import { nudgeChanges, swapChanges } from './edits';
import { useWork } from './InputButton';
import { centreOf, nextPlace, type Place, placesOf, symbolAt } from './places';
import { isLarge, WHOLE } from './seen';
import { useFrame } from './useFrame';
import type { Moves } from './useMoves';

/** The drawing itself with the keys that work on it. */
export function SheetDrawing({
  sheet,
  holder,
  moves,
  spelled,
  onTouch: touch,
}: {
  sheet: SheetView;
  holder: RefObject<SVGSVGElement | null>;
  moves: Moves;
  spelled: ReadonlyMap<Point, string>;
  onTouch: (place: Place) => void;
}) {
  const { transform } = moves;
  const seen = isLarge(sheet) ? moves.seen : WHOLE;
  const dispatch = useAppDispatch();
  const document = useDocument();
  const { point, device, hand, carrying } = useBenchParts('point', 'device', 'hand', 'carrying');
  const places = useMemo(() => placesOf(sheet), [sheet]);
  const at = places.find((place) => place.point === point);
  const { netOf, conductorsOfNet } = sheet;
  const nets = useMemo(() => netsOf(netOf, conductorsOfNet), [netOf, conductorsOfNet]);
  const keys = useMemo(() => bandKeys(sheet.bands), [sheet.bands]);
  const work = useWork(device ? document.devices[device] : undefined);

  const frame = useFrame(sheet, transform);

  const walk = (dx: number, dy: number) => {
    const from = at ?? places[0];
    if (!from) return;
    const next =
      nextPlace(
        places,
        from,
        dx,
        dy,
        sheet.bands.some((band) => band.isStanding),
      ) ?? (at ? undefined : from);
    if (!next) return;
    dispatch(benchSlice.actions.pointSelected({ point: next.point, device: next.device }));
    moves.reveal(next);
  };

  const nudge = (way: -1 | 1) => {
    const symbol = symbolAt(sheet, point, device);
    const changes = symbol && nudgeChanges(document, sheet, symbol, way);
    if (changes) dispatch(edit(changes));
  };

  const acts: { readonly [A in SheetAct]: () => unknown } = {
    left: () => walk(-1, 0),
    right: () => walk(1, 0),
    up: () => walk(0, -1),
    down: () => walk(0, 1),
    lineUp: () => nudge(-1),
    lineDown: () => nudge(1),
    red: () => point && dispatch(benchSlice.actions.leadPut({ lead: 'red', point })),
    black: () => point && dispatch(benchSlice.actions.leadPut({ lead: 'black', point })),
    operate: () => device && operate(device),
    pick: () => device && dispatch(benchSlice.actions.devicePicked(device)),
    unpick: () => dispatch(benchSlice.actions.pickedNone()),
    swap: () => {
      const changes = device && swapChanges(document, device);
      if (changes) dispatch(edit(changes));
    },
    fit: moves.whole,
    zoom: () => {
      const wanted = at ?? centreOf(sheet, device);
      if (wanted) moves.toMiddle(wanted);
    },
  };

  const onKey = (event: KeyboardEvent) => {
    const act = actOf(SHEET_KEYS, event.nativeEvent, store.getState().settings.singleKeys);
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
      {...frame.handlers}
      style={{
        position: 'absolute',
        inset: 0,
        cursor: hand || carrying ? 'crosshair' : 'grab',
        touchAction: 'none',
        userSelect: 'none',
        outlineOffset: '-3px',
      }}
    >
      <g data-pan transform={transform.current.toString()}>
        {sheet.bands.map((band, index) => (
          <Band key={keys[index]} band={band} seen={seen} width={sheet.width} nets={nets} spelled={spelled} onTouch={touch} />
        ))}
        {sheet.spareWords.length > 0 && (
          <text x={64} y={sheet.height + 18} fontFamily="Barlow Semi Condensed" fontSize={12} fill={colour('muted')}>
            Spare: {sheet.spareWords.join(' · ')}
          </text>
        )}
        {at && <circle cx={at.x} cy={at.y} r={9} fill="none" stroke={colour('focus')} strokeWidth={2.5} pointerEvents="none" />}
        <Leads places={places} />
        {frame.shown && (
          <rect
            {...frame.shown}
            data-frame
            fill={colour('attention')}
            fillOpacity={0.12}
            stroke={colour('attention')}
            strokeWidth={2}
            strokeDasharray="6 4"
            pointerEvents="none"
          />
        )}
      </g>
    </svg>
  );
}

/** A band keeps its key while others come and go above it: its name, and how often it has come before. */
function bandKeys(bands: SheetView['bands']): readonly string[] {
  const met = new Map<string, number>();
  return bands.map(({ name }) => {
    const key = JSON.stringify(name);
    const times = (met.get(key) ?? 0) + 1;
    met.set(key, times);
    return `${key} ${times}`;
  });
}

/** Of each net a point whose volts stand for it, and its wires. */
function netsOf(netOf: SheetView['netOf'], wiresOf: SheetView['conductorsOfNet']): Nets {
  const firstOf = new Map<number, Point>();
  for (const [point, net] of netOf) if (!firstOf.has(net)) firstOf.set(net, point);
  return { firstOf, wiresOf };
}
