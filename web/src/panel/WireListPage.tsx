import { useNavigate, useParams } from 'react-router';
import { Outside } from '../frame/Outside';
import { Button, Heading, Note } from '../ui/parts';
import { Box } from '../ui/styled';
import { useNewCircuit } from './NewCircuit';
import { WireListForm } from './WireListForm';

/** A panel that Mando has never seen, from the list of its wires. */
export default function WireListPage() {
  const { job = '' } = useParams();
  const navigate = useNavigate();
  const { blank, fields, problem, propose, make } = useNewCircuit(job, 'Panel from its wires');
  return (
    <Outside title="From a list of wires" job={job} width="900px">
      <Heading as="h1" fontSize="22px">
        From a list of wires
      </Heading>
      {fields}
      <WireListForm circuit={blank} verb="Make a circuit of" onPattern={propose} onTake={(changes) => void make(changes)} />
      {problem && (
        <Note tone="danger" role="alert">
          {problem}
        </Note>
      )}
      <Box color="muted" fontSize="13px" mt="10px">
        What a list does not say stays unknown: nothing is cleared before the nameplates are read. Where a wire has no size it is written in
        as 18 AWG or 1 mm², with insulation for 300 V, and judged as it stands: change it where the panel has another.
      </Box>
      <Button type="button" look="quiet" mt="6px" onClick={() => void make([])}>
        Begin with an empty circuit
      </Button>
      <Button type="button" look="quiet" mt="6px" onClick={() => void navigate('/')}>
        Back to all jobs
      </Button>
    </Outside>
  );
}
