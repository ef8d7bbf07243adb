import type { FieldFacts } from '#core/circuit';
import { Choice } from './Choice';

interface Props {
  readonly id: string;
  readonly facts: FieldFacts;
  readonly value: unknown;
  /** what an empty field says where no typical value stands in */
  readonly empty: string;
  readonly onChoose: (value: string | null) => void;
}

/** One of the values a nameplate field may hold, or none. */
export function FactChoice({ id, facts, value, empty, onChoose }: Props) {
  return (
    <Choice id={id} value={String(value ?? '')} onChange={({ target }) => onChoose(target.value === '' ? null : target.value)}>
      <option value="">{facts.typical ? `typical ${facts.typical.value}` : empty}</option>
      {facts.choices?.map((one) => (
        <option key={one} value={one}>
          {one}
        </option>
      ))}
    </Choice>
  );
}
