import { useState } from 'react';
import type { Device, DeviceId } from '#core/circuit';
import { familyOf, inputsOf, partsOf } from '#core/devices';
import type { PartView } from '#core/look';
import { amount, amps, counted, figures, inSentence, reading as spell } from '#core/units';
import { placeName, tellLeft, tellLife } from '#core/words';
import { useDrawn, useJudged, useLook } from '../bench/BenchProvider';
import { CoilGauge } from '../plates/CoilGauge';
import { FindingNote } from '../plates/FindingNote';
import { Locked } from '../plates/Locked';
import { Nameplate } from '../plates/Nameplate';
import { Pairs } from '../plates/Pairs';
import { Conductors, PointPlate } from '../plates/PointPlate';
import { Processes } from '../plates/Processes';
import { TransformerCard } from '../plates/TransformerCard';
import { swapChanges } from '../sheet/edits';
import { useWork } from '../sheet/InputButton';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { inputIsOn, useBenchParts, useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Badge, Button, Heading, Label, Mono, Note, Row } from '../ui/parts';
import { Side } from '../ui/Side';
import { Box, Flex } from '../ui/styled';
import { TONE, VERDICT_WORDS } from '../ui/verdicts';
import { DeviceEdits } from './DeviceEdits';
import { FaultSetter } from './FaultSetter';
import { FirstUse } from './FirstUse';

/** The plate at the right: what is selected, verdict first. */
export function Plate() {
  const { device, point } = useBenchParts('device', 'point');
  const document = useDocument();
  const [folded, setFolded] = useState(false);
  const chosen = device ? document.devices[device] : undefined;
  if (folded)
    return (
      <Box w="40px" bg="sheet" borderLeft="1px solid" borderColor="hairline" css={{ '@media (max-width: 700px)': { width: 'auto' } }}>
        <Button type="button" look="quiet" aria-label="Unfold the plate" onClick={() => setFolded(false)}>
          ◂
        </Button>
      </Box>
    );
  return (
    <Side label="Plate" about={chosen?.id ?? (point === null ? undefined : String(point))}>
      {chosen || point ? (
        <>
          {chosen && <DevicePlate device={chosen} onFold={() => setFolded(true)} />}
          {point && <PointPlate point={point} />}
          {chosen && !point && <Conductors device={chosen} />}
          {chosen && (
            <Locked>
              <Nameplate device={chosen} />
            </Locked>
          )}
          {chosen && <FaultSetter device={chosen} />}
          {chosen && <DeviceEdits key={chosen.id} device={chosen} />}
        </>
      ) : (
        <FirstUse />
      )}
    </Side>
  );
}

/** Parts of a device as they stand, the one that people mean first: its coil, else what does its work. */
function viewsOf(parts: Readonly<Record<string, PartView>>, device: DeviceId): { readonly part: string; readonly view: PartView }[] {
  const own = Object.entries(parts).filter(([key]) => key.startsWith(`${device}:`));
  return own.map(([key, view]) => ({ part: key.slice(key.indexOf(':') + 1), view }));
}

/** Groups of parts through which a coil is commanded. */
const COMMANDING: ReadonlySet<string> = new Set(['switch', 'control', 'protection']);

const PHASE_WORDS = { off: 'off', 'under way': 'under way', on: 'on' } as const;

