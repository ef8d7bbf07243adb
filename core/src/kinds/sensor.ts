import { kindOf, type Next, noNumbers, type PartBase } from './kind';

/** The process side of a thermostat, a float or a pressure switch: it reads a process value and acts at two thresholds. */
export interface Sensor extends PartBase {
  readonly kind: 'sensor';
  /** id of the process variable in the document */
  readonly process: string;
  /** acts on the way to the first value, returns on the way to the second, in the process's own unit */
  readonly actsAt: number | undefined;
  readonly returnsAt: number | undefined;
  readonly delayMs: number;
}

/** Milliseconds until a value that moves at a steady rate has come to a threshold; undefined: never. */
function untilMs(value: number, perMinute: number, threshold: number, rising: boolean): number | undefined {
  const away = rising ? threshold - value : value - threshold;
  if (away <= 1e-9) return 0;
  const closing = rising ? perMinute : -perMinute;
  return closing > 0 ? (away / closing) * 60_000 : undefined;
}

export const sensor = kindOf<Sensor>()({
  kind: 'sensor',
  modes: ['at rest', 'acting', 'acted', 'returning'],
  values: noNumbers,
  ends: () => [],
  branches: () => [],
  admittances: () => [],
  faults: [{ mode: 'stuck', weight: 4 }],
  next({ actsAt, returnsAt, delayMs }, { state, fault }, { look }): Next<'at rest' | 'acting' | 'acted' | 'returning'> | null {
    const process = look.process();
    if (process === undefined || actsAt === undefined || returnsAt === undefined || fault === 'stuck') return null;
    const rises = actsAt >= returnsAt;
    const beyond = (threshold: number, rising: boolean) => untilMs(process.value, process.perMinute, threshold, rising);
    switch (state.mode) {
      case 'at rest':
      case 'returning': {
        const due = beyond(actsAt, rises);
        if (state.mode === 'returning') return due === 0 ? { mode: 'acted', inMs: 1 } : { mode: 'at rest', inMs: delayMs };
        return due === undefined ? null : { mode: 'acting', inMs: due, when: 'fresh' };
      }
      case 'acting':
      case 'acted': {
        const due = beyond(returnsAt, !rises);
        if (state.mode === 'acting') return beyond(actsAt, rises) === 0 ? { mode: 'acted', inMs: delayMs } : { mode: 'at rest', inMs: 1 };
        return due === undefined ? null : { mode: 'returning', inMs: due, when: 'fresh' };
      }
    }
  },
  holds: (_part, { state }) => state.mode === 'acted' || state.mode === 'returning',
  sights: { 'at rest': 'off', acting: 'under way', acted: 'on', returning: 'on' },
  see: (_part, { state }) => state.mode,
});
