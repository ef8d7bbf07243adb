import type { PlannedPart } from '#core/graph';
import type { Frame, Rig } from '#core/sequence';
import type { Calls } from '../calls';

/** How a frame stands in its run. */
export interface Scene {
  readonly calls: Calls;
  /** some motor is not up to speed */
  readonly isStarting: boolean;
  /** nothing starts and nothing is about to pull in: amps here are held, not of a moment */
  readonly isQuiet: boolean;
}

/** Watches one side of a circuit through every state, and says what was the worst of it. */
interface Watch<R> {
  /** before a state is run */
  begin?(calls: Calls): void;
  /** at each frame, while the nets show it */
  see?(frame: Frame, scene: Scene): void;
  /** once all has come to rest, the nets showing it */
  rest?(frame: Frame, calls: Calls): void;
  result(): R;
}

/** Which parts are watched: all of them, or those around a device. */
export type IsWatched = (planned: Pick<PlannedPart, 'device'>) => boolean;

export type MakeWatch<R> = (rig: Rig, isWatched: IsWatched) => Watch<R>;
