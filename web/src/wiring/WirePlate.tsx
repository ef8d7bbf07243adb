import { useState } from 'react';
import type { WireRowView, WiringAnswer } from '#core/bench';
import { type EditChange, isTerminal, type TerminalId } from '#core/circuit';
import { intoCable, spliced, takenOn } from '#core/panel';
import { figures, volts } from '#core/units';
import { Locked } from '../plates/Locked';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { newIdMark } from '../store/ids';
import { useBenchParts, useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import type { Landings } from '../store/useLandings';
import { Choice } from '../ui/Choice';
import { Button, Field, Heading, Label, Mono, Note, Row } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { Ticks } from './Ticks';
import { useAsked } from './useAsked';

interface Props {
  readonly row: WireRowView;
  readonly doubts: WiringAnswer['doubts'];
  readonly landings: Landings;
  /** why it may not be ticked, and what it is signed for with */
  readonly blocked: string | undefined;
}

/** A wire: what it is, what it carries, its two ends with what was done to them, and what is doubtful about it. */
export function WirePlate({ row, doubts, landings, blocked }: Props) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const { carrying, red } = useBenchParts('carrying', 'red');
  const [reason, setReason] = useState('');
  const wire = document.conductors[row.conductor];
  if (!wire) return null;
  const describe = (to: Partial<Pick<typeof wire, 'number' | 'colour' | 'insulationV'>>) =>
    dispatch(edit([{ type: 'describeConductor', conductor: row.conductor, to }]));
  const change = (changes: EditChange[]) => changes.length > 0 && dispatch(edit(changes));
  const cableNamed = (value: string) =>
    value === 'new' ? value : (Object.values(document.cables).find(({ id }) => id === value)?.id ?? null);
  const own = doubts.filter(({ wires }) => wires.includes(row.conductor));
  const open = ([0, 1] as const).filter((side) => row.ends[side].terminal && !landings.ticksAt(row.conductor, side)?.landed);
  return (
    <Box data-wire-plate>
      <Heading>Wire {row.number || 'without a number'}</Heading>
      <Box color="muted" fontSize="14px">
        {row.words}
      </Box>
      <Label as="h3">Conductor</Label>
      <Row>
        <span>Size</span>
        <strong>{row.size}</strong>
      </Row>
      <Row>
        <span>Colour</span>
        <Locked>
          <Field
            key={`${row.conductor} ${row.colour}`}
            aria-label={`Colour of wire ${row.number}`}
            defaultValue={row.colour}
            w="130px"
            maxLength={24}
            onBlur={({ target }) => target.value !== row.colour && describe({ colour: target.value })}
            onKeyDown={({ key, currentTarget }) => key === 'Enter' && currentTarget.blur()}
          />
        </Locked>
      </Row>
      <Row>
        <span>Number</span>
        <Locked>
          <Field
            key={`${row.conductor} ${row.number}`}
            aria-label={`Number of wire ${row.number}`}
            defaultValue={row.number}
            w="130px"
            maxLength={12}
            onBlur={({ target }) => target.value !== row.number && describe({ number: target.value })}
            onKeyDown={({ key, currentTarget }) => key === 'Enter' && currentTarget.blur()}
          />
        </Locked>
      </Row>
      <Row>
        <span>Carries at most</span>
        <Mono>{row.amps === null ? '…' : `${figures(row.amps)} A`}</Mono>
      </Row>
      <Row>
        <span>To earth at most</span>
        <Mono>{row.mostV === null ? '…' : volts(row.mostV)}</Mono>
      </Row>
      <Row>
        <span>Insulation</span>
        <strong>{figures(row.insulationV)} V</strong>
      </Row>
      <Row>
        <label htmlFor="wire-cable">Cable{row.core ? `, core ${row.core}` : ''}</label>
        <Locked>
          <Choice
            id="wire-cable"
            value={wire.cable ?? ''}
            onChange={({ target }) => change(intoCable(document, row.conductor, cableNamed(target.value)))}
          >
            <option value="">none</option>
            {Object.values(document.cables).map(({ id, tag, title }) => (
              <option key={id} value={id}>
                {tag} {title}
              </option>
            ))}
            <option value="new">a new cable</option>
          </Choice>
        </Locked>
      </Row>
      <Row>
        <span>Length</span>
        <strong>{row.lengthM === null ? 'unknown' : `${figures(row.lengthM)} m`}</strong>
      </Row>
      <Locked>
        <Flex gap="6px" wrap="wrap" mt="6px">
          <Button type="button" disabled={!wire.ends[1]} onClick={() => change(spliced(document, row.conductor, newIdMark()))}>
            Cut it and splice
          </Button>
          {red && isTerminal(red) && (
            <Button
              type="button"
              title="A wire of the same number from its second end to where the red lead is"
              disabled={!wire.ends[1] || wire.ends[1] === red}
              onClick={() => change(takenOn(document, row.conductor, 1, red as TerminalId, newIdMark()))}
            >
              Take it on to the red lead
            </Button>
          )}
        </Flex>
      </Locked>
      <Label as="h3">Its two ends</Label>
      {([0, 1] as const).map((side) => (
        <Box key={side} py="4px" borderBottom="1px dashed" borderColor="hairline">
          <Flex justify="space-between" align="center" gap="6px">
            <Mono>{row.ends[side].spelled}</Mono>
            {row.ends[side].terminal && (
              <span>
                <Ticks conductor={row.conductor} side={side} spelled={row.ends[side].spelled} landings={landings} blocked={blocked} />
              </span>
            )}
          </Flex>
          <Flex justify="space-between" align="center" fontSize="13px" color="muted" gap="6px">
            <span>{row.ends[side].place}</span>
            <Locked>
              <Button
                type="button"
                look="quiet"
                aria-pressed={carrying?.conductor === row.conductor && carrying.end === side}
                onClick={() => dispatch(benchSlice.actions.endTaken({ conductor: row.conductor, end: side }))}
              >
                {carrying?.conductor === row.conductor && carrying.end === side ? 'tap a terminal…' : 'Move this end'}
              </Button>
            </Locked>
          </Flex>
        </Box>
      ))}
      <WholeWay wire={row.conductor} />
      {blocked && open.length > 0 && (
        <Note tone="danger">
          {blocked}
          <Flex gap="6px" mt="6px" wrap="wrap">
            <Field
              aria-label="Signed for, because"
              placeholder="because…"
              w="150px"
              textAlign="left"
              maxLength={200}
              value={reason}
              onChange={({ target }) => setReason(target.value)}
            />
            <Button
              type="button"
              disabled={reason.trim() === ''}
              onClick={() => {
                landings.act(
                  open.map((side) => ({ conductor: row.conductor, side, act: 'landed' })),
                  reason.trim(),
                );
                setReason('');
              }}
            >
              Sign for it and tick
            </Button>
          </Flex>
        </Note>
      )}
      {own.map((doubt) => (
        <DoubtNote key={doubt.title} doubt={doubt} />
      ))}
    </Box>
  );
}

