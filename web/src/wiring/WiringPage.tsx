import { Tabs } from '@chakra-ui/react';
import { useCallback, useMemo, useState } from 'react';
import { plainRows } from '#core/bench';
import { type ConductorId, deviceOf, type TerminalId } from '#core/circuit';
import { plateFigures, terminalFigures } from '#core/formats';
import { addWire } from '#core/panel';
import { useJudged } from '../bench/BenchProvider';
import { DrawingDialog } from '../paper/DrawingDialog';
import { PointPlate } from '../plates/PointPlate';
import { PathSheet } from '../sheet/PathSheet';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { newIdMark } from '../store/ids';
import { useBenchParts, useDocument } from '../store/select';
import { settingsSlice } from '../store/settings';
import { useAppDispatch, useAppSelector } from '../store/store';
import { useLandings } from '../store/useLandings';
import { Choice } from '../ui/Choice';
import { Button, Field, Note } from '../ui/parts';
import { Side } from '../ui/Side';
import { Box, Flex } from '../ui/styled';
import { useIsNarrow } from '../ui/useIsNarrow';
import { Cards } from './Cards';
import { Changes } from './Changes';
import { FerruleLabels } from './FerruleLabels';
import { LandingPlan } from './LandingPlan';
import { PanelFacts } from './PanelFacts';
import { PanelLayout } from './PanelLayout';
import { Places } from './Places';
import { surfacesOf } from './PlateView';
import { devicesIn, usePlaces } from './placesShown';
import { Rehearsal } from './Rehearsal';
import { StaysLive } from './StaysLive';
import { TerminalView } from './TerminalView';
import { useAsked } from './useAsked';
import { WireList } from './WireList';
import { WirePlate } from './WirePlate';
import { BenchMeter, Doubts } from './WiringAside';

const TABS = {
  list: 'Wire list',
  panel: 'Panel layout',
  plan: 'Landing plan',
  mishaps: 'Landed wrong?',
  live: 'What stays live',
  changes: 'Changes',
  labels: 'Labels',
} as const;
type Tab = keyof typeof TABS;
const ZOOMS = [0.5, 0.7, 1, 1.4] as const;
const TAB_NAMES = Object.keys(TABS) as Tab[];

const NOTHING: ReadonlySet<TerminalId> = new Set();

