import type { Device } from '#core/circuit';
import { familyOf, partsOf } from '#core/devices';
import { tablesFor } from '#core/size';
import { tellFigure, tellSized } from '#core/words';
import { Measure } from '../plates/Measure';
import { useDocument, usePractice } from '../store/select';
import { Label, Mono, Row } from '../ui/parts';
import { Box } from '../ui/styled';
import { loadSized, rulesOf } from './sizing';

/** Amps of a load by nameplate or table, and the circuit that it asks for, each with its clause. */
export function LoadSizing({ device }: { device: Device }) {
  const document = useDocument();
  const practice = usePractice();
  const rules = rulesOf(practice, document.practice);
  const tables = tablesFor(practice);
  const isHermetic = familyOf(device, document).is?.hermetic === true;
  const found = partsOf(device, document).flatMap((part) => loadSized(part, isHermetic, rules, tables) ?? [])[0];
  if (!found) return null;
  const { sized, wire, switching } = found;
  return (
    <Box>
      <Label>Its circuit, by {rules === 'na' ? 'North American' : 'IEC'} rules</Label>
      <Box fontSize="14px">{tellSized(sized)}</Box>
      {sized.figures.map(tellFigure).map(
        ({ name, value, source }) =>
          value !== undefined && (
            <Row key={`${name}${value}`} title={source}>
              <span>
                {name}
                <Box as="span" color="muted" fontSize="12px">
                  {' '}
                  {source}
                </Box>
              </span>
              <Mono>{value}</Mono>
            </Row>
          ),
      )}
      {wire && (
        <Row>
          <span>Smallest wire that carries it</span>
          <Mono>
            <Measure size={wire} />
          </Mono>
        </Row>
      )}
      <Box fontSize="13px" color="muted" mt="4px">
        {switching}
      </Box>
    </Box>
  );
}
