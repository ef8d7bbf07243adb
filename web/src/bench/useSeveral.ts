import { useMemo } from 'react';
import type { DeviceId } from '#core/circuit';
import { copied, neighboursOf, takeOutSeveral } from '#core/panel';
import { benchSlice } from '../store/bench';
import { edit } from '../store/editing';
import { useDocument } from '../store/select';
import { useAppDispatch } from '../store/store';
import { putCopied } from './clipboard';

const things = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

/** What may be done with several devices at once, whoever picked them: copied for this circuit or another, widened along their wires, taken out. */
export function useSeveral(picked: ReadonlySet<string>) {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const copy = useMemo(() => copied(document, picked), [document, picked]);
  const left = copy.left === 0 ? '' : `; ${things(copy.left, 'wire')} to others ${copy.left === 1 ? 'is' : 'are'} not copied`;
  return {
    says: `${things(picked.size, 'device')}, ${things(Object.keys(copy.conductors).length, 'wire')} between them${left}.`,
    /** @returns false: the browser keeps nothing, or is full */
    copy: (): boolean => putCopied(copy),
    neighbours: (): ReadonlySet<DeviceId> => neighboursOf(document, picked) as ReadonlySet<DeviceId>,
    remove(): void {
      const changes = takeOutSeveral(document, picked as ReadonlySet<DeviceId>);
      dispatch(benchSlice.actions.deviceSelected(null));
      dispatch(benchSlice.actions.pickedNone());
      if (changes.length > 0) dispatch(edit(changes));
    },
  };
}

export const NO_ROOM = 'This browser keeps nothing, or has no room left. Copy fewer devices, or export the circuit.';
