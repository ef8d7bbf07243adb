import { useState } from 'react';
import type { Point } from '#core/circuit';
import { Choice } from '../ui/Choice';

/** More than this is listed only when it is asked for: a plate has several such lists. */
const MANY = 300;

interface Props {
  readonly label: string;
  /** what it says while nothing is chosen */
  readonly words: string;
  readonly terminals: readonly { readonly point: Point; readonly spelled: string }[];
  readonly onChoose: (point: Point) => void;
}

/** One of the terminals of the circuit. */
export function TerminalChoice({ label, words, terminals, onChoose }: Props) {
  const [isAsked, setAsked] = useState(terminals.length <= MANY);
  const ask = () => setAsked(true);
  return (
    <Choice
      aria-label={label}
      value=""
      onPointerDown={ask}
      onFocus={ask}
      onChange={({ target }) => {
        const chosen = terminals.find(({ point }) => point === target.value)?.point;
        if (chosen) onChoose(chosen);
      }}
    >
      <option value="">{words}</option>
      {isAsked &&
        terminals.map(({ point, spelled }) => (
          <option key={point} value={point}>
            {spelled}
          </option>
        ))}
    </Choice>
  );
}
