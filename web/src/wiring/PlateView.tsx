import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import type { BodyView, PanelView } from '#core/bench';
import type { DeviceId } from '#core/circuit';
import type { PlateShape } from '#core/formats';
import { type Around, freeSpot, type Spot, snapped, stepped } from '#core/mounting';
import { Box } from '../ui/styled';
import { colour } from '../ui/theme';

interface Props {
  readonly panel: PanelView;
  readonly device: DeviceId | null;
  /** the wire whose way is shown; without one those of the device */
  readonly wire: string | null;
  readonly wiresOfDevice: ReadonlySet<string>;
  readonly mount: number | null;
  /** on a phone doors stand below the plate */
  readonly isNarrow: boolean;
  readonly onDevice: (device: DeviceId) => void;
  readonly onMount: (mount: number) => void;
  readonly onMove: (device: DeviceId, to: Spot) => void;
}

/** Between the plate and its doors, and around both, mm. */
const GAP = 40;
const MARGIN = 12;
const STEPS = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' } as const;
/** Red enough to be seen, full enough to be judged. */
const FULL = 0.5;

interface Drag {
  readonly device: DeviceId;
  readonly grip: Spot;
  readonly at: Spot;
}

/** What may stand in a body's way on its own surface. */
function aroundOf(panel: PanelView, body: BodyView): Around {
  const door = panel.doors.find(({ place }) => place === body.surface);
  const size = door ?? panel.plate ?? { widthMm: 0, heightMm: 0 };
  return {
    widthMm: size.widthMm,
    heightMm: size.heightMm,
    mounts: door ? [] : panel.mounts,
    others: panel.bodies.flatMap((other) =>
      other.at && other.device !== body.device && other.surface === body.surface ? [{ ...other, ...other.at }] : [],
    ),
  };
}

/** The plate and its doors as they are drawn on paper. */
export const surfacesOf = (panel: PanelView): readonly PlateShape[] =>
  [
    ...(panel.plate ? [{ place: panel.place, title: `${panel.name}, plate`, mounts: panel.mounts, ...panel.plate }] : []),
    ...panel.doors.map((door) => ({ ...door, title: `${panel.name}, ${door.name}`, mounts: [] })),
  ].map(({ place, title, mounts, widthMm, heightMm }) => ({
    title: `${title} ${widthMm} × ${heightMm} mm`,
    widthMm,
    heightMm,
    mounts,
    bodies: panel.bodies.flatMap((body) => (body.at && body.surface === place ? [{ ...body, ...body.at }] : [])),
  }));

/** The first free place for a body, where there is one. */
export const freeFor = (panel: PanelView, body: BodyView): Spot | undefined => freeSpot(aroundOf(panel, body), body);

