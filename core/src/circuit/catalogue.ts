import type { Circuit } from './schema';

/** What only a family knows about its devices; `devices` fills it, `circuit` asks. */
export interface FieldFacts {
  readonly label: string;
  readonly unit: string;
  readonly kind: 'number' | 'choice' | 'text';
  readonly choices?: readonly string[];
  readonly least?: number;
  readonly most?: number;
  /** a rating that the print may be silent on */
  readonly optional?: boolean;
  /** Used when the field is unknown; never given for a coil's volts, kind or frequency. */
  readonly typical?: { readonly value: number | string; readonly source: string };
  /** why it keeps nothing from being cleared while nobody has read it; undefined: it does */
  readonly unread?: string;
}

export interface FamilyFacts {
  readonly title: string;
  readonly terminals: readonly string[];
  /** those of them that a program drives; the others it may read */
  readonly drives?: readonly string[];
  readonly fields: Readonly<Record<string, FieldFacts>>;
  /** names of what a hand or a process may do to it */
  readonly inputs: readonly { readonly name: string }[];
}

export interface Catalogue {
  /**
   * @param own kinds of device that the document brings along
   * @returns undefined for a family that neither this program nor the document knows
   */
  family(name: string, own: Circuit['families']): FamilyFacts | undefined;
}
