import type { ConductorId } from '#core/circuit';
import type { Landings } from '../store/useLandings';
import { styled } from '../ui/styled';

const Tick = styled('button', {
  base: {
    fontFamily: 'label',
    fontSize: '12px',
    fontWeight: 600,
    minW: '40px',
    minH: '24px',
    px: '5px',
    border: '1px solid',
    borderColor: 'muted',
    borderRadius: '4px',
    bg: 'sheet',
    color: 'muted',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    '&[aria-pressed=true]': { bg: 'good', borderColor: 'good', color: 'sheet' },
    _disabled: { opacity: 0.4, cursor: 'not-allowed' },
    '&[aria-pressed=true]:disabled': { opacity: 1 },
    '@media (max-width: 700px)': { minH: '44px', minW: '64px', fontSize: '14px' },
  },
});

interface Props {
  readonly conductor: ConductorId;
  readonly side: 0 | 1;
  /** `K1:A1` */
  readonly spelled: string;
  readonly landings: Landings;
  /** why it may not be ticked; undefined: it may */
  readonly blocked: string | undefined;
}

/** What was done to an end: landed, and tug-tested. Pressed again it is taken back. */
export function Ticks({ conductor, side, spelled, landings, blocked }: Props) {
  const ticks = landings.ticksAt(conductor, side);
  const told = (act: { by: string; at: string } | undefined): string =>
    act ? `${act.by}, ${new Date(act.at).toLocaleString()}` : ticks?.moved ? `landed before by ${ticks.moved.by}; moved since` : 'not yet';
  const times = (ticks?.times ?? 0) > 1 ? ` ${ticks?.times}×` : '';
  return (
    <>
      <Tick
        type="button"
        aria-pressed={ticks?.landed !== undefined}
        aria-label={`${spelled} landed`}
        title={blocked && !ticks?.landed ? blocked : told(ticks?.landed)}
        disabled={blocked !== undefined && !ticks?.landed}
        onClick={() => landings.act([{ conductor, side, act: ticks?.landed ? 'undone' : 'landed' }])}
      >
        {ticks?.landed ? '✓ in' : 'in'}
        {times}
      </Tick>{' '}
      <Tick
        type="button"
        aria-pressed={ticks?.tugged !== undefined}
        aria-label={`${spelled} tug-tested`}
        title={told(ticks?.tugged)}
        disabled={!ticks?.landed || ticks.tugged !== undefined}
        onClick={() => landings.act([{ conductor, side, act: 'tugged' }])}
      >
        {ticks?.tugged ? '✓ tug' : 'tug'}
      </Tick>
    </>
  );
}
