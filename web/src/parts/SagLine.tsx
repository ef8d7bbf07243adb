import { scaleLinear } from 'd3-scale';
import { line as d3Line } from 'd3-shape';
import { loadedVolts, secondarySource } from '#core/size';
import { amount } from '#core/units';
import { colour } from '../ui/theme';

interface Props {
  readonly va: number;
  readonly secondaryV: number;
  readonly heldVa: number;
  readonly worstVa: number;
  readonly lowestV: number;
  readonly needV: number | undefined;
}

const SIZE = { width: 296, height: 150 };
const PAD = { left: 30, right: 12, top: 16, bottom: 22 };

/** The secondary under load: idle, held, and the worst moment, with the volts that a coil must have. */
export function SagLine({ va, secondaryV, heldVa, worstVa, lowestV, needV }: Props) {
  const source = secondarySource(va, secondaryV <= 30 ? 'class-2' : 'industrial', secondaryV);
  if (!source) return null;
  const most = Math.max(va * 1.1, worstVa * 1.2);
  const points = Array.from({ length: 40 }, (_, index) => (index / 39) * most).map((load) => ({
    load,
    volts: loadedVolts(source, secondaryV, load, 0.65),
  }));
  const least = Math.min(needV ?? secondaryV, lowestV, points.at(-1)!.volts) * 0.97;
  const x = scaleLinear([0, most], [PAD.left, SIZE.width - PAD.right]);
  const y = scaleLinear([least, source.idleV * 1.02], [SIZE.height - PAD.bottom, PAD.top]);
  const path =
    d3Line<(typeof points)[number]>(
      (one) => x(one.load),
      (one) => y(one.volts),
    )(points) ?? '';
  const text = { fontFamily: 'Barlow Semi Condensed', fontWeight: 600, fontSize: 12, fill: colour('ink') } as const;
  const heldV = loadedVolts(source, secondaryV, heldVa, 0.65);
  const marks = [
    { load: 0, volts: source.idleV, words: `${source.idleV.toFixed(1)} idle`, anchor: 'start' as const, dx: 6 },
    { load: heldVa, volts: heldV, words: `${heldV.toFixed(1)} held`, anchor: 'start' as const, dx: 6 },
    {
      load: worstVa,
      volts: lowestV,
      words: `${lowestV.toFixed(1)} closing`,
      anchor: worstVa > most * 0.6 ? ('end' as const) : ('start' as const),
      dx: worstVa > most * 0.6 ? -6 : 6,
    },
  ];
  return (
    <svg
      width={SIZE.width}
      height={SIZE.height}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      role="img"
      style={{ maxWidth: '100%' }}
      aria-label={`Secondary: ${marks.map(({ words, load }) => `${words} at ${amount(load, 'VA')}`).join(', ')}${needV === undefined ? '' : `; ${needV.toFixed(1)} V are needed`}`}
    >
      {needV !== undefined && (
        <>
          <line x1={PAD.left} x2={SIZE.width - PAD.right} y1={y(needV)} y2={y(needV)} stroke={colour('danger')} strokeDasharray="4 3" />
          <text x={SIZE.width - PAD.right} y={y(needV) - 4} textAnchor="end" {...text} fill={colour('danger')}>
            needs {needV.toFixed(1)}
          </text>
        </>
      )}
      <path d={path} fill="none" stroke={colour('elvAc')} strokeWidth={2.5} />
      {marks.map(({ load, volts, words, anchor, dx }, index) => (
        <g key={words}>
          <circle cx={x(load)} cy={y(volts)} r={4.5} fill={colour('ink')} />
          <text x={x(load) + dx} y={y(volts) + (index === 2 ? 15 : -7)} textAnchor={anchor} {...text}>
            {words}
          </text>
        </g>
      ))}
      {x.ticks(4).map((tick) => (
        <text key={tick} x={x(tick)} y={SIZE.height - 5} textAnchor="middle" {...text} fill={colour('muted')}>
          {tick === 0 ? '0' : `${tick} VA`}
        </text>
      ))}
    </svg>
  );
}
