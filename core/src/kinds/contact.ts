import {
  between,
  type ContactSymbol,
  type Drawn,
  type How,
  kindOf,
  noNumbers,
  OPEN,
  type Own,
  ohmic,
  type State,
  type TwoEnded,
} from './kind';

/** What moves a contact: any of these parts of its device, and any of these inputs where there are some. */
export interface Mover {
  readonly parts?: readonly string[];
  readonly inputs?: readonly string[];
  /** an input that moves it whatever its parts do: a hand on the mechanism */
  readonly lever?: string;
  /** parts that must hold as well: electronics without volts move nothing */
  readonly needs?: readonly string[];
  /** of one that rests closed: once moved it stays open until this input is on, a reset by hand */
  readonly resetBy?: string;
  /** which of a part's outputs, where a part moves several contacts apart */
  readonly channel?: string;
}

export type DriverKind = 'thermostat' | 'board' | 'relay-output' | 'transistor' | 'triac';

/** Ratings printed for a contact; `undefined` where the print is silent. */
export interface PoleRatings {
  /** an output of a controller: what is not printed on it is usual for its kind */
  readonly driver?: DriverKind | undefined;
  readonly motorA?: number | undefined;
  readonly lockedA?: number | undefined;
  readonly resistiveA?: number | undefined;
  readonly pilotCode?: string | undefined;
  /** its second code, for direct current: B300 R300 */
  readonly dcCode?: string | undefined;
  readonly carryA?: number | undefined;
  readonly makeA?: number | undefined;
  /** IEC: AC-3 motor amps, AC-15 coil amps */
  readonly ac3A?: number | undefined;
  readonly ac15A?: number | undefined;
  /** hp marks at 120 and at 240 V, single phase */
  readonly hp120?: number | undefined;
  readonly hp240?: number | undefined;
  /** lamps or ballasts (AC-5), and the peak the pole may make */
  readonly lampA?: number | undefined;
  readonly peakA?: number | undefined;
  /** an explicit DC figure and the volts it holds at */
  readonly dcA?: number | undefined;
  readonly dcV?: number | undefined;
  readonly mostV?: number | undefined;
  readonly leastMa?: number | undefined;
  /** it cuts a start winding out: watched while a motor comes up, and by nothing else */
  readonly isStart?: boolean | undefined;
  /** an isolator is worked with its load off: it carries, and makes and breaks nothing */
  readonly isWorkedDead?: boolean | undefined;
  readonly surface?: 'power' | 'relay' | 'auxiliary' | 'gold' | undefined;
}

export interface Contact extends TwoEnded {
  readonly kind: 'contact';
  readonly form: 'NO' | 'NC';
  readonly mover: Mover;
  readonly duty: 'power' | 'control';
  readonly symbol: ContactSymbol;
  readonly ratings: PoleRatings;
  /** it begins with ohms in series, until a part of its device bridges them: a soft starter with its bypass */
  readonly ramp?: { readonly until: string; readonly ohms: number } | undefined;
  /** electronics leak while they are off; a contact does not */
  readonly offOhms?: number | undefined;
}

const WELD_OHMS = 0.001;
const POWER_POLE_OHMS = 0.002;
const CONTROL_CONTACT_OHMS = 0.03;
export const DIRTY_CONTACT_OHMS = 10;

type Mode = 'open' | 'closed' | 'ramping' | 'tripped';
/** Opened as it rests, by what moves it, or until a hand resets it. */
const isOpenIn = (mode: Mode): boolean => mode === 'open' || mode === 'tripped';
type Fault = 'stuckOpen' | 'welded' | 'resistive';

/** Whether what moves the contact has moved it. */
function isMoved({ mover, form }: Contact, own: Own): boolean {
  const { parts, inputs, lever, needs = [], channel } = mover;
  if (lever !== undefined && own.isOn(lever)) return true;
  const byParts = parts === undefined || parts.some((id) => own.holds(id, channel));
  const byInputs = inputs === undefined || inputs.some((input) => own.isOn(input));
  if (byParts && byInputs && needs.every((id) => own.holds(id))) return true;
  // a welded main pole holds the bridge down: its mirror contacts cannot close again
  return form === 'NC' && parts !== undefined && own.others.some(({ part, how }) => isWeldedPole(part, how.fault));
}

