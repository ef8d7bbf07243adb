import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Device } from '#core/circuit';
import { familyOf } from '#core/devices';
import { lifeWords } from '#core/size';
import { amount, amps, figures, span, reading as spell } from '#core/units';
import { useAppDispatch, useAppSelector } from '../app/store';
import { useBench } from '../circuit/BenchProvider';
import { benchSlice } from '../circuit/benchSlice';
import { circuitSlice } from '../circuit/circuitSlice';
import { Badge, Button, Heading, Label, Mono, Note, Row } from '../ui/parts';
import { Side } from '../ui/Side';
import { CoilGauge } from './CoilGauge';
import { swapChanges } from './edits';
import { FaultSetter } from './FaultSetter';
import { inputIsOn } from './InputButtons';
import { Nameplate } from './Nameplate';

import { Conductors, PointPlate } from './PointPlate';
import { TransformerCard } from './TransformerCard';

/** The plate at the right: what is selected, verdict first. */
export function Plate() {
  const { device, point } = useAppSelector((state) => state.bench);
  const document = useAppSelector((state) => state.circuit.document);
  const [folded, setFolded] = useState(false);
  const chosen = device ? document?.devices[device] : undefined;
  if (folded)
    return (
      <Box w="40px" bg="sheet" borderLeft="1px solid" borderColor="hairline" css={{ '@media (max-width: 700px)': { width: 'auto' } }}>
        <Button type="button" look="quiet" aria-label="Unfold the plate" onClick={() => setFolded(false)}>
          ◂
        </Button>
      </Box>
    );
  return (
    <Side label="Plate">
      {chosen || point ? (
        <>
          {chosen && <DevicePlate device={chosen} onFold={() => setFolded(true)} />}
          {point && <PointPlate point={point} />}
          {chosen && !point && <Conductors device={chosen} />}
          {chosen && <Nameplate device={chosen} />}
          {chosen && <FaultSetter device={chosen} />}
        </>
      ) : (
        <FirstUse />
      )}
    </Side>
  );
}

function FirstUse() {
  const { study } = useBench();
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.circuit.document)!;
  return (
    <>
      <Heading>{document.title}</Heading>
      <Box color="muted" fontSize="14px">
        Select a symbol to see what it is and what it does, or a terminal to put a lead on it. Press ? for the keys.
      </Box>
      <Label>Every coil, in {study?.statesSeen ?? '…'} input states</Label>
      {study?.coils.map((coil) => (
        <Row key={coil.device}>
          <Button type="button" look="quiet" onClick={() => dispatch(benchSlice.actions.deviceSelected(coil.device))}>
            {document.devices[coil.device]?.tag}
          </Button>
          <Box flex="1">{coil.word}</Box>
          <Mono>{coil.pullIn ? `${spell(coil.pullIn.volts)} V` : '–'}</Mono>
        </Row>
      ))}
      <Label>Findings</Label>
      {study?.findings.length === 0 && <Box fontSize="14px">None. Every coil and contact that is judged here is good.</Box>}
      {study?.findings.map((finding) => (
        <FindingNote key={finding.id} finding={finding} />
      ))}
    </>
  );
}

function FindingNote({ finding }: { finding: NonNullable<ReturnType<typeof useBench>['study']>['findings'][number] }) {
  return (
    <Note tone={finding.verdict === 'look' || finding.verdict === 'cannot-clear' ? 'look' : 'danger'}>
      <strong>
        {finding.verdict}: {finding.title}.
      </strong>{' '}
      {finding.reason} {finding.consequence} {finding.remedy}
      <Box fontSize="12px" color="muted">
        {finding.limitKind} by {finding.source}; weakest evidence: {finding.evidence}. State: {finding.state}.
      </Box>
    </Note>
  );
}

