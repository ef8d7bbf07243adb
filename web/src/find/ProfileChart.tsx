import { scaleLinear, scalePoint } from 'd3-scale';
import { area, line } from 'd3-shape';
import type { FindAnswer } from '#core/bench';
import type { Measured, Test } from '#core/find';
import { figures, reading as spell } from '#core/units';
import { colour } from '../ui/theme';
import { useIsNarrow } from '../ui/useIsNarrow';

const WIDE = 840;
const NARROW = 400;
const HEIGHT = 264;
const INSET = { left: 46, right: 20, top: 18, bottom: 44 };

/** Volts to the return along the path: the healthy line, what the remaining suspects allow, what was measured, and the next test. */
export function ProfileChart({
  profile,
  reference,
  measured,
  test,
}: {
  profile: FindAnswer['profile'];
  reference: string;
  measured: readonly Measured[];
  test: Test | null;
}) {
  const isNarrow = useIsNarrow();
  const WIDTH = isNarrow ? NARROW : WIDE;
  if (profile.length < 2) return null;
  const most = Math.max(1, ...profile.flatMap(({ healthyV, highV }) => [healthyV, highV])) * 1.12;
  const x = scalePoint<string>()
    .domain(profile.map(({ point }) => point))
    .range([INSET.left, WIDTH - INSET.right])
    .padding(0.2);
  const y = scaleLinear()
    .domain([0, most])
    .range([HEIGHT - INSET.bottom, INSET.top]);
  const at = (point: string) => x(point) ?? 0;
  const healthy =
    line<FindAnswer['profile'][number]>()
      .x(({ point }) => at(point))
      .y(({ healthyV }) => y(healthyV))([...profile]) ?? '';
  const allowed =
    area<FindAnswer['profile'][number]>()
      .x(({ point }) => at(point))
      .y0(({ lowV }) => y(lowV))
      .y1(({ highV }) => y(highV))([...profile]) ?? '';
  const last = profile.at(-1)!.point;
  const marks = measured.flatMap(({ red, black, volts }) => {
    const other = black === last ? red : red === last ? black : undefined;
    return other !== undefined && x(other) !== undefined ? [{ point: other, volts }] : [];
  });
  const flags = test
    ? (
        [
          ['R', test.red, 'redLead'],
          ['B', test.black, 'blackLead'],
        ] as const
      ).filter(([, point]) => x(point) !== undefined)
    : [];
  const text = { fontFamily: 'Barlow Semi Condensed', fontWeight: 600, fontSize: 12, fill: colour('ink') } as const;
  // on a phone only the points that matter now keep their names: the ends, what was measured, where the leads go
  const named = new Set<string>(
    isNarrow
      ? [profile[0]!.point, last, ...marks.map(({ point }) => point), ...flags.map(([, point]) => point)]
      : profile.map(({ point }) => point),
  );
  const crowded = profile.length > 11 && !isNarrow;
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Volts to ${reference} along the path: ${profile.map(({ spelled, healthyV }) => `${spelled} ${spell(healthyV)}`).join(', ')}`}
    >
      {y.ticks(5).map((tick) => (
        <g key={tick}>
          <path d={`M${INSET.left} ${y(tick)} H${WIDTH - INSET.right}`} stroke={colour('hairline')} />
          <text x={INSET.left - 6} y={y(tick) + 4} textAnchor="end" {...text}>
            {figures(tick)} V
          </text>
        </g>
      ))}
      <path d={allowed} fill={colour('bandHigh')} opacity={0.85} stroke={colour('muted')} strokeWidth={0.8} />
      <path d={healthy} fill="none" stroke={colour('elvAc')} strokeWidth={3} />
      {profile.map(({ point, spelled }, index) => (
        <g key={point}>
          <path d={`M${at(point)} ${HEIGHT - INSET.bottom} v5`} stroke={colour('ink')} />
          {named.has(point) && (
            <text x={at(point)} y={HEIGHT - INSET.bottom + (crowded && index % 2 ? 32 : 18)} textAnchor="middle" {...text} fontWeight={700}>
              {spelled}
            </text>
          )}
        </g>
      ))}
      {marks.map(({ point, volts }, index) => (
        <g key={`${point}${index}`}>
          <path d={`M${at(point)} ${y(volts) - 7} l7 7 l-7 7 l-7 -7 z`} fill={colour('ink')} />
          <text x={at(point) + 10} y={y(volts) - 8} {...text} fontSize={13}>
            {spell(volts)}
          </text>
        </g>
      ))}
      {flags.length === 2 && (
        <rect
          x={Math.min(at(test!.red), at(test!.black))}
          y={INSET.top - 8}
          width={Math.max(2, Math.abs(at(test!.red) - at(test!.black)))}
          height={HEIGHT - INSET.bottom - INSET.top + 8}
          fill="none"
          stroke={colour('ink')}
          strokeWidth={2}
          strokeDasharray="6 4"
        />
      )}
      {flags.map(([letter, point, token]) => (
        <g key={letter} transform={`translate(${at(point)} ${HEIGHT / 2 - 14})`}>
          <rect x={-11} y={-11} width={22} height={22} fill={colour(token)} />
          <text y={5} textAnchor="middle" {...text} fontSize={14} fontWeight={700} fill={colour('onLead')}>
            {letter}
          </text>
        </g>
      ))}
    </svg>
  );
}