function DevicePlate({ device, onFold }: { device: Device; onFold: () => void }) {
  const { study, isStudyCurrent, judgedNear } = useJudged();
  const { circuit } = useDrawn();
  const near = judgedNear?.device === device.id ? judgedNear : undefined;
  const look = useLook();
  const dispatch = useAppDispatch();
  const document = useDocument();
  const views = viewsOf(look?.parts ?? {}, device.id);
  const coil = study?.coils.find((one) => one.device === device.id);
  const coilView = views.find(({ part }) => part === 'coil')?.view;
  const transformer = study?.transformers.find((one) => one.device === device.id);
  const findings = study?.findings.filter((one) => one.devices.includes(device.id)) ?? [];
  const main = coilView ?? views.find(({ view }) => view.sight !== null)?.view;
  const family = familyOf(device, document);
  const blown = family.group === 'protection' && views.some(({ view }) => view.mode === 'open');
  const swap = swapChanges(document, device.id);
  const toEarth = study?.toEarthV[device.id] ?? 0;
  return (
    <Box>
      <Flex justify="space-between" align="flex-start" gap="8px">
        <Box>
          <Heading>
            {device.tag} {device.title}
          </Heading>
          <Box color="muted" fontSize="14px">
            {[
              inSentence(family.title),
              placeName(document, device.place),
              device.fitted,
              study &&
                !isStudyCurrent &&
                (near ? `seen in ${counted(near.statesSeen, 'state')}, the rest is being worked out…` : 'judging the last change…'),
            ]
              .filter(Boolean)
              .join(' · ')}
          </Box>
        </Box>
        <Flex gap="4px" align="center">
          {coil && coilView && (
            <Badge tone={coilView.phase === 'off' ? 'off' : 'on'}>
              {coilView.phase === 'on' ? 'pulled in' : coilView.phase === 'off' ? 'out' : 'under way'}
            </Badge>
          )}
          {!coil && main && family.group !== 'supply' && family.group !== 'switch' && (
            <Badge tone={main.phase === 'off' ? 'off' : 'on'}>{PHASE_WORDS[main.phase]}</Badge>
          )}
          <Button type="button" look="quiet" aria-label="Fold the plate" onClick={onFold}>
            ▸
          </Button>
        </Flex>
      </Flex>
      <WhyOff />
      <Inputs device={device} />
      {device.reads && <Processes only={[device.reads]} />}
      {coil && (
        <>
          <Note tone={TONE[coil.verdict]} data-verdict={coil.verdict}>
            {coil.verdict === 'good' ? '' : <strong>{VERDICT_WORDS[coil.verdict]}. </strong>}
            {coil.says}
          </Note>
          {coil.window && (
            <CoilGauge
              window={coil.window}
              pullInV={coil.word === 'burns' ? coil.highest.volts : coil.pullIn?.volts}
              nowV={coilView?.volts}
              heldV={coil.held?.volts}
            />
          )}
          <Row>
            <span>
              Pulling in, {figures(coil.inrushVa)} VA, worst of {counted((near ?? study)?.statesSeen ?? 0, 'state')}
            </span>
            <Mono>{coil.pullIn ? `${spell(coil.pullIn.volts)} V` : '–'}</Mono>
          </Row>
          <Seen seen={coil.pullIn} />
          <Row>
            <span>Held, {figures(coil.sealedVa)} VA, worst</span>
            <Mono>{coil.held ? `${spell(coil.held.volts)} V` : '–'}</Mono>
          </Row>
          <Seen seen={coil.held} />
        </>
      )}
      {transformer && <TransformerCard transformer={transformer} now={look?.secondary ?? null} />}
      {main && !coil && family.group === 'load' && (
        <Row>
          <span>Now</span>
          <Mono>
            {spell(main.volts)} V, {amps(main.amps)}
          </Mono>
        </Row>
      )}
      {views.some(({ view }) => view.mode === 'burnt') && (
        <Note tone="danger">
          <strong>Its coil has burnt open.</strong> Find out why before another one is put in.{' '}
          <Button type="button" onClick={() => dispatch(benchSlice.actions.fuseReplaced(device.id))}>
            Another one, the same
          </Button>
        </Note>
      )}
      {blown && (
        <Note tone="danger">
          <strong>Blown.</strong> Find out why before it is replaced.{' '}
          <Button type="button" onClick={() => dispatch(benchSlice.actions.fuseReplaced(device.id))}>
            Replace, same rating
          </Button>
        </Note>
      )}
      {family.group === 'load' && main && main.volts < 5 && toEarth > 30 && (
        <Note tone="danger">
          <strong>{device.tag} can be hot when it is off.</strong> Up to {spell(toEarth)} V to earth. Open the isolator, lock it and prove
          it dead before you touch it.
        </Note>
      )}
      {COMMANDING.has(family.group) && <Commands device={device} />}
      <Contacts device={device} />
      <Poles device={device} />
      {swap && (
        <Button mt="8px" type="button" onClick={() => dispatch(edit(swap))}>
          Swap NO and NC
        </Button>
      )}
      {findings.map((finding) => (
        <FindingNote key={finding.id} finding={finding} />
      ))}
      {(family.group === 'load' || family.group === 'relay') && <Pairs key={device.id} device={device} />}
      {!circuit && <p>Computing…</p>}
    </Box>
  );
}

/** The state in which these volts stand: one coil has several volts, each in its own. */
const Seen = ({ seen }: { seen: { readonly state: string } | null }) =>
  seen && (
    <Box fontSize="12px" color="muted">
      {seen.state}
    </Box>
  );

/** What keeps the selected device from being on, with what is left of each wait. */
function WhyOff() {
  const why = useLook()?.why ?? [];
  const atMs = useAppSelector((state) => Math.floor(state.bench.atMs / 250) * 250);
  if (why.length === 0) return null;
  return (
    <Box mt="8px" fontSize="14px" role="status">
      <strong>Why is it not on?</strong>{' '}
      {why.map(({ words, endsAtMs }) => (endsAtMs === null ? words : `${words} ${tellLeft(endsAtMs, atMs)}`)).join(' ')}
    </Box>
  );
}

