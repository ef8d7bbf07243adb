import type { Circuit } from '#core/circuit';
import { type FamilyName, type FieldName, familyList } from '#core/devices';
import { betweenRig, coilRig, contactRig } from './contactRigs';
import { PLACED, PLACED_ON_DC } from './placed';
import {
  directMotorRig,
  directRig,
  fanRig,
  guardRig,
  jointRig,
  LINKS,
  loadRig,
  overloadedRig,
  supplyRig,
  timerRig,
  transformerRig,
} from './placeRigs';

const rigs = new Map<string, Circuit>();
/** One place serves every field of its part. */
function known(key: string, make: () => Circuit): Circuit {
  const there = rigs.get(key) ?? make();
  rigs.set(key, there);
  return there;
}

/** Placed with what it is made for elsewhere, a contact of it is asked like any other here. */
const isAskedPlainly = (name: string): boolean =>
  /^(time-clock|zone-valve-(5|heat)|defrost-clock|level-relay|thermistor-relay|jumper-bar|neutral-bar)/.test(name);

export function rigFor(name: string, field: FieldName): Circuit | undefined {
  const { group } = familyList.find(([one]) => one === name)![1];
  const placed = field === 'dcCode' ? (PLACED_ON_DC[name as FamilyName] ?? PLACED[name as FamilyName]) : PLACED[name as FamilyName];
  if (
    placed &&
    !(name.startsWith('actuator') && field !== 'motorV') &&
    !isAskedPlainly(name) &&
    !(field === 'serviceFactor' && (name in LINKS || name === 'motor-two-speed')) &&
    !(name === 'relay-solid-state' && field !== 'ratedV') &&
    !(group === 'protection' && field === 'dcV')
  )
    return known(`${name} ${field === 'dcCode'}`, () => placed({}));
  if (group === 'joint') return jointRig(name);
  if (name.startsWith('supply-') || name === 'battery') return supplyRig(name);
  if (name.includes('transformer')) return transformerRig(name);
  if (field === 'poleV') return betweenRig(name);
  if (field === 'onDelayS' || field === 'offDelayS') return fanRig();
  if (field === 'dcV' && group === 'protection') return directRig(name);
  if (name === 'on-delay-two-wire') return timerRig();
  if (field.startsWith('coil')) return coilRig(name, field);
  if (field === 'serviceFactor') return overloadedRig(name);
  if (name === 'motor-dc') return directMotorRig(name);
  if (group === 'load' || name === 'dc-supply-module' || name === 'battery-charger') return loadRig(name);
  if (field === 'base' || field === 'pins' || field === 'ratedV' || field === 'motorV') return contactRig(name, 'mostV');
  if (group === 'protection' && !name.startsWith('isolator') && field !== 'pilotCode' && field !== 'dcCode') return guardRig(name);
  return contactRig(name, field);
}

/** A place in which a family does what it is made for: that of the first field of which one is known. @throws where none is */
export function placeOf(name: string): Circuit {
  const { fields } = familyList.find(([one]) => one === name)![1];
  for (const field of [...Object.keys(fields), 'mostV'] as FieldName[]) {
    const place = rigFor(name, field);
    if (place) return place;
  }
  throw new Error(`no place for ${name}`);
}
