import { useMemo, useState } from 'react';
import { createPortal, flushSync } from 'react-dom';
import { sheetPicture } from '#core/bench';
import type { Device } from '#core/circuit';
import { type DeviceFamily, familyOf } from '#core/devices';
import { naturally } from '#core/units';
import { useDrawn, useJudged } from '../bench/BenchProvider';
import { shownSheet } from '../bench/shownSheet';
import { useDocument, usePractice } from '../store/select';
import { useAppSelector } from '../store/store';
import { Choice } from '../ui/Choice';
import { Over } from '../ui/Over';
import { Button, Label } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { NOTHING_FOUND } from '../ui/verdicts';
import { Listed, Page, paperCss } from './Page';
import { cropped, PAPERS, type PaperName, roomOf, sheetPages } from './pages';

const WHAT = [
  ['sheet', 'The sheet'],
  ['findings', 'What the checks say'],
  ['parts', 'The parts with their nameplates'],
] as const;
type What = (typeof WHAT)[number][0];

/** So many rows of a list go on a page of this height. */
const rowsOn = (paper: PaperName): number => Math.max(6, Math.floor((roomOf(paper).height - 12) / 11));

/** What a part is and what is printed on it, by the names of its fields. */
function plateWords({ fitted, nameplate }: Device, { title, fields }: DeviceFamily): string {
  const printed = Object.entries(nameplate).flatMap(([name, { value }]) => {
    const facts = Object.hasOwn(fields, name) ? fields[name] : undefined;
    return facts ? [`${facts.label.toLowerCase()} ${value === null ? 'not read' : `${value} ${facts.unit}`.trim()}`] : [];
  });
  return `${title}${fitted ? `, fitted: ${fitted}` : ''}. ${printed.join(', ')}`;
}

/** Chooses what goes on paper, and prints it: pages with a title block, never the screen. */
export function PaperDialog({ onClose }: { onClose: () => void }) {
  const document = useDocument();
  const { circuit } = useDrawn();
  const { study } = useJudged();
  const { symbols } = usePractice().schools;
  const revision = useAppSelector((state) => state.sync.revision);
  const faults = useAppSelector((state) => state.bench.injected.length + (state.bench.hidden ? 1 : 0));
  const [paper, setPaper] = useState<PaperName>(document.practice === 'na' ? 'Letter' : 'A4');
  const [wanted, setWanted] = useState<ReadonlySet<What>>(new Set<What>(['sheet', 'findings']));
  const [isPrinting, setPrinting] = useState(false);
  const lines = useAppSelector((state) => state.settings.lines);
  const sheet = useMemo(() => circuit && shownSheet(circuit.sheet, { lines }), [circuit, lines]);
  // drawn when it is printed, once for all its pages
  const svg = isPrinting && sheet ? sheetPicture(document, symbols === 'na' || symbols === 'iec' ? { family: symbols } : {}, sheet) : '';
  const rows = rowsOn(paper);
  const split = <T,>(list: readonly T[]): T[][] =>
    Array.from({ length: Math.ceil(list.length / rows) }, (_, page) => list.slice(page * rows, (page + 1) * rows));
  const pages = [
    ...(wanted.has('sheet') && sheet
      ? sheetPages(sheet, paper).map((page) => {
          // biome-ignore lint/security/noDangerouslySetInnerHtml: it is the core's own picture, its words escaped there
          return <div key={`sheet ${page.from}`} dangerouslySetInnerHTML={{ __html: cropped(svg, sheet, page) }} />;
        })
      : []),
    ...(wanted.has('findings') && study
      ? split(study.findings.length > 0 ? study.findings : [undefined]).map((list, page) => (
          <Listed
            key={`findings ${page}`}
            title={`What the checks say, over ${study.statesSeen} states${page > 0 ? ', continued' : ''}`}
            rows={list.map((one) =>
              one ? [one.verdict, one.title, `${one.reason} ${one.remedy}`] : ['good', 'No finding', NOTHING_FOUND],
            )}
          />
        ))
      : []),
    ...(wanted.has('parts')
      ? split(Object.values(document.devices).toSorted((a, b) => naturally(a.tag, b.tag))).map((list, page) => (
          <Listed
            key={`parts ${page}`}
            title={`Parts${page > 0 ? ', continued' : ''}`}
            rows={list.map((device) => [device.tag, device.title, plateWords(device, familyOf(device, document))])}
          />
        ))
      : []),
  ];
  const print = () => {
    flushSync(() => setPrinting(true));
    window.print();
    setPrinting(false);
    onClose();
  };
  return (
    <Over open title="On paper" onClose={onClose}>
      <Label>What</Label>
      {WHAT.map(([what, words]) => (
        <Box as="label" key={what} display="flex" gap="8px" alignItems="center" minH="34px">
          <input
            type="checkbox"
            checked={wanted.has(what)}
            onChange={() => setWanted(new Set(wanted.has(what) ? [...wanted].filter((one) => one !== what) : [...wanted, what]))}
          />
          {words}
        </Box>
      ))}
      <Label>Paper</Label>
      <Choice aria-label="Paper" value={paper} onChange={({ target }) => setPaper(target.value as PaperName)}>
        {Object.keys(PAPERS).map((name) => (
          <option key={name} value={name}>
            {name}, lying
          </option>
        ))}
      </Choice>
      {faults > 0 && <Box mt="8px">The faults that are set are not on paper: the circuit is drawn at rest, as it is wired.</Box>}
      <Flex gap="10px" mt="12px">
        <Button type="button" look="strong" disabled={pages.length === 0} onClick={print}>
          Print {pages.length} {pages.length === 1 ? 'page' : 'pages'}, or save as PDF
        </Button>
        <Button type="button" onClick={onClose}>
          Close
        </Button>
      </Flex>
      {isPrinting &&
        createPortal(
          <div className="mando-paper">
            <style>{paperCss(paper)}</style>
            {pages.map((content, index) => (
              <Page
                key={content.key}
                title={{
                  site: document.site,
                  number: document.number,
                  title: document.title,
                  revision,
                  page: `${index + 1} of ${pages.length}`,
                }}
              >
                {content}
              </Page>
            ))}
          </div>,
          window.document.body,
        )}
    </Over>
  );
}
