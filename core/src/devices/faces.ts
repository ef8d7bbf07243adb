import type { Circuit, Device } from '#core/circuit';
import { type Brings, familyOf, partsOf } from './families';

/** Where a hand finds the terminals of a device, read from left to right. What is on neither side may be reached from both. */
export interface Face {
  readonly top: readonly string[];
  readonly bottom: readonly string[];
  /** ways of a strip: a wire may come from above or below */
  readonly both: readonly string[];
}

/** Common practice; bodies differ between makers: the print on the part rules. */
type Way = 'coil above' | 'coil at opposite ends' | 'all above' | 'all below' | 'through' | 'winding' | 'strip';

/**
 * Families whose body shows another face than their group does. Look-alike bodies are apart here: an interface relay has its coil at
 * opposite ends of a slim body, a contactor has both coil screws above.
 */
const WAYS: Readonly<Record<string, Way>> = {
  'relay-interface-1': 'coil at opposite ends',
  'relay-interface-2': 'coil at opposite ends',
  'relay-interface-4': 'coil at opposite ends',
  'earth-bar': 'all above',
};

const GROUP_WAYS: Readonly<Record<ReturnType<typeof familyOf>['group'], Way>> = {
  supply: 'all below',
  protection: 'through',
  relay: 'coil above',
  switch: 'all below',
  control: 'all below',
  load: 'all above',
  joint: 'strip',
};

const COIL = /^(A\d|B\d|C\d)$/;
/** Line sides and odd numbers are above, load sides and even numbers below. EN 50005, EN 50011. */
const isAbove = (mark: string): boolean => {
  if (/^[LRHS]\d?$/i.test(mark) || /^\d*L\d$/.test(mark)) return true;
  if (/^\d*T\d$/.test(mark)) return false;
  const last = /(\d)$/.exec(mark)?.[1];
  return last === undefined || Number(last) % 2 === 1;
};

/** The sides of a device's terminals, as its kind of body usually has them. */
export function faceOf(device: Device, brings: Brings & Pick<Circuit, 'families'>): Face {
  const { terminals, group } = familyOf(device, brings);
  const parts = partsOf(device, brings);
  const winding = parts.find((part) => part.kind === 'transformer');
  const way: Way = winding ? 'winding' : (WAYS[device.family] ?? GROUP_WAYS[group]);
  const split = (isTop: (mark: string) => boolean): Face => ({
    top: terminals.filter(isTop),
    bottom: terminals.filter((mark) => !isTop(mark)),
    both: [],
  });
  switch (way) {
    case 'all above':
      return split(() => true);
    case 'all below':
      return split(() => false);
    case 'strip':
      return { top: [], bottom: [], both: terminals };
    case 'winding': {
      const low = new Set(winding?.kind === 'transformer' ? winding.secondary.map(({ mark }) => mark) : []);
      return split((mark) => !low.has(mark));
    }
    case 'through':
      return split(isAbove);
    case 'coil at opposite ends':
      return split((mark) => (COIL.test(mark) ? mark === 'A1' : isAbove(mark)));
    case 'coil above': {
      const { top, bottom } = split((mark) => COIL.test(mark) || isAbove(mark));
      // the second coil screw stands at the far end of its row
      const last = top.filter((mark) => mark === 'A2');
      return { top: [...top.filter((mark) => mark !== 'A2'), ...last], bottom, both: [] };
    }
  }
}
