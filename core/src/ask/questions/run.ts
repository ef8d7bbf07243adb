import { z } from 'zod';
import { runView } from '#core/bench';
import { fine } from '#core/circuit';
import { tagOf } from '#core/words';
import { lineKind } from '../line';
import { momentOf, standAt, standingFacts } from '../standing';

/** What happens, in order: every change that is noticed, what chatters, and the limits that were met. */
export const run = lineKind({
  facts: z.strictObject(standingFacts),
  answer(facts, desk) {
    const opened = desk.open(facts);
    if (!opened.ok) return opened;
    const until = momentOf(facts);
    if (!until.ok) return until;
    const stand = standAt(opened.value, facts, facts.at === undefined ? undefined : until.value);
    if (!stand.ok) return stand;
    const { circuit, plan } = opened.value;
    const { trace, log } = stand.value;
    const view = runView(plan, trace, log);
    return fine({
      events: view.told.map(({ atMs, device, words }) => ({ atMs, device: tagOf(circuit, device), words })),
      chatter: trace.chatter.map(({ devices, untilMs, ...rest }) => ({
        ...rest,
        untilMs: Number.isFinite(untilMs) ? untilMs : null,
        devices: devices.map((id) => tagOf(circuit, id)),
      })),
      processes: view.processes,
      limits: view.limits,
    });
  },
});
