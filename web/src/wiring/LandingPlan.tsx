import { type ReactNode, useEffect, useState } from 'react';
import type { LandingAnswer, WireRowView } from '#core/bench';
import type { ConductorId } from '#core/circuit';
import { readTyped } from '#core/units';
import { isToldApart } from '#core/wiring';
import { benchSlice } from '../store/bench';
import { useAppDispatch } from '../store/store';
import type { Landings } from '../store/useLandings';
import { Button, Field, Heading, Label, Mono, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useAsked } from './useAsked';

interface Props {
  readonly rows: readonly WireRowView[];
  readonly landings: Landings;
  readonly blocked: (wire: ConductorId) => string | undefined;
}

/** What volts may differ from what they should be. Common practice. */
const FLOOR_VOLTS = 0.6;
const VOLTS_SHARE = 0.1;

/** So long after its last letter a reading counts as typed. */
const TYPED_AFTER_MS = 1500;

type Compared = { readonly verdict: 'good' | 'look'; readonly words: string } | undefined;

/** A reading as it was typed beside what it should be. */
function compared(text: string, should: number | null, unit: 'Ω' | 'V', expects: string): Compared {
  if (text.trim() === '') return undefined;
  const isOpen = /^(ol|o\.l\.?|open|inf|∞)/i.test(text.trim());
  if (unit === 'Ω' && isOpen)
    return should === null
      ? { verdict: 'good', words: 'as it should be' }
      : { verdict: 'look', words: `open line; should be ${expects}: a wire of this stage is not where it belongs, or not held` };
  const typed = readTyped(text, unit);
  if (!('value' in typed)) return { verdict: 'look', words: 'is no reading: a number, or OL' };
  if (should === null) return { verdict: 'look', words: 'should be an open line' };
  const [is, wanted] = [Math.abs(typed.value), Math.abs(should)];
  const isRight = unit === 'Ω' ? !isToldApart(wanted, is) : Math.abs(is - wanted) <= Math.max(FLOOR_VOLTS, VOLTS_SHARE * wanted);
  return isRight
    ? { verdict: 'good', words: 'as it should be' }
    : { verdict: 'look', words: `should be ${expects}: stop here and look before the next stage` };
}

/** The order of landings in stages, each with the one reading that proves it; then first power, one thing at a time. */
export function LandingPlan({ rows, landings, blocked, stops }: Props & { readonly stops: readonly string[] }) {
  const off = [...landings.putOff.keys()];
  const { answer, isCurrent, progress, failed } = useAsked('landing', { later: off });
  if (failed) return <Note tone="danger">{failed}</Note>;
  if (!answer)
    return <Box color="muted">Building it stage by stage in the model{progress ? `, ${progress.seen} of ${progress.of}` : ''}…</Box>;
  return (
    <Box overflowY="auto" minH="0" flex="1" opacity={isCurrent ? 1 : 0.6}>
      <Note tone="look">
        Everything below is done dead: every supply locked off and proved dead, leads zeroed. Local codes and licensed practice rule.
      </Note>
      {answer.heldBack.length > 0 && (
        <Box fontSize="14px" my="4px">
          Wire {numbers(rows, answer.heldBack)} comes last, out of its order: with it landed sooner, power that comes on too early could
          call something that is half wired.
        </Box>
      )}
      {off.length > 0 && (
        <Note tone="look" data-put-off={off.length}>
          Put off: wire {numbers(rows, off)}. Everything else is planned as if they came last; each stage is harmless without them or says
          that it is not.
        </Note>
      )}
      {answer.loose.length > 0 && (
        <Box fontSize="14px" my="4px" color="danger">
          In no stage, since an end of it is landed nowhere: wire {numbers(rows, answer.loose)}.
        </Box>
      )}
      {answer.dead.map((stage, index) => (
        <DeadStage key={stage.wires.join()} at={index + 1} stage={stage} rows={rows} landings={landings} blocked={blocked} />
      ))}
      <Label as="h3">First power, one thing at a time</Label>
      <Ready
        landings={landings}
        stops={stops}
        read={answer.dead.map(({ wires, ohms, expects }) => compared(landings.reading(wires.join()), ohms, 'Ω', expects)?.verdict)}
      />
      <Note tone="danger">
        Live from here on: covers on where they can be, one hand, a meter of the right category. Prove the meter first.
      </Note>
      {answer.live.map((stage) => (
        <Reading
          key={`${stage.asks} ${stage.expects}`}
          stage={`${stage.asks} ${stage.expects}`}
          asks={stage.asks}
          expects={stage.expects}
          should={stage.volts}
          unit="V"
          isLook={stage.volts === null}
          landings={landings}
        />
      ))}
    </Box>
  );
}

interface ReadyProps {
  readonly landings: Landings;
  readonly stops: readonly string[];
  /** of each dead stage how its reading is, where there is one */
  readonly read: readonly ('good' | 'look' | undefined)[];
}

