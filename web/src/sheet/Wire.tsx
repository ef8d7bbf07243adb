import { memo } from 'react';
import type { Point } from '#core/circuit';
import type { Segment } from '#core/draw';
import type { PointView } from '#core/look';
import { usePartView, usePointView } from '../bench/BenchProvider';
import { useAppSelector } from '../store/store';
import { colour } from '../ui/theme';

/** Amps from which a wire is shown to carry current. */
const CARRIES_A = 0.001;

const strokeOf = (view: PointView | undefined, line: string): { stroke: string; width: number; dash: string | undefined } => {
  switch (view?.is) {
    case 'hot':
      return { stroke: line, width: 3.2, dash: undefined };
    case 'live':
      return { stroke: line, width: 2.2, dash: undefined };
    case 'floating':
      return { stroke: colour('muted'), width: 1.4, dash: '3 4' };
    default:
      return { stroke: colour('muted'), width: 1.1, dash: undefined };
  }
};

interface Props {
  readonly segment: Segment;
  /** whose volts tint it */
  readonly at: Point | undefined;
  readonly wires: readonly string[];
  readonly line: string;
  readonly tint: string;
  /** on a sheet whose paths stand */
  readonly isStanding: boolean;
}

/** A straight piece of wire, tinted by the volts on it, with chevrons where current flows. */
export const Wire = memo(function Wire({ segment, at, wires, line, tint, isStanding }: Props) {
  const { stroke, width, dash } = strokeOf(usePointView(at), line);
  const carried = usePartView(segment.carries);
  const isLit = useAppSelector(({ bench: { conductor } }) => conductor !== null && wires.includes(conductor));
  const { x1, y1, x2, y2 } = segment;
  return (
    <g>
      {isLit && <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={colour('attention')} strokeWidth={9} strokeLinecap="round" />}
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={stroke} strokeWidth={width} strokeDasharray={dash} strokeLinecap="round" />
      {carried && carried.amps > CARRIES_A && !isStanding && y1 === y2 && (
        <Chevrons from={Math.min(x1, x2)} to={Math.max(x1, x2)} across={y1} tint={tint} isStanding={false} />
      )}
      {carried && carried.amps > CARRIES_A && isStanding && x1 === x2 && (
        <Chevrons from={Math.min(y1, y2)} to={Math.max(y1, y2)} across={x1} tint={tint} isStanding />
      )}
    </g>
  );
});

interface ChevronsProps {
  readonly from: number;
  readonly to: number;
  /** where the wire stands across its length */
  readonly across: number;
  readonly tint: string;
  readonly isStanding: boolean;
}

function Chevrons({ from, to, across, tint, isStanding }: ChevronsProps) {
  const count = Math.floor((to - from - 8) / 20);
  if (count < 1) return null;
  const start = (from + to) / 2 - ((count - 1) * 20) / 2;
  const one = (at: number): string => (isStanding ? `M${across - 4} ${at - 3} l4 4 l4 -4` : `M${at - 3} ${across - 4} l4 4 l-4 4`);
  return (
    <path
      d={Array.from({ length: count }, (_, index) => one(start + index * 20)).join(' ')}
      stroke={tint}
      strokeWidth={2}
      fill="none"
      pointerEvents="none"
      data-current
    />
  );
}