function Inputs({ device }: { device: Device }) {
  const document = useDocument();
  const { log } = useBenchParts('log');
  const atMs = useAppSelector((state) => Math.floor(state.bench.atMs / 250) * 250 + 260);
  const work = useWork(device);
  const inputs = inputsOf(device, document);
  if (inputs.length === 0) return null;
  return (
    <Flex gap="6px" wrap="wrap" mt="8px">
      {inputs.map((input) => {
        const isOn = inputIsOn(log, atMs, device, input, inputs);
        return (
          <Button
            key={input.name}
            type="button"
            aria-pressed={isOn}
            look={isOn !== input.rest ? 'strong' : 'plain'}
            onClick={() => work(input, isOn)}
          >
            {isOn && input.kind === 'maintained' ? input.off : input.on}
          </Button>
        );
      })}
    </Flex>
  );
}

/** An end inside the device: no hand and no wire comes there. */
const isInside = (mark: string): boolean => mark.startsWith('#');

/** Its contacts with both words: how each rests, and how it stands now, with what goes through it. */
function Contacts({ device }: { device: Device }) {
  const document = useDocument();
  const look = useLook();
  const contacts = partsOf(device, document).flatMap((part) =>
    part.kind === 'contact' && !isInside(part.a) && !isInside(part.b) ? [part] : [],
  );
  if (contacts.length === 0) return null;
  return (
    <>
      <Label>{contacts.length === 1 ? 'Its contact' : 'Its contacts'}</Label>
      {contacts.map(({ id, a, b, form }) => {
        const view = look?.parts[`${device.id}:${id}`];
        return (
          <Row key={id} data-contact={id}>
            <span>
              {a}–{b} · {form}
              {view && `, ${view.isClosed ? 'closed' : 'open'} now`}
            </span>
            <Mono>{view ? amps(view.amps) : '–'}</Mono>
          </Row>
        );
      })}
    </>
  );
}

/** Each pole against what it switches: a bar for each thing that is asked of it. */
function Poles({ device }: { device: Device }) {
  const { study } = useJudged();
  const poles = study?.poles.filter((one) => one.device === device.id) ?? [];
  return poles.map(({ contact, rows, serves, verdict, life }) => (
    <Box key={contact}>
      <Label>
        {contact} against {serves.join(', ')} · {VERDICT_WORDS[verdict]}
      </Label>
      {rows.map((row) => (
        <Box key={row.asksWords} fontSize="13px" mb="4px">
          <Flex justify="space-between">
            <strong>
              {amount(row.is, row.unit)} {row.asksWords}
            </strong>
            <span>{row.limit === undefined ? `no ${row.ratingWords} rating` : `of ${amount(row.limit, row.unit)} ${row.ratingWords}`}</span>
          </Flex>
          <Box h="7px" bg="rail" borderRadius="2px">
            <Box
              h="7px"
              borderRadius="2px"
              bg={row.verdict === 'good' || row.verdict === 'look' ? 'power' : 'danger'}
              style={{ width: `${Math.min(100, (100 * (row.is ?? 0)) / (row.limit ?? row.is ?? 1))}%` }}
            />
          </Box>
        </Box>
      ))}
      {life && (
        <Box color="muted" fontSize="13px">
          Lasts about {tellLife(life)}.
        </Box>
      )}
    </Box>
  ));
}

/** The small current that a switch carries beside the large one that it commands: low amps through the finger, high amps through the pole. */
function Commands({ device }: { device: Device }) {
  const { study } = useJudged();
  const document = useDocument();
  if (!study) return null;
  const own = study.poles.filter((one) => one.device === device.id && one.demand.coilHeldA + one.demand.coilInrushA > 0);
  return own.map(({ contact, demand, serves }) => {
    const commanded = study.poles.filter(
      (one) =>
        serves.includes(document.devices[one.device]?.tag ?? '') && one.demand.motorRunA + one.demand.resistiveA + one.demand.lampA > 0,
    );
    const most = commanded.reduce((top, one) => Math.max(top, one.demand.motorRunA + one.demand.resistiveA + one.demand.lampA), 0);
    return (
      <Box key={contact}>
        <Label>Through {contact}, and what it commands</Label>
        <Row>
          <span>Coil pulling in</span>
          <Mono>{amps(demand.coilInrushA)}</Mono>
        </Row>
        <Row>
          <span>Coil held</span>
          {demand.coilHeldA > 0 ? <Mono>{amps(demand.coilHeldA)}</Mono> : <span>by another way: it only makes it</span>}
        </Row>
        {most > 0 && (
          <Row>
            <span>Commands, each pole of {[...new Set(commanded.map((one) => document.devices[one.device]?.tag))].join(', ')}</span>
            <Mono>{amps(most)}</Mono>
          </Row>
        )}
      </Box>
    );
  });
}
