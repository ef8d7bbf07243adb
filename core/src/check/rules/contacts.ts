import { deviceOf, terminalId } from '#core/circuit';
import { type Contact, familyOf } from '#core/devices';
import { type Row, schoolOf } from '#core/size';
import { amount, capital, volts } from '#core/units';
import type { Finding } from '../finding';
import { type Rule, tell } from '../study';

export const poleRule: Rule = {
  id: 'contact-rating',
  title: 'Contact against its load',
  source: 'nameplate ratings by load class; UL 508 and IEC 60947-5-1 pilot duty from memory',
  run: ({ poles }) =>
    poles.flatMap(({ device, contact, rows, exposure, serves, evidence }) =>
      rows
        .filter(({ verdict }) => verdict !== 'good')
        .map(
          (row): Finding => ({
            id: `contact-rating:${device.id}:${contact}:${row.asks}`,
            rule: 'contact-rating',
            devices: [device.id],
            state: exposure.state,
            verdict: row.verdict,
            title:
              row.limit === undefined
                ? `${device.tag} ${contact}: no ${row.rating} rating`
                : `${device.tag} ${contact}: ${amount(row.is, row.unit)} against ${amount(row.limit, row.unit)} ${row.rating}`,
            is: row.is,
            limit: row.limit,
            limitKind: row.kind,
            unit: row.unit,
            consequence: row.limit === undefined ? 'Nobody can say whether this contact lasts.' : outcome(row).consequence,
            reason: `${capital(row.asks)} for ${serves.join(', ')} at ${volts(exposure.breaksV)}: ${amount(row.is, row.unit)}.`,
            remedy: row.limit === undefined ? `Read the ${row.rating} figure on the part and enter it.` : outcome(row).remedy,
            source: row.source,
            evidence,
          }),
        ),
    ),
};

/** What comes of a contact past one of its figures, and what helps: too little current is another thing than too much. */
function outcome({ sense, unit }: Row): { readonly consequence: string; readonly remedy: string } {
  if (sense === 'least')
    return {
      consequence: 'A film grows on the contact, and one day it closes and nothing passes.',
      remedy: 'A contact for small loads (gold), or a bleeder that raises the current.',
    };
  if (unit === 'V') return { consequence: 'The arc does not go out when it opens.', remedy: 'A contact rated for these volts.' };
  return { consequence: 'The contact welds or burns.', remedy: 'A contactor or relay with a higher rating for this load.' };
}

/** `an 11-pin`, `a 14-blade`. */
const article = (base: string | number): string => `${/^(8|11)-/.test(String(base)) ? 'an' : 'a'} ${base}`;

/** Two throws of one pole on points that must not meet: a bouncing or bridged contact joins them. */
export const throwsRule: Rule = {
  id: 'throws-fed-apart',
  title: 'Both throws of a pole come from one leg of one supply',
  source: 'common practice',
  run: ({ exploration, practice }) =>
    [...exploration.throws].map(([index, { volts: apart, state }]) => {
      const { device, part } = exploration.plan.parts[index]!;
      return tell(throwsRule, device, part.id, {
        verdict: 'danger',
        title: `${device.tag}: the throws of ${(part as Contact).a} are fed ${volts(apart)} apart`,
        state,
        is: apart,
        limit: 0,
        unit: 'V',
        consequence: 'A bridged or bouncing contact is a dead short between them.',
        reason: `NC and NO stand on different legs${schoolOf(practice, 'changeoverFed') === 'throws' ? '; picking a source asks for a part rated for transfer' : ''}.`,
        remedy: 'Feed both throws from the same leg of the same supply.',
      });
    }),
};

/** Two loads of one pole, one a throw: a school asks for one throw only while learning. */
export const learningRule: Rule = {
  id: 'both-throws-used',
  title: 'One throw of a pole while learning',
  source: 'a school of practice',
  run: ({ poles, practice, exploration }) =>
    schoolOf(practice, 'bothThrows') === 'allowed'
      ? []
      : poles
          .filter(({ device, contact }) => {
            const own = exploration.plan.parts.find((one) => one.device.id === device.id && one.part.id === contact)!.part as Contact;
            return (
              own.form === 'NC' &&
              poles.some((other) => other.device.id === device.id && other.contact !== contact && other.contact.startsWith(`${own.a}-`))
            );
          })
          .map(({ device, contact }) =>
            tell(learningRule, device, contact, {
              verdict: 'look',
              title: `${device.tag}: both throws of ${contact.split('-')[0]} are used`,
              consequence: 'Harder to read for a learner.',
              reason: 'This job asks for one throw of a pole while learning.',
              remedy: 'Use a second pole, or allow both throws in job practice.',
            }),
          ),
};

/** Poles of one contactor on different loads: each is judged apart, and a weld takes both. */
export const groupsRule: Rule = {
  id: 'poles-serve-apart',
  title: 'Poles of one part that serve different loads',
  source: 'common practice',
  run: ({ poles, exploration }) =>
    [...new Set(poles.map(({ device }) => device))].flatMap((device) => {
      const own = poles.filter((one) => one.device === device && (exploration.plan.parts[one.part]!.part as Contact).duty === 'power');
      const groups = [...new Set(own.map(({ serves }) => serves.join(' and ')))];
      const groupPoles = (group: string) =>
        own
          .filter(({ serves }) => serves.join(' and ') === group)
          .map(({ contact }) => contact)
          .join(', ');
      return groups.length < 2 || groups.some((one) => groups.some((other) => one !== other && other.includes(one)))
        ? []
        : [
            tell(groupsRule, device, '', {
              verdict: 'look',
              title: `${device.tag} serves ${groups.join(' and ')}: one weld takes both`,
              consequence: 'An armature held by one welded pole keeps the other load on as well.',
              reason: groups.map((group) => `${groupPoles(group)} for ${group}`).join('; '),
              remedy: 'Two contactors where the loads must stop apart.',
            }),
          ];
    }),
};