/** Of a bar with more on it the rest is counted. */
const MOST_HOPS = 24;

/** Where it goes beyond its own ends: through strips, splices and the halves of plugs, hop by hop. */
function WholeWay({ wire }: { wire: WireRowView['conductor'] }) {
  const dispatch = useAppDispatch();
  const { answer, isCurrent } = useAsked('follow', { wire });
  if (!answer?.start || answer.hops.length < 2) return null;
  return (
    <Box data-way opacity={isCurrent ? 1 : 0.6}>
      <Label as="h3">Its whole way, {answer.hops.length} hops</Label>
      <Box fontSize="14px">
        <Mono>{answer.start.spelled}</Mono>
        {answer.hops.slice(0, MOST_HOPS).map((hop, index) => (
          <Box key={`${index} ${hop.words}`} pl={`${8 + 12 * Math.min(hop.branch, 6)}px`}>
            {hop.wire && hop.wire !== wire ? (
              <Button
                type="button"
                look="quiet"
                px="0"
                minH="28px"
                textAlign="left"
                onClick={() => dispatch(benchSlice.actions.conductorSelected(hop.wire))}
              >
                {hop.words}
              </Button>
            ) : (
              <Box py="4px" fontWeight={hop.wire === wire ? 700 : 400}>
                {hop.words}
              </Box>
            )}
          </Box>
        ))}
        {answer.hops.length > MOST_HOPS && <Box color="muted">and {answer.hops.length - MOST_HOPS} more hops</Box>}
        <Box color="muted">
          Ends at {answer.ends.slice(0, MOST_HOPS).join(', ')}
          {answer.ends.length > MOST_HOPS && ` and ${answer.ends.length - MOST_HOPS} more`}.
        </Box>
      </Box>
    </Box>
  );
}

/** What is doubtful about the wiring, what to do, and who says so. */
export const DoubtNote = ({ doubt }: { doubt: WiringAnswer['doubts'][number] }) => (
  <Note tone={doubt.verdict === 'danger' ? 'danger' : 'look'} data-doubt={doubt.verdict}>
    <strong>
      {doubt.verdict}: {doubt.title}.
    </strong>{' '}
    {doubt.remedy}
    <Box fontSize="12px" color="muted">
      {doubt.source}
    </Box>
  </Note>
);
