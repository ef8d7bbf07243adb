import type { CircuitLine, Standing } from '#core/api';
import { useCircuitsQuery, useJobsApartQuery, useSaveJobMutation } from '../store/server';
import { Button, Label, Note, Row } from '../ui/parts';
import { Flex } from '../ui/styled';
import { CircuitCard } from './CircuitCard';
import { Cards } from './JobSection';

const NAMES = { archived: 'put away', deleted: 'thrown away' } as const;

/** Jobs and circuits that are put away or thrown away: nothing is lost, each can be put back. */
export function Apart({
  standing,
  onStand,
}: {
  standing: Exclude<Standing, 'open'>;
  onStand: (circuit: CircuitLine, standing: Standing) => void;
}) {
  const { data: jobs } = useJobsApartQuery(standing);
  const { data: circuits } = useCircuitsQuery({ standing });
  const [save] = useSaveJobMutation();
  if (!jobs || !circuits) return <p>Looking…</p>;
  if (jobs.length === 0 && circuits.circuits.length === 0) return <Note>Nothing is {NAMES[standing]}.</Note>;
  return (
    <>
      {jobs.length > 0 && <Label>Jobs {NAMES[standing]}, with what is in them</Label>}
      {jobs.map(({ id, title, count }) => (
        <Row key={id}>
          <span>
            {title} · {count} circuits
          </span>
          <Flex>
            <Button type="button" look="quiet" onClick={() => void save({ job: id, standing: 'open' })}>
              Put back
            </Button>
            {standing === 'archived' && (
              <Button type="button" look="quiet" onClick={() => void save({ job: id, standing: 'deleted' })}>
                Delete
              </Button>
            )}
          </Flex>
        </Row>
      ))}
      {circuits.circuits.length > 0 && <Label>Circuits {NAMES[standing]}</Label>}
      <Cards>
        {circuits.circuits.map((circuit) => (
          <CircuitCard key={circuit.id} circuit={circuit} onStand={(next) => onStand(circuit, next)} />
        ))}
      </Cards>
    </>
  );
}
