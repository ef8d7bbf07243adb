import { useState } from 'react';
import { pasted } from '#core/panel';
import { naturally } from '#core/units';
import { takeCopied } from '../bench/clipboard';
import { NO_ROOM, useSeveral } from '../bench/useSeveral';
import { edit } from '../store/editing';
import { newIdMark } from '../store/ids';
import { useDocument } from '../store/select';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Over } from '../ui/Over';
import { Button, Field, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

const things = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

/** Several devices at once: picked from a list, widened along their wires, copied for this circuit or another, or taken out. */
export function SeveralDialog({ onClose }: { onClose: () => void }) {
  const document = useDocument();
  const first = useAppSelector((state) => state.bench.device);
  const onSheet = useAppSelector((state) => state.bench.picked);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set([...onSheet, ...(first ? [first] : [])]));
  const [search, setSearch] = useState('');
  const [problem, setProblem] = useState<string>();
  const all = Object.values(document.devices).sort((a, b) => Number(b.id === first) - Number(a.id === first) || naturally(a.tag, b.tag));
  const shown = all.filter(({ tag, title }) => `${tag} ${title}`.toLowerCase().includes(search.toLowerCase()));
  const several = useSeveral(picked);
  const turn = (id: string) => setPicked(picked.has(id) ? new Set([...picked].filter((one) => one !== id)) : new Set([...picked, id]));
  const take = () => {
    if (several.copy()) onClose();
    else setProblem(NO_ROOM);
  };
  const remove = () => {
    several.remove();
    onClose();
  };
  return (
    <Over open title="Several devices" onClose={onClose}>
      <Flex gap="8px" wrap="wrap" align="center" mb="6px">
        <Field
          aria-label="Search devices"
          placeholder="tag or title"
          w="150px"
          textAlign="left"
          fontFamily="body"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
        <Button type="button" onClick={() => setPicked(new Set([...picked, ...shown.map(({ id }) => id)]))}>
          All {shown.length}
        </Button>
        <Button type="button" disabled={picked.size === 0} onClick={() => setPicked(several.neighbours())}>
          And what they are wired to
        </Button>
        <Button type="button" disabled={picked.size === 0} onClick={() => setPicked(new Set())}>
          None
        </Button>
      </Flex>
      <Box
        maxH="44vh"
        overflowY="auto"
        border="1px solid"
        borderColor="hairline"
        borderRadius="4px"
        px="8px"
        tabIndex={0}
        role="group"
        aria-label="Devices"
      >
        {shown.map(({ id, tag, title }) => (
          <Flex as="label" key={id} gap="8px" align="center" minH="34px">
            <input type="checkbox" checked={picked.has(id)} onChange={() => turn(id)} />
            <Box fontWeight={700} minW="52px">
              {tag}
            </Box>
            {title}
          </Flex>
        ))}
      </Box>
      <Box my="8px" role="status" data-picked={picked.size}>
        {several.says}
      </Box>
      {problem && <Note tone="danger">{problem}</Note>}
      <Flex gap="10px" wrap="wrap">
        <Button type="button" look="strong" disabled={picked.size === 0} onClick={take}>
          Copy
        </Button>
        <Button type="button" disabled={picked.size === 0} onClick={remove}>
          Take out
        </Button>
        <Button type="button" onClick={onClose}>
          Close
        </Button>
      </Flex>
    </Over>
  );
}

/** Puts what was copied into the open circuit: tags told before, one step to undo. */
export function PasteDialog({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const [copy] = useState(takeCopied);
  const [mark] = useState(newIdMark);
  if (!copy)
    return (
      <Over open title="Paste" onClose={onClose}>
        <Box>Nothing was copied in this browser, or nothing that this version reads. Copy devices first: More, Several devices.</Box>
        <Button type="button" mt="10px" onClick={onClose}>
          Close
        </Button>
      </Over>
    );
  const { changes, renamed } = pasted(document, copy, mark);
  const devices = Object.values(copy.devices).sort((a, b) => naturally(a.tag, b.tag));
  const as = new Map(renamed);
  return (
    <Over open title={`Paste from ${copy.from}`} onClose={onClose}>
      <Box data-paste={devices.length}>
        {things(devices.length, 'device')} and {things(Object.keys(copy.conductors).length, 'wire')} between them come in, wired among
        themselves{copy.left > 0 ? `; ${things(copy.left, 'wire')} led elsewhere and ${copy.left === 1 ? 'is' : 'are'} yours to land` : ''}.
      </Box>
      <Box my="8px" maxH="40vh" overflowY="auto" tabIndex={0} role="group" aria-label="Tags">
        {devices.map(({ tag, title }) => (
          <Box key={tag}>
            <strong>{as.get(tag) ?? tag}</strong> {as.has(tag) ? `(was ${tag}) ` : ''}
            {title}
          </Box>
        ))}
      </Box>
      <Flex gap="10px">
        <Button
          type="button"
          look="strong"
          onClick={() => {
            dispatch(edit([...changes]));
            onClose();
          }}
        >
          Paste
        </Button>
        <Button type="button" onClick={onClose}>
          Close
        </Button>
      </Flex>
    </Over>
  );
}
