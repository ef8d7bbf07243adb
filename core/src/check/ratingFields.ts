import type { Device } from '#core/circuit';
import { type FieldName, familyOf } from '#core/devices';
import type { Contact } from '#core/kinds';
import type { Rating, Row } from '#core/size';

/** Where a figure stands on a nameplate, and the others that would do in its place where it is not read. */
const FIELDS: { readonly [C in Rating['code']]?: { readonly of: readonly FieldName[]; readonly or?: readonly FieldName[] } } = {
  motor: { of: ['motorA'], or: ['ac3A', 'hp120', 'hp240', 'resistiveA'] },
  'locked rotor': { of: ['lockedA'], or: ['ac3A', 'hp120', 'hp240'] },
  'AC-3': { of: ['ac3A'] },
  'AC-3 make': { of: ['ac3A'] },
  'hp mark': { of: ['hp120', 'hp240'] },
  resistive: { of: ['resistiveA', 'endSwitchA', 'motorA', 'ac3A'] },
  'lamp (AC-5)': { of: ['lampA'] },
  'peak make': { of: ['peakA'] },
  '1.5 × resistive': { of: ['resistiveA', 'motorA', 'ac3A'], or: ['peakA', 'lampA'] },
  carry: { of: ['carryA', 'baseA', 'startA'] },
  make: { of: ['makeA'] },
  'rated volts': { of: ['mostV', 'baseV'] },
  'greatest volts': { of: ['mostV'] },
  'least load': { of: ['leastMa'] },
  'least for': { of: ['leastMa', 'surface'] },
  'DC figure': { of: ['dcA'] },
  'DC figure, inductive share': { of: ['dcA', 'resistiveA'] },
  'DC figure at': { of: ['dcA', 'dcV'], or: ['dcCode'] },
  'pilot duty': { of: ['pilotCode', 'auxiliaryCode', 'dcCode'] },
  'AC-15': { of: ['ac15A'] },
  contact: { of: ['resistiveA', 'endSwitchA', 'motorA', 'ac3A', 'lockedA'], or: ['pilotCode', 'ac15A'] },
};

const OF_NC: { readonly [F in FieldName]?: FieldName } = { motorA: 'motorNcA', lockedA: 'lockedNcA', resistiveA: 'resistiveNcA' };

/** The fields of a device's nameplate that a row was judged by, or would be if somebody read them. */
export function fieldsOf(
  { rating, limit }: Row,
  device: Device,
  { form }: Pick<Contact, 'form'>,
  circuit: Parameters<typeof familyOf>[1],
): FieldName[] {
  const { fields } = familyOf(device, circuit);
  const { of: own = [], or = [] } = FIELDS[rating.code] ?? {};
  const listed = limit === undefined ? [...own, ...or] : own;
  const names = form === 'NC' ? listed.flatMap((name) => [OF_NC[name] ?? name, name]) : listed;
  return names.filter((name) => Object.hasOwn(fields, name));
}
