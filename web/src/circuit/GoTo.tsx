import { Box, chakra } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useAppDispatch, useAppSelector } from '../app/store';
import { useBench } from './BenchProvider';
import { benchSlice } from './benchSlice';
import { circuitSlice } from './circuitSlice';

const Entry = chakra('input', {
  base: {
    w: '190px',
    minH: '32px',
    px: '10px',
    borderRadius: '5px',
    border: '1px solid',
    borderColor: 'frameMuted',
    bg: 'transparent',
    color: 'onFrame',
    fontSize: '14px',
    _placeholder: { color: 'frameMuted' },
    '@media (max-width: 700px)': { display: 'none' },
  },
});
const Found = chakra('button', {
  base: {
    display: 'flex',
    w: '100%',
    justifyContent: 'space-between',
    gap: '12px',
    px: '12px',
    minH: '34px',
    bg: 'sheet',
    color: 'ink',
    border: 'none',
    borderBottom: '1px solid',
    borderColor: 'hairline',
    cursor: 'pointer',
    textAlign: 'left',
    fontSize: '14px',
    alignItems: 'center',
    '&[aria-selected=true]': { bg: 'elvAcTint' },
  },
});

interface Target {
  readonly words: string;
  readonly kind: string;
  readonly go: () => void;
}

/** What is typed whole comes first, then a tag, then what begins with it. */
const nearness = ({ words }: Target, wanted: string): number => {
  const low = words.toLowerCase();
  return low === wanted ? 0 : low.startsWith(`${wanted} `) ? 1 : low.startsWith(wanted) ? 2 : 3;
};

/** Jump to any device, terminal, wire, screen or command: "/" opens it. */
export function GoTo() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const place = useLocation().pathname.replace(/\/[a-z]+$/, '');
  const document = useAppSelector((state) => state.circuit.document);
  const { circuit } = useBench();
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const entry = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== '/' || /^(INPUT|SELECT|TEXTAREA)$/.test((event.target as HTMLElement).tagName)) return;
      event.preventDefault();
      entry.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const targets: Target[] =
    document && circuit
      ? [
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
          { words: 'Prove', kind: 'screen', go: () => navigate(`${place}/prove`) },
          { words: 'Find', kind: 'screen', go: () => navigate(`${place}/find`) },
          { words: 'Jobs', kind: 'screen', go: () => navigate('/') },
          { words: 'Put the leads away', kind: 'command', go: () => dispatch(benchSlice.actions.leadsAway()) },
          { words: 'Reset the run', kind: 'command', go: () => dispatch(benchSlice.actions.reset()) },
          { words: 'Undo', kind: 'command', go: () => dispatch(circuitSlice.actions.undone()) },
        ]
      : [];
  const wanted = typed.trim().toLowerCase();
  const found =
    wanted === ''
      ? []
      : targets
          .filter(({ words }) => words.toLowerCase().includes(wanted))
          .sort((a, b) => nearness(a, wanted) - nearness(b, wanted))
          .slice(0, 9);
  const take = (target: Target | undefined) => {
    target?.go();
    setTyped('');
    entry.current?.blur();
  };
  return (
    <Box position="relative">
      <Entry
        ref={entry}
        value={typed}
        placeholder="Go to…  /"
        aria-label="Go to device, terminal, wire, screen or command"
        role="combobox"
        aria-expanded={found.length > 0}
        aria-controls="goto-found"
        onChange={({ target }) => {
          setTyped(target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') setAt(Math.min(at + 1, found.length - 1));
          if (event.key === 'ArrowUp') setAt(Math.max(at - 1, 0));
          if (event.key === 'Enter') take(found[at]);
          if (event.key === 'Escape') take(undefined);
        }}
      />
      {found.length > 0 && (
        <Box
          id="goto-found"
          role="listbox"
          position="absolute"
          right={0}
          top="38px"
          w="300px"
          border="1px solid"
          borderColor="hairline"
          bg="sheet"
          zIndex={20}
        >
          {found.map((target, index) => (
            <Found
              key={`${target.kind} ${target.words}`}
              type="button"
              role="option"
              aria-selected={index === at}
              onMouseDown={() => take(target)}
            >
              <span>{target.words}</span>
              <Box as="span" color="muted">
                {target.kind}
              </Box>
            </Found>
          ))}
        </Box>
      )}
    </Box>
  );
}
