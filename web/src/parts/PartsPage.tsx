import { Tabs } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import type { CandidateView, PlaceAnswer, StudyAnswer, TwinAnswer } from '#core/bench';
import type { Device } from '#core/circuit';
import { familyOf, type StockPart } from '#core/devices';
import { CELL_NAMES } from '#core/fit';
import { inSentence } from '#core/units';
import { useBench, useJudged } from '../bench/BenchProvider';
import { chosenDevices, isBad, worstAsParts } from '../bench/toDo';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { useDocument } from '../store/select';
import { useStockQuery } from '../store/server';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Button, Field, Heading, Label, Note } from '../ui/parts';
import { StageFrame } from '../ui/StageFrame';
import { Box, Flex, styled } from '../ui/styled';
import { useIsNarrow } from '../ui/useIsNarrow';
import { MARK, TONE } from '../ui/verdicts';
import { CandidateTable } from './CandidateTable';
import { CornerTable, Room } from './CornerTable';
import { DevicePicker } from './DevicePicker';
import { blankHand, HandPart } from './HandPart';
import { HandGrounds, HandVerdict } from './HandVerdict';
import { LabelButtons } from './LabelButtons';
import { PartsListFiles } from './PartsListFiles';
import { deviceToFit } from './placeAhead';
import { Release } from './Release';
import { StudyPlate } from './StudyPlate';
import { TwinView } from './TwinView';
import { usePlace } from './usePlace';

const Chip = styled('span', {
  base: { fontFamily: 'label', fontWeight: 600, fontSize: '13px', px: '9px', py: '4px', borderRadius: '3px', whiteSpace: 'nowrap' },
  variants: {
    of: { coil: { bg: 'elvAcTint', color: 'elvAc' }, poles: { bg: 'powerTint', color: 'power' }, other: { bg: 'rail', color: 'ink' } },
  },
});

