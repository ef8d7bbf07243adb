import { Box, Flex } from '@chakra-ui/react';
import type { Device, Evidence, FieldFacts } from '#core/circuit';
import { familyOf } from '#core/devices';
import { useAppDispatch } from '../app/store';
import { circuitSlice } from '../circuit/circuitSlice';
import { FactChoice } from '../ui/FactChoice';
import { Choice, Field, Label } from '../ui/parts';
import { useTypedNumber } from '../ui/useTypedNumber';

const LETTER: Readonly<Record<Evidence, string>> = { print: 'p', measured: 'm', assumed: 'a', unknown: '?' };
const EVIDENCE: readonly Evidence[] = ['print', 'measured', 'assumed', 'unknown'];

/** The nameplate, typed in as it is read from the part. What is empty shows the typical value that stands in, or asks. */
export function Nameplate({ device }: { device: Device }) {
  const { fields } = familyOf(device);
  const names = Object.keys(fields);
  if (names.length === 0) return null;
  const isSilent = (name: string) => fields[name]!.optional === true && (device.nameplate[name]?.value ?? null) === null;
  const row = (name: string) => (
    <PlateField key={`${device.id}${name}${String(device.nameplate[name]?.value)}`} device={device} name={name} facts={fields[name]!} />
  );
  const silent = names.filter(isSilent);
  return (
    <Box>
      <Label>Nameplate</Label>
      {names.filter((name) => !isSilent(name)).map(row)}
      {silent.length > 0 && (
        <details key={device.id}>
          <summary>Not printed, or not read: {silent.length}</summary>
          {silent.map(row)}
        </details>
      )}
    </Box>
  );
}

function PlateField({ device, name, facts }: { device: Device; name: string; facts: FieldFacts }) {
  const dispatch = useAppDispatch();
  const given = device.nameplate[name];
  const value = given && given.evidence !== 'unknown' ? given.value : null;
  const id = `plate-${device.id}-${name}`;
  const set = (next: number | string | null, evidence: Evidence) =>
    dispatch(circuitSlice.actions.edited([{ type: 'setField', device: device.id, field: name, to: { value: next, evidence } }]));
  const { problem, props } = useTypedNumber(facts, value, (next) => set(next, next === null ? 'unknown' : 'print'));
  return (
    <Flex align="center" justify="space-between" gap="6px" py="2px" borderBottom="1px dashed" borderColor="hairline" wrap="wrap">
      <Box as="label" fontSize="14px" flex="1" minW="0" {...{ htmlFor: id }}>
        {facts.label}
      </Box>
      {facts.kind === 'choice' ? (
        <FactChoice
          id={id}
          facts={facts}
          value={value}
          empty="unknown"
          onChoose={(chosen) => set(chosen, chosen === null ? 'unknown' : 'print')}
        />
      ) : (
        <Flex align="baseline" gap="4px">
          <Field id={id} placeholder={facts.typical ? `typ. ${facts.typical.value}` : 'unknown'} {...props} />
          <Box as="span" color="muted" fontSize="13px" minW="22px">
            {facts.unit}
          </Box>
        </Flex>
      )}
      <Choice
        aria-label={`${facts.label}: where the value comes from`}
        title="p print, m measured, a assumed, ? unknown"
        value={given?.evidence ?? (facts.typical ? 'assumed' : 'unknown')}
        onChange={({ target }) => set(value, target.value as Evidence)}
        w="38px"
      >
        {EVIDENCE.map((one) => (
          <option key={one} value={one}>
            {LETTER[one]} {one}
          </option>
        ))}
      </Choice>
      {problem && (
        <Box role="alert" color="danger" fontSize="13px" w="100%">
          {problem}
        </Box>
      )}
    </Flex>
  );
}
