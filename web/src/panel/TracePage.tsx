import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { familyList } from '#core/devices';
import { addPart } from '#core/panel';
import { Outside } from '../frame/Outside';
import { Choice } from '../ui/Choice';
import { Button, Heading, Note } from '../ui/parts';
import { Flex } from '../ui/styled';
import { useNewCircuit } from './NewCircuit';

/** What brings volts of its own: where a hand begins to follow wires. */
const SUPPLIES = familyList.filter(([, { is, terminals, group }]) => group === 'supply' && (is?.system || terminals.join() === '+,-'));

/** A panel that Mando has never seen, followed wire by wire from its supply. */
export default function TracePage() {
  const { job = '' } = useParams();
  const navigate = useNavigate();
  const [supply, setSupply] = useState('supply-1ph');
  const { blank, fields, problem, make } = useNewCircuit(job, 'Panel by tracing');
  return (
    <Outside title="From the panel, by tracing" job={job} width="900px">
      <Heading as="h1" fontSize="22px">
        From the panel, by tracing
      </Heading>
      {fields}
      <Flex direction="column" fontSize="13px" mb="10px" maxW="340px">
        <label htmlFor="trace-supply">What feeds it</label>
        <Choice id="trace-supply" value={supply} onChange={({ target }) => setSupply(target.value)}>
          {SUPPLIES.map(([name, { title }]) => (
            <option key={name} value={name}>
              {title}
            </option>
          ))}
        </Choice>
      </Flex>
      <Note>
        Isolate it, lock it off and prove it dead before a hand follows a wire. Every wire is told once, from the supply on; the list keeps
        what is not traced yet.
      </Note>
      {problem && (
        <Note tone="danger" role="alert">
          {problem}
        </Note>
      )}
      <Flex gap="8px" mt="10px">
        <Button type="button" look="strong" onClick={() => void make(addPart(blank, { family: supply, tag: 'G1' }).changes, '?trace=1')}>
          Begin at the supply
        </Button>
        <Button type="button" look="quiet" onClick={() => void navigate('/')}>
          Back to all jobs
        </Button>
      </Flex>
    </Outside>
  );
}
