import { NativeSelect } from '@chakra-ui/react';
import type { ComponentProps } from 'react';

type Props = Omit<ComponentProps<'select'>, 'size'> & { readonly w?: string; readonly mb?: string };

/** One of several values. On a phone it opens the phone's own wheel, which is why it is the native one. */
export const Choice = ({ w = 'auto', mb, children, ...rest }: Props) => (
  <NativeSelect.Root w={w} mb={mb}>
    <NativeSelect.Field {...rest}>{children}</NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);
