import { type KeyboardEvent, memo, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { type ConductorId, deviceOf, isTerminal, spellTerminal, type TerminalId } from '#core/circuit';
import type { TerminalBlock, TerminalSheet, TerminalSpot, TerminalWire } from '#core/draw';
import { usePointView } from '../bench/BenchProvider';
import { Leads } from '../plates/Leads';
import { benchSlice } from '../store/bench';
import { useBenchParts, useDocument } from '../store/select';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import { actOf, SHEET_KEYS, type SheetAct } from '../ui/keys';
import { Box, Flex, styled } from '../ui/styled';
import { colour } from '../ui/theme';
import { wireColour } from '../ui/wireColour';
import { nextSpot, spotsOf } from './spots';

const Scroll = styled('div', {
  base: { overflow: 'auto', bg: 'sheet', border: '1px solid', borderColor: 'hairline', borderRadius: '6px', flex: '1', minH: '220px' },
});

const ZONE = {
  'extra-low': { tint: 'elvAcTint', line: 'elvAc', words: 'Extra-low volts' },
  mains: { tint: 'powerTint', line: 'power', words: 'Mains' },
} as const;

interface Props {
  readonly sheet: TerminalSheet;
  /** 1 is as large as on paper; `fit` as wide as there is room */
  readonly zoom: number | 'fit';
  /** how small it may be fitted: under it, it is moved to be seen */
  readonly least: number;
  /** wires that are landed at both ends: drawn whole, the others pale */
  readonly isLanded: (wire: ConductorId) => boolean;
  /** terminals that are ringed: still live, or spoken of in a row of a list */
  readonly ringed: ReadonlySet<TerminalId>;
  readonly onWire: (from: TerminalId, to: TerminalId) => void;
  readonly onMove: (wire: ConductorId, end: 0 | 1, to: TerminalId) => void;
}

/** Devices with their terminals where the hand finds them, every wire in a lane of its own; wired by drag, by taps, or by keys. */
export function TerminalView({ sheet, zoom, least, isLanded, ringed, onWire, onMove }: Props) {
  const dispatch = useAppDispatch();
  const { point, hand, carrying, conductor } = useBenchParts('point', 'hand', 'carrying', 'conductor');
  const frame = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(0);
  const [drag, setDrag] = useState<{ from: TerminalSpot; x: number; y: number }>();
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setRoom(box.clientWidth));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  const scale = zoom === 'fit' ? (room === 0 ? 1 : Math.min(1.2, Math.max(least, (room - 4) / sheet.width))) : zoom;
  const spots = useMemo(() => spotsOf(sheet), [sheet]);
  const selected = point !== null && isTerminal(point) ? point : null;
  // what is selected elsewhere comes into sight here
  useEffect(() => {
    const box = frame.current;
    const wire = sheet.wires.find((one) => one.conductor === conductor);
    const spot = spots.find(({ terminal }) => terminal === selected);
    const at = wire ? wire.label : spot;
    if (!box || !at) return;
    const [x, y] = [at.x * scale, at.y * scale];
    if (y < box.scrollTop || y > box.scrollTop + box.clientHeight) box.scrollTo({ top: y - box.clientHeight / 2 });
    if (x < box.scrollLeft || x > box.scrollLeft + box.clientWidth) box.scrollTo({ left: x - box.clientWidth / 2 });
  }, [conductor, selected, sheet, spots, scale]);
  const touch = (terminal: TerminalId) => {
    if (carrying) {
      onMove(carrying.conductor, carrying.end, terminal);
      dispatch(benchSlice.actions.endTaken(null));
    } else if (hand) dispatch(benchSlice.actions.leadPut({ lead: hand, point: terminal }));
    else dispatch(benchSlice.actions.pointSelected({ point: terminal, device: deviceOf(terminal) }));
  };
  const onKey = (event: KeyboardEvent) => {
    const act = actOf(SHEET_KEYS, event, store.getState().settings.singleKeys);
    const move = (dx: number, dy: number) => {
      const next = nextSpot(sheet, selected, dx, dy);
      if (next) dispatch(benchSlice.actions.pointSelected({ point: next.terminal, device: deviceOf(next.terminal) }));
    };
    const acts: { readonly [A in SheetAct]?: () => void } = {
      left: () => move(-1, 0),
      right: () => move(1, 0),
      up: () => move(0, -1),
      down: () => move(0, 1),
      red: () => selected && void dispatch(benchSlice.actions.leadPut({ lead: 'red', point: selected })),
      black: () => selected && void dispatch(benchSlice.actions.leadPut({ lead: 'black', point: selected })),
    };
    const done = act && acts[act];
    if (event.key === 'Enter' && selected) touch(selected);
    else if (event.key === 'Escape') dispatch(benchSlice.actions.endTaken(null));
    else if (!done) return;
    event.preventDefault();
    done?.();
  };
  const at = (event: PointerEvent): { x: number; y: number } => {
    const box = (event.currentTarget as Element).closest('svg')?.getBoundingClientRect();
    return { x: (event.clientX - (box?.left ?? 0)) / scale, y: (event.clientY - (box?.top ?? 0)) / scale };
  };
  const drop = (event: PointerEvent) => {
    if (!drag) return;
    const under = window.document.elementFromPoint(event.clientX, event.clientY)?.closest('[data-terminal]');
    const to = spots.find(({ terminal }) => terminal === under?.getAttribute('data-terminal'))?.terminal;
    setDrag(undefined);
    if (to && to !== drag.from.terminal) onWire(drag.from.terminal, to);
  };
  return (
    <Flex direction="column" minH="0" minW="0" flex="1" gap="4px">
      {(carrying || hand) && (
        <Box color="focus" fontWeight={600} fontSize="14px" role="status">
          {carrying ? 'Tap the terminal that this end is landed on. Escape puts it back.' : `Tap the terminal for the ${hand} lead.`}
        </Box>
      )}
      <Scroll ref={frame}>
        <svg
          data-terminals
          role="application"
          aria-label="Devices with their terminals. Arrows walk from terminal to terminal, Enter takes one, R and B put the leads."
          tabIndex={0}
          width={sheet.width * scale}
          height={sheet.height * scale}
          viewBox={`0 0 ${sheet.width} ${sheet.height}`}
          onKeyDown={onKey}
          onPointerMove={(event) => drag && setDrag({ ...drag, ...at(event) })}
          onPointerUp={drop}
          onPointerLeave={() => setDrag(undefined)}
          style={{ display: 'block', touchAction: 'pan-x pan-y' }}
        >
          {sheet.zones.map(({ is, y, height }) => (
            <g key={is}>
              <rect x={0} y={y} width={sheet.width} height={height} fill={colour(ZONE[is].tint)} />
              <rect x={0} y={y} width={5} height={height} fill={colour(ZONE[is].line)} />
              <text
                transform={`translate(17 ${y + height / 2}) rotate(-90)`}
                textAnchor="middle"
                fontSize={12}
                fontWeight={700}
                fontFamily="Barlow Semi Condensed"
                fill={colour(ZONE[is].line)}
              >
                {ZONE[is].words}
              </text>
            </g>
          ))}
          {sheet.wires.map((wire) => (
            <WireView key={wire.conductor} wire={wire} isLanded={isLanded(wire.conductor)} />
          ))}
          {sheet.stubs.map((stub) => (
            <g key={`${stub.conductor} ${stub.x} ${stub.y}`}>
              <title>{`to ${stub.to}`}</title>
              <line
                x1={stub.x}
                y1={stub.side === 'top' ? stub.y + 14 : stub.y - 14}
                x2={stub.x}
                y2={stub.y}
                stroke={colour('muted')}
                strokeWidth={2}
              />
              <circle cx={stub.x} cy={stub.y} r={3.5} fill={stub.to === 'loose' ? colour('danger') : colour('muted')} />
            </g>
          ))}
          {sheet.blocks.map((block) => (
            <BlockView key={block.device} block={block}>
              {block.spots.map((spot) => (
                <SpotView
                  key={`${spot.terminal} ${spot.side}`}
                  spot={spot}
                  isRinged={ringed.has(spot.terminal)}
                  onTouch={touch}
                  onGrab={(from, event) => event.pointerType === 'mouse' && setDrag({ from, x: from.x, y: from.y })}
                />
              ))}
            </BlockView>
          ))}
          {drag && (
            <line
              x1={drag.from.x}
              y1={drag.from.y}
              x2={drag.x}
              y2={drag.y}
              stroke={colour('attention')}
              strokeWidth={3}
              strokeDasharray="6 4"
              pointerEvents="none"
            />
          )}
          <WireNumber sheet={sheet} />
          <Leads places={spots.map(({ terminal, x, y }) => ({ point: terminal, x, y }))} />
        </svg>
      </Scroll>
    </Flex>
  );
}

