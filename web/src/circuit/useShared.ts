import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { terminalId } from '#core/circuit';
import { familyOf } from '#core/devices';
import { benchSlice } from '../store/bench';
import { store, useAppDispatch, useAppSelector } from '../store/store';

const NAME = 'at';

/**
 * Keeps in the address what is chosen, and chooses what the address named when it was opened: a link leads to the very point.
 * What is not in this circuit is let go.
 */
export function useShared(): void {
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  const chosen = useAppSelector(({ bench: { point, device } }) => point ?? device);
  useEffect(() => {
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
    if (address.href !== window.location.href) window.history.replaceState(window.history.state, '', address);
  }, [chosen, pathname]);
}
