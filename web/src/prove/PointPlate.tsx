import { Box, Flex } from '@chakra-ui/react';
import { conductorsAt, type Device, isLooseEnd, type Point, spellPoint, type TerminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { reading as spell } from '#core/units';
import { useAppDispatch, useAppSelector } from '../app/store';
import { useBench } from '../circuit/BenchProvider';
import { benchSlice } from '../circuit/benchSlice';
import { circuitSlice } from '../circuit/circuitSlice';
import { Measure } from '../ui/Measure';
import { Button, Choice, Heading, Label, Mono, Row } from '../ui/parts';

export function Conductors({ device }: { device: Device }) {
  const document = useAppSelector((state) => state.circuit.document)!;
  const marks = familyOf(device).terminals;
  const rows = marks.flatMap((mark) => conductorsAt(document, `${device.id}:${mark}` as TerminalId).map((wire) => ({ mark, wire })));
  return (
    <Box>
      <Label>Conductors here</Label>
      {rows.map(({ mark, wire }) => (
        <ConductorRow key={`${mark} ${wire.id}`} mark={mark} id={wire.id} from={`${device.id}:${mark}` as TerminalId} />
      ))}
      {rows.length === 0 && (
        <Box fontSize="14px" color="muted">
          No wire ends here.
        </Box>
      )}
    </Box>
  );
}

function ConductorRow({ mark, id, from }: { mark: string; id: string; from: Point }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.circuit.document)!;
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
  const { look, circuit } = useBench();
  const document = useAppSelector((state) => state.circuit.document)!;
  const carrying = useAppSelector((state) => state.bench.carrying);
  const view = look?.points[point];
  const ends = isLooseEnd(point)
    ? [{ wire: document.conductors[point.slice(0, -2)], end: Number(point.slice(-1)) as 0 | 1 }]
    : conductorsAt(document, point as TerminalId).flatMap((wire) =>
        wire.ends.flatMap((end, index) => (end === point ? [{ wire, end: index as 0 | 1 }] : [])),
      );
  const move = (conductor: string, end: 0 | 1, to: TerminalId | null) => {
    dispatch(circuitSlice.actions.edited([{ type: 'moveEnd', conductor: conductor as never, end, to }]));
    dispatch(benchSlice.actions.endTaken(null));
  };
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
      {ends.map(
        ({ wire, end }) =>
          wire && (
            <Box key={`${wire.id}.${end}`} fontSize="14px" py="4px" borderBottom="1px dashed" borderColor="hairline">
              <ConductorRow mark={wire.number} id={wire.id} from={point} />
              <Flex gap="6px" wrap="wrap" align="center">
                {!isLooseEnd(point) && (
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
                <Choice
                  aria-label={`Land wire ${wire.number} on`}
                  value=""
                  onChange={({ target }) => move(wire.id, end, target.value as TerminalId)}
                >
                  <option value="">land it on…</option>
                  {circuit?.points
                    .filter((one) => !isLooseEnd(one.point) && one.point !== point)
                    .map((one) => (
                      <option key={one.point} value={one.point}>
                        {one.spelled}
                      </option>
                    ))}
                </Choice>
                <Button type="button" onClick={() => dispatch(benchSlice.actions.clamped(wire.id))}>
                  Clamp
                </Button>
              </Flex>
            </Box>
          ),
      )}
      {ends.length > 0 && (
        <Box fontSize="12px" color="muted" mt="4px">
          A wire is moved with the switch at Isolated, then the same inputs are run again up to now. On the real job: isolate, lock, prove
          dead first.
        </Box>
      )}
    </Box>
  );
}