const pointsOf = ({ points }: TerminalWire): string => points.map(([x, y]) => `${x},${y}`).join(' ');

const WireView = memo(function WireView({ wire, isLanded }: { wire: TerminalWire; isLanded: boolean }) {
  const dispatch = useAppDispatch();
  const { conductors } = useDocument();
  const isLit = useAppSelector((state) => state.bench.conductor === wire.conductor);
  const conductor = conductors[wire.conductor];
  if (!conductor) return null;
  const points = pointsOf(wire);
  const isStriped = /green.?yellow|yellow.?green/i.test(conductor.colour);
  return (
    <g
      data-wire={wire.conductor}
      opacity={isLanded || isLit ? 1 : 0.55}
      onClick={() => dispatch(benchSlice.actions.conductorSelected(wire.conductor))}
      style={{ cursor: 'pointer' }}
    >
      <title>{`${conductor.number} ${conductor.colour}`}</title>
      {isLit && <polyline points={points} fill="none" stroke={colour('attention')} strokeWidth={9} strokeLinejoin="round" />}
      {!isLit && <polyline points={points} fill="none" stroke={colour('sheet')} strokeWidth={5.5} />}
      <polyline points={points} fill="none" stroke={wireColour(conductor.colour)} strokeWidth={2.6} strokeLinejoin="round" />
      {isStriped && <polyline points={points} fill="none" stroke={colour('wireYellow')} strokeWidth={2.6} strokeDasharray="6 6" />}
      <polyline points={points} fill="none" stroke="transparent" strokeWidth={10} />
    </g>
  );
});