/** A panel's plate and its doors true to scale: bodies dragged with snapping or moved by keys, the way of a wire, what its ducts hold. */
export function PlateView({ panel, device, wire, wiresOfDevice, mount, isNarrow, onDevice, onMount, onMove }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<Drag>();
  const { plate, doors } = panel;
  if (!plate) return null;
  const top = MARGIN + 20;
  const before = (index: number, side: 'widthMm' | 'heightMm') => doors.slice(0, index).reduce((sum, door) => sum + door[side] + GAP, 0);
  const surfaces = [
    { place: panel.place, name: 'Plate', ...plate, x: MARGIN, y: top },
    ...doors.map((door, index) =>
      isNarrow
        ? { ...door, x: MARGIN, y: top + plate.heightMm + GAP + before(index, 'heightMm') }
        : { ...door, x: MARGIN + plate.widthMm + GAP + before(index, 'widthMm'), y: top },
    ),
  ];
  const width = surfaces.reduce((most, one) => Math.max(most, one.x + one.widthMm), 0) + MARGIN;
  const height = surfaces.reduce((most, one) => Math.max(most, one.y + one.heightMm), 0) + MARGIN;
  const letters = Math.max(9, width / (isNarrow ? 34 : 75));
  const originOf = (surface: string) => surfaces.find(({ place }) => place === surface) ?? surfaces[0]!;
  /** where the pointer is, mm */
  const spotOf = (event: PointerEvent): Spot => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return { xMm: 0, yMm: 0 };
    return { xMm: ((event.clientX - box.left) * width) / box.width, yMm: ((event.clientY - box.top) * height) / box.height };
  };
  const take = (body: BodyView, event: PointerEvent) => {
    onDevice(body.device);
    if (!body.at || event.button !== 0) return;
    const here = spotOf(event);
    setDrag({ device: body.device, grip: { xMm: here.xMm - body.at.xMm, yMm: here.yMm - body.at.yMm }, at: body.at });
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
  };
  const carry = (body: BodyView, event: PointerEvent) => {
    if (drag?.device !== body.device) return;
    const here = spotOf(event);
    setDrag({ ...drag, at: snapped(aroundOf(panel, body), body, { xMm: here.xMm - drag.grip.xMm, yMm: here.yMm - drag.grip.yMm }) });
  };
  const drop = (body: BodyView) => {
    if (drag?.device !== body.device) return;
    setDrag(undefined);
    if (body.at && (drag.at.xMm !== body.at.xMm || drag.at.yMm !== body.at.yMm)) onMove(body.device, drag.at);
  };
  const onKey = (body: BodyView, event: KeyboardEvent) => {
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      return onDevice(body.device);
    }
    const step = Object.hasOwn(STEPS, event.key) ? STEPS[event.key as keyof typeof STEPS] : undefined;
    if (!step || !body.at) return;
    event.preventDefault();
    const to = stepped(aroundOf(panel, body), body, body.at, step, event.shiftKey);
    if (to.xMm !== body.at.xMm || to.yMm !== body.at.yMm) onMove(body.device, to);
  };
  const lit = panel.routes.filter(({ conductor }) => (wire ? conductor === wire : wiresOfDevice.has(conductor)));
  return (
    <Box overflow="auto" flex="1" minH="280px" bg="sheet" border="1px solid" borderColor="hairline" borderRadius="6px">
      <svg
        ref={svg}
        data-plate
        role="group"
        aria-label={`${panel.name}, to scale. Arrows move what has the focus by 5 mm or to the next rail, with Shift by 1 mm.`}
        viewBox={`0 0 ${width} ${height}`}
        style={{ display: 'block', width: '100%', ...(isNarrow ? {} : { maxHeight: '72vh' }) }}
      >
        {surfaces.map((surface) => (
          <g key={surface.place} transform={`translate(${surface.x} ${surface.y})`}>
            <text x={0} y={-6} fontSize={letters} fontWeight={700} fontFamily="Barlow Semi Condensed" fill={colour('muted')}>
              {`${surface.name} ${surface.widthMm} × ${surface.heightMm} mm`}
            </text>
            <rect
              width={surface.widthMm}
              height={surface.heightMm}
              rx={3}
              fill={colour('paper')}
              stroke={colour('muted')}
              strokeWidth={1.5}
            />
            {surface.place === panel.place &&
              panel.mounts.map((one, index) => (
                <MountView
                  key={index}
                  mount={one}
                  share={panel.ducts.find(({ duct }) => duct === index)?.share}
                  letters={letters}
                  isLit={mount === index}
                  onTake={() => onMount(index)}
                />
              ))}
          </g>
        ))}
        {panel.bodies.map((body) => {
          const { x, y } = originOf(body.surface);
          const at = drag?.device === body.device ? drag.at : body.at;
          if (!at) return null;
          const isBad = panel.doubts.some(
            ({ verdict, devices }) => (verdict === 'block' || verdict === 'danger') && devices.includes(body.device),
          );
          return (
            <g
              key={body.device}
              data-body={body.tag}
              role="button"
              tabIndex={0}
              aria-label={`${body.tag} ${body.title}, ${body.widthMm} by ${body.heightMm} mm, ${at.xMm} mm from the left, ${at.yMm} mm from above`}
              aria-pressed={device === body.device}
              transform={`translate(${x + at.xMm} ${y + at.yMm})`}
              style={{ cursor: 'grab', touchAction: 'none' }}
              onPointerDown={(event) => take(body, event)}
              onPointerMove={(event) => carry(body, event)}
              onPointerUp={() => drop(body)}
              onPointerCancel={() => setDrag(undefined)}
              onKeyDown={(event) => onKey(body, event)}
            >
              <title>{`${body.tag} ${body.title}`}</title>
              <rect
                width={body.widthMm}
                height={body.heightMm}
                rx={2}
                fill={colour(body.isMains ? 'powerTint' : 'elvAcTint')}
                stroke={colour(isBad ? 'danger' : device === body.device ? 'attention' : body.isMains ? 'power' : 'elvAc')}
                strokeWidth={isBad || device === body.device ? 3 : 1.2}
                strokeDasharray={body.isTypical ? '5 3' : undefined}
              />
              <Tag body={body} letters={letters} />
            </g>
          );
        })}
        <g transform={`translate(${MARGIN} ${top})`} pointerEvents="none">
          {lit.map(({ conductor, corners }) => (
            <polyline
              key={conductor}
              data-route={conductor}
              points={corners.map(({ xMm, yMm }) => `${xMm},${yMm}`).join(' ')}
              fill="none"
              stroke={colour('attention')}
              strokeWidth={3}
              strokeLinejoin="round"
              opacity={wire ? 1 : 0.7}
            />
          ))}
        </g>
      </svg>
    </Box>
  );
}

