import { z } from 'zod';
import {
  applyChanges,
  type Circuit,
  editChangeSchema,
  fine,
  type LogEntry,
  logEntrySchema,
  type Result,
  readCircuitDocument,
} from '#core/circuit';
import { catalogue, type StockPart } from '#core/devices';
import { drain, type Exploration, exploring } from '#core/explore';
import { type Fault, type NetworkPlan, parseFault, planNetwork } from '#core/network';
import { createRig, type Frame, frameAt, type Rig, runLog, settleMoment, type Trace } from '#core/sequence';
import { allOf, readMoment, readPower, readScript, readSet } from './spelled';

/** Where circuits and stock lists come from when a line names them: whoever runs the questions knows. */
export interface Shop {
  circuit(name: string): Result<Circuit>;
  stock(name: string | undefined): Result<readonly StockPart[]>;
}

/** A circuit by name or as a document, with edits to apply first. */
export const circuitFacts = {
  circuit: z.union([z.string().min(1), z.record(z.string(), z.unknown())]),
  edits: z.array(editChangeSchema).max(500).optional(),
};

/** The circuit at a moment: what is called, what is wrong, when. */
export const standingFacts = {
  ...circuitFacts,
  power: z.union([z.string(), z.array(z.string())]).optional(),
  set: z.array(z.string()).optional(),
  script: z.string().max(100_000).optional(),
  log: z.array(logEntrySchema).max(1000).optional(),
  faults: z.array(z.string()).optional(),
  at: z.union([z.string(), z.number().nonnegative()]).optional(),
};

export type CircuitFacts = z.infer<z.ZodObject<typeof circuitFacts>>;
export type StandingFacts = z.infer<z.ZodObject<typeof standingFacts>>;

/** A circuit that was opened; what is found out about it is kept as long as it is asked about. */
export interface Opened {
  readonly circuit: Circuit;
  readonly plan: NetworkPlan;
  explored(): Exploration;
}

/** How many circuits are kept open at once. */
const MOST_OPEN = 20;

/** Opens circuits by what a question names, and keeps the plan of each that is open. */
export function createOpener(shop: Shop): (facts: CircuitFacts) => Result<Opened> {
  const open = new Map<string, Opened>();
  return ({ circuit: named, edits = [] }) => {
    const key = JSON.stringify([named, edits]);
    const known = open.get(key);
    if (known) return fine(known);
    const read = typeof named === 'string' ? shop.circuit(named) : readCircuitDocument(named, catalogue);
    if (!read.ok) return read;
    const applied = edits.length === 0 ? undefined : applyChanges(read.value, edits);
    if (applied && !applied.ok) return applied;
    const circuit = applied ? applied.value.circuit : read.value;
    const plan = planNetwork(circuit);
    let explored: Exploration | undefined;
    const made: Opened = {
      circuit,
      plan,
      explored() {
        explored ??= drain(exploring(plan));
        return explored;
      },
    };
    const [oldest] = open.keys();
    if (open.size >= MOST_OPEN && oldest !== undefined) open.delete(oldest);
    open.set(key, made);
    return fine(made);
  };
}

/** A circuit that was run to a moment. */
export interface Standing {
  readonly rig: Rig;
  readonly trace: Trace;
  readonly frame: Frame;
  readonly log: readonly LogEntry[];
  readonly faults: readonly Fault[];
  readonly atMs: number;
}

/** The log that the facts describe: power and inputs. */
function logOfFacts({ circuit }: Opened, { power = [], set = [], script, log }: StandingFacts): Result<LogEntry[]> {
  if (log) return fine(log);
  const turned = allOf([power].flat().map(readPower));
  const sets = allOf(set.map((one) => readSet(circuit, one)));
  const scripted = script === undefined ? fine([]) : readScript(circuit, script);
  if (!turned.ok) return turned;
  if (!sets.ok) return sets;
  if (!scripted.ok) return scripted;
  const deeds: LogEntry[] = [...turned.value, ...sets.value.flat(), ...scripted.value];
  const isTurned = deeds.some((deed) => 'power' in deed && deed.atMs === 0);
  return fine([...(isTurned ? [] : [{ atMs: 0, power: 'on' as const }]), ...deeds].sort((a, b) => a.atMs - b.atMs));
}

/** The circuit run up to the moment that a question asks about, with its faults set in. */
export const momentOf = ({ at = 0 }: StandingFacts): Result<number> => (typeof at === 'number' ? fine(at) : readMoment(at));

/** Runs a circuit to a moment and lets the rig's nets show it. @param untilMs stops the run there; to its end unless said */
export function standAt(opened: Opened, facts: StandingFacts, untilMs?: number): Result<Standing> {
  const log = logOfFacts(opened, facts);
  if (!log.ok) return log;
  const faults = allOf((facts.faults ?? []).map((one) => parseFault(opened.plan, one)));
  if (!faults.ok) return faults;
  const at = momentOf(facts);
  if (!at.ok) return at;
  const rig = createRig(opened.plan, faults.value, { wrecks: true });
  const trace = runLog(rig, log.value, untilMs === undefined ? {} : { untilMs });
  const frame = frameAt(trace, at.value);
  settleMoment(rig, frame.moment);
  return fine({ rig, trace, frame, log: log.value, faults: faults.value, atMs: at.value });
}
