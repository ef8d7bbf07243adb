import type { Device, Evidence } from '#core/circuit';
import { type Brings, type FieldName, familyOf, plateField } from '#core/devices';
import { greatest } from '#core/units';

const WEAKNESS: readonly Evidence[] = ['print', 'measured', 'assumed', 'unknown'];

/** The weakest evidence among the fields used; a typical value standing in for an unknown field is assumed. */
export function weakestEvidence(device: Device, fields: readonly FieldName[], brings: Pick<Brings, 'families'>): Evidence {
  const facts = familyOf(device, brings).fields;
  const all = fields.map((name): Evidence => plateField(device, name)?.evidence ?? (facts[name]?.typical ? 'assumed' : 'unknown'));
  return greatest(all, (one) => WEAKNESS.indexOf(one)) ?? 'print';
}
