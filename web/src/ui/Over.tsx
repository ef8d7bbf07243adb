import { Dialog, Portal } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { Heading } from './parts';

interface Props {
  readonly open: boolean;
  readonly title: string;
  readonly onClose: () => void;
  /** asks for an answer: it cannot be left by a tap beside it */
  readonly isAlert?: boolean;
  readonly children: ReactNode;
}

/** A page laid over the screen: for what must be read or answered now. */
export const Over = ({ open, title, onClose, isAlert = false, children }: Props) => (
  <Dialog.Root
    open={open}
    onOpenChange={({ open: isOpen }) => !isOpen && onClose()}
    role={isAlert ? 'alertdialog' : 'dialog'}
    closeOnInteractOutside={!isAlert}
    closeOnEscape={!isAlert}
    lazyMount
    unmountOnExit
  >
    <Portal>
      <Dialog.Backdrop />
      <Dialog.Positioner>
        <Dialog.Content>
          <Dialog.Title asChild>
            <Heading>{title}</Heading>
          </Dialog.Title>
          <Dialog.Body>{children}</Dialog.Body>
        </Dialog.Content>
      </Dialog.Positioner>
    </Portal>
  </Dialog.Root>
);
