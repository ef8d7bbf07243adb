import { Box, chakra } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../app/api';
import { store, useAppDispatch, useAppSelector } from '../app/store';
import { benchSlice } from './benchSlice';
import { circuitSlice } from './circuitSlice';
import { saveAs, sheetPicture } from './saveAs';

const Item = chakra('button', {
  base: {
    display: 'block',
    w: '100%',
    textAlign: 'left',
    px: '14px',
    minH: '40px',
    bg: 'sheet',
    color: 'ink',
    border: 'none',
    borderBottom: '1px solid',
    borderColor: 'hairline',
    cursor: 'pointer',
    fontSize: '14px',
    _hover: { bg: 'elvAcTint' },
    _disabled: { opacity: 0.5 },
  },
});
const Opener = chakra('button', {
  base: {
    minH: '32px',
    minW: '44px',
    borderRadius: '5px',
    border: '1px solid',
    borderColor: 'frameMuted',
    bg: 'transparent',
    color: 'onFrame',
    cursor: 'pointer',
    fontFamily: 'label',
    fontWeight: 600,
    '@media (max-width: 700px)': { minH: '44px' },
  },
});

export function CircuitMenu() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const menu = useRef<HTMLDivElement>(null);
  const { undo, redo, id, job, document: circuit } = useAppSelector((state) => state.circuit);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (
        !(event.ctrlKey || event.metaKey) ||
        event.key.toLowerCase() !== 'z' ||
        /^(INPUT|TEXTAREA)$/.test((event.target as HTMLElement).tagName)
      )
        return;
      event.preventDefault();
      dispatch(event.shiftKey ? circuitSlice.actions.redone() : circuitSlice.actions.undone());
    };
    const onDown = (event: PointerEvent) => {
      if (!menu.current?.contains(event.target as Node)) setOpen(false);
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('pointerdown', onDown);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('pointerdown', onDown);
    };
  }, [dispatch]);
  const does = (work: () => unknown) => () => {
    setOpen(false);
    void work();
  };
  const putBack = async () => {
    if (!id) return;
    const { document } = await api.firstDocument(id);
    dispatch(circuitSlice.actions.edited([{ type: 'replaceDocument', to: document }]));
  };
  const copy = async () => {
    const now = store.getState().circuit.document;
    if (!now || !job) return;
    const made = await api.create(job, { ...now, title: `${now.title}, copy`.slice(0, 80) });
    navigate(`/circuits/${made.id}/prove`);
  };
  if (!circuit) return null;
  return (
    <Box
      position="relative"
      ref={menu}
      onKeyDown={(event) => {
        if (event.key === 'Escape') setOpen(false);
      }}
    >
      <Opener type="button" aria-haspopup="menu" aria-expanded={open} onClick={() => setOpen(!open)}>
        More
      </Opener>
      {open && (
        <Box role="menu" position="absolute" right={0} top="38px" w="240px" border="1px solid" borderColor="hairline" zIndex={20}>
          <Item role="menuitem" type="button" disabled={undo.length === 0} onClick={does(() => dispatch(circuitSlice.actions.undone()))}>
            Undo (Ctrl Z)
          </Item>
          <Item role="menuitem" type="button" disabled={redo.length === 0} onClick={does(() => dispatch(circuitSlice.actions.redone()))}>
            Redo (Ctrl Shift Z)
          </Item>
          <Item role="menuitem" type="button" onClick={does(() => dispatch(benchSlice.actions.reset()))}>
            Reset the run
          </Item>
          <Item role="menuitem" type="button" onClick={does(() => dispatch(benchSlice.actions.leadsAway()))}>
            Put the leads away
          </Item>
          <Item role="menuitem" type="button" onClick={does(copy)}>
            Copy this circuit
          </Item>
          <Item role="menuitem" type="button" onClick={does(putBack)}>
            Put back as first saved
          </Item>
          <Item
            role="menuitem"
            type="button"
            onClick={does(() =>
              saveAs(`${circuit.number}.json`, `${JSON.stringify(store.getState().circuit.document, null, 1)}\n`, 'application/json'),
            )}
          >
            Export the circuit (JSON)
          </Item>
          <Item role="menuitem" type="button" onClick={does(() => sheetPicture(`${circuit.number}.svg`))}>
            Save the sheet as a picture (SVG)
          </Item>
        </Box>
      )}
    </Box>
  );
}
