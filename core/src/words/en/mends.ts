import { type Circuit, deviceOf, isLooseEnd, spellTerminal } from '#core/circuit';
import { familyOf } from '#core/devices';
import type { Mend } from '#core/mend';
import { amount, spellSize } from '#core/units';
import { tellFinding } from './findings';
import { listed, tagOf } from './points';

/** A mend that was tried, in words: what to do, what goes with it, and what it brings that is worth a look. */
export interface MendWords {
  readonly words: string;
  readonly also: readonly string[];
  readonly brings: readonly string[];
}

/** `F2 with primary rating 1.5 A`, `exchange U and V at M1`, `take wire 12 away`. */
function tellDeed(circuit: Circuit, { deed }: Mend): string {
  switch (deed.code) {
    case 'part with': {
      const device = circuit.devices[deed.device];
      const fields = device ? familyOf(device, circuit).fields : {};
      const figures = deed.plate.map(({ field, to }) => {
        const facts = fields[field];
        const label = facts?.label ?? field;
        return `${label.charAt(0).toLowerCase()}${label.slice(1)} ${typeof to === 'number' ? amount(to, facts?.unit ?? '') : to}`;
      });
      return `${tagOf(circuit, deed.device)} with ${listed(figures)}`;
    }
    case 'exchange leads':
      return `Exchange ${deed.marks[0]} and ${deed.marks[1]} at ${tagOf(circuit, deed.device)}`;
    case 'relay between': {
      const coil = `${amount(deed.coilV, 'V')} ${deed.hz === 0 ? 'DC' : 'AC'} coil of ${amount(deed.va, 'VA')}`;
      const [line, back] = deed.feed.map((end) => spellTerminal(circuit, end));
      return `Put a relay ${deed.tag} between: its ${coil} on the call, its contact switching ${tagOf(circuit, deed.device)}'s coil from ${line} and ${back}, fused for its wire`;
    }
    case 'thicker wire':
      return `Wire ${circuit.conductors[deed.conductor]?.number ?? '?'} in ${spellSize(deed.size)}`;
    case 'take away': {
      const wire = circuit.conductors[deed.conductor];
      const ends = (wire?.ends ?? []).flatMap((end) => (end && !isLooseEnd(end) ? [tagOf(circuit, deviceOf(end))] : []));
      return `Take wire ${wire?.number ?? '?'} (${listed([...new Set(ends)])}) away`;
    }
  }
}

/** A mend that was tried, and what goes and comes with it, in words. */
export const tellMend = (circuit: Circuit, mend: Mend): MendWords => ({
  words: tellDeed(circuit, mend),
  also: mend.mends.map((finding) => tellFinding(circuit, finding).title),
  brings: mend.brings.map((finding) => tellFinding(circuit, finding).title),
});
