import type { PlannedPart } from '#core/graph';
import type { Phase } from '#core/kinds';
import { type Frame, howAt, modeAt, type Rig, sightAt, sightOf } from '#core/sequence';

/** A part as it stands: what is across and through it, its mode, and what is seen of it. */
export interface PartView {
  readonly volts: number;
  readonly amps: number;
  readonly mode: string;
  readonly phase: Phase;
  /** the kind's own word for what is seen; null where nothing is, or its print is unread */
  readonly sight: string | null;
  /** lets through what comes */
  readonly isClosed: boolean;
  /** when what it waits for is due */
  readonly dueMs: number | null;
}

/** A part at a frame that the rig's nets show. */
export function partView(rig: Rig, planned: PlannedPart, frame: Frame): PartView {
  const { kind, part, index } = planned;
  const { volts, amps } = sightOf(rig, planned, frame.moment);
  const sight = sightAt(frame.seen, planned);
  return {
    volts,
    amps,
    mode: modeAt(frame.moment, planned),
    phase: sight?.phase ?? 'off',
    sight: sight?.word ?? null,
    isClosed: kind.conducts?.(part, howAt(rig, planned, frame.moment)) ?? true,
    dueMs: frame.due.find((due) => due.part === index)?.atMs ?? null,
  };
}
