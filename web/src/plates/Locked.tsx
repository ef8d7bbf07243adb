import type { ReactNode } from 'react';
import { useAppSelector } from '../store/store';
import { styled } from '../ui/styled';

const Fields = styled('fieldset', { base: { border: 'none', p: 0, m: 0, minW: 0, display: 'contents' } });

/** What changes the circuit: it cannot be worked on a page that only looks. */
export const Locked = ({ children }: { children: ReactNode }) => (
  <Fields disabled={useAppSelector((state) => state.document.isLooking)}>{children}</Fields>
);
