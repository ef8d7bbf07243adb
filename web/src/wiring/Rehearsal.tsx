import { useState } from 'react';
import type { DeviceId, TerminalId } from '#core/circuit';
import { naturally } from '#core/units';
import { useDocument } from '../store/select';
import { Choice } from '../ui/Choice';
import { Button, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { Verdicted } from '../ui/verdicts';
import { useAsked } from './useAsked';

/** Of more devices than this a whole circuit is not rehearsed at once: a cable or a device is. */
const MANY = 60;
const SHOWN = 40;

/** What every likely mishap would do, solved: ends exchanged, touching, left off. */
export function Rehearsal({ onRing }: { onRing: (terminals: readonly TerminalId[]) => void }) {
  const document = useDocument();
  const isLarge = Object.keys(document.devices).length > MANY;
  const cables = Object.values(document.cables).sort((a, b) => naturally(a.tag, b.tag));
  const devices = Object.values(document.devices).sort((a, b) => naturally(a.tag, b.tag));
  const [of, setOf] = useState(isLarge ? '' : 'all');
  const [all, setAll] = useState(false);
  const ask =
    of === ''
      ? undefined
      : { cable: of.startsWith('c:') ? of.slice(2) : null, device: of.startsWith('d:') ? (of.slice(2) as DeviceId) : null };
  const { answer, isCurrent, progress, failed } = useAsked('rehearse', ask);
  const shown = isCurrent ? answer : undefined;
  const count = (word: string): number => shown?.rehearsed.filter((one) => one.word === word).length ?? 0;
  return (
    <Box overflowY="auto" minH="0" flex="1">
      <Flex gap="8px" align="center" wrap="wrap" fontSize="14px">
        <Choice aria-label="What is rehearsed" value={of} onChange={({ target }) => setOf(target.value)}>
          <option value="">choose a cable or a device</option>
          {!isLarge && <option value="all">the whole circuit</option>}
          {cables.map(({ id, tag, title }) => (
            <option key={id} value={`c:${id}`}>
              cable {tag} {title}
            </option>
          ))}
          {devices.map(({ id, tag, title }) => (
            <option key={id} value={`d:${id}`}>
              {tag} {title}
            </option>
          ))}
        </Choice>
        <Box color="muted" role="status" data-rehearsed={shown?.rehearsed.length}>
          {shown
            ? `${shown.rehearsed.length} mishaps solved: ${count('at once')} hurt at once, ${count('latent')} are latent, ${count('shows')} show, ${count('harmless')} are harmless.`
            : ask
              ? `Solving each in every state${progress ? `, ${progress.seen} of ${progress.of}` : ''}…`
              : 'Ends exchanged, touching or left off: what each would do, before any power.'}
        </Box>
      </Flex>
      {failed && <Note tone="danger">{failed}</Note>}
      {shown?.rehearsed.length === 0 && <Note>Nothing here lies so that it is likely to be mixed up.</Note>}
      {shown?.rehearsed.slice(0, all ? undefined : SHOWN).map((one) => (
        <Box
          key={one.mishap}
          as="section"
          aria-label={one.mishap}
          data-outcome={one.word}
          borderBottom="1px dashed"
          borderColor="hairline"
          py="5px"
          fontSize="14px"
        >
          <Flex gap="8px" align="baseline">
            <Box w="92px" flexShrink={0}>
              <Verdicted verdict={one.verdict}>{one.word}</Verdicted>
            </Box>
            <Box flex="1">
              <Button type="button" look="quiet" px="0" minH="24px" color="ink" fontWeight={700} onClick={() => onRing(one.ends)}>
                {one.mishap}
              </Button>{' '}
              {one.says}
              {one.first && one.word !== 'harmless' && <Box color="muted">Seen first: {one.first}</Box>}
              <Box color="muted">
                {one.tells ? `Told before power by ${one.tells}` : 'No reading of ohms between its terminals tells it.'}
              </Box>
            </Box>
          </Flex>
        </Box>
      ))}
      {shown && !all && shown.rehearsed.length > SHOWN && (
        <Button type="button" mt="8px" onClick={() => setAll(true)}>
          {SHOWN} of {shown.rehearsed.length}, the worst first. Show all
        </Button>
      )}
      <Label as="h3">What is compared</Label>
      <Box fontSize="13px" color="muted">
        Each is put into the model and run in every state of its neighbourhood: shorts, volts on what is made for less, metal and protective
        conductors, fuses that open, and what is seen on, off or sooner. A second fault on top of it is not rehearsed.
      </Box>
    </Box>
  );
}
