import { Menu, Portal } from '@chakra-ui/react';
import { memo, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { PasteDialog, SeveralDialog } from '../panel/SeveralDialog';
import { TraceDialog } from '../panel/TraceDialog';
import { WireListForm } from '../panel/WireListForm';
import { DrawingDialog } from '../paper/DrawingDialog';
import { PaperDialog } from '../paper/PaperDialog';
import { AddPart } from '../plates/AddPart';
import { benchSlice } from '../store/bench';
import { edit, redo, undo } from '../store/editing';
import { newCircuitId } from '../store/ids';
import { useDocument } from '../store/select';
import { server } from '../store/server';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import type { Entry } from '../store/undo';
import { CIRCUIT_KEYS, type CircuitAct } from '../ui/keys';
import { Over } from '../ui/Over';
import { Button } from '../ui/parts';
import { saveAs } from '../ui/saveAs';
import { History } from './History';
import { LinkDialog } from './LinkDialog';
import { useSheetDrawing, useSheetPicture } from './useSheetPicture';

interface Item {
  readonly value: string;
  readonly words: string;
  readonly does: () => unknown;
  readonly disabled?: boolean;
}

type Dialog = 'link' | 'part' | 'wires' | 'trace' | 'paper' | 'drawing' | 'several' | 'paste' | 'history';
/** In the address of a circuit that is begun by tracing. */
const TRACE = 'trace';

const withKey = (words: string, act: CircuitAct): string => {
  const cap = CIRCUIT_KEYS.find((row) => row.act === act)?.cap;
  return cap ? `${words} (${cap})` : words;
};

const MOST_SHOWN = 44;
/** The way back by what it takes back. */
const named = (verb: string, entries: readonly Entry[]): string => {
  const words = entries.at(-1)?.words;
  if (!words) return verb;
  return `${verb}: ${words.length > MOST_SHOWN ? `${words.slice(0, MOST_SHOWN - 1)}…` : words}`;
};

export const CircuitMenu = memo(function CircuitMenu() {
  const { search } = useLocation();
  const [dialog, setDialog] = useState<Dialog | undefined>(new URLSearchParams(search).has(TRACE) ? 'trace' : undefined);
  const close = () => setDialog(undefined);
  const drawing = useSheetDrawing();
  const id = useAppSelector((state) => state.document.id);
  const job = useAppSelector((state) => state.document.job);
  if (!id || !job) return null;
  return (
    <>
      <Menu.Root positioning={{ placement: 'bottom-end' }} lazyMount unmountOnExit>
        <Menu.Trigger asChild>
          <Button type="button" look="onFrame">
            More
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content>
              <Items id={id} job={job} onOpen={setDialog} />
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      {dialog === 'part' && <AddPart point={null} onClose={close} />}
      {dialog === 'wires' && <MoreWires onClose={close} />}
      {dialog === 'trace' && <TraceDialog onClose={close} />}
      {dialog === 'drawing' && <DrawingDialog what="Path sheet" make={drawing} onClose={close} />}
      {dialog === 'several' && <SeveralDialog onClose={close} />}
      {dialog === 'paste' && <PasteDialog onClose={close} />}
      {dialog === 'link' && <LinkDialog onClose={close} />}
      {dialog === 'paper' && <PaperDialog onClose={close} />}
      {dialog === 'history' && <History id={id} onClose={close} />}
    </>
  );
});

/** What can be done with the circuit, listed while the menu is open: an edit draws nothing that is not seen. */
function Items({ id, job, onOpen }: { id: string; job: string; onOpen: (dialog: Dialog) => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const picture = useSheetPicture();
  const now = useDocument();
  const { done, undone } = useAppSelector((state) => state.undo);
  const putBack = async () => {
    const { data } = await dispatch(server.endpoints.firstDocument.initiate(id, { subscribe: false }));
    if (data) dispatch(edit([{ type: 'replaceDocument', to: data }]));
  };
  const copy = async () => {
    const made = newCircuitId();
    const document = { ...now, title: `${now.title}, copy`.slice(0, 80) };
    await dispatch(server.endpoints.createCircuit.initiate({ job, id: made, document })).unwrap();
    navigate(`/circuits/${made}/prove`);
  };
  const items: readonly Item[] = [
    { value: 'undo', words: withKey(named('Undo', done), 'undo'), does: () => dispatch(undo()), disabled: done.length === 0 },
    { value: 'redo', words: withKey(named('Redo', undone), 'redo'), does: () => dispatch(redo()), disabled: undone.length === 0 },
    { value: 'reset', words: 'Reset the run', does: () => dispatch(benchSlice.actions.reset()) },
    { value: 'leads', words: 'Put the leads away', does: () => dispatch(benchSlice.actions.leadsAway()) },
    { value: 'part', words: 'Add a part', does: () => onOpen('part') },
    { value: 'several', words: 'Several devices: copy, or take out', does: () => onOpen('several') },
    { value: 'paste', words: 'Paste what was copied', does: () => onOpen('paste') },
    { value: 'wires', words: 'Add from a list of wires', does: () => onOpen('wires') },
    { value: 'trace', words: 'Trace from the panel', does: () => onOpen('trace') },
    { value: 'paper', words: 'Print, or save as PDF', does: () => onOpen('paper') },
    { value: 'drawing', words: 'Save the sheet for CAD (DXF), or as one page', does: () => onOpen('drawing') },
    { value: 'link', words: 'A link to here', does: () => onOpen('link') },
    { value: 'history', words: 'What was done', does: () => onOpen('history') },
    { value: 'settings', words: 'Settings', does: () => navigate('/settings') },
    { value: 'copy', words: 'Copy this circuit', does: copy },
    { value: 'back', words: 'Put back as first saved', does: putBack },
    {
      value: 'export',
      words: 'Export the circuit (JSON)',
      does: () => saveAs(`${now.number}.json`, `${JSON.stringify(store.getState().document.now, null, 1)}\n`, 'application/json'),
    },
    {
      value: 'picture',
      words: 'Save the sheet as a picture (SVG)',
      does: () => saveAs(`${now.number}.svg`, picture(), 'image/svg+xml'),
    },
  ];
  return items.map(({ value, words, does, disabled = false }) => (
    <Menu.Item key={value} value={value} disabled={disabled} onSelect={() => void does()}>
      {words}
    </Menu.Item>
  ));
}

function MoreWires({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const circuit = useDocument();
  return (
    <Over open title="Add from a list of wires" onClose={onClose}>
      <WireListForm
        circuit={circuit}
        verb="Add"
        onTake={(changes) => {
          dispatch(edit([...changes]));
          onClose();
        }}
      />
    </Over>
  );
}
