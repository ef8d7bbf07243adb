import { useState } from 'react';
import type { LogEntry } from '#core/circuit';
import { familyOf, inputsOf } from '#core/devices';
import { naturally, span } from '#core/units';
import { edit } from '../store/editing';
import { findSlice } from '../store/find';
import { powerAt, useBenchParts, useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button, Field, Heading, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** What can be complained of: what does work, or is to make something work. */
const ABOUT: readonly string[] = ['load', 'relay', 'control'];
/** What the document holds of them. */
const [MOST_ACTS, MOST_COMPLAINTS] = [100, 20];
const POWER_WORDS = { isolated: 'isolated', control: 'control on', on: 'all on' } as const;

/** A complaint in a few taps: what does not run, with the inputs as they stand on the bench, for as long as they have. */
export function NewComplaint({ onDone }: { onDone?: () => void }) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const { log, atMs } = useBenchParts('log', 'atMs');
  const devices = Object.values(document.devices)
    .filter((device) => ABOUT.includes(familyOf(device, document).group))
    .sort((a, b) => naturally(a.tag, b.tag));
  const [about, setAbout] = useState('');
  const [title, setTitle] = useState('');
  const chosen = devices.find(({ id }) => id === about);
  const now = Math.round(atMs);
  const until: LogEntry[] = log.filter((entry) => entry.atMs <= now);
  const stands = [
    `power ${POWER_WORDS[powerAt(log, atMs + 1)]}`,
    ...new Set(
      until.flatMap((entry) => {
        if (!('input' in entry)) return [];
        const device = document.devices[entry.device];
        const input = device && inputsOf(device, document).find(({ name }) => name === entry.input);
        return device && input ? [`${device.tag}: ${entry.on ? input.on : input.off}`] : [];
      }),
    ),
  ];
  const tooMuch =
    until.length > MOST_ACTS
      ? 'More was done on the bench than a complaint can hold. Reset the run, and set the inputs as they stand on the machine.'
      : document.complaints.length >= MOST_COMPLAINTS
        ? `This circuit has ${MOST_COMPLAINTS} complaints, as many as it can hold.`
        : undefined;
  const isPowered = powerAt(log, atMs + 1) !== 'isolated';
  const said = title.trim() || (chosen ? `${chosen.tag} does not come on` : '');
  const complain = () => {
    if (!chosen || !isPowered || tooMuch) return;
    dispatch(edit([{ type: 'setComplaints', to: [...document.complaints, { title: said, about: chosen.id, atMs: now, log: until }] }]));
    dispatch(findSlice.actions.complained(document.complaints.length));
    onDone?.();
  };
  return (
    <Box maxW="620px" data-new-complaint>
      <Heading as="h2">What does not work?</Heading>
      <Flex gap="10px" wrap="wrap" align="end" my="6px">
        <Flex direction="column" fontSize="13px">
          <label htmlFor="complaint-about">It is about</label>
          <Choice id="complaint-about" value={about} onChange={({ target }) => setAbout(target.value)}>
            <option value="">pick what does not come on…</option>
            {devices.map(({ id, tag, title: of }) => (
              <option key={id} value={id}>
                {tag} {of}
              </option>
            ))}
          </Choice>
        </Flex>
        <Flex direction="column" fontSize="13px" flex="1 1 200px">
          <label htmlFor="complaint-title">In their words</label>
          <Field
            id="complaint-title"
            w="100%"
            boxSizing="border-box"
            textAlign="left"
            maxLength={80}
            placeholder={said}
            value={title}
            onChange={({ target }) => setTitle(target.value)}
          />
        </Flex>
      </Flex>
      <Label>While the bench stands so, for {span(now)}</Label>
      <Box fontSize="14px">{stands.join('; ')}.</Box>
      {!isPowered && (
        <Note>
          With the power isolated nothing should come on. Turn it on, on the Prove page, work the inputs as they stand on the machine, and
          let as much time go by.
        </Note>
      )}
      {tooMuch && <Note>{tooMuch}</Note>}
      <Button type="button" look="strong" mt="8px" disabled={!chosen || !isPowered || tooMuch !== undefined} onClick={complain}>
        Look for it
      </Button>
      {onDone && (
        <Button type="button" mt="8px" ml="6px" onClick={onDone}>
          Leave it
        </Button>
      )}
    </Box>
  );
}
