import { type FieldName, familyList, familyNamed } from './families';

/** A rule of the check by its name; the check's own test holds that there is one. */
type RuleName = string;

/** Why an unread field keeps nothing from being cleared, where its own facts do not say it. */
type Unread =
  | 'another figure of the part covers it'
  | 'a usual figure stands in, told as assumed'
  | 'its code, usual for its kind, stands in, told as assumed'
  | 'every part of its kind holds as much, up to a figure of its table'
  | 'one figure of several that a print may have'
  | 'asked only where it is marked';

/**
 * What a field of a nameplate is for. `limit`: more is asked of it in a place, or less, than it says, and a rule finds it. `match`: it is
 * what the place must be, or the place is wrong. `physics`: what the part does follows from it, and every rule judges what follows.
 */
export type Claim =
  | { readonly use: 'limit' | 'match'; readonly rules: readonly RuleName[]; readonly unread: string }
  | { readonly use: 'physics'; readonly why: string };

const limit = (rules: readonly RuleName[], unread: 'cannot-clear' | Unread = 'cannot-clear'): Claim => ({ use: 'limit', rules, unread });
const match = (rules: readonly RuleName[], unread: 'cannot-clear' | Unread = 'cannot-clear'): Claim => ({ use: 'match', rules, unread });
const physics = (why: string): Claim => ({ use: 'physics', why });

const CONTACT = ['contact-rating'] as const;
const COIL = ['coil-window'] as const;