export default function PartsPage() {
  const dispatch = useAppDispatch();
  const narrow = useIsNarrow();
  const { client, laid } = useBench();
  const { study } = useJudged();
  const document = useDocument();
  const selectedDevice = useAppSelector((state) => state.bench.device);
  const { data: stock, error } = useStockQuery();
  const problem = typeof error === 'string' ? error : undefined;
  const devices = useMemo(() => chosenDevices(document), [document]);
  const worst = useMemo(() => study && worstAsParts(study), [study]);
  const device = deviceToFit(document, devices, selectedDevice);
  const [isHand, setHand] = useState(false);
  const [hand, setHandPart] = useState<StockPart>();
  const [picked, setPicked] = useState<string>();
  const [beside, setBeside] = useState<string>();
  const [search, setSearch] = useState('');
  const [twin, setTwin] = useState<{ id: string; of: unknown; answer: TwinAnswer }>();
  const blank = useMemo(() => device && blankHand(device, document), [device, document]);
  const inHand = isHand ? (hand ?? blank ?? null) : null;
  const place = usePlace(device?.id, inHand);
  const id = device?.id;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another device begins anew
  useEffect(() => {
    setPicked(undefined);
    setBeside(undefined);
    setTwin(undefined);
    setHandPart(undefined);
  }, [id]);
  const candidates = useMemo(() => matching(place?.candidates ?? [], search), [place, search]);
  const chosen: StockPart | undefined = isHand ? (inHand ?? undefined) : candidates.find(({ part }) => part.id === picked)?.part;
  const key = chosen ? `${chosen.id}${JSON.stringify(chosen.nameplate)}${chosen.family}` : '';
  useEffect(() => {
    if (!chosen || !id || !place?.done || (isHand && !place.hand?.judged)) return;
    const given = new AbortController();
    const later = setTimeout(() => {
      client.ask('twin', { device: id, part: chosen }, { signal: given.signal }).then(
        (answer) => setTwin({ id: key, of: laid, answer }),
        () => undefined, // not wanted any more, or the provider shows it
      );
    }, 80);
    return () => {
      given.abort();
      clearTimeout(later);
    };
  }, [client, laid, id, key, chosen, isHand, place?.done, place?.hand?.judged]);
  if (!device) return <Box p="24px">This circuit has no device to choose a part for.</Box>;
  // what was tried was tried in the circuit as it lay there: of another one it says nothing
  const answer = twin?.id === key && twin.of === laid ? twin.answer : undefined;
  const use = () => {
    if (!answer) return;
    dispatch(edit(answer.changes));
    setPicked(undefined);
    setHand(false);
  };
  const expectedV = study?.coils.find((one) => one.device === device.id)?.pullIn?.volts;
  const heldV = study?.coils.find((one) => one.device === device.id)?.held?.volts;
  const left = devices.filter((one) => isBad(worst?.get(one.id) ?? 'good')).length;
  const release = chosen && answer && (
    <Release
      key={key}
      device={device}
      title={isHand ? 'this part' : chosen.title}
      expectedV={heldV ?? expectedV}
      refused={answer.verdict === 'danger' || answer.verdict === 'block' || answer.verdict === 'cannot-clear' ? answer.says : undefined}
      onUse={use}
    />
  );
  const twinView = chosen && (
    <TwinView
      device={device}
      title={isHand ? 'the one in hand' : 'this one'}
      from={isHand ? 'In your hand' : `${chosen.title}, ${chosen.van} ${chosen.shelf}`}
      twin={answer}
    >
      <CornerTable
        of="The new coil"
        corners={(isHand ? place?.hand?.judged?.corners : candidates.find(({ part }) => part.id === chosen.id)?.corners) ?? []}
      />
      {release}
    </TwinView>
  );
  const other = beside && place?.candidates?.find(({ part }) => part.id === beside);
  return (
    <StageFrame
      about={device.id}
      plate={
        <>
          <StudyPlate device={device} />
          <CornerTable of={`${device.tag} as it is`} corners={place?.corners ?? []} />
          {place?.cable && <Room cable={place.cable} />}
          {(!chosen || !answer) && <LabelButtons device={device} document={document} part={undefined} twin={undefined} />}
          <PartsListFiles />
        </>
      }
    >
      <DevicePicker
        devices={devices}
        worst={worst}
        chosen={device.id}
        onChoose={(next) => dispatch(benchSlice.actions.deviceSelected(next))}
        isNarrow={narrow}
      />
      {/* each on a line of its own on a phone: both grow as all is judged, and nothing may move under the thumb */}
      <Flex
        direction={narrow ? 'column' : 'row'}
        justify="space-between"
        align="baseline"
        gap={narrow ? '0' : '10px'}
        wrap={narrow ? 'nowrap' : 'wrap'}
      >
        <Heading as="h2">{titleOf(device, study)}</Heading>
        <Box color="muted" fontSize="14px">
          {devices.length} devices · {worst ? `${devices.length - left} settled · ${left} to choose` : 'checking…'}
        </Box>
      </Flex>
      <Tabs.Root value={isHand ? 'hand' : 'stock'} onValueChange={({ value }) => setHand(value === 'hand')} lazyMount unmountOnExit>
        <Flex gap="8px" my="8px" wrap="wrap" align="center">
          <Tabs.List>
            <Tabs.Trigger value="stock">From stock</Tabs.Trigger>
            <Tabs.Trigger value="hand">Will this one do?</Tabs.Trigger>
          </Tabs.List>
          {!isHand && (
            <Field
              aria-label="Search by what is printed on the part"
              placeholder="what is printed on it"
              w="210px"
              textAlign="left"
              value={search}
              onChange={({ target }) => setSearch(target.value)}
            />
          )}
        </Flex>
        {problem && <Note tone="danger">{problem}</Note>}
        <Tabs.Content value="hand">
          {inHand && (
            <Flex direction="column">
              <HandVerdict place={place} answer={answer} device={device} />
              <HandPart device={device} hand={inHand} onChange={setHandPart} />
              <HandGrounds place={place} answer={answer} />
              <Needs place={place} />
              {place?.done && twinView}
              {narrow && place?.candidates && (
                <>
                  <Label>On the van that would do</Label>
                  <CandidateTable
                    candidates={place.candidates.filter(({ verdict }) => verdict === 'good' || verdict === 'look').slice(0, 4)}
                    selected={undefined}
                    compared={undefined}
                    maxH="none"
                    onSelect={(next) => {
                      setHand(false);
                      setPicked(next);
                    }}
                    onCompare={setBeside}
                  />
                </>
              )}
              <Flex gap="8px" mt="12px">
                <Button type="button" onClick={() => setHandPart(blankHand(device, document))}>
                  Another part
                </Button>
              </Flex>
            </Flex>
          )}
        </Tabs.Content>
        <Tabs.Content value="stock">
          <Needs place={place} />
          {!place?.candidates && !problem && (
            <Box color="muted">Looking at {place ? `${place.seen} of ${place.of} states` : 'the place'}…</Box>
          )}
          {place?.candidates && (
            <CandidateTable
              candidates={candidates}
              selected={picked}
              compared={beside}
              onSelect={setPicked}
              onCompare={setBeside}
              maxH={chosen ? '300px' : '62vh'}
            />
          )}
          {place?.candidates && candidates.length === 0 && (
            <Missing search={search} parts={stock?.map(({ part }) => part) ?? []} device={device} />
          )}
          {other && chosen && other.part.id !== chosen.id && (
            <Beside one={candidates.find(({ part }) => part.id === chosen.id)} two={other} onClose={() => setBeside(undefined)} />
          )}
          {chosen && beside !== chosen.id && (
            <Button type="button" mt="8px" onClick={() => setBeside(chosen.id)}>
              Keep it beside the next one I pick
            </Button>
          )}
          {beside && (!other || other.part.id === chosen?.id) && (
            <Box fontSize="13px" color="muted" mt="8px">
              Kept. Pick another to see the two side by side.
            </Box>
          )}
          {twinView}
        </Tabs.Content>
      </Tabs.Root>
      {chosen && answer && <LabelButtons device={device} part={chosen} twin={answer} document={document} />}
    </StageFrame>
  );
}

