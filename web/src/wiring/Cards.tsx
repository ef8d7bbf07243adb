import { useState } from 'react';
import type { StudyAnswer, WireRowView } from '#core/bench';
import { type Circuit, conductorsAt, type Device, deviceOf, spellTerminal, terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { type CardPaper, type CardPart, cardPages, type Drawing, lineCard, stripTable, tableCard, writeDrawing } from '#core/formats';
import { naturally, volts } from '#core/units';
import { labelOf } from '#core/words';
import { useJudged } from '../bench/BenchProvider';
import { TableButtons } from '../paper/TableButtons';
import { useDocument } from '../store/select';
import { useAppSelector } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button, Label, Note } from '../ui/parts';
import { saveAs } from '../ui/saveAs';
import { Box, Flex } from '../ui/styled';
import { useAsked } from './useAsked';
import { linesOf } from './wireBook';

/** Device labels as they are sold on sheets, in millimetres. Common practice. */
const SIZES = { '70 × 36': { width: 70, height: 36 }, '60 × 30': { width: 60, height: 30 }, '38 × 21': { width: 38, height: 21 } } as const;
type Size = keyof typeof SIZES;
const CARD_MM = 130;
const MOST_LIVE = 16;

const CAUTION = 'Lock off, prove the tester, prove every terminal dead, prove the tester again. Local code and licensed practice rule.';

interface Props {
  readonly rows: readonly WireRowView[];
  /** a danger or a block stands: nothing is printed until it is cleared */
  readonly isStopped: boolean;
  /** wiring and circuit were looked at as they are now */
  readonly isJudged: boolean;
}

/** What stays at the panel for the next person: a label on each device and cable, a card beside each strip, a card in the door. */
export function Cards({ rows, isStopped, isJudged }: Props) {
  const document = useDocument();
  const { study } = useJudged();
  const revision = useAppSelector((state) => state.sync.revision);
  const [size, setSize] = useState<Size>('70 × 36');
  const [paper, setPaper] = useState<CardPaper>(document.practice === 'na' ? 'Letter' : 'A4');
  const live = useAsked('staysLive', { opened: document.powerSwitch.isolated.open });
  const devices = Object.values(document.devices).sort((a, b) => naturally(a.tag, b.tag));
  const strips = devices.filter(
    (device) => familyOf(device, document).group === 'joint' && familyOf(device, document).terminals.length > 1,
  );
  const about = `${document.number} rev ${revision}`;
  const make = async (what: string, cards: readonly Drawing[], kind: 'pdf' | 'svg') => {
    const pages = cardPages(cards, paper, `${about} ${what}`);
    if (kind === 'svg' && pages[0]) return saveAs(`${document.number}-${what}.svg`, writeDrawing(pages[0]), 'image/svg+xml');
    const { drawingPdf } = await import('../label/drawingPdf');
    return saveAs(`${document.number}-${what}.pdf`, await drawingPdf(pages, `${about} ${what}`), 'application/pdf');
  };
  const labels = (): Drawing[] =>
    devices.map((device) => {
      const { tag, title, lines, where } = labelOf(document, device, revision);
      const expects = expected(study, device);
      return lineCard(tag, [title, ...lines, ...(expects ? [`reads ${expects}`] : []), where], SIZES[size]);
    });
  const cables = (): Drawing[] =>
    Object.values(document.cables)
      .sort((a, b) => naturally(a.tag, b.tag))
      .map((cable) => {
        const cores = Object.values(document.conductors).filter((wire) => wire.cable === cable.id);
        const ends = [
          ...new Set(cores.flatMap(({ ends: both }) => both.flatMap((end) => (end ? [document.devices[deviceOf(end)]?.tag ?? ''] : [])))),
        ];
        return lineCard(
          cable.tag,
          [
            cable.title,
            `${cores.length} cores, ${ends.join(' – ')}`,
            cores.map(({ core, number }) => `${core ?? '?'}: ${number}`).join('  '),
            about,
          ],
          SIZES[size],
        );
      });
  const stripCards = (): Drawing[] => strips.map((strip) => stripCard(document, strip, about));
  const plan = () =>
    stripTable(
      strips.map((strip) => ({ tag: strip.tag, ways: familyOf(strip, document).terminals })),
      linesOf(rows),
    );
  const door = (): Drawing[] => [doorCard(document, study, about, live.isCurrent ? live.answer : undefined)];
  // what stays live is not printed before it is known
  const kinds: readonly [string, string, number, () => Drawing[]][] = [
    ['Devices', 'device labels', devices.length, labels],
    ['Cables', 'cable labels', Object.keys(document.cables).length, cables],
    ['Strips', 'strip cards', strips.length, stripCards],
    ['Door', 'door card', live.isCurrent ? 1 : 0, door],
  ];
  return (
    <Box mt="14px" borderTop="1px solid" borderColor="hairline" pt="10px">
      <Label as="h3">Labels and cards</Label>
      <Flex gap="8px" align="center" wrap="wrap" mb="6px">
        <Choice aria-label="Size of a label, mm" value={size} onChange={({ target }) => setSize(target.value as Size)}>
          {Object.keys(SIZES).map((one) => (
            <option key={one} value={one}>
              {one} mm
            </option>
          ))}
        </Choice>
        <Choice aria-label="Paper of labels" value={paper} onChange={({ target }) => setPaper(target.value as CardPaper)}>
          <option value="A4">A4</option>
          <option value="Letter">Letter</option>
        </Choice>
      </Flex>
      {!isJudged && <Box color="muted">Looking at the circuit: nothing is printed before it is judged.</Box>}
      {isStopped && <Note tone="danger">No labels while a danger stands: what they say would be believed.</Note>}
      {kinds.map(([words, what, count, cards]) => (
        <Flex key={what} gap="8px" align="center" wrap="wrap" py="3px">
          <Box minW="90px">
            {words} ({count})
          </Box>
          <Button
            type="button"
            aria-label={`${what} as PDF`}
            disabled={isStopped || !isJudged || count === 0}
            onClick={() => void make(what, cards(), 'pdf')}
          >
            PDF
          </Button>
          <Button
            type="button"
            aria-label={`${what} as SVG, the first page`}
            disabled={isStopped || !isJudged || count === 0}
            onClick={() => void make(what, cards(), 'svg')}
          >
            SVG
          </Button>
        </Flex>
      ))}
      <Label as="h3">Strip plans as a table</Label>
      <Flex gap="8px" align="center" wrap="wrap" py="3px">
        <Box flex="1" minW="200px" fontSize="14px" color="muted">
          Way by way, where each wire goes; taken back in as a list of wires.
        </Box>
        <TableButtons what="strip plans" name={`${document.number}-strips`} table={plan} disabled={strips.length === 0} />
      </Flex>
    </Box>
  );
}

