import type { SheetView } from '#core/bench';
import { benchSlice } from '../store/bench';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Choice } from '../ui/Choice';
import { Button } from '../ui/parts';
import { Box, Flex, styled } from '../ui/styled';
import { CLASS_TOKENS } from '../ui/theme';

const Chip = styled('button', {
  base: {
    display: 'inline-flex',
    alignItems: 'center',
    gap: '5px',
    flexShrink: 0,
    border: 'none',
    borderBottom: '3px solid',
    bg: 'transparent',
    color: 'ink',
    fontFamily: 'label',
    fontWeight: 600,
    fontSize: '13px',
    px: '6px',
    minH: '30px',
    whiteSpace: 'nowrap',
    cursor: 'pointer',
    '&[aria-expanded=false]': { color: 'muted' },
    '@media (max-width: 700px)': { minH: '44px' },
  },
});

/** A line of the sheet as it is jumped to. */
export interface IndexLine {
  readonly number: number;
  readonly words: string;
  readonly x: number;
  readonly y: number;
}

/** Every numbered line with what stands on it, its loads first. */
export const indexOf = ({ bands }: Pick<SheetView, 'bands'>): IndexLine[] =>
  bands.flatMap(({ lines, symbols }) =>
    lines.map(({ number, x, y }) => {
      const own = symbols.filter(({ line, kind }) => line === number && kind !== 'source' && kind !== 'secondary');
      const tags = [...new Set([...own.filter(({ kind }) => kind === 'coil'), ...own].map(({ tag }) => tag))];
      return { number, words: tags.slice(0, 6).join(' '), x, y };
    }),
  );

/** Whether a tap picks: what a thumb has for the shift key. */
function PickingButton() {
  const dispatch = useAppDispatch();
  const isOn = useAppSelector((state) => state.bench.picking);
  return (
    <Button
      type="button"
      look={isOn ? 'strong' : 'quiet'}
      aria-pressed={isOn}
      aria-label="Pick several"
      title="Each symbol that is tapped is picked, to copy or take out several at once (shift-click, shift-drag, M)"
      onClick={() => dispatch(isOn ? benchSlice.actions.pickedNone() : benchSlice.actions.pickingTurned(true))}
    >
      Pick
      <Box as="span" whiteSpace="pre" css={{ '@media (max-width: 700px)': { display: 'none' } }}>
        {' several'}
      </Box>
    </Button>
  );
}

interface Props {
  readonly whole: SheetView;
  readonly folded: ReadonlySet<number>;
  readonly lines: readonly IndexLine[];
  readonly isStanding: boolean;
  /** whether the line of what is chosen can be moved there */
  readonly canNudge: (way: -1 | 1) => boolean;
  readonly onNudge: (way: -1 | 1) => void;
  readonly onFold: (band: number) => void;
  readonly onLine: (line: IndexLine) => void;
  readonly onView: (view: 'in' | 'out' | 'width' | 'whole') => void;
}

/** Above the sheet: its bands to fold, its lines to jump to, and how much of it is seen. */
export const SheetBar = ({ whole, folded, lines, isStanding, canNudge, onNudge, onFold, onLine, onView }: Props) => (
  <Flex align="center" gap="4px" px="8px" minH="34px" bg="sheet" borderBottom="1px solid" borderColor="hairline" flexShrink={0}>
    <Flex as="nav" aria-label="Bands of the sheet" flex="1" minW="0" overflowX="auto" gap="2px" css={{ scrollbarWidth: 'none' }}>
      {whole.bands.map(({ title, tint }, index) => (
        <Chip
          key={`${title} ${index}`}
          type="button"
          aria-expanded={!folded.has(index)}
          title={folded.has(index) ? `Unfold ${title}` : `Fold ${title} to its title`}
          style={{ borderBottomColor: folded.has(index) ? 'transparent' : `var(--chakra-colors-${kebab(CLASS_TOKENS[tint].line)})` }}
          onClick={() => onFold(index)}
        >
          <span aria-hidden="true">{folded.has(index) ? '▸' : '▾'}</span>
          {title}
        </Chip>
      ))}
    </Flex>
    <Box css={{ '@media (max-width: 700px)': { display: 'none' } }}>
      <Choice
        aria-label="Line of the sheet"
        value=""
        w="86px"
        onChange={({ target }) => {
          const line = lines.find(({ number }) => String(number) === target.value);
          if (line) onLine(line);
        }}
      >
        <option value="">Line…</option>
        {lines.map(({ number, words }) => (
          <option key={number} value={number}>
            {number} {words}
          </option>
        ))}
      </Choice>
    </Box>
    <Flex css={{ '@media (max-width: 700px)': { display: 'none' } }}>
      {(
        [
          [-1, isStanding ? '◂' : '▴', 'Move its line before the one above'],
          [1, isStanding ? '▸' : '▾', 'Move its line behind the one below'],
        ] as const
      ).map(([way, arrow, words]) => (
        <Button
          key={way}
          type="button"
          look="quiet"
          aria-label={words}
          title={`${words} (Ctrl ${way < 0 ? '↑' : '↓'})`}
          disabled={!canNudge(way)}
          onClick={() => onNudge(way)}
        >
          {arrow}
        </Button>
      ))}
    </Flex>
    <PickingButton />
    <Button type="button" look="quiet" onClick={() => onView('width')}>
      {isStanding ? 'Fit height' : 'Fit width'}
    </Button>
    <Button type="button" look="quiet" onClick={() => onView('whole')} css={{ '@media (max-width: 700px)': { display: 'none' } }}>
      Fit all
    </Button>
    <Button type="button" aria-label="Zoom out" onClick={() => onView('out')}>
      −
    </Button>
    <Button type="button" aria-label="Zoom in" onClick={() => onView('in')}>
      +
    </Button>
  </Flex>
);

const kebab = (token: string): string => token.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
