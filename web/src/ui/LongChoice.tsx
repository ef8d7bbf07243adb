import { useState } from 'react';
import { Choice } from './Choice';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly words: string }[];
  /** listed at once; else only what is chosen, and the rest when it is asked for: a page may have hundreds of such lists */
  readonly isWhole: boolean;
  readonly onChoose: (value: string) => void;
  readonly w?: string;
}

/** One of many values. */
export function LongChoice({ label, value, options, isWhole, onChoose, w = 'auto' }: Props) {
  const [isAsked, setAsked] = useState(false);
  const ask = () => setAsked(true);
  const listed = isWhole || isAsked ? options : options.filter((one) => one.value === value);
  return (
    <Choice aria-label={label} value={value} w={w} onPointerDown={ask} onFocus={ask} onChange={({ target }) => onChoose(target.value)}>
      {listed.map((one) => (
        <option key={one.value} value={one.value}>
          {one.words}
        </option>
      ))}
    </Choice>
  );
}
