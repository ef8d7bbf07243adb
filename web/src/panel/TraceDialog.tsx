import { useMemo, useState } from 'react';
import { spellTerminal, type TerminalId, terminalId } from '#core/circuit';
import { familyNamed, familyOf } from '#core/devices';
import { finishTerminal, kindsFor, nextTag, takesScrews, tracedOf, traceWire } from '#core/panel';
import { edit } from '../store/editing';
import { newIdMark } from '../store/ids';
import { useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import { Choice } from '../ui/Choice';
import { Over } from '../ui/Over';
import { Button, Field, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** The device that a wire leads to and that nobody has met yet. */
const NEW = 'new';
/** A screw of a row of terminals that nobody has met yet. */
const NEW_SCREW = 'another';
const MOST_OPEN = 8;

/** A terminal as its kind spells it; of a row that is marked as it is wired, as it was typed. */
const spelledOn = (family: string, mark: string): string => {
  const typed = mark.trim();
  return familyNamed(family)?.terminals.find((one) => one.toUpperCase() === typed.toUpperCase()) ?? typed.toUpperCase();
};

/** A short field under its name. */
const Said = ({ label, width, value, onSay }: { label: string; width: string; value: string; onSay: (said: string) => void }) => (
  <Flex as="label" direction="column" fontSize="13px">
    {label}
    <Field w={width} textAlign="left" value={value} onChange={({ target }) => onSay(target.value)} />
  </Flex>
);

/** Follows the wires of a panel with a hand on them: from one terminal to the next, each told once, none forgotten. */
export function TraceDialog({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const circuit = useDocument();
  const traced = useMemo(() => tracedOf(circuit), [circuit]);
  const [picked, setPicked] = useState<TerminalId>();
  const [to, setTo] = useState('');
  const [mark, setMark] = useState('');
  const [screw, setScrew] = useState('');
  const [tag, setTag] = useState('');
  const [family, setFamily] = useState('');
  const [number, setNumber] = useState('');
  const [colour, setColour] = useState('');
  const [doubted, setDoubted] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const from = picked !== undefined && traced.open.includes(picked) ? picked : traced.open[0];
  const total = traced.done.length + traced.open.length;
  const there = circuit.devices[to];
  const marks = there ? familyOf(there, circuit).terminals : [];
  const kinds = useMemo(() => (to === NEW && tag && mark ? kindsFor(tag, [mark]) : []), [to, tag, mark]);
  const kind = kinds.find((one) => one.family === family)?.family ?? kinds[0]?.family;
  const marked = mark === NEW_SCREW ? screw.trim() : mark;
  const clear = () => {
    setMark('');
    setScrew('');
    setNumber('');
    setColour('');
    setDoubted(undefined);
    setProblem(undefined);
  };
  const take = (by: 'eye' | 'beep') => {
    if (!from) return;
    const target =
      to === NEW
        ? kind
          ? { tag, family: kind, mark: spelledOn(kind, mark) }
          : undefined
        : there && marked
          ? terminalId(there.id, marked)
          : undefined;
    if (!target)
      return setProblem(
        to === NEW ? 'Say its tag, the terminal and what it is.' : 'Say the device and the terminal that the wire goes to.',
      );
    const step = traceWire(circuit, { from, to: target, number, colour, by }, newIdMark());
    if ('why' in step) return setProblem(step.why);
    // what speaks against it is shown once; taken a second time it is so
    if (step.look && doubted !== step.look) return setDoubted(step.look);
    dispatch(edit([...step.changes]));
    // the hand stays where it is until nothing more lies there
    setPicked(from);
    clear();
    if (to === NEW) setTo('');
  };
  const finish = () => {
    if (!from) return;
    dispatch(edit(finishTerminal(circuit, from)));
    setPicked(undefined);
    clear();
  };
  const here = from ? Object.values(circuit.conductors).filter(({ ends }) => ends.includes(from)) : [];
  return (
    <Over open title="Trace from the panel" onClose={onClose}>
      <Box role="status" fontSize="14px" data-traced>
        {total === 0
          ? 'No device is here yet: add the supply first.'
          : `${traced.done.length} of ${total} terminals traced.${traced.beeped.length > 0 ? ` ${traced.beeped.length} ${traced.beeped.length === 1 ? 'wire is' : 'wires are'} told by the beep alone.` : ''}`}
      </Box>
      <Note mt="6px">
        Before a hand follows wires: isolated, locked off, proved dead at this terminal. Local rules and licensed practice hold.
      </Note>
      {from ? (
        <>
          <Label>From</Label>
          <Flex gap="6px" align="center" wrap="wrap">
            <Box fontWeight={700} fontSize="18px" data-trace-from>
              {spellTerminal(circuit, from)}
            </Box>
            <Choice aria-label="From another terminal" value="" onChange={({ target }) => setPicked(target.value as TerminalId)}>
              <option value="">another terminal…</option>
              {[...traced.open.slice(0, MOST_OPEN), ...traced.open.slice(MOST_OPEN)].map((one) => (
                <option key={one} value={one}>
                  {spellTerminal(circuit, one)}
                </option>
              ))}
            </Choice>
          </Flex>
          {here.length > 0 && (
            <Box fontSize="13px" color="muted">
              On it already:{' '}
              {here
                .map(
                  ({ ends, number: name }) => `${name} to ${spellTerminal(circuit, (ends[0] === from ? ends[1] : ends[0]) as TerminalId)}`,
                )
                .join(', ')}
            </Box>
          )}
          <Label>The wire goes to</Label>
          <Flex gap="8px" wrap="wrap" align="end">
            <Choice
              aria-label="Device that the wire goes to"
              value={to}
              onChange={({ target }) => {
                setTo(target.value);
                setMark('');
                setDoubted(undefined);
                if (target.value === NEW) setTag(nextTag(circuit, 'K'));
              }}
            >
              <option value="">which device</option>
              {Object.values(circuit.devices).map((device) => (
                <option key={device.id} value={device.id}>
                  {device.tag}
                </option>
              ))}
              <option value={NEW}>one that is not here yet</option>
            </Choice>
            {there ? (
              <>
                <Choice aria-label="Terminal that the wire goes to" value={mark} onChange={({ target }) => setMark(target.value)}>
                  <option value="">which terminal</option>
                  {marks.map((one) => (
                    <option key={one} value={one} disabled={terminalId(there.id, one) === from}>
                      {one}
                    </option>
                  ))}
                  {takesScrews(circuit, there) && <option value={NEW_SCREW}>a screw that is not here yet</option>}
                </Choice>
                {mark === NEW_SCREW && <Said label="Its mark" width="80px" value={screw} onSay={setScrew} />}
              </>
            ) : (
              to === NEW && (
                <>
                  <Said label="Its tag" width="80px" value={tag} onSay={(said) => setTag(said.toUpperCase())} />
                  <Said label="Its terminal" width="80px" value={mark} onSay={setMark} />
                  {kinds.length > 0 && (
                    <Choice aria-label="What it is" value={kind} w="100%" onChange={({ target }) => setFamily(target.value)}>
                      {kinds.map(({ family: name, title }) => (
                        <option key={name} value={name}>
                          {title}
                        </option>
                      ))}
                    </Choice>
                  )}
                </>
              )
            )}
          </Flex>
          <Flex gap="8px" wrap="wrap" mt="6px">
            <Said label="Number on its ferrule" width="130px" value={number} onSay={(said) => setNumber(said.slice(0, 12))} />
            <Said label="Its colour" width="110px" value={colour} onSay={(said) => setColour(said.slice(0, 24))} />
          </Flex>
          {(problem ?? doubted) && (
            <Note tone="danger" role="alert" mt="6px">
              {problem ?? `${doubted} Tap again if it is so.`}
            </Note>
          )}
          <Flex gap="8px" wrap="wrap" mt="8px">
            <Button type="button" look="strong" onClick={() => take('eye')}>
              It goes there
            </Button>
            <Button type="button" onClick={() => take('beep')}>
              It beeps there
            </Button>
            <Button type="button" onClick={finish}>
              {here.length === 0 ? 'Nothing lies on it' : 'No more on it'}
            </Button>
          </Flex>
        </>
      ) : (
        total > 0 && (
          <Note mt="6px">
            Every terminal is traced. What a meter only beeped is worth a second look:{' '}
            {traced.beeped.map(({ number: name }) => name).join(', ') || 'nothing'}.
          </Note>
        )
      )}
      <Button type="button" look="quiet" mt="10px" onClick={onClose}>
        Enough for now
      </Button>
    </Over>
  );
}
