import type { ComponentProps } from 'react';
import { styled } from './styled';

const Root = styled('span', { base: { position: 'relative', display: 'inline-flex', maxW: '100%' } });
const Select = styled('select', {
  base: {
    appearance: 'none',
    boxSizing: 'border-box',
    w: '100%',
    minW: 0,
    fontFamily: 'label',
    fontSize: '14px',
    bg: 'sheet',
    color: 'ink',
    border: '1px solid',
    borderColor: 'hairline',
    borderRadius: '4px',
    h: '30px',
    ps: '6px',
    pe: '22px',
    textOverflow: 'ellipsis',
    '@media (max-width: 700px)': { h: '44px' },
  },
});
const Mark = styled('svg', {
  base: { position: 'absolute', right: '6px', top: '50%', transform: 'translateY(-50%)', pointerEvents: 'none', color: 'muted' },
});

type Props = Omit<ComponentProps<'select'>, 'size'> & { readonly w?: string; readonly mb?: string };

/** More than so many are a list, not a row of buttons: what they are asked for stays in sight. */
export const MOST_BUTTONS = 24;

/** One of several values. On a phone it opens the phone's own wheel, which is why it is the native one. */
export const Choice = ({ w = 'auto', mb, ...rest }: Props) => (
  <Root w={w} mb={mb}>
    <Select {...rest} />
    <Mark viewBox="0 0 10 6" aria-hidden="true" style={{ width: 10, height: 6 }}>
      <path d="M1 1l4 4 4-4" fill="none" stroke="currentColor" strokeWidth="1.5" />
    </Mark>
  </Root>
);
