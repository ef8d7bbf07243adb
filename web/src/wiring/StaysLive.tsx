import { useEffect, useMemo, useState } from 'react';
import type { StaysLiveAnswer, WiringAnswer } from '#core/bench';
import type { DeviceId, TerminalId } from '#core/circuit';
import { grouped } from '#core/units';
import { useDocument } from '../store/select';
import { Choice, MOST_BUTTONS } from '../ui/Choice';
import { Button, Mono, Note, Row } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { useAsked } from './useAsked';

interface Props {
  readonly openers: WiringAnswer['openers'];
  readonly onRing: (terminals: readonly TerminalId[]) => void;
}

/** Choose what is opened (of many, what is opened stands as buttons and the rest as a list): every terminal that is still live, with its volts and where they come from. */
export function StaysLive({ openers, onRing }: Props) {
  const { powerSwitch } = useDocument();
  const [opened, setOpened] = useState<readonly DeviceId[]>(powerSwitch.isolated.open);
  const { answer, isCurrent, progress, failed } = useAsked('staysLive', { opened });
  const shown = isCurrent ? answer : undefined;
  useEffect(() => onRing(shown?.live.map(({ terminal }) => terminal) ?? []), [shown, onRing]);
  const byDevice = useMemo(() => [...grouped(shown?.live ?? [], ({ device }) => device)], [shown]);
  const turn = (device: DeviceId) => setOpened(opened.includes(device) ? opened.filter((one) => one !== device) : [...opened, device]);
  const isMany = openers.length > MOST_BUTTONS;
  const shownOpeners = isMany ? openers.filter(({ device }) => opened.includes(device)) : openers;
  return (
    <Box overflowY="auto" minH="0" flex="1">
      <Flex gap="6px" wrap="wrap" role="group" aria-label="Opened">
        {shownOpeners.map(({ device, words }) => (
          <Button
            key={device}
            type="button"
            aria-pressed={opened.includes(device)}
            look={opened.includes(device) ? 'strong' : 'plain'}
            onClick={() => turn(device)}
          >
            {opened.includes(device) ? '⌀ ' : ''}
            {words}
          </Button>
        ))}
        {isMany && (
          <Choice aria-label="Open one more" value="" onChange={({ target }) => turn(target.value as DeviceId)}>
            <option value="">{opened.length > 0 ? 'open one more…' : 'open…'}</option>
            {openers
              .filter(({ device }) => !opened.includes(device))
              .map(({ device, words }) => (
                <option key={device} value={device}>
                  {words}
                </option>
              ))}
          </Choice>
        )}
      </Flex>
      <Note tone="look">
        A model of the circuit as it is drawn. Before a hand goes in: lock it, prove the tester, prove every terminal dead to earth and to
        the others, prove the tester again. Capacitors keep their volts when all is open: wait, discharge, measure.
      </Note>
      {failed && <Note tone="danger">{failed}</Note>}
      {!shown && !failed && <Box color="muted">Looking at every state{progress ? `, ${progress.seen} of ${progress.of}` : ''}…</Box>}
      {shown && <Said answer={shown} isNothing={opened.length === 0} />}
      {byDevice.map(([device, terminals]) => (
        <Row key={device}>
          <Mono>{device}</Mono>
          <Box flex="1">
            {terminals.map(({ spelled, words, isHot }) => (
              <Box key={spelled} color={isHot ? 'danger' : 'ink'}>
                <Mono>{spelled}</Mono> {isHot ? 'hot, ' : ''}
                {words}
              </Box>
            ))}
          </Box>
        </Row>
      ))}
    </Box>
  );
}

function Said({ answer, isNothing }: { answer: StaysLiveAnswer; isNothing: boolean }) {
  const hot = answer.live.filter(({ isHot }) => isHot).length;
  const states = `${answer.statesSeen} ${answer.statesSeen === 1 ? 'state' : 'states'}`;
  if (answer.untried > 0)
    return (
      <Note tone="look">
        Cannot clear: {answer.untried} further states were not tried. In the {states} that were, {answer.live.length} terminals stay live,{' '}
        {hot} of them hot.
      </Note>
    );
  return (
    <Box role="status" fontWeight={600} color={hot > 0 ? 'danger' : 'good'} data-still-live={answer.live.length}>
      {isNothing ? 'Nothing is opened. ' : ''}
      {answer.live.length === 0
        ? `Nothing stays live in any of ${states}.`
        : `${answer.live.length} terminals stay live in some of ${states}, ${hot} of them hot.`}
    </Box>
  );
}
