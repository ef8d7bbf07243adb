import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { TABLES, type Table } from '#core/size';
import { schoolWords } from '#core/words';
import { Outside } from '../frame/Outside';
import { useJobsQuery, usePracticeQuery } from '../store/server';
import { useAppSelector } from '../store/store';
import { Badge, Field, Heading } from '../ui/parts';
import { Box, Flex, styled } from '../ui/styled';
import { CAUTIONS } from './cautions';
import { Judged, judgedMatching } from './Judged';

const Grid = styled('table', { base: { borderCollapse: 'collapse', fontSize: '14px' } });
const Head = styled('th', {
  base: {
    textAlign: 'right',
    px: '8px',
    py: '3px',
    fontFamily: 'label',
    fontSize: '12px',
    color: 'muted',
    borderBottom: '1px solid',
    borderColor: 'hairline',
    whiteSpace: 'nowrap',
  },
});
const Cell = styled('td', {
  base: {
    textAlign: 'right',
    px: '8px',
    py: '2px',
    fontFamily: 'mono',
    fontSize: '13px',
    borderBottom: '1px dashed',
    borderColor: 'hairline',
  },
});

const MARKS = {
  published: { word: 'published', tone: 'good', means: 'widely printed, or re-derived here' },
  memory: { word: 'from memory', tone: 'look', means: 'typed from memory of the named publication: check a print before you rely on it' },
  typical: { word: 'typical', tone: 'off', means: 'common practice, told as typical and never as a limit' },
} as const;

const SCHOOLS = Object.values(schoolWords).map(({ question, choices, changes }) => ({
  question,
  changes,
  choices: Object.values<{ readonly words: string; readonly reason: string }>(choices),
}));

/** The tables the program computes from, each with its source and mark, and the schools with their reasons. */
export default function HandbookPage() {
  const { job } = useParams();
  const last = useAppSelector((state) => state.document.job);
  const { data: jobs } = useJobsQuery(undefined, { skip: (job ?? last) !== undefined });
  const { data: held } = usePracticeQuery(job ?? last ?? jobs?.[0]?.id ?? skipToken); // the handbook reads without a server too
  const typical = held?.practice.typical ?? {};
  const [search, setSearch] = useState('');
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const inText = (text: string) => words.every((word) => text.toLowerCase().includes(word));
  const shown = Object.entries(TABLES).filter(([, table]) =>
    inText(
      `${table.title} ${table.source} ${table.note ?? ''} ${table.keyed} ${table.columns.join(' ')} ${table.rows.map(({ key, cells }) => `${key} ${cells.join(' ')}`).join(' ')}`,
    ),
  );
  const schools = SCHOOLS.filter(({ question, choices }) =>
    inText(`${question} ${choices.map((one) => `${one.words} ${one.reason}`).join(' ')}`),
  );
  const judged = judgedMatching(inText);
  const cautions = CAUTIONS.filter(({ when, say }) => inText(`${when} ${say}`));
  return (
    <Outside title="Handbook" job={job}>
      <Flex justify="space-between" align="center" wrap="wrap" gap="10px">
        <Heading as="h1" fontSize="22px">
          Handbook
        </Heading>
        <Field
          aria-label="Search the handbook"
          placeholder="Search: B300, 18 AWG, 430.52…"
          w="300px"
          textAlign="left"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
      </Flex>
      <Box color="muted" fontSize="14px" mb="4px">
        What the program computes from.{' '}
        {Object.values(MARKS)
          .map(({ word, means }) => `${word}: ${means}`)
          .join(' · ')}
        . Local codes and licensed practice rule.
      </Box>
      {shown.length === 0 && judged.length === 0 && schools.length === 0 && cautions.length === 0 && (
        <Box py="20px">Nothing in the handbook matches “{search}”. Try fewer words.</Box>
      )}
      {shown.map(([name, table]) => (
        <TableView key={name} name={name} table={table} words={words} typical={name === 'constants' ? typical : {}} />
      ))}
      <Judged shown={judged} />
      {cautions.length > 0 && (
        <>
          <Heading mt="22px">Cautions, by step</Heading>
          {cautions.map(({ when, say }) => (
            <Box key={when} py="4px" fontSize="14px" borderBottom="1px dashed" borderColor="hairline">
              <strong>{when}.</strong> {say}
            </Box>
          ))}
        </>
      )}
      {schools.length > 0 && (
        <>
          <Heading mt="22px">Where practitioners differ</Heading>
          {schools.map(({ question, choices, changes }) => (
            <Box key={question} borderBottom="1px dashed" borderColor="hairline" py="6px">
              <strong>{question}</strong>
              {choices.map(({ words: said, reason }, index) => (
                <Box key={said} fontSize="14px">
                  {index === 0 ? 'Default: ' : 'Or: '}
                  <strong>{said}</strong>. {reason}
                </Box>
              ))}
              <Box fontSize="12px" color="muted">
                In this program: {changes}.
              </Box>
            </Box>
          ))}
        </>
      )}
    </Outside>
  );
}

function TableView({
  name,
  table,
  words,
  typical,
}: {
  name: string;
  table: Table;
  words: readonly string[];
  typical: Readonly<Record<string, number>>;
}) {
  const mark = MARKS[table.mark];
  const hit = (row: Table['rows'][number]) =>
    words.length > 0 && words.some((word) => word.length > 1 && `${row.key} ${row.cells.join(' ')}`.toLowerCase().includes(word));
  return (
    <Box as="section" id={name} mt="18px">
      <Flex gap="8px" align="baseline" wrap="wrap">
        <Heading>{table.title}</Heading>
        <Badge tone={mark.tone}>{mark.word}</Badge>
        <Box color="muted" fontSize="13px">
          {table.source}
          {table.unit ? ` · ${table.unit}` : ''}
        </Box>
      </Flex>
      {table.note && <Box fontSize="13px">{table.note}</Box>}
      <Box overflowX="auto" tabIndex={0} role="region" aria-label={table.title}>
        <Grid>
          <thead>
            <tr>
              <Head textAlign="left">{table.keyed}</Head>
              {table.columns.map((column) => (
                <Head key={column}>{column}</Head>
              ))}
              {name === 'constants' && <Head>this job</Head>}
            </tr>
          </thead>
          <tbody>
            {table.rows.map((row) => (
              <Box as="tr" key={row.key} bg={hit(row) ? 'lookTint' : undefined}>
                <Cell as="th" textAlign="left">
                  {row.key}
                </Cell>
                {row.cells.map((cell, index) => (
                  <Cell key={table.columns[index]}>{cell === null ? '–' : String(cell)}</Cell>
                ))}
                {name === 'constants' && <Cell>{typical[row.key] === undefined ? '' : `${typical[row.key]} typical`}</Cell>}
              </Box>
            ))}
          </tbody>
        </Grid>
      </Box>
    </Box>
  );
}
