import type { PlaceAnswer } from '#core/bench';
import type { Circuit, Device, DeviceId } from '#core/circuit';
import { partsOf } from '#core/devices';
import type { Practice } from '#core/schools';
import { chosenDevices } from '../bench/toDo';
import { layStock } from '../bench/useStockOnDesk';
import { selectPractice } from '../store/select';
import { server } from '../store/server';
import { store } from '../store/store';
import { benchClient } from '../worker/client';

/** How many states are looked at before the first answer, which tells what is known so far; each further one looks at twice as many. */
export const FIRST_STATES = 16;

/** The device that a part is looked for: the one that was chosen, else the first with a coil, else the first. */
export const deviceToFit = (document: Circuit, devices: readonly Device[], selected: DeviceId | null): Device | undefined =>
  devices.find(({ id }) => id === selected) ??
  devices.find((one) => partsOf(one, document).some(({ kind }) => kind === 'coil')) ??
  devices[0];

interface Begun {
  readonly of: readonly unknown[];
  readonly answer: Promise<PlaceAnswer>;
}

let begun: Begun | undefined;

/** A place is looked at from the moment on at which somebody turns to it: the worker is at it while the page is drawn. */
export const placeAhead = {
  begin(): void {
    const state = store.getState();
    const { now } = state.document;
    const { data: stock } = server.endpoints.stock.select()(state);
    const device = now && deviceToFit(now, chosenDevices(now), state.bench.device);
    if (!device || !stock) return;
    const client = benchClient();
    layStock(client, stock);
    const answer = client.ask('place', { device: device.id, hand: null, atMs: state.bench.atMs, states: FIRST_STATES });
    answer.catch(() => undefined); // the page asks again
    begun = { of: [device.id, now, selectPractice(state), stock], answer };
  },
  /** What was begun, once; undefined: nothing, or something else. */
  take(...of: [DeviceId, Circuit, Practice, unknown]): Promise<PlaceAnswer> | undefined {
    const one = begun;
    begun = undefined;
    return one && of.every((what, index) => what === one.of[index]) ? one.answer : undefined;
  },
};
