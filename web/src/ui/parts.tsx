import { styled } from './styled';

export const Button = styled('button', {
  base: {
    fontFamily: 'label',
    fontSize: '14px',
    fontWeight: 600,
    px: '10px',
    minH: '32px',
    border: '1px solid',
    borderColor: 'hairline',
    borderRadius: '5px',
    bg: 'sheet',
    color: 'ink',
    cursor: 'pointer',
    _hover: { borderColor: 'muted' },
    _disabled: { opacity: 0.45, cursor: 'not-allowed' },
    '@media (max-width: 700px)': { minH: '44px' },
  },
  variants: {
    look: {
      strong: { bg: 'frame', color: 'onFrame', borderColor: 'frame' },
      attention: { bg: 'attention', color: 'onAttention', borderColor: 'attention' },
      onFrame: { bg: 'transparent', color: 'onFrame', borderColor: 'frameMuted', minW: '44px' },
      plain: {},
      quiet: { border: 'none', bg: 'transparent', px: '6px', color: 'muted', textDecoration: 'underline', textUnderlineOffset: '3px' },
    },
  },
  defaultVariants: { look: 'plain' },
});

export const Heading = styled('h2', { base: { fontFamily: 'body', fontWeight: 700, fontSize: '17px', color: 'ink', m: 0 } });
export const Label = styled('h3', {
  base: {
    fontFamily: 'label',
    fontWeight: 600,
    fontSize: '12px',
    letterSpacing: '0.06em',
    textTransform: 'uppercase',
    color: 'muted',
    m: 0,
    mt: '14px',
    mb: '4px',
  },
});
export const Mono = styled('span', { base: { fontFamily: 'mono', fontWeight: 600, whiteSpace: 'nowrap' } });
export const Row = styled('div', {
  base: {
    display: 'flex',
    justifyContent: 'space-between',
    gap: '8px',
    py: '3px',
    borderBottom: '1px dashed',
    borderColor: 'hairline',
    fontSize: '14px',
    alignItems: 'baseline',
  },
});
export const Field = styled('input', {
  base: {
    fontFamily: 'mono',
    fontWeight: 600,
    fontSize: '14px',
    width: '84px',
    textAlign: 'right',
    border: '1px solid',
    borderColor: 'hairline',
    borderRadius: '4px',
    bg: 'sheet',
    color: 'ink',
    px: '6px',
    minH: '28px',
    '&[data-pending=true]': { borderColor: 'look', bg: 'lookTint' },
    '@media (max-width: 700px)': { minH: '44px' },
  },
});
/** A caution or a finding, beside the thing it is about. */
export const Note = styled('div', {
  base: { borderLeft: '4px solid', px: '10px', py: '8px', my: '6px', fontSize: '14px', borderRadius: '2px' },
  variants: {
    tone: {
      good: { borderColor: 'good', bg: 'elvAcTint' },
      look: { borderColor: 'look', bg: 'lookTint' },
      danger: { borderColor: 'danger', bg: 'dangerTint' },
    },
  },
  defaultVariants: { tone: 'look' },
});
export const Badge = styled('span', {
  base: {
    fontFamily: 'label',
    fontWeight: 700,
    fontSize: '12px',
    letterSpacing: '0.04em',
    textTransform: 'uppercase',
    px: '8px',
    py: '2px',
    borderRadius: '3px',
    bg: 'ink',
    color: 'sheet',
    whiteSpace: 'nowrap',
  },
  variants: { tone: { on: {}, off: { bg: 'rail', color: 'muted' }, good: { bg: 'good' }, look: { bg: 'look' }, danger: { bg: 'danger' } } },
  defaultVariants: { tone: 'on' },
});
