import { memo } from 'react';
import type { Circuit, Device, DeviceId } from '#core/circuit';
import { type InputFacts, inputsOf, partsOf } from '#core/devices';
import { LANE, type PlacedSymbol, STANDING_WIDER } from '#core/draw';
import { benchSlice } from '../store/bench';
import { inputIsOn } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { colour } from '../ui/theme';

/** The input that is worked on a symbol: on the first contact that a hand or a call moves, once for each input. */
export function inputAt(circuit: Circuit, id: DeviceId, part: string): InputFacts | undefined {
  const device = circuit.devices[id];
  if (!device) return undefined;
  const inputs = inputsOf(device, circuit);
  const movedBy = (input: InputFacts) =>
    partsOf(device, circuit).find((one) => one.kind === 'contact' && (one.mover.inputs ?? []).includes(input.name))?.id;
  return inputs.find((input) => movedBy(input) === part);
}

/** Works an input: a push is let go again by itself, a switch stays. */
export function useWork(device: Device | undefined): (input: InputFacts, isOn: boolean) => void {
  const dispatch = useAppDispatch();
  return (input, isOn) => {
    if (!device) return;
    dispatch(
      input.kind === 'momentary'
        ? benchSlice.actions.inputPressed({ device: device.id, input: input.name })
        : benchSlice.actions.inputTurned({ device: device.id, input: input.name, on: !isOn }),
    );
  };
}

/** Under the last of the poles that stand together, or beside the last where they stand. */
const placeOf = ({ x, y, stack, isStanding, pins }: PlacedSymbol): { readonly x: number; readonly y: number; readonly width: number } => {
  const past = stack ? stack.of - 1 - stack.index : 0;
  return isStanding
    ? { x: (pins[0]?.x ?? x) + past * LANE * STANDING_WIDER + 17, y: y + 3, width: 94 }
    : { x: x - 62, y: y + past * LANE + 18, width: 124 };
};

/** Inputs are worked on the symbol itself: a small button under it says what it will do. */
export const InputButton = memo(function InputButton({ symbol }: { symbol: PlacedSymbol }) {
  const document = useAppSelector((state) => state.document.now);
  const device = document?.devices[symbol.device];
  const input = document && inputAt(document, symbol.device, symbol.part);
  const isOn = useAppSelector((state) =>
    document && device && input ? inputIsOn(state.bench.log, state.bench.atMs + 1, device, input, inputsOf(device, document)) : false,
  );
  const work = useWork(device);
  if (!device || !input) return null;
  return (
    <foreignObject {...placeOf(symbol)} height={24}>
      <button
        type="button"
        data-input={`${device.id}.${input.name}`}
        aria-pressed={isOn}
        onClick={() => work(input, isOn)}
        style={{
          display: 'block',
          margin: symbol.isStanding ? 0 : '0 auto',
          maxWidth: '100%',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
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
