import { type ChangeEvent, type FocusEvent, type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { FieldFacts } from '#core/circuit';
import { readWithin } from '#core/units';

/**
 * A nameplate number typed into a field: pending until the field is left or Enter pressed; told why where it cannot be; Escape puts back what stood.
 * @param onTyped told of each value on the way that could be entered
 */
export function useTypedNumber(
  facts: FieldFacts,
  value: number | string | null,
  onSet: (value: number | null) => void,
  onProblem?: (problem: string | undefined) => void,
  onTyped?: (value: number | null) => void,
) {
  const [problem, setProblem] = useState<string>();
  const [isPending, setPending] = useState(false);
  const take = (text: string) => {
    const read = readWithin(text, facts);
    const why = read.is === 'unclear' ? read.why : undefined;
    setProblem(why);
    setPending(false);
    onProblem?.(why);
    if (read.is === 'unclear') return;
    const next = read.is === 'number' ? read.value : null;
    if (next !== value) onSet(next);
  };
  const stood = value === null ? '' : String(value);
  const field = useRef<HTMLInputElement>(null);
  // a value that comes from elsewhere is shown in the field that stands there, which keeps its focus; what is being typed is left alone
  useEffect(() => {
    if (field.current && !isPending && problem === undefined) field.current.value = stood;
  }, [stood, isPending, problem]);
  const props = {
    ref: field,
    inputMode: 'decimal',
    defaultValue: stood,
    'data-pending': isPending,
    'aria-invalid': problem !== undefined,
    // once told, a person sees as they type that it is right now; what is half typed is not taken before the field is left
    onChange: ({ target }: ChangeEvent<HTMLInputElement>) => {
      setPending(target.value !== stood);
      const read = readWithin(target.value, facts);
      if (read.is === 'unclear') return;
      const typed = read.is === 'number' ? read.value : null;
      if (typed !== value) onTyped?.(typed);
      if (problem === undefined) return;
      setProblem(undefined);
      onProblem?.(undefined);
    },
    onBlur: ({ target }: FocusEvent<HTMLInputElement>) => take(target.value),
    onKeyDown: ({ key, currentTarget }: KeyboardEvent<HTMLInputElement>) => {
      if (key === 'Enter') take(currentTarget.value);
      if (key !== 'Escape') return;
      currentTarget.value = stood;
      setPending(false);
      setProblem(undefined);
      onProblem?.(undefined);
    },
  } as const;
  return { problem, isPending, props };
}