/** The number of the wire that is selected, on its longest lane. */
function WireNumber({ sheet }: { sheet: TerminalSheet }) {
  const { conductors } = useDocument();
  const lit = useAppSelector((state) => state.bench.conductor);
  const wire = sheet.wires.find(({ conductor }) => conductor === lit);
  const number = lit ? conductors[lit]?.number : undefined;
  if (!wire || !number) return null;
  const width = 12 + number.length * 8;
  return (
    <g pointerEvents="none">
      <rect
        x={wire.label.x - width / 2}
        y={wire.label.y - 9}
        width={width}
        height={18}
        rx={3}
        fill={colour('card')}
        stroke={colour('ink')}
      />
      <text
        x={wire.label.x}
        y={wire.label.y + 4.5}
        textAnchor="middle"
        fontFamily="JetBrains Mono"
        fontWeight={600}
        fontSize={12}
        fill={colour('ink')}
      >
        {number}
      </text>
    </g>
  );
}

const BlockView = ({ block, children }: { block: TerminalBlock; children: React.ReactNode }) => {
  const dispatch = useAppDispatch();
  const isOn = useAppSelector((state) => state.bench.device === block.device);
  return (
    <g data-block={block.device}>
      <rect
        x={block.x}
        y={block.y}
        width={block.width}
        height={block.height}
        rx={4}
        fill={colour('card')}
        stroke={colour('ink')}
        strokeWidth={isOn ? 3 : 1.6}
        onClick={() => dispatch(benchSlice.actions.deviceSelected(block.device))}
        style={{ cursor: 'pointer' }}
      />
      {block.captions.map(({ text, whole, x, y, size, is }) => (
        <text
          key={`${x} ${y}`}
          x={x}
          y={y}
          textAnchor="middle"
          fontFamily="Barlow Semi Condensed"
          fontWeight={is === 'tag' ? 700 : is === 'mark' ? 600 : 400}
          fontSize={size}
          fill={colour(is === 'title' ? 'muted' : 'ink')}
          pointerEvents={text === whole ? 'none' : undefined}
        >
          {text !== whole && <title>{whole}</title>}
          {text}
        </text>
      ))}
      {children}
    </g>
  );
};

interface SpotProps {
  readonly spot: TerminalSpot;
  readonly isRinged: boolean;
  readonly onTouch: (terminal: TerminalId) => void;
  readonly onGrab: (spot: TerminalSpot, event: PointerEvent) => void;
}

/** A screw: filled by its volts now, ringed where something is said of it. */
function SpotView({ spot, isRinged, onTouch, onGrab }: SpotProps) {
  const document = useDocument();
  const view = usePointView(spot.terminal);
  const isOn = useAppSelector((state) => state.bench.point === spot.terminal);
  const fill = view?.is === 'hot' ? 'power' : view?.is === 'live' ? 'elvAc' : 'sheet';
  const { x, y } = spot;
  // as wide as the wires that lie on it
  const wide = spot.wires > 1 ? 12 * spot.wires : 16;
  return (
    <g
      data-terminal={spot.terminal}
      onClick={() => onTouch(spot.terminal)}
      onPointerDown={(event) => onGrab(spot, event)}
      style={{ cursor: 'pointer' }}
    >
      <title>{`${spellTerminal(document, spot.terminal)}, ${spot.wires} ${spot.wires === 1 ? 'wire' : 'wires'}`}</title>
      <rect x={x - 16} y={y - 16} width={32} height={32} fill="transparent" />
      {isRinged && <circle cx={x} cy={y} r={12.5} fill="none" stroke={colour('danger')} strokeWidth={2.5} />}
      <rect
        x={x - wide / 2 + (spot.wires > 1 && spot.wires % 2 === 0 ? 6 : 0)}
        y={y - 8}
        width={wide}
        height={16}
        rx={2}
        fill={colour('rail')}
        stroke={colour(isOn ? 'focus' : 'muted')}
        strokeWidth={isOn ? 3 : 1.2}
      />
      <circle cx={x} cy={y} r={4.4} fill={colour(fill)} stroke={colour('muted')} strokeWidth={1.2} />
    </g>
  );
}
