import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { Wordmark } from '../frame/Wordmark';
import { useJobsQuery } from '../store/server';
import { useAppSelector } from '../store/store';
import { Box, Flex, styled } from '../ui/styled';
import { useTitle } from '../ui/useTitle';

const Place = styled(NavLink, {
  base: {
    color: 'frameMuted',
    textDecoration: 'none',
    fontSize: '14px',
    fontWeight: 600,
    minH: '44px',
    display: 'inline-flex',
    alignItems: 'center',
    borderBottom: '3px solid transparent',
    borderTop: '3px solid transparent',
    '&[aria-current=page]': { color: 'onFrame', borderBottomColor: 'attention' },
    _hover: { color: 'onFrame' },
  },
});

interface Props {
  readonly children: ReactNode;
  readonly title: string;
  readonly width?: string;
  readonly job?: string | undefined;
}

/** The frame of what lies outside a circuit. */
export function Outside({ children, title, width = '1100px', job }: Props) {
  useTitle(title);
  // outside of a circuit the practice of the last job that was open, else of the first there is
  const known = useAppSelector((state) => state.document.job);
  const { data: jobs } = useJobsQuery(undefined, { skip: (job ?? known) !== undefined });
  const of = job ?? known ?? jobs?.[0]?.id;
  return (
    <Box minH="100%">
      <Flex as="header" bg="frame" minH="52px" px="16px" align="center" gap="0 22px" wrap="wrap">
        <Wordmark />
        <Flex as="nav" aria-label="Outside a circuit" gap="0 18px" wrap="wrap">
          <Place to="/" end>
            Jobs
          </Place>
          <Place to="/stock">Stock</Place>
          <Place to="/handbook">Handbook</Place>
          {of && <Place to={`/jobs/${of}/practice`}>Job practice</Place>}
          <Place to="/settings">Settings</Place>
        </Flex>
      </Flex>
      <Box as="main" maxW={width} mx="auto" px="16px" py="18px">
        {children}
      </Box>
    </Box>
  );
}
