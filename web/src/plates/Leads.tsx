import { useBenchParts } from '../store/select';
import { colour } from '../ui/theme';

/** The two meter leads as lettered flags that stay where they are put: shape and letter, not colour alone. */
export function Leads({ places }: { places: readonly { point: string; x: number; y: number }[] }) {
  const { red, black } = useBenchParts('red', 'black');
  const at = (point: string | null) => places.find((place) => place.point === point);
  const [r, b] = [at(red), at(black)];
  return (
    <g pointerEvents="none">
      {r && (
        <g transform={`translate(${r.x} ${r.y})`} data-lead="red">
          <circle r={7} fill="none" stroke={colour('redLead')} strokeWidth={3} />
          <path d="M0 -7 V-26" stroke={colour('redLead')} strokeWidth={2.5} />
          <rect x={-2} y={-45} width={22} height={19} fill={colour('redLead')} />
          <text x={9} y={-31} textAnchor="middle" fontFamily="Barlow Semi Condensed" fontWeight={700} fontSize={13} fill={colour('onLead')}>
            R
          </text>
        </g>
      )}
      {b && (
        <g transform={`translate(${b.x} ${b.y})`} data-lead="black">
          <circle r={7} fill="none" stroke={colour('blackLead')} strokeWidth={3} />
          <path d="M0 7 V26" stroke={colour('blackLead')} strokeWidth={2.5} />
          <path d="M-2 26 h24 l-6 9.5 l6 9.5 h-24 z" fill={colour('blackLead')} />
          <text x={7} y={40} textAnchor="middle" fontFamily="Barlow Semi Condensed" fontWeight={700} fontSize={13} fill={colour('onLead')}>
            B
          </text>
        </g>
      )}
    </g>
  );
}