/** What a meter should find at a device's coil while it is held. */
function expected(study: StudyAnswer | undefined, device: Device): string | undefined {
  const held = study?.coils.find((one) => one.device === device.id)?.held?.volts;
  return held === undefined ? undefined : `${volts(held)} at its coil, held`;
}

/** A strip's ways in their order: what comes from inside, what goes to the field. */
function stripCard(circuit: Circuit, strip: Device, about: string): Drawing {
  const rows = familyOf(strip, circuit).terminals.map((mark) => {
    const far = conductorsAt(circuit, terminalId(strip.id, mark)).map((wire) => {
      const end = wire.ends.find((one) => one !== null && deviceOf(one) !== strip.id) ?? null;
      const place = end ? circuit.devices[deviceOf(end)]?.place : null;
      return { words: `${wire.number} ${end ? spellTerminal(circuit, end) : 'loose'} ${wire.colour}`, isInside: place === strip.place };
    });
    const list = (isInside: boolean): string => far.flatMap((one) => (one.isInside === isInside ? [one.words] : [])).join('; ');
    return [mark, list(true), list(false)];
  });
  return tableCard(
    [`${strip.tag} ${strip.title}`, about],
    [{ title: '', rows: [['way', 'from inside', 'to the field'], ...rows] }],
    CARD_MM,
    [0.1, 0.45, 0.45],
  );
}

/** What hangs in the door: supplies and what opens them, what stays live, fuses, and what the coils should read. */
function doorCard(
  circuit: Circuit,
  study: StudyAnswer | undefined,
  about: string,
  live: { readonly live: readonly { readonly spelled: string; readonly words: string }[]; readonly untried: number } | undefined,
): Drawing {
  const devices = Object.values(circuit.devices).sort((a, b) => naturally(a.tag, b.tag));
  const named = (id: string): string => circuit.devices[id]?.tag ?? '?';
  const opened = circuit.powerSwitch.isolated.open.map(named).join(', ') || 'nothing';
  const guards = devices.filter(
    (device) => familyOf(device, circuit).group === 'protection' && typeof device.nameplate.ratingA?.value === 'number',
  );
  const parts: CardPart[] = [
    {
      title: 'Supplies',
      rows: devices.filter((device) => familyOf(device, circuit).group === 'supply').map(({ tag, title }) => [tag, title, '']),
    },
    {
      title: `Still live with ${opened} open${live && live.untried > 0 ? ' (not every state was tried)' : ''}`,
      rows:
        live === undefined
          ? [['not worked out yet']]
          : [
              ...live.live.slice(0, MOST_LIVE).map(({ spelled, words }) => [spelled, words, '']),
              ...(live.live.length > MOST_LIVE ? [[`and ${live.live.length - MOST_LIVE} more`]] : []),
            ],
    },
    { title: 'Fuses and breakers', rows: guards.map(({ tag, title, nameplate }) => [tag, title, `${nameplate.ratingA?.value} A`]) },
    {
      title: 'Coils, held',
      rows: devices.flatMap((device) => {
        const reads = expected(study, device);
        return reads ? [[device.tag, device.title, reads]] : [];
      }),
    },
    { title: 'Before a hand goes in', rows: CAUTION.match(/.{1,88}(\s|$)/g)?.map((line) => [line.trim()]) ?? [] },
  ];
  return tableCard(
    [`${circuit.number} ${circuit.title}`, circuit.site, about],
    parts.filter(({ rows }) => rows.length > 0),
    CARD_MM,
    [0.16, 0.54, 0.3],
  );
}
