import { Combobox, createListCollection, Portal } from '@chakra-ui/react';
import { memo, type RefObject, useMemo, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { completed, readCommand } from '#core/panel';
import { useDrawn } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { edit, undo } from '../store/editing';
import { newIdMark } from '../store/ids';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Box } from '../ui/styled';
import { stages } from './stages';

interface Target {
  readonly value: string;
  readonly words: string;
  readonly kind: string;
  readonly go: () => unknown;
  /** the line that is typed on when this is taken: a completion, or a line that is not whole yet */
  readonly typesOn?: string;
}

/** How many are offered at once. */
const MOST = 9;

/** What is typed whole comes first, then a tag, then what begins with it. */
const nearness = ({ words }: Target, wanted: string): number => {
  const low = words.toLowerCase();
  return low === wanted ? 0 : low.startsWith(`${wanted} `) ? 1 : low.startsWith(wanted) ? 2 : 3;
};

/** What would be done, and how the line may go on, stand before where one may go. */
const rank = (target: Target, edits: number, wanted: string): number =>
  Number(target.value) < edits ? Number(target.value) - edits : nearness(target, wanted);

/** Jump to any device, terminal, wire, screen or command; or say an edit in a line: it is told before Enter does it. */
export const GoTo = memo(function GoTo({ entry }: { entry: RefObject<HTMLInputElement | null> }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const place = useLocation().pathname.replace(/\/[a-z]+$/, '');
  const isLocked = useAppSelector((state) => state.document.isLooking);
  const { circuit } = useDrawn();
  const [typed, setTyped] = useState('');
  const wanted = typed.trim().toLowerCase();
  const isAsked = wanted !== '';
  // an edit elsewhere is nothing to a field in which nothing is typed
  const document = useAppSelector((state) => (isAsked ? state.document.now : undefined));
  const targets = useMemo((): readonly Omit<Target, 'value'>[] => {
    if (!document || !circuit || !isAsked) return [];
    return [
      ...Object.values(document.devices).map((device) => ({
        words: `${device.tag}  ${device.title}`,
        kind: 'device',
        go: () => dispatch(benchSlice.actions.deviceSelected(device.id)),
      })),
      ...circuit.points.map(({ point, spelled, device }) => ({
        words: spelled,
        kind: 'terminal',
        go: () => dispatch(benchSlice.actions.pointSelected({ point, device })),
      })),
      ...Object.values(document.conductors).map((wire) => ({
        words: `wire ${wire.number}, ${wire.colour}`,
        kind: 'wire',
        go: () => dispatch(benchSlice.actions.conductorSelected(wire.id)),
      })),
      ...stages.map(({ path, title }) => ({ words: title, kind: 'screen', go: () => navigate(`${place}/${path}`) })),
      { words: 'Jobs', kind: 'screen', go: () => navigate('/') },
      { words: 'Put the leads away', kind: 'command', go: () => dispatch(benchSlice.actions.leadsAway()) },
      { words: 'Reset the run', kind: 'command', go: () => dispatch(benchSlice.actions.reset()) },
      { words: 'Undo', kind: 'command', go: () => dispatch(undo()) },
    ];
  }, [document, circuit, isAsked, dispatch, navigate, place]);
  const edits = useMemo((): readonly Omit<Target, 'value'>[] => {
    if (!document || isLocked || wanted === '') return [];
    const command = readCommand(document, typed, newIdMark());
    const told: Omit<Target, 'value'>[] = !command
      ? []
      : command.isOk
        ? [
            {
              words: command.will,
              kind: 'do it',
              go: () => {
                dispatch(edit([...command.changes]));
                if (command.device) dispatch(benchSlice.actions.deviceSelected(command.device));
              },
            },
          ]
        : [{ words: command.why, kind: 'not yet', go: () => undefined, typesOn: typed }];
    const isLine = command !== undefined || /\s/.test(typed.trim());
    const on = isLine
      ? completed(document, typed, 4).map((line) => ({ words: line, kind: 'go on', go: () => undefined, typesOn: `${line} ` }))
      : [];
    return command?.isOk ? [...told, ...on] : [...on, ...told];
  }, [document, typed, wanted, isLocked, dispatch]);
  const collection = useMemo(() => {
    const found =
      wanted === ''
        ? []
        : [...edits, ...targets]
            .map((one, index): Target => ({ ...one, value: String(index) }))
            .filter(({ words }, index) => index < edits.length || words.toLowerCase().includes(wanted))
            .sort((a, b) => rank(a, edits.length, wanted) - rank(b, edits.length, wanted))
            .slice(0, MOST);
    return createListCollection({ items: found, itemToValue: ({ value }) => value, itemToString: ({ words }) => words });
  }, [targets, edits, wanted]);
  return (
    <Combobox.Root
      collection={collection}
      inputValue={typed}
      value={[]}
      onInputValueChange={({ inputValue, reason }) => {
        if (reason !== 'item-select') setTyped(inputValue);
      }}
      onValueChange={({ items: [target] }) => {
        if (target?.typesOn !== undefined) {
          setTyped(target.typesOn);
          return;
        }
        target?.go();
        setTyped('');
        // after the list has given the focus back to the field: from here on keys belong to the sheet
        requestAnimationFrame(() =>
          requestAnimationFrame(() => (window.document.querySelector<SVGElement>('svg[data-sheet]') ?? entry.current)?.focus()),
        );
      }}
      open={collection.items.length > 0}
      selectionBehavior="clear"
      inputBehavior="autohighlight"
      openOnClick={false}
      positioning={{ placement: 'bottom-end', sameWidth: false }}
      w="230px"
      css={{ '@media (max-width: 700px)': { width: '104px' } }}
    >
      <Combobox.Control>
        <Combobox.Input
          ref={entry}
          placeholder="Go to, or say…  /"
          aria-label="Go to device, terminal, wire, screen or command; or say an edit: K1 NO after S2"
          onKeyDown={(event) => {
            const { key } = event;
            // the hand is here already: the key that leads here writes nothing
            if (key === '/' && typed === '') event.preventDefault();
            if (key !== 'Escape') return;
            setTyped('');
            entry.current?.blur();
          }}
        />
      </Combobox.Control>
      <Portal>
        <Combobox.Positioner>
          <Combobox.Content data-goto>
            {collection.items.map((target) => (
              <Combobox.Item key={target.value} item={target}>
                <span>{target.words}</span>
                <Box as="span" color="muted" whiteSpace="nowrap">
                  {target.kind}
                </Box>
              </Combobox.Item>
            ))}
          </Combobox.Content>
        </Combobox.Positioner>
      </Portal>
    </Combobox.Root>
  );
});
