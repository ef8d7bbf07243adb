import type { ConductorId, DeviceId, EditChange, TerminalId } from '#core/circuit';
import type { FieldName } from '#core/devices';
import type { WireSize } from '#core/units';

/** What a mend does to the circuit: another figure on a part, leads exchanged, an end moved, a wire taken away. */
export type Deed =
  | {
      readonly code: 'part with';
      readonly device: DeviceId;
      readonly plate: readonly { readonly field: FieldName; readonly to: number | string }[];
    }
  | { readonly code: 'exchange leads'; readonly device: DeviceId; readonly marks: readonly [string, string] }
  | { readonly code: 'take away'; readonly conductor: ConductorId }
  | { readonly code: 'thicker wire'; readonly conductor: ConductorId; readonly size: WireSize }
  | {
      readonly code: 'relay between';
      readonly device: DeviceId;
      readonly tag: string;
      readonly coilV: number;
      /** 0: direct current */
      readonly hz: number;
      readonly va: number;
      readonly feed: readonly [TerminalId, TerminalId];
    };

export interface Proposal {
  readonly deed: Deed;
  readonly changes: readonly EditChange[];
}
