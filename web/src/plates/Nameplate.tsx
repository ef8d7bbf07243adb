import type { Device, EditChange, Field as FieldValue } from '#core/circuit';
import { familyOf } from '#core/devices';
import { foresee } from '../bench/foresee';
import { edit } from '../store/editing';
import { useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import { Label } from '../ui/parts';
import { Box } from '../ui/styled';
import { NameplateForm } from './NameplateForm';

/** The nameplate of a device in the circuit, each value with where it comes from. */
export function Nameplate({ device }: { device: Device }) {
  const dispatch = useAppDispatch();
  const { fields } = familyOf(device, useDocument());
  const names = Object.keys(fields);
  if (names.length === 0) return null;
  const isSilent = (name: string) => fields[name]?.optional === true && (device.nameplate[name]?.value ?? null) === null;
  const silent = names.filter(isSilent);
  const setting = (field: string, to: FieldValue): EditChange => ({ type: 'setField', device: device.id, field, to });
  const form = (shown: readonly string[]) => (
    <NameplateForm
      id={`plate-${device.id}`}
      fields={fields}
      names={shown}
      nameplate={device.nameplate}
      empty="unknown"
      asksEvidence
      onSet={(name, to) => dispatch(edit([setting(name, to)]))}
      onTyped={(name, to) => foresee([setting(name, to)])}
    />
  );
  return (
    <Box>
      <Label>Nameplate</Label>
      {form(names.filter((name) => !isSilent(name)))}
      {silent.length > 0 && (
        <details key={device.id}>
          <summary>Not printed, or not read: {silent.length}</summary>
          {form(silent)}
        </details>
      )}
    </Box>
  );
}
