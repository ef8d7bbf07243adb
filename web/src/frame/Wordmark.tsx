import { Link } from 'react-router';
import { Box, styled } from '../ui/styled';

const Place = styled(Link, {
  base: {
    fontWeight: 700,
    fontSize: '20px',
    color: 'onFrame',
    textDecoration: 'none',
    letterSpacing: '-0.01em',
    minH: '44px',
    display: 'inline-flex',
    alignItems: 'center',
  },
});

export const Wordmark = () => (
  <Place to="/" aria-label="Mando, all jobs">
    mando
    <Box as="span" color="attention">
      .
    </Box>
  </Place>
);
