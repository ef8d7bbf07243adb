import type { PlannedPart } from '#core/graph';
import type { ModeOf, Part, PartKind } from '#core/kinds';
import type { Change } from '#core/sequence';

/** Said of a part after its tag; where it depends on what the part is or where it comes from, made of them. */
type Told = string | ((part: Part, from: string) => string);

const isOwnTrip = (part: Part): boolean => part.kind === 'fuse' && part.trip === 'own';

/** What is noticed as a part comes into each of its modes, after its tag. A mode without a sentence does not compile. */
const EVENTS: { readonly [K in PartKind]: { readonly [M in ModeOf<K>]: Told } } = {
  source: { there: ' changes.' },
  join: { whole: ' changes.' },
  load: { whole: ' changes.' },
  load3: { whole: ' changes.' },
  transformer: { there: ' changes.' },
  contact: {
    tripped: ' trips, and stays so until it is reset.',
    open: ' opens.',
    closed: ' closes.',
    ramping: ' lets through, on its ramp.',
  },
  'dc-output': { down: ' goes off.', up: ' gives its volts.' },
  coil: { in: ' pulls in: a click.', out: ' lets go: a click.', burnt: "'s coil smokes and burns open." },
  motor: {
    starting: (_part, from) => (from === 'running' ? ' stalls and hums.' : ' starts: a hum.'),
    running: ' is up to speed.',
    protected: "'s protector opens.",
    stopped: ' stops.',
  },
  'tap-motor': {
    starting: (_part, from) => (from === 'running' ? ' stalls and hums.' : ' starts: a hum.'),
    running: ' is up to speed.',
    protected: ' opens.',
    stopped: ' stops.',
  },
  motor3: {
    starting: (_part, from) => (from === 'running' || from === 'backwards' ? ' stalls and hums.' : ' starts: a hum.'),
    running: ' is up to speed.',
    backwards: ' is up to speed, backwards.',
    stopped: ' stops.',
  },
  'capacitor-motor': {
    starting: (_part, from) => (from === 'running' || from === 'backwards' ? ' stalls and hums.' : ' starts: a hum.'),
    running: ' is up to speed.',
    backwards: ' is up to speed, backwards.',
    protected: "'s protector opens.",
    stopped: ' stops.',
  },
  'two-speed-motor': {
    'starting low': ' starts on its low speed: a hum.',
    'starting high': ' starts on its high speed: a hum.',
    low: ' is up to its low speed.',
    high: ' is up to its high speed.',
    'low backwards': ' is up to its low speed, backwards.',
    'high backwards': ' is up to its high speed, backwards.',
    stopped: ' stops.',
  },
  'start-thermistor': {
    warming: ' warms up.',
    hot: ' is hot: the start winding is out.',
    cold: ' is cold again: it may be started.',
  },
  capacitor: { whole: ' changes.' },
  diode: { blocks: ' blocks.', conducts: ' passes.', 'half wave': ' shorts every other half wave.' },
  'delay-block': {
    called: "'s block begins to time.",
    on: "'s delayed contacts move: a click.",
    ending: "'s block times out.",
    idle: "'s delayed contacts fall back: a click.",
  },
  'volt-relay': { in: ' comes in: a click.', out: ' lets go: a click.' },
  undervoltage: {
    'switched on': ' is switched on.',
    held: "'s undervoltage release holds.",
    tripped: "'s undervoltage release lets go: a click.",
  },
  'shunt-release': {
    ready: "'s shunt release is ready.",
    tripping: "'s shunt release trips it: a click.",
    'cut off': "'s shunt release is cut off.",
  },
  floating: { still: ' stands still.', opening: ' opens.', closing: ' closes.', stalled: ' is driven both ways at once, and stands.' },
  'mid-valve': { still: ' stands.', driven: ' is driven on.', returning: ' springs back.' },
  positioner: { still: ' is where its signal sends it.', moving: ' moves.' },
  transmitter: { dark: ' goes dark.', alive: ' gives its signal.' },
  drive: { dead: ' goes dead.', ready: ' is ready.', running: ' runs its motor up.', tripped: ' trips.' },
  fuse: {
    open: (part) => (isOwnTrip(part) ? ' blows.' : ' trips: a click.'),
    whole: (part) => (isOwnTrip(part) ? ' is whole again.' : ' is reset.'),
  },
  'series-timer': { passing: ' passes.', timing: ' starts timing.', idle: ' is reset.' },
  timer: {
    on: ' closes: a click.',
    idle: ' opens: a click.',
    called: ' is called.',
    ending: "'s call ends.",
    spent: ' has run its time and opens: a click.',
    pausing: ' opens for its pause: a click.',
  },
  step: {
    'fed on': ' is pulsed: a click.',
    on: ' stands in its second place.',
    'fed off': ' is pulsed: a click.',
    off: ' stands in its first place.',
  },
  'amp-relay': { in: ' sees amps: a click.', out: ' sees no amps any more: a click.' },
  monitor3: { in: ' finds its three phases good: a click.', out: ' finds a phase missing, low or out of order: a click.' },
  electronics: { alive: "'s display is on.", starting: ' starts up.', dark: ' goes blank.' },
  controller: { running: ' runs.', starting: ' starts up.', stopped: ' stops.', dark: ' goes blank.' },
  safety: {
    dead: ' goes dead.',
    open: ': both channels are open.',
    one: ': one channel is closed, it waits for the other.',
    spoiled: ': its channels did not move together. Both must open before it may be started again.',
    ready: ' is ready to be started.',
    pressed: ': its start is pressed.',
    on: ' releases its outputs: a click.',
    crossed: ': its channels touch each other.',
  },
  sensor: { 'at rest': ' is back at rest.', acting: ' is about to act.', acted: ' acts.', returning: ' is about to return.' },
  travel: { opening: ' opens.', open: ' is fully open.', closing: ' closes.', closed: ' is closed.' },
};

/** A change as it is noticed: `K1 pulls in: a click.` */
export function tellChange({ device, part }: PlannedPart, { from, to }: Pick<Change, 'from' | 'to'>): string {
  const events: Readonly<Record<string, Told | undefined>> = EVENTS[part.kind];
  const told = events[to] ?? ' changes.';
  return `${device.tag}${typeof told === 'string' ? told : told(part, from)}`;
}
