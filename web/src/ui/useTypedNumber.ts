import { type ChangeEvent, type FocusEvent, type KeyboardEvent, useState } from 'react';
import type { FieldFacts } from '#core/circuit';
import { readWithin } from '#core/units';

/** A nameplate number typed into a field: taken when the field is left or Enter pressed, told why where it cannot be. */
export function useTypedNumber(
  facts: FieldFacts,
  value: number | string | null,
  onSet: (value: number | null) => void,
  onProblem?: (problem: string | undefined) => void,
) {
  const [problem, setProblem] = useState<string>();
  const take = (text: string) => {
    const read = readWithin(text, facts);
    const why = read.is === 'unclear' ? read.why : undefined;
    setProblem(why);
    onProblem?.(why);
    if (read.is === 'unclear') return;
    const next = read.is === 'number' ? read.value : null;
    if (next !== value) onSet(next);
  };
  const props = {
    inputMode: 'decimal',
    defaultValue: value === null ? '' : String(value),
    'aria-invalid': problem !== undefined,
    // once told, a person sees as they type that it is right now; what is half typed is not taken before the field is left
    onChange: ({ target }: ChangeEvent<HTMLInputElement>) => {
      if (problem === undefined || readWithin(target.value, facts).is === 'unclear') return;
      setProblem(undefined);
      onProblem?.(undefined);
    },
    onBlur: ({ target }: FocusEvent<HTMLInputElement>) => take(target.value),
    onKeyDown: ({ key, currentTarget }: KeyboardEvent<HTMLInputElement>) => {
      if (key === 'Enter') take(currentTarget.value);
    },
  } as const;
  return { problem, props };
}
