import { chakra } from '@chakra-ui/react';
import { Link } from 'react-router';

const Place = chakra(Link, {
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
    mando<chakra.span color="attention">.</chakra.span>
  </Place>
);