/** Every field by its name: a new field does not compile before it says what judges it. */
const JUDGED: Readonly<Record<FieldName, Claim>> = {
  // contacts
  motorA: limit(CONTACT),
  lockedA: limit(CONTACT),
  motorNcA: limit(CONTACT),
  lockedNcA: limit(CONTACT),
  resistiveA: limit(CONTACT),
  resistiveNcA: limit(CONTACT),
  endSwitchA: limit(CONTACT, 'a usual figure stands in, told as assumed'),
  ac3A: limit(CONTACT),
  hp120: limit(CONTACT),
  hp240: limit(CONTACT),
  lampA: limit(CONTACT, 'another figure of the part covers it'),
  peakA: limit(CONTACT, 'another figure of the part covers it'),
  pilotCode: limit(CONTACT),
  auxiliaryCode: limit(CONTACT, 'a usual figure stands in, told as assumed'),
  dcCode: limit(CONTACT),
  ac15A: limit(CONTACT),
  dcA: limit(CONTACT),
  dcV: limit(CONTACT, 'one figure of several that a print may have'),
  carryA: limit(['contact-rating', 'joint-rating'], 'one figure of several that a print may have'),
  makeA: limit(CONTACT),
  leastMa: limit(CONTACT, 'a usual figure stands in, told as assumed'),
  surface: match(CONTACT, 'a usual figure stands in, told as assumed'),
  leakMa: physics('what an output passes while it is off holds a coil in or lets it go'),
  // volts
  mostV: limit(['contact-rating', 'guard-rating', 'joint-rating', 'between-poles']),
  poleV: limit(['between-poles']),
  baseA: limit(CONTACT),
  baseV: limit(CONTACT),
  base: match(['wrong-base'], 'asked only where it is marked'),
  pins: match(['wrong-base'], 'asked only where it is marked'),
  // coils
  coilV: match(COIL),
  coilKind: match(COIL),
  coilHz: match(COIL),
  coilHighV: match(COIL, 'one figure of several that a print may have'),
  coilDualV: match(COIL, 'one figure of several that a print may have'),
  coilHalves: match(COIL, 'asked only where it is marked'),
  coilOtherV: match(COIL, 'one figure of several that a print may have'),
  coilPlus: match(COIL, 'asked only where it is marked'),
  coilDuty: match(COIL, 'asked only where it is marked'),
  inrushVa: physics('what a coil draws as it closes sags its supply and loads its driver'),
  inrushPf: physics('how a coil’s inrush adds to the sag of the wire and the windings'),
  sealedVa: physics('what a coil draws held loads its supply and its driver'),
  sealedPf: physics('how a held coil’s amps add to the others'),
  // guards
  ratingA: limit(['overcurrent-device', 'opens-in-service', 'transformer-fuse']),
  settingA: limit(['overload-setting', 'opens-in-service']),
  curve: physics('when it opens at which amps, and what every one of its kind holds'),
  breaksA: limit(['guard-rating'], 'every part of its kind holds as much, up to a figure of its table'),
  // supplies
  microFarads: match(['run-capacitor']),
  startMicroFarads: physics('how hard a motor starts, and what its start relay carries'),
  startA: limit([...CONTACT, 'start-amps']),
  fanMicroFarads: match(['run-capacitor']),
  networkMicroFarads: physics('what a suppressor passes'),
  seriesOhms: physics('what a suppressor passes'),
  volts: match(['load-volts', 'not-known']),
  hz: physics('what every coil and winding is run at'),
  faultA: limit(['guard-rating']),
  legOhms: physics('how the supply sags, and what a fault draws'),
  legReactanceOhms: physics('how the supply sags, and what a fault draws'),
  earthing: physics('which conductor is tied to earth'),
  bonded: physics('which end of a secondary is tied to earth'),
  va: limit(['transformer-load', 'transformer-fuse']),
  primaryV: match(['transformer-tap', 'transformer-load']),
  secondaryV: physics('what it feeds stands on these volts, and every part there is judged by them'),
  regulation: physics('how a secondary sags under load'),
  inputV: match(['load-volts']),
  inputVa: physics('what a DC supply draws'),
  outputV: physics('what a DC supply gives; its loads are judged by it'),
  outputA: limit(['dc-supply-load']),
  outputOhms: physics('how a DC supply sags'),
  // loads
  watts: physics('what it draws, asked of the contact, the wire and the fuse before it'),
  ohms: physics('what it draws and bleeds'),
  bearsW: match(['load-volts']),
  count: physics('how many fittings draw at once'),
  connection: physics('how the elements are joined'),
  pf: physics('how its amps add to the others'),
  inrushTimes: physics('what lamps draw as they are made, asked of the contact that makes them'),
  runA: physics('what it draws, asked of the contact, the overload, the wire and the fuse before it'),
  lowA: physics('what its low speed draws, asked of the contact, the overload, the wire and the fuse before it'),
  runPf: physics('how a motor’s amps add to the others'),
  lockedTimes: physics('what it draws at rest while nobody has read its locked amps'),
  lockedPf: physics('how it sags the line as it starts'),
  runUpS: physics('how long it draws its locked amps'),
  serviceFactor: match(['overload-setting'], 'a usual figure stands in, told as assumed'),
  motorV: match(['load-volts']),
  openS: physics('when a valve’s end switch closes'),
  closeS: physics('when a valve’s end switch opens'),
  returnS: physics('when a valve’s end switch opens'),
  tripClass: physics('how long it bears the amps of a start, and of a stalled motor'),
  // controls
  ratedV: match(['load-volts']),
  pickUpV: physics('at which volts of the start winding its capacitor is cut out'),
  dropOutV: physics('at which volts it is cut in again'),
  coilOhms: physics('what its coil draws'),
  coldOhms: physics('what it lets through as the motor starts'),
  hotOhms: physics('what it lets through while it is hot'),
  warmsS: physics('how long it pushes'),
  coolsS: physics('when it may push again'),
  joinedFor: physics('which volts each half of its windings is for'),
  runS: physics('how long its travel takes'),
  signal: physics('where which signal sends it'),
  lowAt: physics('which value its signal says'),
  highAt: physics('which value its signal says'),
  purgeS: physics('when a board goes on in its sequence'),
  glowS: physics('when a board goes on in its sequence'),
  trialS: physics('how long gas flows without a flame'),
  onS: physics('when its fan starts'),
  offS: physics('when its fan stops'),
  afterMin: physics('when it defrosts'),
  mostMin: physics('when a defrost ends at the latest'),
  resets: physics('whether it comes back by itself'),
  mode: physics('which way a level makes it run'),
  damperS: physics('how long dampers have before the unit runs'),
  changeMin: physics('how long it waits between heat and cold'),
  lossS: physics('how long gas flows after the flame is gone'),
  rampS: physics('how long a start takes'),
  worksFromV: physics('below these volts electronics are off'),
  bootS: physics('how long electronics start up'),
  startS: physics('how long a controller starts up'),
  delayS: physics('when it lets through'),
  onDelayS: physics('when it moves'),
  offDelayS: physics('when it moves back'),
  onDropV: physics('what a two-wire timer keeps from the coil behind it'),
  offOhms: physics('what a two-wire timer passes while it times'),
  holdA: physics('the least amps that keep a two-wire timer on'),
  form: physics('whether the contact rests open or closed'),
  actsAt: physics('at which value of its process a switch acts'),
  returnsAt: physics('at which value of its process a switch returns'),
  actDelayS: physics('how long a switch waits'),
  inputMa: physics('what an input draws, asked of the contact before it'),
  callKind: physics('what a call input brings, or takes'),
  callV: physics('what a call input brings'),
  callHz: physics('what a call input brings'),
  callOhms: physics('what flows through a joined call input'),
  earthed: physics('whether a side of a call input is tied to earth'),
  starts: physics('how a safety relay is started'),
  crossFault: physics('whether a short between its channels is seen'),
  discrepancyS: physics('how far its channels may differ'),
  dropMs: physics('how soon it lets go'),
};

