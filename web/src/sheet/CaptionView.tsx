import type { Caption } from '#core/draw';
import { colour } from '../ui/theme';

/** Words where the core has placed them. @param band the colour of the band that they stand on */
export const CaptionView = ({ caption, band }: { caption: Caption; band?: string }) => (
  <text
    x={caption.x}
    y={caption.y}
    textAnchor={caption.anchor}
    fontFamily="Barlow Semi Condensed"
    fontWeight={caption.weight}
    fontSize={caption.size}
    textDecoration={caption.isBarred ? 'overline' : undefined}
    fill={caption.ink === 'band' ? band : colour(caption.ink)}
  >
    {caption.text}
  </text>
);