/** A tag lies along its body; on a slim one it stands. */
function Tag({ body, letters }: { body: BodyView; letters: number }) {
  const isSlim = body.widthMm < 0.55 * letters * body.tag.length;
  const size = isSlim ? Math.min(letters, Math.max(6, body.widthMm - 1)) : letters;
  return (
    <text
      transform={`translate(${body.widthMm / 2} ${body.heightMm / 2})${isSlim ? ' rotate(-90)' : ''}`}
      textAnchor="middle"
      dominantBaseline="central"
      fontSize={size}
      fontWeight={700}
      fontFamily="Barlow Semi Condensed"
      fill={colour('ink')}
      pointerEvents="none"
    >
      {body.tag}
    </text>
  );
}

interface MountProps {
  readonly mount: PanelView['mounts'][number];
  readonly share: number | undefined;
  readonly letters: number;
  readonly isLit: boolean;
  readonly onTake: () => void;
}

/** A rail with its two lips, or a duct with how full it is. */
function MountView({ mount: { kind, xMm, yMm, widthMm, heightMm }, share, letters, isLit, onTake }: MountProps) {
  const isUpright = heightMm > widthMm;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${kind}, ${widthMm} by ${heightMm} mm, ${xMm} mm from the left, ${yMm} mm from above`}
      aria-pressed={isLit}
      transform={`translate(${xMm} ${yMm})`}
      onPointerDown={onTake}
      onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && onTake()}
      style={{ cursor: 'pointer' }}
      data-mount={kind}
    >
      <rect
        width={widthMm}
        height={heightMm}
        fill={colour(kind === 'duct' ? 'rail' : 'hairline')}
        stroke={colour(isLit ? 'attention' : 'hairline')}
        strokeWidth={isLit ? 3 : 1}
      />
      {kind === 'rail' && <line x1={0} x2={widthMm} y1={heightMm / 2} y2={heightMm / 2} stroke={colour('muted')} strokeDasharray="14 8" />}
      {share !== undefined && share >= 0.005 && (
        <text
          transform={`translate(${widthMm / 2} ${heightMm / 2})${isUpright ? ' rotate(-90)' : ''}`}
          textAnchor="middle"
          dominantBaseline="central"
          fontSize={letters}
          fontFamily="Barlow Semi Condensed"
          fill={colour(share > FULL ? 'danger' : 'muted')}
        >
          {Math.round(100 * share)} %
        </text>
      )}
    </g>
  );
}
