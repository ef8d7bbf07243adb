import { SegmentGroup } from '@chakra-ui/react';

interface Props<V extends string> {
  readonly label: string;
  readonly value: V;
  readonly choices: readonly { readonly value: V; readonly words: string; readonly full?: string }[];
  readonly onChoose: (value: V) => void;
  /** on the dark frame, or on paper */
  readonly on: 'frame' | 'paper';
}

/** A switch with a few positions, one of which it is in. Arrows move it. */
export const Segments = <V extends string>({ label, value, choices, onChoose, on }: Props<V>) => (
  <SegmentGroup.Root
    aria-label={label}
    value={value}
    onValueChange={({ value: next }) => {
      const chosen = choices.find((one) => one.value === next);
      if (chosen) onChoose(chosen.value);
    }}
    {...{ on }}
  >
    {choices.map(({ value: one, words, full }) => (
      <SegmentGroup.Item key={one} value={one}>
        {/* what names the switch to a screen reader is this text */}
        <SegmentGroup.ItemText aria-label={full ?? words}>{words}</SegmentGroup.ItemText>
        <SegmentGroup.ItemHiddenInput />
      </SegmentGroup.Item>
    ))}
  </SegmentGroup.Root>
);
