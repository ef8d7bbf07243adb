import type { Verdict } from './verdict';

/**
 * What is wrong with a coil that no more or fewer volts would mend, the first that is so first: what it does then, and how bad that is.
 * AC coils on DC and DC coils on AC, polarized and pulse coils: common practice.
 */
export const COIL_ILLS = {
  'half reversed': { does: 'burns', verdict: 'block' },
  'AC coil on DC burns': { does: 'burns', verdict: 'block' },
  'polarized coil on AC': { does: 'shorts', verdict: 'block' },
  'DC coil on AC': { does: 'buzzes', verdict: 'danger' },
  'coil reversed': { does: 'reversed', verdict: 'block' },
  'pulse coil held': { does: 'burns', verdict: 'danger' },
} as const satisfies Readonly<Record<string, { readonly does: string; readonly verdict: Verdict }>>;

export type CoilIll = keyof typeof COIL_ILLS;
