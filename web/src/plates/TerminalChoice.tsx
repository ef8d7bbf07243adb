import type { Point } from '#core/circuit';
import { LongChoice } from '../ui/LongChoice';

/** Of a larger circuit the terminals are listed when they are asked for. */
const MANY = 300;

interface Props {
  readonly label: string;
  /** what it says while nothing is chosen */
  readonly words: string;
  readonly terminals: readonly { readonly point: Point; readonly spelled: string }[];
  readonly onChoose: (point: Point) => void;
}

/** One of the terminals of the circuit. */
export const TerminalChoice = ({ label, words, terminals, onChoose }: Props) => (
  <LongChoice
    label={label}
    value=""
    isWhole={terminals.length <= MANY}
    options={[{ value: '', words }, ...terminals.map(({ point, spelled }) => ({ value: point, words: spelled }))]}
    onChoose={(value) => {
      const chosen = terminals.find(({ point }) => point === value)?.point;
      if (chosen) onChoose(chosen);
    }}
  />
);
