import { type ReactNode, useState } from 'react';
import { grouped, naturally } from '#core/units';
import { Button } from './parts';
import { Box } from './styled';

/** So many of one kind are shown whole; of more, the first few. */
const MOST_ALIKE = 4;
const FIRST_ALIKE = 2;
/** So many names stand on the button for the rest. */
const MOST_NAMES = 8;

interface Props<T> {
  readonly all: readonly T[];
  readonly kindOf: (one: T) => string;
  readonly keyOf: (one: T) => string;
  readonly draw: (one: T) => ReactNode;
  /** what it is about; of these, what is not common to all of its kind tells it from the others */
  readonly namesOf: (one: T) => readonly string[];
}

/** A list in which one kind of thing may come hundreds of times: of each kind the first, and the others on demand, so that no kind is buried by another. */
export function Alike<T>({ all, kindOf, keyOf, draw, namesOf }: Props<T>) {
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  return [...grouped(all, kindOf)].map(([kind, found]) => {
    const [first] = found;
    const common = new Set(first && namesOf(first).filter((name) => found.every((one) => namesOf(one).includes(name))));
    const own = (one: T): readonly string[] => namesOf(one).filter((name) => !common.has(name));
    const alike = found.length <= MOST_ALIKE ? found : [...found].sort((a, b) => naturally(own(a)[0] ?? '', own(b)[0] ?? ''));
    const shown = open.has(kind) || alike.length <= MOST_ALIKE ? alike : alike.slice(0, FIRST_ALIKE);
    const left = alike.slice(shown.length);
    const names = [...new Set(left.flatMap(own))];
    const named = names.length > MOST_NAMES ? [...names.slice(0, MOST_NAMES), '…'] : names;
    return (
      <Box key={kind}>
        {shown.map((one) => (
          <Box key={keyOf(one)}>{draw(one)}</Box>
        ))}
        {left.length > 0 && (
          <Button type="button" look="quiet" textAlign="left" onClick={() => setOpen(new Set([...open, kind]))}>
            {left.length} more like this{named.length > 0 && `: ${named.join(', ')}`}
          </Button>
        )}
      </Box>
    );
  });
}
