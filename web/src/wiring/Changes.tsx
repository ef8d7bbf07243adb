import { skipToken } from '@reduxjs/toolkit/query';
import { useMemo, useState } from 'react';
import { spellTerminal } from '#core/circuit';
import { figures } from '#core/units';
import { changeSet, handedOver } from '#core/wiring';
import { tellChangeSet } from '#core/words';
import { useDocument } from '../store/select';
import { useCircuitsQuery, useDocumentAtQuery, useHistoryQuery } from '../store/server';
import { useAppSelector } from '../store/store';
import type { Landings } from '../store/useLandings';
import { Choice } from '../ui/Choice';
import { Button, Label, Mono, Note } from '../ui/parts';
import { saveAs } from '../ui/saveAs';
import { Box, Flex } from '../ui/styled';
import { useAsked } from './useAsked';

/** What has to be done at the panel to bring it from a revision to what is drawn now, and what has to be tested again. */
export function Changes({ landings }: { landings: Landings }) {
  const [other, setOther] = useState('');
  return (
    <Box overflowY="auto" minH="0" flex="1" fontSize="14px">
      <Since />
      <Box borderTop="1px solid" borderColor="hairline" mt="14px" pt="10px">
        <Beside other={other} onOther={setOther} />
      </Box>
      <Box borderTop="1px solid" borderColor="hairline" mt="14px" pt="10px">
        <HandOver landings={landings} />
      </Box>
    </Box>
  );
}

/** Half done work for the next person: who did what, what was signed for, what was done again, what is open. */
function HandOver({ landings }: { landings: Landings }) {
  const document = useDocument();
  const revision = useAppSelector((state) => state.sync.revision);
  const { people, signed, again, open } = useMemo(() => handedOver(document, landings.log), [document, landings.log]);
  if (landings.isUnknown) return <Note tone="look">What was landed is not known: the server does not answer.</Note>;
  const endWords = (conductor: string, side: 0 | 1): string => {
    const wire = document.conductors[conductor];
    const end = wire?.ends[side];
    return `wire ${wire?.number ?? '?'} at ${end ? spellTerminal(document, end) : 'a loose end'}`;
  };
  const when = (at: string): string => new Date(at).toLocaleString();
  const lines = {
    'Who did what': people.map(({ by, landed, tugged, last }) => `${by}: ${landed} landed, ${tugged} tug-tested, last ${when(last)}`),
    'Signed for': signed.map((act) => `${endWords(act.conductor, act.side)}, ${act.by}, ${when(act.at)}: ${act.signed}`),
    'Landed more than once': again.map(({ act, times }) => `${endWords(act.conductor, act.side)}, ${times} times`),
    'Put off': [...landings.putOff.values()].map(
      ({ conductor, by, why, at }) => `wire ${document.conductors[conductor]?.number ?? '?'}, ${by}, ${when(at)}${why && `: ${why}`}`,
    ),
    'Wants landing': open.filter(({ wants }) => wants === 'landing').map(({ conductor, side }) => endWords(conductor, side)),
    'Wants a tug': open.filter(({ wants }) => wants === 'a tug').map(({ conductor, side }) => endWords(conductor, side)),
  };
  const text = () =>
    [
      `${document.site} ${document.number} ${document.title}: landings as of revision ${revision}`,
      ...(landings.isBroken ? ['The log was changed from outside: it is not to be relied on.'] : []),
      ...Object.entries(lines).flatMap(([head, list]) => ['', `${head} (${list.length})`, ...list]),
    ].join('\n');
  return (
    <Box data-hand-over={open.length}>
      <Flex gap="8px" align="center" wrap="wrap">
        <Box fontWeight={700}>Handing over</Box>
        <Button type="button" onClick={() => saveAs(`${document.number}-landings.txt`, text(), 'text/plain')}>
          Save the record
        </Button>
      </Flex>
      {Object.entries(lines).map(([head, list]) => (
        <Box key={head} mt="6px">
          <strong>
            {head} ({list.length})
          </strong>
          {list.length > 0 && `: ${list.slice(0, 8).join('; ')}${list.length > 8 ? '; …' : ''}`}
        </Box>
      ))}
    </Box>
  );
}