/** A latching relay keeps its place through a power loss: never where loss of power must mean stop. */
export const latchRule: Rule = {
  id: 'latch-in-stop-chain',
  title: 'A latching relay where loss of power must mean stop',
  source: 'common practice; IEC 60204-1 asks that restored power starts nothing',
  run: ({ exploration, circuit }) =>
    exploration.plan.parts.flatMap(({ part, device, index }) => {
      if (part.kind !== 'contact' || device.family !== 'relay-latching') return [];
      const served = (exploration.contacts.get(index)?.serves ?? []).map(({ part: load }) => exploration.plan.parts[load]!.device);
      const behind = served.flatMap((one) => [
        one,
        ...exploration.plan
          .partsIn(one.id)
          .flatMap((own) =>
            (exploration.contacts.get(own.index)?.serves ?? []).map(({ part: load }) => exploration.plan.parts[load]!.device),
          ),
      ]);
      const hurts = behind.find(({ id }) => ['heats', 'moves', 'pressure'].includes(circuit.devices[id]!.hazard));
      return hurts
        ? [
            tell(latchRule, device, part.id, {
              verdict: 'danger',
              title: `${device.tag} keeps ${hurts.tag} enabled through a power loss`,
              consequence: `${hurts.tag} ${circuit.devices[hurts.id]!.hazard === 'heats' ? 'heats' : 'moves'} again the moment power is back, without a call.`,
              reason: 'A latching relay stays where it was put until it is pulled back.',
              remedy: 'A plain relay with a seal-in, so that loss of power lets go.',
            }),
          ]
        : [];
    }),
};

/** A plug-in relay in a base of other pins. */
export const baseRule: Rule = {
  id: 'wrong-base',
  title: 'Plug-in relay and base belong together',
  source: 'pins of octal and 11-pin bases: they do not interchange',
  run: ({ circuit }) =>
    Object.values(circuit.devices).flatMap((device) => {
      const pins = familyOf(device).fields.pins?.typical?.value;
      const base = device.nameplate.base?.value;
      return pins === undefined || base === undefined || base === null || base === pins
        ? []
        : [
            tell(baseRule, device, '', {
              verdict: 'block',
              title: `${device.tag}: ${article(pins)} relay does not go into ${article(base)} base`,
              consequence: 'It does not seat, or puts the coil on a contact.',
              reason: `The base in the panel is ${article(base)} one.`,
              remedy: `${capital(article(base))} relay, or ${article(pins)} base.`,
              evidence: device.nameplate.base!.evidence,
            }),
          ];
    }),
};

/** A load between two hot legs that is broken in one of them is live when off. */
export const oneLegRule: Rule = {
  id: 'load-stays-live',
  title: 'A load between two hot legs broken in one of them',
  source: 'common practice; NEC 430.102 for the disconnect',
  run: ({ exploration, practice, circuit }) =>
    schoolOf(practice, 'loadReturn') === 'one'
      ? []
      : exploration.plan.parts.flatMap(({ part, device }) => {
          if (part.kind !== 'motor' && !(part.kind === 'load' && (part.use === 'heater' || part.use === 'lamp'))) return [];
          if ((part.ratedV ?? 0) < 50) return [];
          const live = [part.a, part.b].map((mark) => exploration.offToEarth[exploration.plan.nodeOf(terminalId(device.id, mark))] ?? 0);
          return Math.min(...live) > 30 && circuit.devices[device.id]
            ? [
                tell(oneLegRule, device, '', {
                  verdict: 'look',
                  title: `${device.tag} is live when it is off`,
                  state: 'nothing called',
                  is: Math.max(...live),
                  limit: 30,
                  unit: 'V',
                  consequence: `Both ends of ${device.tag} stand at up to ${volts(Math.max(...live))} to earth with the contact open.`,
                  reason: 'With nothing called it is still tied to a hot leg: one leg is not broken, or another load leads there.',
                  remedy: 'Break both legs, or keep a label: work on it only with the isolator open.',
                }),
              ]
            : [];
        }),
};

/** An input that takes switched mains needs no relay between to keep mains out. */
export const interposingRule: Rule = {
  id: 'interposing-optional',
  title: 'An interposing relay that is not needed',
  source: 'common practice',
  run: ({ exploration, circuit }) => {
    const { plan } = exploration;
    return Object.values(circuit.devices).flatMap((input) => {
      if (input.family !== 'heat-source-call' || input.nameplate.callKind?.value !== 'mains') return [];
      const beside = plan.conductors
        .filter(({ conductor }) => conductor.ends.some((end) => end && deviceOf(end) === input.id))
        .flatMap(({ conductor }) => conductor.ends.flatMap((end) => (end && deviceOf(end) !== input.id ? [deviceOf(end)] : [])));
      const relay = [...new Set(beside)].map((id) => circuit.devices[id]!).find((one) => familyOf(one).group === 'relay');
      return relay
        ? [
            tell(interposingRule, relay, '', {
              verdict: 'look',
              title: `${relay.tag} is optional: ${input.tag} takes mains`,
              consequence: 'One part and one contact more than is needed.',
              reason: `${input.tag}'s call input is switched mains, so what closes on mains may feed it without a relay between.`,
              remedy: 'Keep it where zones have different supplies; else end switches may feed the input.',
            }),
          ]
        : [];
    });
  },
};
