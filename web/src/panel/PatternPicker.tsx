import { useState } from 'react';
import type { Circuit } from '#core/circuit';
import { PATTERNS, type PatternList, patternList } from '#core/panel';
import { readTyped } from '#core/units';
import { Choice } from '../ui/Choice';
import { Button, Field } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** Supplies as they are usual: what a pattern begins with until it is said otherwise. */
const USUAL_V = { na: { one: 120, three: 208 }, iec: { one: 230, three: 400 } } as const;

/** A circuit that the trade wires again and again, laid out as a list of wires that can be changed before it is made. */
export function PatternPicker({ circuit, onPick }: { circuit: Circuit; onPick: (list: PatternList, title: string) => void }) {
  const [name, setName] = useState('');
  const [volts, setVolts] = useState('');
  const [amps, setAmps] = useState('6');
  const [problem, setProblem] = useState<string>();
  const pattern = PATTERNS.find((one) => one.name === name);
  const usual = USUAL_V[circuit.practice][pattern && Object.values(pattern.kinds).includes('supply-3ph-wye') ? 'three' : 'one'];
  const lay = () => {
    if (!pattern) return;
    const [supply, load] = [readTyped(volts || String(usual), 'V'), readTyped(amps, 'A')];
    if (supply.is !== 'number' || supply.value < 12 || supply.value > 1000)
      return setProblem('Type the volts of the supply, from 12 to 1000.');
    if (load.is !== 'number' || load.value <= 0 || load.value > 1000) return setProblem('Type the amps of each motor or heater: 6.');
    setProblem(undefined);
    onPick(
      patternList(pattern, circuit, { supplyV: supply.value, hz: circuit.practice === 'na' ? 60 : 50, loadA: load.value }),
      pattern.title,
    );
  };
  return (
    <Box my="6px">
      <Flex gap="8px" wrap="wrap" align="end">
        <Flex direction="column" fontSize="13px">
          <label htmlFor="pattern">Or begin with a pattern</label>
          <Choice id="pattern" value={name} onChange={({ target }) => setName(target.value)}>
            <option value="">no pattern</option>
            {PATTERNS.map((one) => (
              <option key={one.name} value={one.name}>
                {one.title}
              </option>
            ))}
          </Choice>
        </Flex>
        {pattern && (
          <>
            <Flex direction="column" fontSize="13px">
              <label htmlFor="pattern-volts">Supply, V</label>
              <Field
                id="pattern-volts"
                inputMode="decimal"
                placeholder={String(usual)}
                value={volts}
                onChange={({ target }) => setVolts(target.value)}
              />
            </Flex>
            <Flex direction="column" fontSize="13px">
              <label htmlFor="pattern-amps">Each load, A</label>
              <Field id="pattern-amps" inputMode="decimal" value={amps} onChange={({ target }) => setAmps(target.value)} />
            </Flex>
            <Button type="button" onClick={lay}>
              Lay it out
            </Button>
          </>
        )}
      </Flex>
      {pattern && (
        <Box fontSize="13px" color="muted" mt="3px" data-about>
          {pattern.about} What it says of its parts is assumed until it is read.
        </Box>
      )}
      {problem && (
        <Box role="alert" color="danger" fontSize="13px">
          {problem}
        </Box>
      )}
    </Box>
  );
}