function DevicePlate({ device, onFold }: { device: Device; onFold: () => void }) {
  const { look, study, circuit } = useBench();
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.circuit.document)!;
  const { log } = useAppSelector((state) => state.bench);
  const atMs = useAppSelector((state) => Math.floor(state.bench.atMs / 250) * 250);
  const views = Object.entries(look?.parts ?? {})
    .filter(([key]) => key.startsWith(`${device.id}:`))
    .map(([key, view]) => ({ part: key.slice(key.indexOf(':') + 1), view }));
  const coil = study?.coils.find((one) => one.device === device.id);
  const coilView = views.find(({ part }) => part === 'coil')?.view;
  const transformer = study?.transformers.find((one) => one.device === device.id);
  const poles = study?.poles.filter((one) => one.device === device.id) ?? [];
  const findings = study?.findings.filter((one) => one.devices.includes(device.id)) ?? [];
  const main =
    coilView ?? views.find(({ part }) => ['winding', 'windings', '1-2', 'motor', 'R-C', 'input', 'I0-M', 'output'].includes(part))?.view;
  const blown = views.some(({ view }) => view.mode === 1 && !view.isClosed);
  const family = familyOf(device);
  const swap = swapChanges(document, device.id);
  const toEarth = hottest(study?.greatestToEarth, device.id);
  return (
    <Box>
      <Flex justify="space-between" align="flex-start" gap="8px">
        <Box>
          <Heading>
            {device.tag} {device.title}
          </Heading>
          <Box color="muted" fontSize="14px">
            {family.title.toLowerCase()} · {device.place.name}
          </Box>
        </Box>
        <Flex gap="4px" align="center">
          {coil && <Badge tone={coilView?.isOn ? 'on' : 'off'}>{coilView?.isOn ? 'pulled in' : 'out'}</Badge>}
          {!coil && main && family.group !== 'supply' && family.group !== 'switch' && (
            <Badge tone={main.isOn ? 'on' : 'off'}>{main.isOn ? 'on' : 'off'}</Badge>
          )}
          <Button type="button" look="quiet" aria-label="Fold the plate" onClick={onFold}>
            ▸
          </Button>
        </Flex>
      </Flex>
      {(look?.why.length ?? 0) > 0 && (
        <Box mt="8px" fontSize="14px" role="status">
          <strong>Why is it not on?</strong>{' '}
          {look!.why
            .map(({ words, endsAtMs }) =>
              endsAtMs === null ? words : words.replace(/[\d.]+ (ms|s|min) left/, `${span(Math.max(0, endsAtMs - atMs))} left`),
            )
            .join(' ')}
        </Box>
      )}
      {family.inputs.length > 0 && (
        <Flex gap="6px" wrap="wrap" mt="8px">
          {family.inputs.map((input) => {
            const isOn = inputIsOn(log, atMs + 260, device.id, input.name, input.rest);
            return (
              <Button
                key={input.name}
                type="button"
                aria-pressed={isOn}
                look={isOn !== input.rest ? 'strong' : 'plain'}
                onClick={() =>
                  dispatch(
                    input.kind === 'momentary'
                      ? benchSlice.actions.inputPressed({ device: device.id, input: input.name })
                      : benchSlice.actions.inputTurned({ device: device.id, input: input.name, on: !isOn }),
                  )
                }
              >
                {isOn && input.kind === 'maintained' ? input.off : input.on}
              </Button>
            );
          })}
        </Flex>
      )}
      {coil && (
        <>
          <Note
            tone={coil.verdict === 'good' ? 'good' : coil.verdict === 'look' || coil.verdict === 'cannot-clear' ? 'look' : 'danger'}
            data-verdict={coil.verdict}
          >
            {coil.verdict === 'good' ? '' : <strong>{coil.verdict}. </strong>}
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
              Pulling in, {figures(coil.inrushVa)} VA, worst of {study?.statesSeen} states
            </span>
            <Mono>{coil.pullIn ? `${spell(coil.pullIn.volts)} V` : '–'}</Mono>
          </Row>
          <Row>
            <span>Held, {figures(coil.sealedVa)} VA, worst</span>
            <Mono>{coil.held ? `${spell(coil.held.volts)} V` : '–'}</Mono>
          </Row>
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
      {blown && family.group === 'protection' && (
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
      {(family.group === 'switch' || family.group === 'control') && <Commands device={device} />}
      {poles.map(({ contact, rows, serves, verdict, life }) => (
        <Box key={contact}>
          <Label>
            {contact} against {serves.join(', ')} · {verdict}
          </Label>
          {rows.map(({ asks, is, limit, unit, rating, verdict }) => (
            <Box key={asks} fontSize="13px" mb="4px">
              <Flex justify="space-between">
                <strong>
                  {amount(is, unit)} {asks}
                </strong>
                <span>{limit === undefined ? `no ${rating} rating` : `of ${amount(limit, unit)} ${rating}`}</span>
              </Flex>
              <Box h="7px" bg="rail" borderRadius="2px">
                <Box
                  h="7px"
                  borderRadius="2px"
                  bg={verdict === 'good' || verdict === 'look' ? 'power' : 'danger'}
                  style={{ width: `${Math.min(100, (100 * (is ?? 0)) / (limit ?? is ?? 1))}%` }}
                />
              </Box>
            </Box>
          ))}
          {life && (
            <Box color="muted" fontSize="13px">
              Lasts about {lifeWords(life)}.
            </Box>
          )}
        </Box>
      ))}
      {swap && (
        <Button mt="8px" type="button" onClick={() => dispatch(circuitSlice.actions.edited(swap))}>
          Swap NO and NC
        </Button>
      )}
      {findings.map((finding) => (
        <FindingNote key={finding.id} finding={finding} />
      ))}
      {!circuit && <p>Computing…</p>}
    </Box>
  );
}

const hottest = (volts: Readonly<Record<string, number>> | undefined, device: string): number =>
  Object.entries(volts ?? {}).reduce(
    (most, [point, value]) => (point.startsWith(`${device}:`) && !point.endsWith(':PE') ? Math.max(most, value) : most),
    0,
  );

/** The small current that a switch carries beside the large one that it commands: low amps through the finger, high amps through the pole. */
function Commands({ device }: { device: Device }) {
  const { study } = useBench();
  const document = useAppSelector((state) => state.circuit.document)!;
  const own = study?.poles.filter((one) => one.device === device.id && one.demand.coilHeldA > 0) ?? [];
  return own.map(({ contact, demand, serves }) => {
    const commanded = study!.poles.filter(
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
          <Mono>{amps(demand.coilHeldA)}</Mono>
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
