import { SegmentGroup } from '@chakra-ui/react';
import { memo, useCallback, useEffect, useRef } from 'react';

interface Props<V extends string> {
  readonly label: string;
  readonly value: V;
  readonly choices: readonly { readonly value: V; readonly words: string; readonly full?: string }[];
  readonly onChoose: (value: V) => void;
  /** on the dark frame, or on paper */
  readonly on: 'frame' | 'paper';
}

/** A switch with a few positions, one of which it is in. Arrows move it. */
export function Segments<V extends string>({ label, value, choices, onChoose, on }: Props<V>) {
  const latest = useRef({ choices, onChoose });
  useEffect(() => {
    latest.current = { choices, onChoose };
  });
  const onNext = useCallback((next: string | null) => {
    const chosen = latest.current.choices.find((one) => one.value === next);
    if (chosen) latest.current.onChoose(chosen.value);
  }, []);
  return <Drawn {...{ label, value, choices, on, onNext }} />;
}

type DrawnProps = Omit<Props<string>, 'onChoose'> & { readonly onNext: (value: string | null) => void };

/** The library's parts are slow to draw: as long as the switch says the same they are left as they are. */
const Drawn = memo(
  ({ label, value, choices, on, onNext }: DrawnProps) => (
    <SegmentGroup.Root aria-label={label} value={value} onValueChange={({ value: next }) => onNext(next)} {...{ on }}>
      {choices.map(({ value: one, words, full }) => (
        <SegmentGroup.Item key={one} value={one}>
          {/* what names the switch to a screen reader is this text */}
          <SegmentGroup.ItemText aria-label={full ?? words}>{words}</SegmentGroup.ItemText>
          <SegmentGroup.ItemHiddenInput />
        </SegmentGroup.Item>
      ))}
    </SegmentGroup.Root>
  ),
  (a, b) => a.label === b.label && a.value === b.value && a.on === b.on && JSON.stringify(a.choices) === JSON.stringify(b.choices),
);
