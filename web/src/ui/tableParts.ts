import { styled } from './styled';

/** The head of a column and a cell, alike in every table. */
export const Head = styled('th', {
  base: {
    textAlign: 'left',
    fontFamily: 'label',
    fontWeight: 600,
    fontSize: '12px',
    letterSpacing: '0.06em',
    textTransform: 'uppercase',
    color: 'muted',
    px: '6px',
    py: '5px',
    borderBottom: '1px solid',
    borderColor: 'hairline',
  },
});
export const Cell = styled('td', {
  base: { px: '6px', py: '6px', verticalAlign: 'baseline', borderBottom: '1px dashed', borderColor: 'hairline' },
});
