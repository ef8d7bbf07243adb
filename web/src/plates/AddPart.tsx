import { useMemo, useState } from 'react';
import {
  type Circuit,
  type ConductorId,
  deviceOf,
  isTerminal,
  type Point,
  spellTerminal,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import {
  bringing,
  catalogue,
  countedFor,
  familyList,
  kindOfPart,
  kindText,
  knowing,
  loneDevice,
  partsOf,
  type StockPart,
} from '#core/devices';
import { addPart, nextTag, ownKindName, type Seat, seatPart, tagProblem } from '#core/panel';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { newIdMark } from '../store/ids';
import { useDocument } from '../store/select';
import { useStockQuery } from '../store/server';
import { useAppDispatch } from '../store/store';
import { Choice } from '../ui/Choice';
import { Over } from '../ui/Over';
import { Button, Field, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';
import { OwnKindForm } from './OwnKindForm';

/** A kind, or a part of it that is in stock. */
interface Found {
  readonly key: string;
  readonly family: string;
  readonly title: string;
  readonly about: string;
  readonly from?: StockPart;
}

const MOST_FOUND = 9;

type Own = Circuit['families'];

function searched(words: readonly string[], stock: readonly StockPart[], own: Own): Found[] {
  const fits = (text: string): boolean => words.every((word) => text.toLowerCase().includes(word));
  const kinds = [...familyList, ...countedFor(words)]
    .filter(([name, family]) => fits(kindText(name, family)))
    .map(([family, { title, terminals }]): Found => ({ key: family, family, title, about: terminals.join(' ') }));
  const brought = Object.keys(own).flatMap((family): Found[] => {
    const facts = catalogue.family(family, own);
    return facts && fits(`${facts.title} ${facts.terminals.join(' ')}`)
      ? [{ key: family, family, title: facts.title, about: `of this circuit · ${facts.terminals.join(' ')}` }]
      : [];
  });
  const parts = stock
    .filter((from) => fits(`${from.title} ${from.print} ${kindOfPart(from)?.title ?? ''}`))
    .map((from): Found => ({ key: from.id, family: from.family, title: from.title, about: `in stock · ${from.print}`, from }));
  return [...brought, ...kinds.slice(0, words.length === 0 ? MOST_FOUND : 5), ...parts].slice(0, MOST_FOUND);
}

/** Pairs of terminals of a kind that a path can go through: contacts, coils, windings. */
function pairsOf(family: string, families: Own): { readonly a: string; readonly b: string; readonly words: string }[] {
  const device = loneDevice({
    id: 'pX',
    title: 'x',
    family,
    nameplate: {},
    print: '',
    van: '',
    shelf: '',
    count: 0,
    notes: '',
    body: null,
    own: null,
  });
  return partsOf(device, { families, programs: {} }).flatMap((part) =>
    'a' in part && 'b' in part && typeof part.a === 'string' && typeof part.b === 'string'
      ? [{ a: part.a, b: part.b, words: `${part.a}–${part.b}${part.kind === 'contact' ? ` ${part.form}` : ` ${part.kind}`}` }]
      : [],
  );
}

/** Where a part may be put from a terminal: into each wire there, beside each part that ends there, or by itself. */
function seatsAt(circuit: Circuit, point: Point | null): { readonly words: string; readonly seat: Seat | undefined }[] {
  const alone = { words: 'by itself, wired later', seat: undefined };
  if (!point || !isTerminal(point)) return [alone];
  const wires = Object.values(circuit.conductors).filter(({ ends }) => ends.includes(point) && ends.every((end) => end !== null));
  const device = circuit.devices[deviceOf(point)];
  const beside = device
    ? partsOf(device, circuit).flatMap((part) => {
        if (!('a' in part) || !('b' in part) || typeof part.a !== 'string' || typeof part.b !== 'string') return [];
        const ends = [terminalId(device.id, part.a), terminalId(device.id, part.b)] as const;
        return ends.includes(point) ? [{ words: `beside ${device.tag} ${part.a}–${part.b}`, seat: { beside: ends } satisfies Seat }] : [];
      })
    : [];
  return [
    ...wires.map(({ id, number, ends }) => ({
      words: `in wire ${number}, ${ends.map((end) => spellTerminal(circuit, end as TerminalId)).join(' to ')}`,
      seat: { in: id as ConductorId } satisfies Seat,
    })),
    ...beside,
    alone,
  ];
}

/** A part is added: which kind, its tag, where it goes, by which of its terminals; told before it is done. */
export function AddPart({ point, onClose }: { point: Point | null; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const circuit = useDocument();
  const { data: stock } = useStockQuery();
  const [search, setSearch] = useState('');
  const [isOwn, setOwn] = useState(false);
  /** kinds of the circuit, and the one that was just described */
  const [described, setDescribed] = useState<Own>({});
  const own = useMemo(() => ({ ...circuit.families, ...described }), [circuit, described]);
  const [found, setFound] = useState<Found>();
  const [tag, setTag] = useState('');
  const [seatAt, setSeatAt] = useState(0);
  const [pairAt, setPairAt] = useState(0);
  const list = useMemo(
    () =>
      searched(
        search.toLowerCase().split(/\s+/).filter(Boolean),
        (stock ?? []).map(({ part }) => part),
        own,
      ),
    [search, stock, own],
  );
  const seats = useMemo(() => seatsAt(circuit, point), [circuit, point]);
  const pairs = useMemo(
    () => (found ? pairsOf(found.family, found.from ? knowing({ families: own }, found.from).families : own) : []),
    [found, own],
  );
  const seat = seats[seatAt]?.seat;
  const pair = pairs[pairAt];
  const choose = (one: Found) => {
    setFound(one);
    setPairAt(0);
    setTag(nextTag(circuit, kindOfPart(one.from ?? { family: one.family, own: own[one.family as keyof Own] ?? null })?.letter ?? 'X'));
  };
  const problem =
    tagProblem(circuit, tag) ??
    (seat && !pair ? 'This kind has no two terminals that a path goes through: put it in by itself.' : undefined);
  const put = () => {
    if (!found || problem) return;
    const said = {
      family: found.family,
      tag,
      ...(found.from ? { from: found.from } : { title: catalogue.family(found.family, own)?.title ?? '' }),
    };
    const made = seat && pair ? seatPart(circuit, said, [pair.a, pair.b], seat, newIdMark()) : addPart(circuit, said);
    if (!made) return;
    const name = Object.keys(described).find((one) => one === found.family) as keyof Own | undefined;
    const to = name && described[name];
    const brings = found.from ? bringing(circuit, found.from) : [];
    dispatch(edit([...(name && to ? [{ type: 'setFamily' as const, name, to }] : brings), ...made.changes]));
    dispatch(benchSlice.actions.deviceSelected(made.device));
    onClose();
  };
  if (isOwn)
    return (
      <Over open title="A kind that is not in the list" onClose={onClose}>
        <OwnKindForm
          onBack={() => setOwn(false)}
          onMade={(family) => {
            const name = ownKindName(own, family.title);
            const brought = { ...own, [name]: family };
            setDescribed({ [name]: family });
            setOwn(false);
            setFound({ key: name, family: name, title: family.title, about: catalogue.family(name, brought)?.terminals.join(' ') ?? '' });
            setPairAt(0);
            setTag(nextTag(circuit, family.letter));
          }}
        />
      </Over>
    );
  return (
    <Over open title="Add a part" onClose={onClose}>
      <Field
        autoFocus
        w="100%"
        boxSizing="border-box"
        textAlign="left"
        aria-label="Which part"
        placeholder="contactor, lamp, 24 V relay, A1 13…"
        value={search}
        onChange={({ target }) => {
          setSearch(target.value);
          setFound(undefined);
        }}
        onKeyDown={({ key }) => {
          if (key === 'Enter' && list[0]) choose(list[0]);
        }}
      />
      <Box role="listbox" aria-label="Kinds and parts" my="6px">
        {(found ? [found] : list).map((one) => (
          <Button
            key={one.key}
            type="button"
            role="option"
            aria-selected={found?.key === one.key}
            look={found?.key === one.key ? 'strong' : 'plain'}
            w="100%"
            textAlign="left"
            justifyContent="flex-start"
            mb="3px"
            onClick={() => choose(one)}
          >
            {one.title}
            <Box as="span" fontWeight={400} fontSize="12px" ml="8px">
              {one.about}
            </Box>
          </Button>
        ))}
        {!found && list.length === 0 && <Note>No kind or part is called that. Try fewer words.</Note>}
      </Box>
      {!found && (
        <Button type="button" look="quiet" onClick={() => setOwn(true)}>
          None of these: describe it from its label
        </Button>
      )}
      {found && (
        <>
          <Flex gap="10px" wrap="wrap" align="end">
            <Flex direction="column" fontSize="13px">
              <label htmlFor="add-tag">Tag</label>
              <Field id="add-tag" w="90px" value={tag} onChange={({ target }) => setTag(target.value.toUpperCase())} />
            </Flex>
            <Flex direction="column" fontSize="13px" flex="1 1 220px">
              <label htmlFor="add-seat">Where</label>
              <Choice id="add-seat" value={seatAt} onChange={({ target }) => setSeatAt(Number(target.value))}>
                {seats.map(({ words: where }, index) => (
                  <option key={where} value={index}>
                    {where}
                  </option>
                ))}
              </Choice>
            </Flex>
            {seat && pairs.length > 0 && (
              <Flex direction="column" fontSize="13px">
                <label htmlFor="add-pair">By</label>
                <Choice id="add-pair" value={pairAt} onChange={({ target }) => setPairAt(Number(target.value))}>
                  {pairs.map(({ words: by }, index) => (
                    <option key={by} value={index}>
                      {by}
                    </option>
                  ))}
                </Choice>
              </Flex>
            )}
          </Flex>
          {problem && (
            <Note tone="danger" role="alert">
              {problem}
            </Note>
          )}
          <Label>What will be done</Label>
          <Box fontSize="14px" data-will>
            {tag} {seat && pair ? `${pair.a}–${pair.b} ${seats[seatAt]?.words}` : 'is added by itself'}. What is printed on it is{' '}
            {found.from ? 'that of the part in stock' : 'not read yet'}.
          </Box>
          <Button type="button" look="strong" mt="8px" disabled={problem !== undefined} onClick={put}>
            Put it in
          </Button>
        </>
      )}
    </Over>
  );
}
