import { useState } from 'react';
import { spellLength, spellSizeIn, type WireSize } from '#core/units';
import { usePractice } from '../store/select';
import { useAppSelector } from '../store/store';
import { styled } from '../ui/styled';

const Tap = styled('button', {
  base: {
    font: 'inherit',
    color: 'inherit',
    bg: 'transparent',
    border: 'none',
    p: 0,
    cursor: 'pointer',
    borderBottom: '1px dotted',
    borderColor: 'muted',
  },
});

/** A wire's size and length in the units of the job; a tap shows the other trade's. */
export function Measure({ size, metres }: { size?: WireSize; metres?: number | null }) {
  const [other, setOther] = useState(false);
  const { units: chosen } = usePractice();
  const site = useAppSelector((state) => state.document.now?.practice);
  const own = chosen === 'site' ? (site === 'iec' ? 'si' : 'us') : chosen;
  const units = other ? (own === 'us' ? 'si' : 'us') : own;
  return (
    <Tap type="button" title="Tap for the other units" onClick={() => setOther(!other)}>
      {[size && spellSizeIn(size, units), metres ? spellLength(metres, units) : ''].filter(Boolean).join(', ')}
    </Tap>
  );
}