/** Stage 3: what goes where, in which order, what proves it, and what a mistake would do. */
export default function WiringPage() {
  const dispatch = useAppDispatch();
  const narrow = useIsNarrow();
  const document = useDocument();
  const { study } = useJudged();
  const landings = useLandings();
  const { point, conductor, red, black } = useBenchParts('point', 'conductor', 'red', 'black');
  const name = useAppSelector((state) => state.settings.name);
  const [tab, setTab] = useState<Tab>('list');
  const [tidy, setTidy] = useState(0);
  const [isDrawn, setDrawn] = useState(!narrow);
  /** the sheet stands beside the terminals: what is chosen on one is chosen on the other */
  const [isBeside, setBeside] = useState(false);
  const [zoom, setZoom] = useState<number | 'fit'>('fit');
  const [ringed, setRinged] = useState<ReadonlySet<TerminalId>>(NOTHING);
  const places = usePlaces();
  const [place, setPlace] = useState('');
  const only = useMemo(
    () => (places.isMany || place !== '' ? devicesIn(document, place === '' ? (places.list[0]?.id ?? '') : place) : null),
    [document, place, places],
  );
  /** the plate takes the room of the terminals */
  const isPanel = tab === 'panel';
  const isTerminals = isDrawn && !isPanel;
  const [panelPlace, setPanelPlace] = useState<string | null>(null);
  const [mount, setMount] = useState<number | null>(null);
  const mounting = useAsked('mounting', isPanel ? { place: panelPlace } : undefined);
  const drawing = useAsked('terminals', isTerminals ? { only, tidy } : undefined);
  const wiring = useAsked('wiring', {});
  // the document tells its wires at once; what they meet takes as long as the circuit is large
  const rows = useMemo(() => wiring.answer?.rows ?? plainRows(document), [wiring.answer, document]);
  const doubts = wiring.answer?.doubts ?? [];
  const row = rows.find((one) => one.conductor === conductor);
  const ring = useCallback((terminals: readonly TerminalId[]) => setRinged(terminals.length === 0 ? NOTHING : new Set(terminals)), []);
  /** A danger stands against landing a wire until it is cleared or signed for. */
  const blocked = (id: ConductorId): string | undefined => {
    if (landings.isLooking) return 'This page is only to look at.';
    if (!wiring.answer) return 'What stands against it is still being looked for.';
    const doubt = doubts.find(({ verdict, wires }) => verdict === 'danger' && wires.includes(id));
    if (doubt) return `${doubt.title}. ${doubt.remedy}`;
    const ends = document.conductors[id]?.ends.flatMap((end) => (end ? [deviceOf(end)] : [])) ?? [];
    const finding = study?.findings.find(({ verdict, devices }) => verdict === 'block' && devices.some((device) => ends.includes(device)));
    return finding && `${finding.title}. ${finding.remedy}`;
  };
  /** What stands against power and print until it is cleared. */
  const stops = [
    ...doubts.filter(({ verdict }) => verdict === 'danger').map(({ title }) => title),
    ...(study?.findings ?? []).filter(({ verdict }) => verdict === 'block' || verdict === 'danger').map(({ title }) => title),
  ];
  /** While nothing is landed nothing is pale. */
  const isLanded = (id: ConductorId): boolean =>
    landings.count.landed === 0 ||
    ([0, 1] as const).every((side) => document.conductors[id]?.ends[side] === null || landings.ticksAt(id, side)?.landed !== undefined);
  const [isSaving, setSaving] = useState(false);
  const [isPlacing, setPlacing] = useState(false);
  const shownPanel = isPanel ? mounting.answer?.shown : undefined;
  const make = useCallback(
    () =>
      shownPanel
        ? plateFigures(surfacesOf(shownPanel))
        : drawing.answer
          ? terminalFigures(drawing.answer, (wire) => document.conductors[wire]?.number ?? '')
          : { width: 1, height: 1, figures: [] },
    [shownPanel, drawing.answer, document],
  );
  const { ends, landed, tugged } = landings.count;
  const choose = (next: Tab) => {
    setTab(next);
    setRinged(NOTHING);
  };
  return (
    <Flex flex="1" minW="0" minH="0" css={{ '@media (max-width: 700px)': { flexDirection: 'column' } }}>
      <Flex as="main" direction="column" flex="1" minW="0" minH="0" px="14px" py="8px" gap="6px">
        <Box as="h2" srOnly>
          Wiring
        </Box>
        <Flex gap="10px" align="center" wrap="wrap" fontSize="14px">
          <Button
            type="button"
            aria-pressed={isTerminals}
            onClick={() => {
              if (isPanel) setTab('list');
              setDrawn(!isTerminals);
            }}
          >
            {isTerminals ? 'Fold the terminals' : 'Show the terminals'}
          </Button>
          {!isPanel && places.list.length > 1 && (
            <Choice aria-label="Devices of which place" value={place} onChange={({ target }) => setPlace(target.value)}>
              {!places.isMany && <option value="">all places</option>}
              {places.list.map(({ id, name: words, count }) => (
                <option key={id} value={id}>
                  {words} ({count})
                </option>
              ))}
            </Choice>
          )}
          {isTerminals && (
            <Choice
              aria-label="How large the terminals are drawn"
              value={zoom}
              onChange={({ target }) => setZoom(target.value === 'fit' ? 'fit' : Number(target.value))}
            >
              <option value="fit">fitted</option>
              {ZOOMS.map((one) => (
                <option key={one} value={one}>
                  {Math.round(one * 100)} %
                </option>
              ))}
            </Choice>
          )}
          {isTerminals && (
            <Button type="button" look={isBeside ? 'strong' : 'plain'} aria-pressed={isBeside} onClick={() => setBeside(!isBeside)}>
              Sheet beside
            </Button>
          )}
          {isTerminals && (
            <Button type="button" title="Seek an order in which wires cross less" onClick={() => setTidy(tidy + 1)}>
              Tidy
            </Button>
          )}
          {(isTerminals || isPanel) && (
            <Button type="button" disabled={isPanel ? !mounting.answer?.shown?.plate : !drawing.answer} onClick={() => setSaving(true)}>
              Save it
            </Button>
          )}
          {isPanel && (
            <Button type="button" disabled={landings.isLooking} onClick={() => setPlacing(true)}>
              Places
            </Button>
          )}
          <Box flex="1 0 auto" maxW="100%" role="status" data-landed={landed}>
            <strong>
              {landings.isUnknown ? 'what is landed is not known: the server does not answer' : `${landed} of ${ends} ends landed`}
            </strong>
            {landings.isUnknown ? '' : ` · ${tugged} tug-tested`}
            {landings.waiting > 0 && ` · ${landings.waiting} not saved yet`}
          </Box>
          <Flex gap="8px" align="center">
            <Box as="label" {...{ htmlFor: 'ticked-by' }} color="muted">
              ticked by
            </Box>
            <Field
              id="ticked-by"
              w="120px"
              textAlign="left"
              fontFamily="body"
              placeholder="your name"
              maxLength={40}
              value={name}
              onChange={({ target }) => dispatch(settingsSlice.actions.chosen({ name: target.value }))}
            />
          </Flex>
        </Flex>
        {landings.isBroken && (
          <Note tone="danger" role="alert">
            The log of landings was changed from outside: its entries no longer follow from one another. What it says is not to be relied
            on.
          </Note>
        )}
        {landings.problem && landings.waiting > 0 && (
          <Note tone="look" role="status">
            Ticks are kept in this browser and are sent when the server answers: {landings.problem}
          </Note>
        )}
        {isTerminals && (
          <Flex
            flex={isBeside ? '2.2' : '1.3'}
            minH="0"
            gap="8px"
            data-beside={isBeside || undefined}
            css={{ '@media (max-width: 700px)': { flexDirection: 'column' } }}
          >
            {isBeside && (
              <Flex flex="1" minW="0" minH="0" border="1px solid" borderColor="hairline" borderRadius="6px" overflow="hidden">
                <PathSheet />
              </Flex>
            )}
            {drawing.answer ? (
              <TerminalView
                sheet={drawing.answer}
                zoom={zoom}
                least={isBeside ? 0.62 : 0.45}
                isLanded={isLanded}
                ringed={ringed}
                onWire={(from, to) => dispatch(edit(addWire(document, { ends: [from, to] }, newIdMark())))}
                onMove={(wire, end, to) => dispatch(edit([{ type: 'moveEnd', conductor: wire, end, to }]))}
              />
            ) : (
              <Box color="muted" minH="220px">
                Laying out the terminals{drawing.progress ? `, ${Math.round((100 * drawing.progress.seen) / drawing.progress.of)} %` : ''}…
              </Box>
            )}
          </Flex>
        )}
        <Tabs.Root
          value={tab}
          onValueChange={({ value }) => choose(TAB_NAMES.find((one) => one === value) ?? 'list')}
          lazyMount
          unmountOnExit
          display="flex"
          flexDirection="column"
          flex="1"
          minH="0"
        >
          <Tabs.List overflowX="auto" flexShrink={0}>
            {TAB_NAMES.map((one) => (
              <Tabs.Trigger key={one} value={one} whiteSpace="nowrap" flexShrink={0}>
                {TABS[one]}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Pane value="list">
            <WireList
              rows={rows}
              landings={landings}
              blocked={blocked}
              waits={
                wiring.answer
                  ? undefined
                  : `by number, nothing to tick: looking at what each meets${wiring.progress ? `, ${wiring.progress.seen} of ${wiring.progress.of} states` : ''}…`
              }
            />
          </Pane>
          <Pane value="panel">
            <PanelLayout
              answer={mounting.answer}
              isCurrent={mounting.isCurrent}
              failed={mounting.failed}
              progress={mounting.progress}
              mount={mount}
              onMount={setMount}
              onPlace={(next) => {
                setMount(null);
                setPanelPlace(next);
              }}
            />
          </Pane>
          <Pane value="plan">
            <LandingPlan rows={rows} landings={landings} blocked={blocked} stops={stops} />
          </Pane>
          <Pane value="mishaps">
            <Rehearsal onRing={ring} />
          </Pane>
          <Pane value="live">
            <StaysLive openers={wiring.answer?.openers ?? []} onRing={ring} />
          </Pane>
          <Pane value="changes">
            <Changes landings={landings} />
          </Pane>
          <Pane value="labels">
            <Box overflowY="auto" minH="0" flex="1" fontSize="14px">
              <FerruleLabels rows={wiring.answer ? rows : []} isStopped={stops.length > 0} />
              <Cards rows={rows} isStopped={stops.length > 0} isJudged={wiring.isCurrent && study !== undefined} />
            </Box>
          </Pane>
        </Tabs.Root>
      </Flex>
      {isPlacing && <Places onClose={() => setPlacing(false)} />}
      {isSaving && (
        <DrawingDialog what={shownPanel ? `Layout of ${shownPanel.name}` : 'Terminals'} make={make} onClose={() => setSaving(false)} />
      )}
      <Side label="Plate" about={isPanel ? undefined : (row?.conductor ?? (point === null ? undefined : String(point)))}>
        {isPanel && mounting.answer?.shown && <PanelFacts panel={mounting.answer.shown} mount={mount} onMount={setMount} />}
        {!isPanel && row && <WirePlate row={row} doubts={doubts} landings={landings} blocked={blocked(row.conductor)} />}
        {!isPanel && !row && point && <PointPlate point={point} />}
        {!isPanel && !row && !point && (
          <Doubts
            doubts={doubts}
            isCurrent={wiring.isCurrent}
            statesSeen={wiring.answer?.statesSeen}
            isWhole={wiring.answer?.isWhole === true}
          />
        )}
        {!isPanel && (row || point) && (
          <Button type="button" mt="10px" onClick={() => dispatch(benchSlice.actions.deviceSelected(null))}>
            What is doubtful in the whole circuit ({doubts.length})
          </Button>
        )}
        {!isPanel && (red || black) && <BenchMeter />}
      </Side>
    </Flex>
  );
}

const Pane = ({ value, children }: { value: Tab; children: React.ReactNode }) => (
  <Tabs.Content value={value} display="flex" flexDirection="column" flex="1" minH="0" pt="6px">
    {children}
  </Tabs.Content>
);
