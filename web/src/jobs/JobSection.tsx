import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { CircuitLine, Job, Standing } from '#core/api';
import { naturally } from '#core/units';
import { useCircuitsQuery, useSaveJobMutation } from '../store/server';
import { FileButton } from '../ui/FileButton';
import { Button, Field, Heading, Label, Note } from '../ui/parts';
import { Box, Flex, styled } from '../ui/styled';
import { CircuitCard } from './CircuitCard';
import { useImport } from './useImport';

export const Cards = styled('div', {
  base: { display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 460px), 1fr))', gap: '8px' },
});

/** What was just done with a job or a circuit, and the way back. */
export interface Done {
  readonly words: string;
  /** the way back; nothing was done where there is none */
  readonly undo?: () => void;
}

/** What came of a request to the server: done with the way back, or why not. */
export const doneOf = (result: { readonly error?: unknown }, words: string, undo: () => void): Done =>
  result.error === undefined ? { words, undo } : { words: `Not done: ${String(result.error)}` };

/** K2 before K10; of one number the first by title. */
const byNumber = (a: CircuitLine, b: CircuitLine): number =>
  naturally(a.site, b.site) || naturally(a.number, b.number) || naturally(a.title, b.title);

interface Props {
  readonly job: Job;
  readonly onStand: (circuit: CircuitLine, standing: Standing) => void;
  readonly onDone: (done: Done) => void;
}

/** A job with its circuits, site by site. */
export function JobSection({ job, onStand, onDone }: Props) {
  const { id, title, demo, count } = job;
  const [save] = useSaveJobMutation();
  const [name, setName] = useState<string>();
  const [isWhole, setWhole] = useState(false);
  const { data: whole } = useCircuitsQuery({ job: id, order: 'site', limit: 500 }, { skip: !isWhole });
  const circuits = (isWhole && whole ? whole.circuits : job.circuits).toSorted(byNumber);
  const navigate = useNavigate();
  const { refused, take } = useImport(id);
  const rename = async () => {
    const next = name?.trim();
    setName(undefined);
    if (!next || next === title) return;
    onDone(doneOf(await save({ job: id, title: next }), `${title} is now ${next}.`, () => void save({ job: id, title })));
  };
  const archive = async () =>
    onDone(
      doneOf(
        await save({ job: id, standing: 'archived' }),
        `${title} is put away, with what is in it.`,
        () => void save({ job: id, standing: 'open' }),
      ),
    );
  const sites = [...new Set(circuits.map(({ site }) => site))];
  return (
    <Box as="section" mb="22px" aria-label={title}>
      <Flex align="center" gap="6px" wrap="wrap" mt="10px">
        {name === undefined ? (
          <Heading flex="1 1 280px">
            {title}
            {demo && (
              <Box as="span" fontWeight={400} color="muted" fontSize="14px">
                {' '}
                · demo job, invented
              </Box>
            )}
          </Heading>
        ) : (
          <Field
            autoFocus
            width="320px"
            fontFamily="body"
            textAlign="left"
            aria-label={`Name of ${title}`}
            maxLength={80}
            value={name}
            onChange={({ target }) => setName(target.value)}
            onBlur={() => void rename()}
            onKeyDown={({ key }) => {
              if (key === 'Enter') void rename();
              if (key === 'Escape') setName(undefined);
            }}
          />
        )}
        <Button type="button" onClick={() => void navigate(`/jobs/${id}/brief`)}>
          From a few facts
        </Button>
        <Button type="button" onClick={() => void navigate(`/jobs/${id}/wires`)}>
          From a list of wires
        </Button>
        <Button type="button" onClick={() => void navigate(`/jobs/${id}/trace`)}>
          By tracing
        </Button>
        <FileButton look="quiet" label="Circuit file" accept=".json,application/json" onFile={(file) => void take(file)}>
          Import a circuit
        </FileButton>
        <Button type="button" look="quiet" aria-label={`Rename ${title}`} onClick={() => setName(title)}>
          Rename
        </Button>
        <Button type="button" look="quiet" aria-label={`Put ${title} away`} onClick={() => void archive()}>
          Archive
        </Button>
      </Flex>
      {refused && (
        <Note tone="danger" role="alert">
          {refused}
        </Note>
      )}
      {count === 0 && (
        <Note>
          Nothing in this job yet. A few facts about a load and its control make a first circuit; so does the list of a panel’s wires; a
          circuit that was exported elsewhere can be imported.
        </Note>
      )}
      {sites.map((site) => (
        <Box key={site}>
          <Label>
            {site || 'No site'} ·{' '}
            {circuits.find((one) => one.site === site)?.practice === 'na' ? 'North American practice, 60 Hz' : 'IEC practice, 50 Hz'}
          </Label>
          <Cards>
            {circuits
              .filter((one) => one.site === site)
              .map((circuit) => (
                <CircuitCard key={circuit.id} circuit={circuit} onStand={(standing) => onStand(circuit, standing)} />
              ))}
          </Cards>
        </Box>
      ))}
      {!isWhole && count > circuits.length && (
        <Button type="button" mt="8px" onClick={() => setWhole(true)}>
          {circuits.length} of {count}, newest first. Show more
        </Button>
      )}
      {isWhole && whole && whole.count > whole.circuits.length && (
        <Note>
          {whole.circuits.length} of {whole.count} are shown. Search for the others by number, title or site.
        </Note>
      )}
    </Box>
  );
}