const isWeldedPole = (part: object, fault: string | undefined): boolean =>
  fault === 'welded' && 'duty' in part && part.duty === 'power' && 'form' in part && part.form === 'NO';

const isClosed = ({ state, fault }: How<State<Mode>, Fault>): boolean =>
  fault === 'welded' || (!isOpenIn(state.mode) && fault !== 'stuckOpen');

export const contact = kindOf<Contact>()({
  kind: 'contact',
  modes: ['open', 'closed', 'ramping', 'tripped'],
  values: noNumbers,
  ends: ({ a, b }) => [a, b],
  branches: ({ a, b }) => [between(a, b, 'pass')],
  admittances({ duty, offOhms, ramp }, { state, fault }) {
    if (fault === 'welded') return [ohmic(WELD_OHMS)];
    if (fault === 'stuckOpen') return [OPEN];
    if (isOpenIn(state.mode)) return [offOhms === undefined ? OPEN : ohmic(offOhms)];
    if (fault === 'resistive') return [ohmic(DIRTY_CONTACT_OHMS)];
    if (state.mode === 'ramping' && ramp) return [ohmic(ramp.ohms)];
    return [ohmic(duty === 'power' ? POWER_POLE_OHMS : CONTROL_CONTACT_OHMS)];
  },
  faults: [
    { mode: 'stuckOpen', weight: 6 },
    { mode: 'welded', weight: 4 },
    { mode: 'resistive', weight: 3 },
  ],
  openedAs: 'stuckOpen',
  follows(part, { state }, own) {
    const { resetBy } = part.mover;
    const moved = isMoved(part, own);
    if (resetBy !== undefined && (moved || (state.mode === 'tripped' && !own.isOn(resetBy)))) return { mode: 'tripped' };
    const closes = moved === (part.form === 'NO');
    return { mode: !closes ? 'open' : part.ramp && !own.holds(part.ramp.until) ? 'ramping' : 'closed' };
  },
  conducts: (_part, how) => isClosed(how),
  hinders(part, { fault }, own) {
    const { parts = [], needs = [], inputs } = part.mover;
    if (parts.length + needs.length === 0) {
      if (part.symbol === 'isolator' || fault === 'stuckOpen') return 'open';
      return part.symbol === 'push' && part.form === 'NO' ? 'not pressed' : 'open';
    }
    const movers = own.others.filter(({ part: other }) => parts.includes(other.id) || needs.includes(other.id));
    const said = movers.map(({ part: other, how }) => MOVER_HINDERS[other.kind]?.(how.state.mode)).find((one) => one !== undefined);
    if (said) return said;
    if (inputs !== undefined) return 'not calling';
    return part.form === 'NO' ? 'not pulled in' : 'held open';
  },
  drawn: ({ a, b, symbol, form }): Drawn[] => [{ as: 'element', symbol, a, b, form, isHead: symbol === 'isolator' }],
});

/** What is said of a contact that a part of this kind keeps open; a coil and whatever is not here is told by the contact's form. */
const MOVER_HINDERS: Readonly<
  Record<
    string,
    (mode: string) => 'starting up' | 'blank' | 'tripped' | 'end switch waits' | 'not switched on' | 'not released' | undefined
  >
> = {
  electronics: (mode) => (mode === 'starting' ? 'starting up' : mode === 'dark' ? 'blank' : undefined),
  fuse: () => 'tripped',
  travel: () => 'end switch waits',
  timer: () => 'end switch waits',
  controller: (mode) => (mode === 'starting' ? 'starting up' : mode === 'dark' ? 'blank' : 'not switched on'),
  safety: (mode) => (mode === 'dead' ? 'blank' : 'not released'),
};

/** Whether a person or a process works the contact straight, not a part of its device. */
export const isHandWorked = ({ mover }: Contact): boolean =>
  mover.parts === undefined && mover.needs === undefined && mover.inputs !== undefined;