/** Fields that mean another thing on the parts of one group. */
const OF_GROUP: { readonly [G in string]?: { readonly [F in FieldName]?: Claim } } = {
  supply: { volts: physics('what all that it feeds gets, and is judged by') },
  load: {
    lockedA: physics('what it draws at rest, asked of the contact and the fuse before it'),
    pf: physics('how its amps add to the others'),
  },
  control: { va: physics('what its own electronics draw from the supply') },
  relay: { va: physics('what its coil draws from the supply') },
  protection: { dcV: limit(['guard-rating']), va: physics('what a release draws from the supply') },
  joint: { carryA: limit(['joint-rating', 'contact-rating']) },
};

/** Fields that are a limit on one family, and the nature of the others. */
const OF_FAMILY: { readonly [name in string]?: { readonly [F in FieldName]?: Claim } } = {
  'fan-timer': { onDelayS: limit(['fan-with-heat']), offDelayS: limit(['fan-with-heat']) },
};

/** Figures that a contact's code says as well. */
const SAID_BY_CODE: readonly FieldName[] = ['resistiveA', 'mostV'];

/** What a field of a family is for, and what its being unread does. @throws for a field that the family does not have */
export function claimOf(family: string, field: FieldName): Claim {
  const row = familyNamed(family);
  const facts = row?.fields[field];
  if (!row || !facts) throw new Error(`${family} has no ${field}`);
  const claim = OF_FAMILY[family]?.[field] ?? OF_GROUP[row.group]?.[field] ?? JUDGED[field];
  if (claim.use === 'physics') return claim;
  const because = (unread: string): Claim => ({ ...claim, unread });
  if (facts.unread !== undefined) return because(facts.unread);
  if (facts.typical) return because('a usual figure stands in, told as assumed');
  if (row.group === 'protection' && field === 'mostV' && row.fields.curve)
    return because('every part of its kind holds as much, up to a figure of its table');
  if (row.group !== 'protection' && SAID_BY_CODE.includes(field) && row.fields.pilotCode?.typical)
    return because('its code, usual for its kind, stands in, told as assumed');
  return claim;
}

/** One line of what is judged: a field as nameplates call it, and the families that have it so. */
export interface ClaimLine {
  readonly label: string;
  readonly families: readonly string[];
  readonly claim: Claim;
}

/** Every claim once, with the titles of the families that it holds for. */
export function claimLines(): ClaimLine[] {
  const lines = new Map<string, { label: string; families: string[]; claim: Claim }>();
  for (const [name, { title, fields }] of familyList)
    for (const [field, { label }] of Object.entries(fields)) {
      const claim = claimOf(name, field as FieldName);
      const key = `${label} ${JSON.stringify(claim)}`;
      const line = lines.get(key) ?? { label, families: [], claim };
      line.families.push(title);
      lines.set(key, line);
    }
  return [...lines.values()];
}