const many = (count: number, one: string, more: string, what: string): string => `${count} ${count === 1 ? one : more} ${what}`;

/** Whether anything still stands against first power: what is not landed, not tugged, not read, not cleared. */
function Ready({ landings, stops, read }: ReadyProps) {
  const { ends, landed, tugged } = landings.count;
  const [unread, wrong] = [read.filter((one) => one === undefined).length, read.filter((one) => one === 'look').length];
  const left = [
    ...(landed < ends ? [many(ends - landed, 'end is', 'ends are', 'not landed')] : []),
    ...(tugged < landed ? [many(landed - tugged, 'landed end is', 'landed ends are', 'not tug-tested')] : []),
    ...(unread > 0 ? [many(unread, 'dead stage has', 'dead stages have', 'no reading')] : []),
    ...(wrong > 0 ? [many(wrong, 'reading is', 'readings are', 'not as it should be')] : []),
    ...stops.map((title) => title.charAt(0).toLowerCase() + title.slice(1)),
  ];
  return left.length === 0 ? (
    <Note tone="good" data-ready="yes">
      Everything is landed, tugged and read, and nothing that is a danger stands against it. Whether to switch on is yours to say.
    </Note>
  ) : (
    <Note tone="danger" data-ready="no">
      Not ready for power: {left.slice(0, 6).join('; ')}
      {left.length > 6 ? `; and ${left.length - 6} more` : ''}.
    </Note>
  );
}

const numbers = (rows: readonly WireRowView[], wires: readonly ConductorId[]): string =>
  wires.map((id) => rows.find(({ conductor }) => conductor === id)?.number ?? '?').join(', ');

function DeadStage({ at, stage, rows, landings, blocked }: Props & { at: number; stage: LandingAnswer['dead'][number] }) {
  const dispatch = useAppDispatch();
  const own = stage.wires.flatMap((id) => rows.find(({ conductor }) => conductor === id) ?? []);
  const open = own.flatMap((row) =>
    ([0, 1] as const).flatMap((side) =>
      row.ends[side].terminal && !landings.ticksAt(row.conductor, side)?.landed
        ? [{ conductor: row.conductor, side, act: 'landed' as const }]
        : [],
    ),
  );
  const stopped = own.map(({ conductor }) => blocked(conductor)).find((why) => why !== undefined);
  const meter = () => {
    dispatch(benchSlice.actions.modeTurned('ohm'));
    dispatch(benchSlice.actions.leadPut({ lead: 'red', point: stage.red }));
    dispatch(benchSlice.actions.leadPut({ lead: 'black', point: stage.black }));
  };
  return (
    <Box as="section" aria-label={`Stage ${at}`} borderBottom="1px solid" borderColor="hairline" py="6px" data-stage={at}>
      <Flex align="baseline" gap="10px" wrap="wrap">
        <Heading as="h3" fontSize="15px">
          {at}. Land {own.length === 1 ? 'one wire' : `${own.length} wires`}
        </Heading>
        <Box color="muted" fontSize="13px" flex="1">
          {stage.words}
        </Box>
        {open.length === 0 ? (
          <Box color="good" fontWeight={600} fontSize="14px">
            ✓ landed
          </Box>
        ) : (
          <Button type="button" disabled={stopped !== undefined} title={stopped} onClick={() => landings.act(open)}>
            Landed, {open.length === 1 ? 'one end' : open.length === 2 ? 'both ends' : `all ${open.length} ends`}
          </Button>
        )}
      </Flex>
      <Flex gap="6px" wrap="wrap" my="4px">
        {own.map((row) => (
          <Button
            key={row.conductor}
            type="button"
            px="8px"
            fontWeight={500}
            onClick={() => dispatch(benchSlice.actions.conductorSelected(row.conductor))}
          >
            <strong>{row.number}</strong> {row.colour} · {row.ends[0].spelled} to {row.ends[1].spelled}
          </Button>
        ))}
      </Flex>
      {stopped && (
        <Box color="danger" fontSize="13px">
          {stopped}
        </Box>
      )}
      <Reading
        stage={stage.wires.join()}
        asks={`Ω from ${stage.redSpelled} to ${stage.blackSpelled}`}
        expects={stage.expects}
        should={stage.ohms}
        unit="Ω"
        isLook={false}
        landings={landings}
        onMeter={meter}
        foot={open.length > 0 && <PutOff wires={stage.wires} landings={landings} />}
      />
      {stage.masked.length > 0 && (
        <Box fontSize="13px" color="look">
          Not missed by this reading: wire {numbers(rows, stage.masked)}; other metal joins its ends already. Pull it and look.
        </Box>
      )}
      {stage.ifPowered.length > 0 && (
        <Box fontSize="13px" color="danger">
          Not to be powered in this state: {stage.ifPowered.join(' ')}
        </Box>
      )}
    </Box>
  );
}

