import type { PlaceAnswer, TwinAnswer } from '#core/bench';
import type { Device } from '#core/circuit';
import { CoilGauge } from '../plates/CoilGauge';
import { Box } from '../ui/styled';
import { TONE } from '../ui/verdicts';

const HEAD = { good: 'Fits', look: 'Works', 'cannot-clear': 'Cannot clear yet', danger: 'Do not fit it', block: 'Do not fit it' } as const;

/** The verdict on the part in hand, first on the screen: at once for the present state, then for the worst of all. */
export function HandVerdict({ place, answer, device }: { place: PlaceAnswer | undefined; answer: TwinAnswer | undefined; device: Device }) {
  const judged = place?.hand?.judged;
  const said = place?.hand?.sofar ?? place?.hand?.now;
  const verdict = answer && judged ? answer.verdict : (judged?.verdict ?? said?.verdict ?? 'cannot-clear');
  const brought = answer && judged ? worstOf([...answer.brings, ...answer.stands]) : undefined;
  const reason =
    brought && isRefused(brought.verdict) && !isRefused(judged?.verdict)
      ? `${brought.title}. ${brought.reason}`
      : judged
        ? judged.verdict === 'good'
          ? judged.cells.coil.why
          : worstCell(judged)
        : (said?.says ?? 'Read the coil on the part itself.');
  return (
    // on a phone it stays in sight while the print is tapped in below; its room is kept, so that nothing moves under the thumb
    <Box
      borderLeft="5px solid"
      borderColor={TONE[verdict]}
      bg="card"
      px="14px"
      borderRadius="4px"
      pt="10px"
      pb="8px"
      mb="8px"
      minH="82px"
      role="status"
      aria-live="polite"
      data-hand={verdict}
      css={{
        '@media (max-width: 700px)': { position: 'sticky', top: 0, zIndex: 4, minH: '122px', boxShadow: '0 3px 8px rgba(0,0,0,0.18)' },
      }}
    >
      <Box fontSize="20px" fontWeight={700} color={TONE[verdict]}>
        {HEAD[verdict]}
      </Box>
      <Box fontSize="15px" css={{ '@media (max-width: 700px)': { fontSize: '13.5px' } }}>
        {reason}
      </Box>
      <Box srOnly>{device.tag}</Box>
    </Box>
  );
}

/** What the verdict on the part in hand rests on: below what is tapped, for it grows as further states are seen. */
export function HandGrounds({ place, answer }: { place: PlaceAnswer | undefined; answer: TwinAnswer | undefined }) {
  const judged = place?.hand?.judged;
  return (
    <Box bg="card" borderRadius="4px" px="14px" py="8px" mt="8px">
      {place?.hand?.missing && <Box fontSize="14px">{place.hand.missing}</Box>}
      {place?.hand?.now && (
        <Box fontSize="13px" color="muted">
          As the bench stands: {place.hand.now.says}
        </Box>
      )}
      <Box fontSize="13px" color="muted">
        {place?.done
          ? `Worst of ${answer?.statesSeen ?? 'all'} input states.`
          : `Seen ${place?.seen ?? 0} of ${place?.of ?? '…'} input states so far.`}
      </Box>
      {judged?.window && (
        <CoilGauge
          window={judged.window}
          pullInV={judged.pullInV ?? undefined}
          nowV={place?.hand?.now?.volts ?? undefined}
          heldV={judged.heldV ?? undefined}
        />
      )}
    </Box>
  );
}

const isRefused = (verdict: string | undefined): boolean => verdict === 'danger' || verdict === 'block' || verdict === 'cannot-clear';

const worstOf = (findings: TwinAnswer['brings']) =>
  findings.reduce<TwinAnswer['brings'][number] | undefined>(
    (worst, one) => (!worst || ORDER.indexOf(one.verdict) < ORDER.indexOf(worst.verdict) ? one : worst),
    undefined,
  );

const ORDER = ['block', 'danger', 'cannot-clear', 'look', 'good'] as const;

const worstCell = ({ cells, lost }: NonNullable<NonNullable<PlaceAnswer['hand']>['judged']>): string => {
  const worst = Object.values(cells).reduce((a, b) => (ORDER.indexOf(a.verdict) <= ORDER.indexOf(b.verdict) ? a : b));
  return lost.length > 0 && worst.verdict !== 'danger' && worst.verdict !== 'block' ? `No place for ${lost.join(', ')}.` : worst.why;
};