/** Another way of building it, from among all circuits: what each costs and risks, figure by figure. */
function Beside({ other, onOther }: { other: string; onOther: (id: string) => void }) {
  const document = useDocument();
  const id = useAppSelector((state) => state.document.id) ?? '';
  const { data: list } = useCircuitsQuery({ order: 'number', limit: 500 });
  const line = list?.circuits.find((one) => one.id === other);
  const { data: there, error } = useDocumentAtQuery(line ? { id: line.id, revision: line.revision } : skipToken);
  const ask = useMemo(() => (line && there ? { other: there } : undefined), [line, there]);
  const { answer, isCurrent, progress, failed } = useAsked('variant', ask);
  const all = list?.circuits.filter((one) => one.id !== id) ?? [];
  const shown = isCurrent ? answer : undefined;
  return (
    <>
      <Flex gap="8px" align="center" wrap="wrap">
        <Box as="label" {...{ htmlFor: 'beside-circuit' }}>
          Another way of building it
        </Box>
        <Choice id="beside-circuit" value={other} onChange={({ target }) => onOther(target.value)}>
          <option value="">none</option>
          {all.map((one) => (
            <option key={one.id} value={one.id}>
              {one.number} {one.title}
            </option>
          ))}
        </Choice>
      </Flex>
      {(failed || typeof error === 'string') && <Note tone="danger">{failed ?? String(error)}</Note>}
      {ask && !shown && !failed && (
        <Box color="muted" mt="6px">
          Trying every likely mishap of both{progress ? `, ${progress.seen} of ${progress.of}` : ''}…
        </Box>
      )}
      {shown && there && (
        <Box
          as="table"
          mt="8px"
          data-beside={there.number}
          css={{ borderCollapse: 'collapse', '& th, & td': { padding: '3px 12px 3px 0', textAlign: 'left' } }}
        >
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">{document.number}, this one</th>
              <th scope="col">{there.number}</th>
            </tr>
          </thead>
          <tbody>
            {shown.figures.map((one) => (
              <tr key={one.words}>
                <th scope="row" style={{ fontWeight: 400 }}>
                  {one.words}
                </th>
                <td>
                  <Mono>{figures(one.here, 3)}</Mono>
                </td>
                <td>
                  <Mono>{figures(one.there, 3)}</Mono>
                </td>
              </tr>
            ))}
          </tbody>
        </Box>
      )}
    </>
  );
}

function Since() {
  const document = useDocument();
  const id = useAppSelector((state) => state.document.id) ?? '';
  const revision = useAppSelector((state) => state.sync.revision);
  const { data: history } = useHistoryQuery({ id }, { refetchOnMountOrArgChange: true });
  const [since, setSince] = useState(0);
  const { data: before, error } = useDocumentAtQuery({ id, revision: since });
  const made = useMemo(() => {
    if (!before) return undefined;
    const set = changeSet(before, document);
    return { set, lines: tellChangeSet(before, document, set) };
  }, [before, document]);
  const again = made?.set.testAgain.flatMap((device) => document.devices[device]?.tag ?? []) ?? [];
  const text = () =>
    [
      `${document.site} ${document.number} ${document.title}: from revision ${since} to ${revision}`,
      '',
      ...(made?.lines.map(({ deed, words }) => `[ ] ${deed}: ${words}`) ?? []),
      '',
      `Test again: ${again.join(', ') || 'nothing'}`,
      '',
      'Isolate, lock and prove dead first. Local codes and licensed practice rule.',
    ].join('\n');
  return (
    <Box>
      <Flex gap="8px" align="center" wrap="wrap">
        <Box as="label" {...{ htmlFor: 'changes-since' }}>
          Since
        </Box>
        <Choice id="changes-since" value={since} onChange={({ target }) => setSince(Number(target.value))}>
          <option value={0}>it was added (revision 0)</option>
          {history?.revisions.map((one) => (
            <option key={one.revision} value={one.revision}>
              revision {one.revision}: {one.words.slice(0, 60)}
            </option>
          ))}
        </Choice>
        <Button type="button" disabled={!made} onClick={() => saveAs(`${document.number}-changes.txt`, text(), 'text/plain')}>
          Save it to take along
        </Button>
      </Flex>
      {typeof error === 'string' && <Note tone="danger">{error}</Note>}
      {made?.lines.length === 0 && <Box my="8px">Nothing at the panel differs from that revision.</Box>}
      {(['take out', 'move', 'put in', 'change'] as const).map((deed) => {
        const those = made?.lines.filter((line) => line.deed === deed) ?? [];
        return (
          those.length > 0 && (
            <Box key={deed}>
              <Label as="h3">{deed}</Label>
              {those.map(({ words }) => (
                <Box key={words} data-change={deed}>
                  {words}
                </Box>
              ))}
            </Box>
          )
        );
      })}
      {again.length > 0 && (
        <Box mt="8px">
          <strong>To be tested again:</strong> {again.join(', ')}: they share wiring with what has changed. Ticks on ends that were moved
          count no more.
        </Box>
      )}
    </Box>
  );
}
