import type { ZoomTransform } from 'd3-zoom';
import { type PointerEvent, type RefObject, useRef, useState } from 'react';
import type { SheetView } from '#core/bench';
import type { DeviceId } from '#core/circuit';
import type { Band } from '#core/draw';
import { benchSlice } from '../store/bench';
import { useAppDispatch } from '../store/store';

/** A frame on the sheet, in its own units. */
interface Frame {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

interface Spot {
  readonly x: number;
  readonly y: number;
}

/** A hand that moves less than this clicks: the symbol under it answers by itself. */
const CLICK_PX = 4;

const between = (a: Spot, b: Spot): Frame => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  width: Math.abs(a.x - b.x),
  height: Math.abs(a.y - b.y),
});

/** Devices with a symbol whose middle lies in a frame. */
export const devicesIn = ({ bands }: { readonly bands: readonly Pick<Band, 'symbols'>[] }, { x, y, width, height }: Frame): DeviceId[] => [
  ...new Set(
    bands
      .flatMap(({ symbols }) => symbols)
      .filter((one) => one.x >= x && one.x <= x + width && one.y >= y && one.y <= y + height)
      .map(({ device }) => device),
  ),
];

/** A frame that is drawn with the shift key held picks what stands in it. */
export function useFrame(sheet: SheetView, transform: RefObject<ZoomTransform>) {
  const dispatch = useAppDispatch();
  const from = useRef<Spot>(undefined);
  const [shown, setShown] = useState<Frame>();
  const spotOf = ({ currentTarget, clientX, clientY }: PointerEvent<SVGSVGElement>): Spot => {
    const { left, top } = currentTarget.getBoundingClientRect();
    const [x, y] = transform.current.invert([clientX - left, clientY - top]);
    return { x, y };
  };
  const end = (): void => {
    from.current = undefined;
    setShown(undefined);
  };
  return {
    shown,
    handlers: {
      onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
        if (event.shiftKey && event.button === 0 && event.pointerType !== 'touch') from.current = spotOf(event);
      },
      onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
        if (!from.current) return;
        const frame = between(from.current, spotOf(event));
        if (Math.max(frame.width, frame.height) * transform.current.k < CLICK_PX) return;
        if (!shown) event.currentTarget.setPointerCapture(event.pointerId);
        setShown(frame);
      },
      onPointerUp: () => {
        if (shown) dispatch(benchSlice.actions.severalPicked(devicesIn(sheet, shown)));
        end();
      },
      onPointerCancel: end,
    },
  };
}