interface ReadingProps {
  readonly stage: string;
  readonly asks: string;
  readonly expects: string;
  readonly should: number | null;
  readonly unit: 'Ω' | 'V';
  /** nothing is measured: it is looked at */
  readonly isLook: boolean;
  readonly landings: Landings;
  readonly onMeter?: () => void;
  /** what else may be done at this stage */
  readonly foot?: ReactNode;
}

/** A stage that cannot be done now, with the reason; the plan is made anew without it, until it can. */
function PutOff({ wires, landings }: { wires: readonly ConductorId[]; landings: Landings }) {
  const [why, setWhy] = useState<string>();
  const off = wires.flatMap((wire) => landings.putOff.get(wire) ?? []);
  const [first] = off;
  if (landings.isLooking) return null;
  if (first)
    return (
      <Flex gap="8px" align="center" wrap="wrap" fontSize="13px">
        <Box color="look">
          Put off by {first.by}
          {first.why && `: ${first.why}`}
        </Box>
        <Button
          type="button"
          look="quiet"
          onClick={() =>
            landings.setLater(
              off.map(({ conductor }) => conductor),
              null,
            )
          }
        >
          It can be done now
        </Button>
      </Flex>
    );
  if (why === undefined)
    return (
      <Button type="button" look="quiet" fontSize="13px" flexShrink={0} whiteSpace="nowrap" px="2px" onClick={() => setWhy('')}>
        Cannot be done now
      </Button>
    );
  const save = () => {
    landings.setLater(wires, why.trim());
    setWhy(undefined);
  };
  return (
    <Flex gap="6px" align="center" wrap="wrap">
      <Field
        autoFocus
        aria-label="Cannot be done now, because"
        placeholder="because…"
        w="200px"
        textAlign="left"
        fontFamily="body"
        maxLength={120}
        value={why}
        onChange={({ target }) => setWhy(target.value)}
        onKeyDown={({ key }) => {
          if (key === 'Enter') save();
          if (key === 'Escape') setWhy(undefined);
        }}
      />
      <Button type="button" onClick={save}>
        Put it off
      </Button>
      <Button type="button" look="quiet" onClick={() => setWhy(undefined)}>
        No
      </Button>
    </Flex>
  );
}

/** One expected observation, and what was observed. */
function Reading({ stage, asks, expects, should, unit, isLook, landings, onMeter, foot }: ReadingProps) {
  const text = landings.reading(stage);
  const by = landings.readBy(stage);
  const isTyped = !isLook && landings.isTyped(stage);
  // whoever types a reading and puts the phone away has read it
  // biome-ignore lint/correctness/useExhaustiveDependencies: each further letter starts the wait anew
  useEffect(() => {
    if (!isTyped) return;
    const timer = setTimeout(() => landings.saveReading({ stage, asks }, text), TYPED_AFTER_MS);
    return () => clearTimeout(timer);
  }, [isTyped, text, stage]);
  const said = isLook ? undefined : compared(text, should, unit, expects);
  return (
    <Flex gap="8px" align="center" wrap="wrap" fontSize="14px" py="3px">
      <Box flex="1 1 260px">
        {asks}: <Mono>{expects}</Mono>
      </Box>
      {isLook ? (
        <Button
          type="button"
          aria-pressed={text !== ''}
          look={text === '' ? 'plain' : 'strong'}
          onClick={() => landings.saveReading({ stage, asks }, text === '' ? 'seen' : '')}
        >
          {text === '' ? 'Seen' : '✓ seen'}
        </Button>
      ) : (
        <Field
          aria-label={`Reading, ${asks}`}
          placeholder={unit}
          inputMode="decimal"
          value={text}
          maxLength={12}
          onChange={({ target }) => landings.typeReading(stage, target.value)}
          onBlur={({ target }) => landings.saveReading({ stage, asks }, target.value)}
          onKeyDown={({ key, currentTarget }) => key === 'Enter' && currentTarget.blur()}
        />
      )}
      {onMeter && (
        <Button type="button" look="quiet" onClick={onMeter}>
          Put the bench meter there
        </Button>
      )}
      {said && (
        <Box role="status" color={said.verdict} fontWeight={600} flexBasis="100%" textAlign="right">
          {said.verdict === 'good' ? '✓' : '!'} {said.words}
        </Box>
      )}
      {/* its room is kept: leaving the field to tap elsewhere moves nothing under the thumb */}
      <Flex flexBasis="100%" minH="30px" align="center" justify="space-between" gap="8px" minW="0">
        <Box color="muted" fontSize="12px" minW="0" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
          {by &&
            `${isLook ? 'seen' : 'read'} by ${by.by}, ${new Date(by.at).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })}`}
        </Box>
        {foot}
      </Flex>
    </Flex>
  );
}
