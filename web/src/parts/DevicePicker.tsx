import type { Device, DeviceId } from '#core/circuit';
import type { Verdict } from '#core/size';
import { isBad } from '../bench/toDo';
import { Choice, MOST_BUTTONS } from '../ui/Choice';
import { Button } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { MARK } from '../ui/verdicts';

interface Props {
  readonly devices: readonly Device[];
  readonly worst: ReadonlyMap<DeviceId, Verdict> | undefined;
  readonly chosen: DeviceId;
  readonly onChoose: (device: DeviceId) => void;
  readonly isNarrow: boolean;
}

/** The place that a part is chosen for. */
export function DevicePicker({ devices, worst, chosen, onChoose, isNarrow }: Props) {
  const verdictOf = (id: DeviceId): Verdict => worst?.get(id) ?? 'good';
  const open = devices.filter(({ id }) => isBad(verdictOf(id)));
  if (devices.length <= MOST_BUTTONS && !isNarrow)
    return (
      <Flex gap="4px" wrap="wrap" mb="10px" role="group" aria-label="Device">
        {devices.map(({ id, tag, title }) => (
          <Button
            key={id}
            type="button"
            look={id === chosen ? 'strong' : 'plain'}
            aria-pressed={id === chosen}
            title={title}
            px="8px"
            onClick={() => onChoose(id)}
          >
            {tag}
            {isBad(verdictOf(id)) && (
              <Box as="span" color={id === chosen ? 'attention' : 'danger'}>
                {' '}
                {MARK[verdictOf(id)]}
              </Box>
            )}
          </Button>
        ))}
      </Flex>
    );
  const settled = devices.filter(({ id }) => !isBad(verdictOf(id)));
  // the next one to choose after the chosen, and the last before it, round and round
  const at = devices.findIndex(({ id }) => id === chosen);
  const before = devices.slice(0, at).findLast((one) => open.includes(one)) ?? open.at(-1);
  const after = devices.slice(at + 1).find((one) => open.includes(one)) ?? open[0];
  const step = (to: Device | undefined, words: string, mark: string) => (
    <Button
      type="button"
      aria-label={words}
      title={words}
      minW={isNarrow ? '44px' : undefined}
      disabled={!to || to.id === chosen}
      onClick={() => to && onChoose(to.id)}
    >
      {mark}
    </Button>
  );
  const listed = (words: string, all: readonly Device[]) =>
    all.length > 0 && (
      <optgroup label={`${words}, ${all.length}`}>
        {all.map(({ id, tag, title }) => (
          <option key={id} value={id}>
            {isBad(verdictOf(id)) ? `${MARK[verdictOf(id)]} ` : ''}
            {tag === title ? tag : `${tag} ${title}`}
          </option>
        ))}
      </optgroup>
    );
  return (
    <Flex gap="6px" mb="10px" align="center" role="group" aria-label="Device">
      <Choice
        aria-label="Device"
        w={isNarrow ? '100%' : '320px'}
        value={chosen}
        onChange={({ target }) => onChoose(target.value as DeviceId)}
      >
        {listed('To choose', open)}
        {listed(worst ? 'Settled' : 'Not checked yet', settled)}
      </Choice>
      {step(before, 'The one to choose before this', '‹')}
      {step(after, 'The next one to choose', '›')}
    </Flex>
  );
}
