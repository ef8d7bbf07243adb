import type { CoilWindow, CoilWord } from '#core/size';
import { reading as spell } from '#core/units';
import { Box } from '../ui/styled';
import { colour } from '../ui/theme';

const TINT: Readonly<Record<CoilWord, string>> = {
  dead: 'bandDead',
  buzzes: 'bandBuzz',
  'buzzes, overheats': 'bandBuzz',
  'not guaranteed': 'bandMaybe',
  'pulls in': 'bandGood',
  high: 'bandHigh',
  'high, normal on light load': 'bandHigh',
  burns: 'bandBurn',
};
const WIDTH = 296;

interface Props {
  readonly window: CoilWindow;
  readonly pullInV: number | undefined;
  readonly nowV: number | undefined;
  readonly heldV: number | undefined;
}

/** Width of a sign of these words, and what stays free beside the needle. */
const [SIGN, FREE] = [5.2, 4] as const;

/** Where a band's word stands: in its middle, or beside the needle where that would strike it out; undefined: there is no room. */
function wordAt(word: string, left: number, right: number, needle: number | undefined): number | undefined {
  const half = (word.length * SIGN) / 2;
  const middle = (left + right) / 2;
  if (right - left <= 2 * half) return undefined;
  if (needle === undefined || Math.abs(needle - middle) > half + FREE) return middle;
  const beside = [
    [left, needle - FREE],
    [needle + FREE, right],
  ]
    .filter(([from = 0, to = 0]) => to - from > 2 * half)
    .map(([from = 0, to = 0]) => (from + to) / 2);
  return beside.sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle))[0];
}

/** The coil's window in two rows on one scale: to pull in, with the worst volts over all states; to stay in, with the volts now. */
export function CoilGauge({ window, pullInV, nowV, heldV }: Props) {
  const last = window.bands.at(-1)!.fromV;
  const most = last * 1.18;
  const x = (volts: number) => Math.min(WIDTH, (volts / most) * WIDTH);
  const bands = window.bands.map((band) => ({ ...band, left: x(band.fromV), right: x(Math.min(band.toV, most)) }));
  const named = new Set<string>();
  // a mark at the left end would stand on the row's name
  const isLow = (volts: number | undefined) => volts !== undefined && x(volts) < 80;
  const holds = [
    { from: 0, to: window.surelyReleasedV, tint: 'bandDead' },
    { from: window.surelyReleasedV, to: window.letsGoNearV, tint: 'bandMaybe' },
    { from: window.letsGoNearV, to: last, tint: 'bandGood' },
    { from: last, to: most, tint: 'bandBurn' },
  ];
  const mark = (volts: number, y: number, height: number) => (
    <rect x={x(volts) - 1.75} y={y} width={3.5} height={height} fill={colour('ink')} />
  );
  const text = { fontFamily: 'Barlow Semi Condensed', fontWeight: 600, fill: colour('ink') } as const;
  const words = `To pull in: ${window.bands.map(({ word, fromV }) => `${word} from ${spell(fromV)} V`).join(', ')}. Worst pull-in ${pullInV === undefined ? 'not known' : `${spell(pullInV)} V`}. Lets go near ${spell(window.letsGoNearV)} V${nowV === undefined ? '' : `, now ${spell(nowV)} V`}.`;
  return (
    <Box mt="4px">
      <svg width={WIDTH} height={134} viewBox={`0 0 ${WIDTH} 134`} role="img" aria-label={words} style={{ maxWidth: '100%' }}>
        <text
          x={isLow(pullInV) ? WIDTH : 0}
          y={12}
          textAnchor={isLow(pullInV) ? 'end' : 'start'}
          fontSize={12}
          {...text}
          fill={colour('muted')}
        >
          to pull in
        </text>
        {bands.map(({ word, left, right, fromV }) => {
          const at = wordAt(word, left, right, pullInV === undefined ? undefined : x(pullInV));
          const fits = at !== undefined;
          if (fits) named.add(word);
          return (
            <g key={word}>
              <rect x={left} y={26} width={Math.max(0, right - left - 1)} height={24} fill={colour(TINT[word])} />
              {fits && (
                <text x={at} y={42} textAnchor="middle" fontSize={11.5} {...text}>
                  {word}
                </text>
              )}
              {fromV > 0 && !['not guaranteed'].includes(word) && (
                <text x={left} y={63} textAnchor="middle" fontSize={11} {...text}>
                  {spell(fromV)}
                </text>
              )}
            </g>
          );
        })}
        {pullInV !== undefined && (
          <>
            {mark(pullInV, 21, 34)}
            <text x={Math.min(WIDTH - 14, Math.max(14, x(pullInV)))} y={18} textAnchor="middle" fontSize={13} {...text}>
              {spell(pullInV)}
            </text>
          </>
        )}
        <text x={0} y={84} fontSize={12} {...text} fill={colour('muted')}>
          to stay in
        </text>
        {holds.map(({ from, to, tint }) => (
          <rect key={from} x={x(from)} y={91} width={Math.max(0, x(to) - x(from) - 1)} height={11} fill={colour(tint)} />
        ))}
        {heldV !== undefined && <path d={`M${x(heldV)} 103 l4 7 h-8 z`} fill={colour('muted')} />}
        {nowV !== undefined && mark(nowV, 87, 19)}
        <text x={x(window.letsGoNearV)} y={116} textAnchor="middle" fontSize={11} {...text}>
          lets go near {spell(window.letsGoNearV)}
        </text>
        {nowV !== undefined && (
          <text x={Math.min(WIDTH - 30, Math.max(20, x(nowV)))} y={130} textAnchor="middle" fontSize={12.5} {...text}>
            now {spell(nowV)}
          </text>
        )}
      </svg>
      {window.bands.some(({ word }) => !named.has(word)) && (
        <Box fontSize="12px" color="muted">
          Unlabelled:{' '}
          {window.bands
            .filter(({ word }) => !named.has(word))
            .map(({ word, fromV }) => `${word} from ${spell(fromV)}`)
            .join(', ')}{' '}
          V.
        </Box>
      )}
    </Box>
  );
}
