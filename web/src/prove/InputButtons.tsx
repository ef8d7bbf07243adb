import { memo } from 'react';
import { familyOf, partsOf } from '#core/devices';
import type { PlacedSymbol } from '#core/draw';
import { useAppDispatch, useAppSelector } from '../app/store';
import { colour } from '../app/theme';
import { benchSlice } from '../circuit/benchSlice';

/** Whether an input is on at a moment, by the log. */
export const inputIsOn = (log: readonly object[], atMs: number, device: string, input: string, rest: boolean): boolean =>
  log.reduce<boolean>((is, entry) => {
    const one = entry as { atMs: number; device?: string; input?: string; on?: boolean };
    return one.device === device && one.input === input && one.atMs <= atMs ? (one.on ?? is) : is;
  }, rest);

/** Inputs are worked on the symbol itself: a small button under it says what it will do. */
export const InputButtons = memo(function InputButtons({ symbol }: { symbol: PlacedSymbol }) {
  const dispatch = useAppDispatch();
  const device = useAppSelector((state) => state.circuit.document?.devices[symbol.device]);
  const part = device && partsOf(device).find(({ id }) => id === symbol.part);
  const name =
    part?.kind === 'contact'
      ? part.mover.by === 'input'
        ? part.mover.input
        : part.mover.by === 'output'
          ? part.mover.inputs[0]
          : undefined
      : undefined;
  const input = device && familyOf(device).inputs.find((one) => one.name === name);
  const isOn = useAppSelector((state) =>
    device && input ? inputIsOn(state.bench.log, state.bench.atMs + 1, device.id, input.name, input.rest) : false,
  );
  // a changeover shows it once; a multi-pole isolator on its first pole
  const isFirst = device && partsOf(device).find((one) => one.kind === 'contact' && one.mover.by === 'input')?.id === symbol.part;
  if (!device || !input || (part?.kind === 'contact' && part.mover.by === 'input' && !isFirst)) return null;
  const turn = () =>
    dispatch(
      input.kind === 'momentary'
        ? benchSlice.actions.inputPressed({ device: device.id, input: input.name })
        : benchSlice.actions.inputTurned({ device: device.id, input: input.name, on: !isOn }),
    );
  return (
    <foreignObject x={symbol.x - 62} y={symbol.y + 18} width={124} height={24}>
      <button
        type="button"
        data-input={`${device.id}.${input.name}`}
        aria-pressed={isOn}
        onClick={turn}
        style={{
          display: 'block',
          margin: '0 auto',
          font: '600 11.5px "Barlow Semi Condensed"',
          padding: '1px 8px',
          height: 20,
          borderRadius: 10,
          cursor: 'pointer',
          whiteSpace: 'nowrap',
          border: `1px solid ${colour('ink')}`,
          background: isOn !== input.rest ? colour('ink') : colour('sheet'),
          color: isOn !== input.rest ? colour('sheet') : colour('ink'),
        }}
      >
        {input.kind === 'momentary' ? input.on : isOn ? input.off : input.on}
      </button>
    </foreignObject>
  );
});