function titleOf(device: Device, study: StudyAnswer | undefined): string {
  const serves = [...new Set(study?.poles.filter((one) => one.device === device.id).flatMap(({ serves: tags }) => tags) ?? [])];
  return serves.length > 0
    ? `${device.tag} must switch ${serves.join(', ').replace(/, ([^,]*)$/, ' and $1')}`
    : `${device.tag}, ${device.title}`;
}

/** All words typed must stand in title or print: "62 res 24" finds by what the part shows. */
function matching(candidates: readonly CandidateView[], search: string): readonly CandidateView[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  return words.length === 0
    ? candidates
    : candidates.filter(({ part }) =>
        words.every((word) => `${part.title} ${part.print} ${part.van} ${part.shelf}`.toLowerCase().includes(word)),
      );
}

function Needs({ place }: { place: PlaceAnswer | undefined }) {
  if (!place?.need) return <Box h="26px" mt="6px" />;
  return (
    <Flex gap="8px" wrap="wrap" mt="6px">
      {CELL_NAMES.map(
        (name) =>
          place.need?.[name] && (
            <Chip key={name} of={name === 'coil' || name === 'poles' ? name : 'other'}>
              {place.need[name]}
            </Chip>
          ),
      )}
      {place.isAssumed && <Chip of="other">a coil for these volts is assumed: the one there does not pull in or is not read</Chip>}
    </Flex>
  );
}

/** Why nothing is listed: a part that somebody looks for is somewhere, and does not belong here. */
function Missing({ search, parts, device }: { search: string; parts: readonly StockPart[]; device: Device }) {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const found =
    words.length === 0 ? [] : parts.filter((part) => words.every((word) => `${part.title} ${part.print}`.toLowerCase().includes(word)));
  const own = inSentence(familyOf(device, useDocument()).title);
  if (found.length === 0)
    return (
      <Note>Nothing in stock matches{search ? ` "${search}"` : ` ${device.tag}`}. Add the part on the Stock page, or try fewer words.</Note>
    );
  return (
    <Note>
      {found
        .slice(0, 3)
        .map(({ title }) => title)
        .join('; ')}
      : in stock, but not of a kind that can stand for {device.tag}, {own}.
    </Note>
  );
}

function Beside({ one, two, onClose }: { one: CandidateView | undefined; two: CandidateView; onClose: () => void }) {
  if (!one) return null;
  return (
    <Box as="section" aria-label="Two candidates side by side" mt="12px">
      <Flex justify="space-between">
        <Heading>Side by side</Heading>
        <Button type="button" look="quiet" onClick={onClose}>
          Put it back
        </Button>
      </Flex>
      <Flex gap="14px" wrap="wrap">
        {[one, two].map((candidate) => (
          <Box
            key={candidate.part.id}
            flex="1 1 260px"
            bg="card"
            border="1px solid"
            borderColor="hairline"
            borderRadius="6px"
            p="10px"
            fontSize="13px"
          >
            <strong>{candidate.part.title}</strong>{' '}
            <Box as="span" color={TONE[candidate.verdict]} fontWeight={700}>
              {MARK[candidate.verdict]} {candidate.word}
            </Box>
            {CELL_NAMES.map((name) => (
              <Box key={name} mt="4px">
                <Box as="span" color={TONE[candidate.cells[name].verdict]}>
                  {MARK[candidate.cells[name].verdict]}
                </Box>{' '}
                {candidate.cells[name].why}
              </Box>
            ))}
          </Box>
        ))}
      </Flex>
    </Box>
  );
}
