import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { applyChanges, type Circuit, type EditChange, emptyCircuit, problemsText } from '#core/circuit';
import { usualSwitching } from '#core/panel';
import { Outside } from '../frame/Outside';
import { newCircuitId } from '../store/ids';
import { useCreateCircuitMutation } from '../store/server';
import { Choice } from '../ui/Choice';
import { Button, Field, Heading, Note } from '../ui/parts';
import { WireListForm } from './WireListForm';

const UNTITLED = 'Panel from its wires';
const PRACTICES: readonly Circuit['practice'][] = ['na', 'iec'];

/** A panel that Mando has never seen, from the list of its wires. */
export default function WireListPage() {
  const { job = '' } = useParams();
  const navigate = useNavigate();
  const [create] = useCreateCircuitMutation();
  const [facts, setFacts] = useState({ number: 'P1', title: UNTITLED, site: '', practice: 'na' as Circuit['practice'] });
  const [problem, setProblem] = useState<string>();
  const blank = useMemo<Circuit>(() => ({ ...emptyCircuit, ...facts }), [facts]);
  const make = async (changes: readonly EditChange[]) => {
    setProblem(undefined);
    const grown = applyChanges(blank, [...changes]);
    if (!grown.ok) return setProblem(problemsText(grown.problems));
    const whole = applyChanges(grown.value.circuit, usualSwitching(grown.value.circuit));
    if (!whole.ok) return setProblem(problemsText(whole.problems));
    const made = await create({ job, id: newCircuitId(), document: whole.value.circuit });
    if ('error' in made) return setProblem(String(made.error));
    await navigate(`/circuits/${made.data.id}/prove`);
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
  return (
    <Outside title="From a list of wires" job={job} width="900px">
      <Heading as="h1" fontSize="22px">
        From a list of wires
      </Heading>
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
      <WireListForm
        circuit={blank}
        verb="Make a circuit of"
        onPattern={(title) => setFacts((now) => (now.title === UNTITLED ? { ...now, title } : now))}
        onTake={(changes) => void make(changes)}
      />
      {problem && (
        <Note tone="danger" role="alert">
          {problem}
        </Note>
      )}
      <Box color="muted" fontSize="13px" mt="10px">
        What a list does not say stays unknown: nothing is cleared before the nameplates are read. Where a wire has no size it is written in
        as 18 AWG or 1 mm², with insulation for 300 V, and judged as it stands: change it where the panel has another.
      </Box>
      <Button type="button" look="quiet" mt="6px" onClick={() => void navigate('/')}>
        Back to all jobs
      </Button>
    </Outside>
  );
}
