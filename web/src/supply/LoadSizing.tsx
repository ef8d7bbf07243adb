import { Box } from '@chakra-ui/react';
import type { Device } from '#core/circuit';
import { partsOf } from '#core/devices';
import { amount } from '#core/units';
import { useAppSelector } from '../app/store';
import { Measure } from '../ui/Measure';
import { Label, Mono, Row } from '../ui/parts';
import { conductorFor, relayWords, rulesOf, sizeHeater, sizeMotor, tablesFor } from './sizing';

/** Amps of a load by nameplate or table, and the circuit that it asks for, each with its clause. */
export function LoadSizing({ device }: { device: Device }) {
  const document = useAppSelector((state) => state.circuit.document)!;
  const practice = useAppSelector((state) => state.practice.practice);
  const rules = rulesOf(practice, document.practice);
  const tables = tablesFor(practice);
  const part = partsOf(device).find(({ kind }) => ['motor', 'motor3', 'load', 'load3'].includes(kind));
  if (!part) return null;
  const sized =
    part.kind === 'motor' || part.kind === 'motor3'
      ? sizeMotor(
          {
            volts: part.ratedV,
            phases: part.kind === 'motor3' ? 3 : 1,
            nameplateA: part.runA,
            lockedA: part.lockedA,
            hermetic: device.family === 'compressor-1ph',
          },
          rules,
          tables,
        )
      : part.kind === 'load3'
        ? sizeHeater({ watts: part.watts, ratedV: part.ratedV, phases: 3, connection: part.connection }, tables)
        : part.kind === 'load' && (part.use === 'heater' || part.use === 'lamp')
          ? sizeHeater({ watts: part.va * part.pf, ratedV: part.ratedV, phases: 1 }, tables)
          : undefined;
  if (!sized) return null;
  const needs = sized.figures.find(({ name }) => name === 'Conductor at least' || name === 'Circuit at least')?.value;
  const wire = typeof needs === 'number' ? conductorFor(needs, rules, {}, tables) : undefined;
  const runA = sized.figures.find(({ name }) => name.startsWith('Running') || name === 'Line' || name === 'Rated load')?.value;
  return (
    <Box>
      <Label>Its circuit, by {rules === 'na' ? 'North American' : 'IEC'} rules</Label>
      <Box fontSize="14px">{sized.says}</Box>
      {sized.figures
        .filter(({ value }) => value !== undefined)
        .map(({ name, value, unit, source }) => (
          <Row key={`${name}${unit}`} title={source}>
            <span>
              {name}
              <Box as="span" color="muted" fontSize="12px">
                {' '}
                {source}
              </Box>
            </span>
            <Mono>{typeof value === 'number' ? amount(value, unit) : value}</Mono>
          </Row>
        ))}
      {wire && (
        <Row>
          <span>Smallest wire that carries it</span>
          <Mono>
            <Measure size={wire} />
          </Mono>
        </Row>
      )}
      <Box fontSize="13px" color="muted" mt="4px">
        {relayWords(part.kind, typeof runA === 'number' ? runA : undefined, 'ratedV' in part ? part.ratedV : undefined)}
      </Box>
    </Box>
  );
}
