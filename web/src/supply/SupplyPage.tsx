import { Link } from 'react-router';
import type { StudyAnswer } from '#core/bench';
import { polesNeeded } from '#core/brief';
import type { DeviceId } from '#core/circuit';
import { schoolOf } from '#core/schools';
import { amount, figures, grouped } from '#core/units';
import { schoolWords } from '#core/words';
import { useJudged } from '../bench/BenchProvider';
import { isAboutSupply } from '../bench/toDo';
import { FindingList } from '../plates/FindingList';
import { Nameplate } from '../plates/Nameplate';
import { benchSlice } from '../store/bench';
import { useDocument, usePractice } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { DataTable } from '../ui/DataTable';
import { Button, Heading, Label } from '../ui/parts';
import { StageFrame } from '../ui/StageFrame';
import { Box } from '../ui/styled';
import { TONE, VERDICT_WORDS } from '../ui/verdicts';
import { LoadSizing } from './LoadSizing';

export default function SupplyPage() {
  const { study } = useJudged();
  const dispatch = useAppDispatch();
  const document = useDocument();
  const practice = usePractice();
  const selected = useAppSelector((state) => state.bench.device);
  const device = selected ? document.devices[selected] : undefined;
  const tag = (id: DeviceId) => document.devices[id]?.tag ?? '?';
  const chip = (id: DeviceId) => (
    <Button key="tag" look="quiet" type="button" minH="20px" px="0" onClick={() => dispatch(benchSlice.actions.deviceSelected(id))}>
      {tag(id)}
    </Button>
  );
  const found = study?.findings.filter(({ rule }) => isAboutSupply(rule)) ?? [];
  const voltFree = schoolOf(practice, 'voltFree');
  return (
    <StageFrame
      plate={
        device ? (
          <>
            <Heading>
              {device.tag} {device.title}
            </Heading>
            <LoadSizing device={device} />
            <Nameplate device={device} />
          </>
        ) : (
          <Box color="muted" fontSize="14px">
            Pick a source or a load to see its amps by table, its circuit and its nameplate.
          </Box>
        )
      }
    >
      <Heading as="h2">What feeds {document.title}, and what it feeds</Heading>
      <Label>Findings about supply and protection</Label>
      {study && found.length === 0 && <Box fontSize="14px">None: volts, fuses, breakers and wires are judged good here.</Box>}
      <FindingList findings={found} />
      <Label>Supplies</Label>
      {!study && <Box color="muted">Checking every state…</Box>}
      {study && (
        <DataTable
          label="Supplies"
          columns={['Source', 'Volts', 'Kind', 'Comes from', 'Allowed', 'Earthing', 'Feeds']}
          rows={study.supplies.map((one) => ({
            key: `${one.device}${one.kind}`,
            cells: [
              chip(one.device),
              <strong key="volts">{one.volts}</strong>,
              one.kind,
              one.provider,
              one.tolerance,
              one.earthing,
              one.feeds.join(', '),
            ],
          }))}
        />
      )}
      {study && study.supplies.length > 1 && <MustNotMeet study={study} tag={tag} voltFreeWords={schoolWords.voltFree.choices[voltFree]} />}
      <Label>Loads, over {study?.statesSeen ?? '…'} input states</Label>
      {study && (
        <DataTable
          label="Loads"
          columns={['Load', 'Kind', 'Made for', 'Gets at most', 'Runs', 'Starts', 'Gives']}
          rows={study.loads.map((one) => {
            const finding = found.find(({ rule, devices }) => rule === 'load-volts' && devices.includes(one.device));
            return {
              key: `${one.device}${one.kind}`,
              cells: [
                chip(one.device),
                one.kind,
                one.rated,
                <Box as="strong" key="volts" color={finding ? TONE[finding.verdict] : 'ink'}>
                  {amount(one.getsV ?? undefined, 'V')}
                  {finding ? ` ${VERDICT_WORDS[finding.verdict]}` : ''}
                </Box>,
                amount(one.runA ?? undefined, 'A'),
                one.startA === null ? '–' : `${amount(one.startA, 'A')} ${one.startWord}`,
                one.watts === null ? '–' : `${figures(one.watts)} W`,
              ],
            };
          })}
        />
      )}
      {study && <PoleCount study={study} tag={tag} />}
      <Box fontSize="13px" color="muted" mt="12px">
        A model of what is drawn, by the tables in the{' '}
        <Link to="/handbook" style={{ color: 'inherit' }}>
          handbook
        </Link>
        . Local codes and licensed practice rule.
      </Box>
    </StageFrame>
  );
}

/** Of so many supplies every two are named; of more, each once. */
const FEW = 4;

function MustNotMeet({
  study,
  tag,
  voltFreeWords,
}: {
  study: StudyAnswer;
  tag: (id: DeviceId) => string;
  voltFreeWords: { words: string; reason: string } | undefined;
}) {
  const { supplies } = study;
  const pairs =
    supplies.length > FEW
      ? [...grouped(supplies, ({ volts }) => volts)].map(
          ([volts, alike]) => `${alike.map(({ device }) => tag(device)).join(', ')} ${volts}`,
        )
      : supplies.flatMap((a, index) => supplies.slice(index + 1).map((b) => `${tag(a.device)} ${a.volts} and ${tag(b.device)} ${b.volts}`));
  const free = study.supplies.some(({ code }) => code === 'call input');
  return (
    <Box fontSize="14px" mt="8px">
      <strong>Never to meet{supplies.length > FEW && `, any of ${supplies.length} with another`}:</strong> {pairs.join('; ')}. They meet
      only through a coil’s armature or a core.
      {free && voltFreeWords && (
        <Box color="muted">
          This job joins a volt-free input by {voltFreeWords.words}. {voltFreeWords.reason}
        </Box>
      )}
    </Box>
  );
}

/** Pole arithmetic: a load between two hot legs asks for two poles, to neutral for one, on three lines for three. */
function PoleCount({ study, tag }: { study: StudyAnswer; tag: (id: DeviceId) => string }) {
  const practice = usePractice();
  const lineV = study.supplies.find(({ mains }) => mains?.legs === 2)?.mains?.volts ?? Number.NaN;
  const rows = study.loads.filter(
    (one) => one.getsV !== null && Number.isFinite(lineV) && Math.abs(one.getsV / lineV - 1) < 0.1 && one.class !== 'coil',
  );
  if (rows.length === 0) return null;
  const legs = schoolOf(practice, 'loadReturn') === 'both' ? 2 : 1;
  return (
    <Box fontSize="14px" mt="6px">
      <strong>
        {rows.length} {rows.length === 1 ? 'load stands' : 'loads stand'} between two hot legs
      </strong>{' '}
      ({rows.map(({ device }) => tag(device)).join(', ')}): {polesNeeded(rows.length, legs)} poles to break{' '}
      {legs === 2 ? 'both legs' : 'one leg'} of each.
    </Box>
  );
}
