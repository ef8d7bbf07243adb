import { memo, useMemo, useSyncExternalStore } from 'react';
import { shallowEqual } from 'react-redux';
import type { ConductorId, Point } from '#core/circuit';
import { inputsOf } from '#core/devices';
import { type Pin, type PlacedSymbol, pinCaption } from '#core/draw';
import { reading as spell } from '#core/units';
import { useFaultList, useLookStore, usePartView, usePointView } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { usePractice } from '../store/select';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import { colour } from '../ui/theme';
import { CaptionView } from './CaptionView';
import { InputButton, inputAt } from './InputButton';
import { deviceAt, type Place } from './places';
import { SymbolView } from './SymbolView';
import { underSymbol } from './underSymbol';

interface Props {
  readonly symbol: PlacedSymbol;
  /** a pole above it bears the tag */
  readonly isLinked: boolean;
  readonly spelled: ReadonlyMap<Point, string>;
  readonly onTouch: (place: Place) => void;
}

/** A symbol with its pins and the button that works it; it follows its own part alone. */
export const SheetSymbol = memo(function SheetSymbol({ symbol, isLinked, spelled, onTouch }: Props) {
  const dispatch = useAppDispatch();
  const view = usePartView(`${symbol.device}:${symbol.part}`);
  const { symbols } = usePractice().schools;
  const faults = useFaultList();
  const { site, injected, isSelected, isPicked, hasInput, isCovered, atMs } = useAppSelector(({ bench, document: { now } }) => {
    const device = now?.devices[symbol.device];
    const hasInput = now !== undefined && inputAt(now, symbol.device, symbol.part) !== undefined;
    return {
      site: now?.practice ?? 'na',
      injected: bench.injected,
      isSelected: bench.device === symbol.device,
      isPicked: bench.picked.includes(symbol.device),
      hasInput,
      // where poles stand together the button is under the last of them, in place of its words
      isCovered: hasInput || (symbol.stack !== undefined && device !== undefined && inputsOf(device, now).length > 0),
      // the clock is read only where something is counted down
      atMs: view?.dueMs != null ? Math.floor(bench.atMs / 500) * 500 : 0,
    };
  }, shallowEqual);
  // on the symbol of the part that is wrong, or on both ends of the wire that is
  const faultOn = useMemo(() => {
    if (injected.length === 0) return undefined;
    const set = new Set(injected.map((fault) => JSON.stringify(fault)));
    const lands = (conductor: ConductorId) =>
      store.getState().document.now?.conductors[conductor]?.ends.some((end) => symbol.pins.some(({ point }) => point === end)) ?? false;
    return faults.find(
      ({ fault }) =>
        set.has(JSON.stringify(fault)) &&
        ('device' in fault ? fault.device === symbol.device && fault.part === symbol.part : lands(fault.conductor)),
    )?.words;
  }, [injected, faults, symbol]);
  return (
    <>
      <SymbolView
        symbol={symbol}
        family={symbols === 'na' || symbols === 'iec' ? symbols : site}
        phase={view?.phase ?? 'off'}
        isClosed={view?.isClosed ?? false}
        isSelected={isSelected}
        isPicked={isPicked}
        isLinked={isLinked}
        description={isCovered ? '' : underSymbol(symbol, view, atMs)}
        fault={faultOn}
        onSelect={({ shiftKey }) => {
          const isOne = !shiftKey && !store.getState().bench.picking;
          dispatch(isOne ? benchSlice.actions.deviceSelected(symbol.device) : benchSlice.actions.devicePicked(symbol.device));
        }}
      />
      {symbol.kind !== 'source' && symbol.kind !== 'secondary' && view && view.phase === 'off' && <OffButHot symbol={symbol} />}
      {symbol.pins.map((pin) => (
        <PinView key={pin.mark} pin={pin} spelled={spelled.get(pin.point) ?? ''} onTouch={onTouch} />
      ))}
      {hasInput && <InputButton symbol={symbol} />}
    </>
  );
});

const PinView = memo(function PinView({ pin, spelled, onTouch }: { pin: Pin; spelled: string; onTouch: (place: Place) => void }) {
  const { point, x, y } = pin;
  const view = usePointView(point);
  const stands = !view ? '' : view.is === 'floating' ? ', floats' : `, ${spell(view.volts)} V to earth`;
  return (
    <g data-point={point} onClick={() => onTouch({ point, x, y, device: deviceAt(point) })} style={{ cursor: 'pointer' }}>
      <title>{`${spelled}${stands}`}</title>
      <circle cx={x} cy={y} r={14} fill="transparent" stroke="none" />
      <circle cx={x} cy={y} r={3.8} fill={colour('sheet')} stroke={colour('ink')} strokeWidth={1.5} />
      <CaptionView caption={pinCaption(pin)} />
    </g>
  );
});

/** Volts across a load under which it counts as off to a hand that reaches for it. */
const OFF_V = 5;
const LOADS: readonly PlacedSymbol['kind'][] = ['motor', 'heater', 'lamp', 'motor-block', 'heater-block', 'coil', 'valve'];

/** A load that is off but hot is said where the hand would go. */
function OffButHot({ symbol }: { symbol: PlacedSymbol }) {
  const look = useLookStore();
  const hottest = useSyncExternalStore(look.follow, () => {
    const part = look.part(`${symbol.device}:${symbol.part}`);
    if (!LOADS.includes(symbol.kind) || !part || part.volts > OFF_V) return 0;
    return symbol.pins.reduce((most, { point }) => {
      const view = look.point(point);
      return view?.is === 'hot' ? Math.max(most, view.volts) : most;
    }, 0);
  });
  if (hottest === 0) return null;
  const isBlock = symbol.kind.endsWith('-block') && symbol.kind !== 'source-block';
  return (
    <text
      {...(symbol.isStanding
        ? { x: symbol.x - 12, y: symbol.y + 24 }
        : isBlock
          ? { x: symbol.x - 44, y: symbol.y - symbol.height / 2 - 8 }
          : { x: symbol.x - 36, y: symbol.y - 20 })}
      textAnchor="end"
      fontFamily="Barlow Semi Condensed"
      fontWeight={700}
      fontSize={12}
      fill={colour('danger')}
    >
      {symbol.isStanding ? `off, ${spell(hottest)} V` : `off, still ${spell(hottest)} V to earth`}
    </text>
  );
}
