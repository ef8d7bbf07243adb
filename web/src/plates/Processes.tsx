import { useState } from 'react';
import type { ProcessId } from '#core/circuit';
import { readTyped, reading as spell } from '#core/units';
import { useLook } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import { Button, Field, Label, Mono } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** The processes that devices here read: what each is now, how it moves, and a hand to set it. */
export function Processes({ only }: { only?: readonly string[] }) {
  const document = useDocument();
  const shown = Object.values(document.processes).filter(({ id }) => !only || only.includes(id));
  if (shown.length === 0) return null;
  return (
    <Box>
      <Label>Process, simulated</Label>
      {shown.map((process) => (
        <ProcessRow key={process.id} id={process.id} name={process.name} unit={process.unit} least={process.least} most={process.most} />
      ))}
    </Box>
  );
}

function ProcessRow({ id, name, unit, least, most }: { id: ProcessId; name: string; unit: string; least: number; most: number }) {
  const dispatch = useAppDispatch();
  const now = useLook()?.processes.find((one) => one.id === id);
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string>();
  const set = () => {
    const read = readTyped(text, unit);
    if (read.is !== 'number' || read.value < least || read.value > most)
      return setProblem(read.is === 'unclear' ? read.why : `Type a value from ${least} to ${most} ${unit}.`);
    setProblem(undefined);
    setText('');
    dispatch(benchSlice.actions.processSet({ process: id, to: read.value }));
  };
  return (
    <Box py="3px" borderBottom="1px dashed" borderColor="hairline" fontSize="14px">
      <Flex justify="space-between" align="baseline" gap="6px" wrap="wrap">
        <label htmlFor={`process-${id}`}>{name}</label>
        <Mono data-process={id}>
          {now ? `${spell(now.value)} ${unit}` : '…'}
          {now && Math.abs(now.perMinute) > 0.005 ? `, ${now.perMinute > 0 ? '+' : '−'}${spell(Math.abs(now.perMinute))} a minute` : ''}
        </Mono>
        <Flex gap="4px">
          <Field
            id={`process-${id}`}
            inputMode="decimal"
            w="64px"
            value={text}
            placeholder={unit}
            onChange={({ target }) => setText(target.value)}
            onKeyDown={({ key }) => key === 'Enter' && set()}
          />
          <Button type="button" onClick={set}>
            Set
          </Button>
        </Flex>
      </Flex>
      {problem && (
        <Box role="alert" color="danger" fontSize="13px">
          {problem}
        </Box>
      )}
    </Box>
  );
}
