import type { ConductorId, DeviceId } from '#core/circuit';
import { EXTRA_LOW_V, type PlannedPart } from '#core/graph';
import { fullVolts, isKind } from '#core/kinds';
import { floatingNodes, toEarthRms } from '#core/network';
import type { Rig } from '#core/sequence';
import type { Calls } from '../calls';
import { wayThrough } from './feeds';
import type { MakeWatch } from './watch';

/** Volts to earth that metal brings to the output of an extra-low supply, beyond what it gives itself. */
export interface ExtraLowSeen {
  readonly device: DeviceId;
  readonly ownV: number;
  /** what it may stand at to earth, being what it is */
  readonly limitV: number;
  readonly volts: number;
  readonly mark: string;
  readonly calls: Calls;
  /** devices and wires from there to a line of the mains, in order; empty where they come in through a load */
  readonly through: readonly (DeviceId | ConductorId)[];
}

/** Extra-low volts: ELV of IEC 61140, 50 V AC and 120 V DC; NEC class 2 ends at 30 and 60 V. From memory. */
const MOST_V = { AC: EXTRA_LOW_V, DC: 60 } as const;
/** An idle transformer stands over its print. */
const IDLE_SHARE = 1.25;

interface Output {
  readonly device: DeviceId;
  readonly marks: readonly string[];
  readonly ownV: number;
  readonly current: 'AC' | 'DC';
}

function outputOf({ device, part }: PlannedPart): Output[] {
  if (part.kind === 'transformer')
    return [{ device: device.id, marks: part.secondary.map(({ mark }) => mark), ownV: fullVolts(part.secondary), current: 'AC' }];
  const isDirect = part.kind === 'dc-output' || (part.kind === 'source' && part.role !== 'mains' && part.role !== 'call-input');
  return isDirect && part.volts !== undefined ? [{ device: device.id, marks: [part.a, part.b], ownV: part.volts, current: 'DC' }] : [];
}

/** Watches the outputs of extra-low supplies for mains that get in: volts to earth by metal, capacitance left out. */
export const watchExtraLow: MakeWatch<readonly ExtraLowSeen[]> = (rig) => {
  const { plan, nets } = rig;
  const outputs = plan.parts.flatMap(outputOf).filter(({ ownV, current }) => ownV <= MOST_V[current]);
  const kept = new Map<Output, ExtraLowSeen>();
  return {
    see({ moment }, { calls, isQuiet }) {
      if (!isQuiet) return;
      let floating: readonly Uint8Array[] | undefined;
      for (const output of outputs) {
        const limitV = Math.max(MOST_V.AC, IDLE_SHARE * output.ownV);
        const most = Math.max(limitV, kept.get(output)?.volts ?? 0);
        for (const mark of output.marks) {
          const node = plan.nodeAt(output.device, mark);
          const volts = toEarthRms(nets, node);
          if (volts <= most * (1 + SLACK)) continue;
          floating ??= nets.map((net) => floatingNodes(plan, net));
          if (!floating.every((one) => one[node] !== 1)) continue;
          kept.set(output, {
            device: output.device,
            ownV: output.ownV,
            limitV,
            volts,
            mark,
            calls,
            through: wayToMains(rig, moment, node),
          });
        }
      }
    },
    result: () => [...kept.values()],
  };
};

/** What is no more than before is not looked at again. */
const SLACK = 1e-6;

function wayToMains(rig: Rig, moment: Parameters<typeof wayThrough>[1], node: number): ExtraLowSeen['through'] {
  const lines = new Set(
    rig.plan.parts
      .filter(isKind('source'))
      .filter(({ part }) => part.role === 'mains' && part.volts !== 0)
      .map(({ device, part }) => rig.plan.nodeAt(device.id, part.a)),
  );
  return wayThrough(rig, moment, node, (one) => lines.has(one)) ?? [];
}
