import type { Circuit } from '#core/circuit';
import { secondaryOf } from '#core/explore';
import { workOf } from '#core/graph';
import { isKind } from '#core/kinds';
import { partView, pointViews, stillHot, takeReading } from '#core/look';
import { branchAmpsRms } from '#core/network';
import { type Frame, frameAt, type Rig, settleMoment, type Trace, whyNotOn } from '#core/sequence';
import { asShown, naturally, real } from '#core/units';
import { tagOf, tellHindrance, tellReading } from '#core/words';
import type { LookAnswer, LookAsk } from './protocol';

/** The circuit on the bench as it really is, and its healthy twin to say what should be read. */
export interface OnBench {
  readonly real: Rig;
  readonly healthy: Rig;
  readonly trace: Trace;
  readonly healthyTrace: Trace;
}

/** Everything that is to be seen at a moment, and what the meter shows. */
export function lookView({ real: rig, healthy, trace, healthyTrace }: OnBench, ask: LookAsk): LookAnswer {
  const { plan } = rig;
  const { circuit } = plan;
  const frame = frameAt(trace, ask.atMs);
  const stand = { rig, moment: frame.moment };
  const reading = takeReading(circuit, stand, { rig: healthy, moment: frameAt(healthyTrace, ask.atMs).moment }, ask);
  settleMoment(rig, frame.moment);
  const parts = Object.fromEntries(
    plan.parts.map((planned) => {
      const { volts, amps, ...view } = partView(rig, planned, frame);
      return [`${planned.device.id}:${planned.part.id}`, { ...view, volts: asShown(volts), amps: asShown(amps) }];
    }),
  );
  const views = pointViews(rig);
  const transformer = ask.device === null ? undefined : plan.partsIn(ask.device).find(isKind('transformer'));
  return {
    parts,
    reading: reading && { ...reading, ...tellReading(reading) },
    points: Object.fromEntries([...views].map(([point, { is, volts }]) => [point, { is, volts: asShown(volts) }])),
    conductorA: Object.fromEntries(
      plan.conductors.map(({ conductor, branch }) => [conductor.id, asShown(branchAmpsRms(rig.nets, branch))]),
    ),
    processes: plan.processes.map(({ id }, index) => ({
      id,
      value: real(frame.moment.processes, index),
      perMinute: real(frame.moment.rates, index),
    })),
    stillHot: hotWords(circuit, stillHot(views)),
    secondary: transformer ? secondaryOf(rig, transformer) : null,
    why: whyWords(rig, frame, ask),
  };
}

function whyWords(rig: Rig, frame: Frame, { device, atMs }: LookAsk): LookAnswer['why'] {
  const { plan } = rig;
  const work = device === null ? undefined : workOf(plan.partsIn(device));
  if (!work || partView(rig, work, frame).phase !== 'off') return [];
  return whyNotOn(rig, frame, work.index, atMs).map((one) => ({
    words: tellHindrance(plan, one),
    endsAtMs: one.endsAtMs ?? null,
    device: 'device' in one ? one.device : null,
  }));
}

/** What is still hot, by device, for the words beside the power switch; other owners' supplies are said to stay on. */
const hotWords = (circuit: Circuit, hot: ReturnType<typeof stillHot>): string[] => [
  ...hot.map(({ device, marks }) => `${tagOf(circuit, device)} ${marks.join(', ')}`).sort(naturally),
  ...circuit.powerSwitch.staysOn.map((device) => `${tagOf(circuit, device)} has a supply of its own`),
];
