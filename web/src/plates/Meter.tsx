import { spellPoint } from '#core/circuit';
import type { MeterMode } from '#core/network';
import { useLook } from '../bench/BenchProvider';
import { benchSlice } from '../store/bench';
import { useBenchParts, useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import { Mono } from '../ui/parts';
import { Segments } from '../ui/Segments';
import { Box, Flex, styled } from '../ui/styled';
import { colour } from '../ui/theme';

const MODES: readonly { readonly value: MeterMode; readonly words: string; readonly full: string }[] = [
  { value: 'vac', words: 'V AC', full: 'volts AC' },
  { value: 'vdc', words: 'V DC', full: 'volts DC' },
  { value: 'loz', words: 'low-Z', full: 'low impedance volts' },
  { value: 'ohm', words: 'Ω', full: 'ohms' },
  { value: 'beep', words: 'beep', full: 'continuity' },
  { value: 'amp', words: 'A', full: 'clamp amps' },
];
const LeadButton = styled('button', {
  base: {
    display: 'inline-flex',
    alignItems: 'center',
    gap: '6px',
    border: '1px solid',
    borderColor: 'hairline',
    bg: 'sheet',
    color: 'ink',
    fontFamily: 'label',
    fontWeight: 600,
    fontSize: '13px',
    px: '4px',
    minH: '28px',
    cursor: 'pointer',
    borderRadius: '4px',
    '&[aria-pressed=true]': { borderColor: 'focus', outline: '2px solid', outlineColor: 'focus' },
    '@media (max-width: 700px)': { minH: '44px' },
  },
});
const LeadLetter = styled('span', {
  base: { color: 'onLead', px: '6px', fontWeight: 700, '&[data-lead=red]': { bg: 'redLead' }, '&[data-lead=black]': { bg: 'blackLead' } },
});

/** A paper card with the reading, what it should be here, now, and what the difference means. */
export function Meter() {
  const dispatch = useAppDispatch();
  const { red, black, mode, hand, clamp } = useBenchParts('red', 'black', 'mode', 'hand', 'clamp');
  const document = useDocument();
  const look = useLook();
  const reading = look?.reading ?? null;
  const where = (lead: 'red' | 'black') => {
    const point = lead === 'red' ? red : black;
    return hand === lead ? 'tap a point…' : point ? spellPoint(document, point) : 'not put';
  };
  const show = (lead: 'red' | 'black') => {
    const point = lead === 'red' ? red : black;
    if (hand === lead || !point) dispatch(benchSlice.actions.handTook(hand === lead ? null : lead));
    else dispatch(benchSlice.actions.handTook(lead));
  };
  return (
    <Box>
      <Segments
        label="Meter setting"
        on="paper"
        value={mode}
        choices={MODES}
        onChoose={(chosen) => dispatch(benchSlice.actions.modeTurned(chosen))}
      />
      {mode === 'amp' ? (
        <Box fontSize="14px" py="5px">
          {clamp ? `clamp around wire ${document.conductors[clamp]?.number ?? '?'}` : 'Select a terminal, then clamp one of its wires.'}
        </Box>
      ) : (
        <Flex gap="6px" py="3px" wrap="wrap">
          {(['red', 'black'] as const).map((lead) => (
            <LeadButton
              key={lead}
              type="button"
              aria-pressed={hand === lead}
              aria-label={`${lead} lead on ${where(lead)}; press to move it`}
              onClick={() => show(lead)}
            >
              <LeadLetter data-lead={lead}>{lead === 'red' ? 'R' : 'B'}</LeadLetter>
              {where(lead)}
            </LeadButton>
          ))}
        </Flex>
      )}
      <Flex align="baseline" justify="space-between" aria-live="polite">
        <Box>
          <Mono fontSize="30px" lineHeight="1.1" data-reading={reading?.display ?? ''} color={reading?.floats ? 'muted' : 'ink'}>
            {reading?.display ?? '––'}
          </Mono>{' '}
          <Box as="span" fontFamily="mono" fontSize="15px">
            {reading?.unit ?? ''}
          </Box>
        </Box>
        {reading && (
          <Box fontWeight={700} fontSize="14px" color={reading.floats ? 'look' : reading.verdict === 'good' ? 'good' : 'look'}>
            {reading.floats ? 'floats' : reading.verdict === 'good' ? 'as expected' : `should read ${reading.shouldRead}`}
          </Box>
        )}
      </Flex>
      {reading && reading.value !== null && reading.expected !== null && <Scale value={reading.value} expected={reading.expected} />}
      <Box fontSize="13px" color="ink">
        {reading?.words ?? 'Put both leads: select a terminal and press R or B, or press a lead here and tap a terminal.'}
      </Box>
    </Box>
  );
}

function Scale({ value, expected }: { value: number; expected: number }) {
  const most = niceTop(Math.max(value, expected, 1));
  const x = (number: number) => 4 + (Math.min(Math.abs(number), most) / most) * 288;
  const band = Math.max(0.03 * Math.abs(expected), most * 0.012);
  return (
    <svg width="100%" height={30} viewBox="0 0 300 30" aria-hidden="true">
      <rect
        x={x(expected - Math.min(band, expected))}
        y={2}
        width={Math.max(4, x(expected + band) - x(expected - Math.min(band, expected)))}
        height={12}
        fill={colour('goodTint')}
      />
      <path d="M4 8 H292" stroke={colour('muted')} />
      {[0, 0.25, 0.5, 0.75, 1].map((share) => (
        <g key={share}>
          <path d={`M${x(share * most)} 5 v6`} stroke={colour('muted')} />
          <text x={x(share * most)} y={26} textAnchor="middle" fontSize={11} fontFamily="Barlow Semi Condensed" fill={colour('ink')}>
            {Math.round(share * most * 100) / 100}
          </text>
        </g>
      ))}
      <rect x={x(value) - 1.75} y={0} width={3.5} height={16} fill={colour('ink')} />
    </svg>
  );
}

const niceTop = (value: number): number =>
  [1, 4, 8, 16, 32, 64, 160, 320, 640, 1000, 4000, 20_000, 1e6, 2e7].find((top) => top >= value) ?? value;
