import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { looked } from '../store/acts';
import { benchSlice } from '../store/bench';
import { store, useAppDispatch, useAppSelector } from '../store/store';

const NAME = 'at';
/** In the address of a page that only looks. */
export const LOOK = 'look';

/**
 * Keeps in the address what is chosen, and chooses what the address named when it was opened: a link leads to the very point.
 * What is not in this circuit is let go.
 */
export function useShared(): void {
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  const isLooking = useAppSelector((state) => state.document.isLooking);
  const chosen = useAppSelector(({ bench: { point, device } }) => point ?? device);
  useEffect(() => {
    dispatch(looked(new URLSearchParams(window.location.search).has(LOOK)));
    const [id = '', mark] = (new URLSearchParams(window.location.search).get(NAME) ?? '').split(':');
    const { now } = store.getState().document;
    const device = Object.values(now?.devices ?? {}).find((one) => one.id === id);
    if (!now || !device) return;
    if (mark === undefined) dispatch(benchSlice.actions.deviceSelected(device.id));
    else if (familyOf(device, now).terminals.includes(mark))
      dispatch(benchSlice.actions.pointSelected({ point: terminalId(device.id, mark), device: device.id }));
  }, [dispatch]);
  useEffect(() => {
    const address = new URL(window.location.href);
    if (address.pathname !== pathname) return;
    if (chosen) address.searchParams.set(NAME, chosen);
    else address.searchParams.delete(NAME);
    if (isLooking) address.searchParams.set(LOOK, '1');
    else address.searchParams.delete(LOOK);
    if (address.href !== window.location.href) window.history.replaceState(window.history.state, '', address);
  }, [chosen, pathname, isLooking]);
}
