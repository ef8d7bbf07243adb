import { useState } from 'react';
import {
  type Circuit,
  type Conductor,
  type ConductorId,
  conductorsAt,
  type Device,
  isTerminal,
  looseEnd,
  type Point,
  spellPoint,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { familyOf } from '#core/devices';
import { addWire } from '#core/panel';
import { reading as spell } from '#core/units';
import { useDrawn, usePointView } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { newIdMark } from '../store/ids';
import { useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Button, Heading, Label, Mono, Row } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { AddPart } from './AddPart';
import { Locked } from './Locked';
import { Measure } from './Measure';
import { TerminalChoice } from './TerminalChoice';

export function Conductors({ device }: { device: Device }) {
  const document = useDocument();
  const rows = familyOf(device, document).terminals.flatMap((mark) => {
    const at = terminalId(device.id, mark);
    return conductorsAt(document, at).map((wire) => ({ mark, at, wire }));
  });
  return (
    <Box>
      <Label>Conductors here</Label>
      {rows.map(({ mark, at, wire }) => (
        <ConductorRow key={`${mark} ${wire.id}`} mark={mark} id={wire.id} from={at} />
      ))}
      {rows.length === 0 && (
        <Box fontSize="14px" color="muted">
          No wire ends here.
        </Box>
      )}
    </Box>
  );
}

function ConductorRow({ mark, id, from }: { mark: string; id: ConductorId; from: Point }) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const isLit = useAppSelector((state) => state.bench.conductor === id);
  const wire = document.conductors[id];
  if (!wire) return null;
  const side = wire.ends[0] === from || from === `${id}.0` ? 0 : 1;
  const other = wire.ends[side === 0 ? 1 : 0];
  return (
    <Row bg={isLit ? 'elvAcTint' : undefined}>
      <Mono>{mark}</Mono>
      <Box flex="1" textAlign="right">
        <Button type="button" look="quiet" onClick={() => dispatch(benchSlice.actions.conductorSelected(isLit ? null : id))}>
          {wire.number} {wire.colour}
        </Button>{' '}
        <Measure size={wire.size} metres={typeof wire.lengthM.value === 'number' ? wire.lengthM.value : null} /> to{' '}
        {other ? spellPoint(document, other) : 'a loose end'}
      </Box>
    </Row>
  );
}

export function PointPlate({ point }: { point: Point }) {
  const dispatch = useAppDispatch();
  const { circuit } = useDrawn();
  const document = useDocument();
  const carrying = useAppSelector((state) => state.bench.carrying);
  const [isAdding, setAdding] = useState(false);
  const view = usePointView(point);
  const ends = endsAt(document, point);
  const move = (conductor: ConductorId, end: 0 | 1, to: TerminalId | null) => {
    dispatch(edit([{ type: 'moveEnd', conductor, end, to }]));
    dispatch(benchSlice.actions.endTaken(null));
  };
  const landings = (circuit?.points ?? []).flatMap((one) =>
    isTerminal(one.point) && one.point !== point ? [{ point: one.point, spelled: one.spelled }] : [],
  );
  return (
    <Box mt="12px" borderTop="2px solid" borderColor="ink" pt="8px">
      <Heading>{spellPoint(document, point)}</Heading>
      <Box fontSize="14px">
        {view
          ? view.is === 'floating'
            ? 'Floats: no defined volts to earth.'
            : `${spell(view.volts)} V to earth: ${view.is === 'hot' ? 'hot' : view.is === 'live' ? 'live, extra-low' : 'tied to a return'}.`
          : '…'}
      </Box>
      <Flex gap="6px" mt="6px" wrap="wrap">
        <Button type="button" onClick={() => dispatch(benchSlice.actions.leadPut({ lead: 'red', point }))}>
          Red lead here
        </Button>
        <Button type="button" onClick={() => dispatch(benchSlice.actions.leadPut({ lead: 'black', point }))}>
          Black lead here
        </Button>
      </Flex>
      <Label>Wires on this point</Label>
      {ends.length === 0 && (
        <Box fontSize="14px" color="muted">
          No wire ends here.
        </Box>
      )}
      {ends.map(({ wire, end }) => (
        <Box key={`${wire.id}.${end}`} fontSize="14px" py="4px" borderBottom="1px dashed" borderColor="hairline">
          <ConductorRow mark={wire.number} id={wire.id} from={point} />
          <Flex gap="6px" wrap="wrap" align="center">
            <Locked>
              {isTerminal(point) && (
                <Button type="button" onClick={() => move(wire.id, end, null)}>
                  Lift it off
                </Button>
              )}
              <Button
                type="button"
                aria-pressed={carrying?.conductor === wire.id}
                onClick={() => dispatch(benchSlice.actions.endTaken({ conductor: wire.id, end }))}
              >
                {carrying?.conductor === wire.id ? 'Pick a terminal…' : 'Move it'}
              </Button>
              <TerminalChoice
                label={`Land wire ${wire.number} on`}
                words="land it on…"
                terminals={landings}
                onChoose={(to) => isTerminal(to) && move(wire.id, end, to)}
              />
            </Locked>
            <Locked>
              <Button type="button" onClick={() => dispatch(edit([{ type: 'removeConductor', conductor: wire.id }]))}>
                Take it away
              </Button>
            </Locked>
            <Button type="button" onClick={() => dispatch(benchSlice.actions.clamped(wire.id))}>
              Clamp
            </Button>
          </Flex>
        </Box>
      ))}
      {isTerminal(point) && (
        <Locked>
          <Flex gap="6px" wrap="wrap" align="center" mt="6px">
            <TerminalChoice
              label={`A new wire from ${spellPoint(document, point)} to`}
              words="a new wire to…"
              terminals={landings}
              onChoose={(to) => isTerminal(to) && dispatch(edit(addWire(document, { ends: [point, to] }, newIdMark())))}
            />
            <Button type="button" onClick={() => setAdding(true)}>
              Add a part here
            </Button>
          </Flex>
        </Locked>
      )}
      {isAdding && <AddPart point={point} onClose={() => setAdding(false)} />}
      {ends.length > 0 && (
        <Box fontSize="12px" color="muted" mt="4px">
          A wire is moved with the switch at Isolated, then the same inputs are run again up to now. On the real job: isolate, lock, prove
          dead first.
        </Box>
      )}
    </Box>
  );
}

/** The wire ends that lie on a point: on a terminal those that are landed there, at a loose end that one. */
function endsAt(circuit: Circuit, point: Point): { readonly wire: Conductor; readonly end: 0 | 1 }[] {
  const both = [0, 1] as const;
  return Object.values(circuit.conductors).flatMap((wire) =>
    both.flatMap((end) => ((wire.ends[end] ?? looseEnd(wire.id, end)) === point ? [{ wire, end }] : [])),
  );
}
