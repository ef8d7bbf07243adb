import { type ReactNode, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { applyChanges, type Circuit, type EditChange, emptyCircuit, problemsText } from '#core/circuit';
import { usualSwitching } from '#core/panel';
import { newCircuitId } from '../store/ids';
import { useCreateCircuitMutation } from '../store/server';
import { Choice } from '../ui/Choice';
import { Field } from '../ui/parts';
import { Flex } from '../ui/styled';

const PRACTICES: readonly Circuit['practice'][] = ['na', 'iec'];

interface NewCircuit {
  readonly blank: Circuit;
  /** its number, title, site and practice, to be filled in */
  readonly fields: ReactNode;
  readonly problem: string | undefined;
  /** another title, where nobody has given one */
  readonly propose: (title: string) => void;
  /** makes it and opens it. @param at what follows its address */
  readonly make: (changes: readonly EditChange[], at?: string) => Promise<void>;
}

/** A circuit that does not exist yet: what is said of it, and what it becomes. */
export function useNewCircuit(job: string, untitled: string): NewCircuit {
  const navigate = useNavigate();
  const [create] = useCreateCircuitMutation();
  const [facts, setFacts] = useState({ number: 'P1', title: untitled, site: '', practice: 'na' as Circuit['practice'] });
  const [problem, setProblem] = useState<string>();
  const blank = useMemo<Circuit>(() => ({ ...emptyCircuit, ...facts }), [facts]);
  const make = async (changes: readonly EditChange[], at = '') => {
    setProblem(undefined);
    const grown = applyChanges(blank, [...changes]);
    if (!grown.ok) return setProblem(problemsText(grown.problems));
    const whole = applyChanges(grown.value.circuit, usualSwitching(grown.value.circuit));
    if (!whole.ok) return setProblem(problemsText(whole.problems));
    const made = await create({ job, id: newCircuitId(), document: whole.value.circuit });
    if ('error' in made) return setProblem(String(made.error));
    await navigate(`/circuits/${made.data.id}/prove${at}`);
  };
  const field = (name: 'number' | 'title' | 'site', label: string, width: string, most: number) => (
    <Flex direction="column" fontSize="13px">
      <label htmlFor={`list-${name}`}>{label}</label>
      <Field
        id={`list-${name}`}
        w={width}
        textAlign="left"
        maxLength={most}
        value={facts[name]}
        onChange={({ target }) => setFacts({ ...facts, [name]: target.value })}
      />
    </Flex>
  );
  const fields = (
    <Flex gap="10px" wrap="wrap" my="8px" align="end">
      {field('number', 'Number', '90px', 12)}
      {field('title', 'Title', '300px', 80)}
      {field('site', 'Site', '200px', 80)}
      <Flex direction="column" fontSize="13px">
        <label htmlFor="list-practice">Practice</label>
        <Choice
          id="list-practice"
          value={facts.practice}
          onChange={({ target }) => setFacts({ ...facts, practice: PRACTICES.find((one) => one === target.value) ?? 'na' })}
        >
          <option value="na">North American, 60 Hz</option>
          <option value="iec">IEC, 50 Hz</option>
        </Choice>
      </Flex>
    </Flex>
  );
  const propose = (title: string) => setFacts((now) => (now.title === untitled ? { ...now, title } : now));
  return { blank, fields, problem, propose, make };
}
