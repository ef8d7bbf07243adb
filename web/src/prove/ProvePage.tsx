import { PathSheet } from '../sheet/PathSheet';
import { Flex } from '../ui/styled';
import { Dock } from './Dock';
import { Plate } from './Plate';

export default function ProvePage() {
  return (
    <Flex flex="1" minW="0" minH="0" css={{ '@media (max-width: 700px)': { flexDirection: 'column' } }}>
      <Flex as="main" direction="column" flex="1" minW="0" minH="0">
        <PathSheet />
        <Dock />
      </Flex>
      <Plate />
    </Flex>
  );
}
