import { checkStudy, type Finding, judgeExposure, studyOf } from '#core/check';
import { applyChanges, type Circuit, type Device, type EditChange, invariant } from '#core/circuit';
import { type Coil, familyOf, loneDevice, type Part, partsOf, type StockPart } from '#core/devices';
import { type Exploration, explore } from '#core/explore';
import { DEFAULT_PRACTICE, type PoleLife, type Practice, type Verdict, worstVerdict } from '#core/size';
import { amount } from '#core/units';
import { compareDeeds, type Deeds, tellDeeds } from './deeds';
import { type Mapping, mapTerminals, replacing } from './mapping';
import { coilInUse } from './place';
import { coilMarks, spellCoil } from './spell';

/** One line of the two nameplates side by side. */
export interface Difference {
  readonly what: string;
  readonly was: string;
  readonly is: string;
  readonly verdict: Verdict;
  /** what it means here; empty where the two are alike */
  readonly words: string;
}

/** The part in hand, put into the circuit and solved in every state. */
export interface Twin {
  readonly verdict: Verdict;
  readonly says: string;
  readonly circuit: Circuit;
  readonly changes: readonly EditChange[];
  readonly mapping: Mapping;
  /** whether the circuit still does what it did */
  readonly deed: Difference;
  readonly differences: readonly Difference[];
  /** findings that the part brings with it */
  readonly brings: readonly Finding[];
  /** findings that it mends */
  readonly mends: readonly Finding[];
  /** the coil's word at each site's frequency */
  readonly at: readonly { readonly hz: number; readonly word: string; readonly verdict: Verdict; readonly volts: number | undefined }[];
  /** of the pole that wears first; undefined where a figure is missing or nothing is broken */
  readonly life: PoleLife | undefined;
  readonly statesSeen: number;
}

/** The same circuit fed at another frequency, every supply's volts as they are: what a travelling part would meet. */
export const atFrequency = (circuit: Circuit, hz: '50' | '60'): Circuit => ({
  ...circuit,
  devices: Object.fromEntries(
    Object.entries(circuit.devices).map(([id, device]) => [
      id,
      partsOf(device).some((part) => part.kind === 'source' && part.role === 'mains' && part.hz !== 0)
        ? { ...device, nameplate: { ...device.nameplate, hz: { value: hz, evidence: 'assumed' as const } } }
        : device,
    ]),
  ),
});

/**
 * Puts the part in the device's place and judges the whole circuit again; what is worse than before is what the part brings.
 * @param bothSites solve at the other frequency as well
 */
export function twinOf(
  circuit: Circuit,
  device: Device,
  part: StockPart,
  before: Exploration,
  practice: Practice = DEFAULT_PRACTICE,
  bothSites = true,
): Twin {
  const wasCoil = coilInUse(before.plan, device.id);
  const met = wasCoil && before.coils.get(wasCoil.index);
  const mapping = mapTerminals(circuit, device, part, {
    volts: met && met.highest.volts > 0 ? met.highest.volts : (wasCoil?.part as Coil | undefined)?.ratedV,
    plusAt: met?.plusAt,
  });
  const changes = replacing(circuit, device, part, mapping);
  const applied = applyChanges(circuit, changes);
  invariant(applied.ok, applied.ok ? '' : applied.problems.map(({ message }) => message).join(' '));
  const after = applied.value.circuit;
  const exploration = explore(after);
  const study = studyOf(after, exploration, practice);
  const old = checkStudy(studyOf(circuit, before, practice));
  const now = checkStudy(study);
  const same = (a: Finding, b: Finding) => a.id === b.id && a.verdict === b.verdict;
  const brings = now.filter((one) => !old.some((other) => same(one, other)));
  const mends = old.filter((one) => !now.some((other) => same(one, other)));
  // a line of the plate takes the verdict of what is found because of it
  const differences = differencesOf(device, part, mapping, before).map((line): Difference => {
    const rule = line.what === 'Coil' ? 'coil-window' : undefined;
    const found = brings.filter((one) => one.rule === rule && one.devices.includes(device.id)).map(({ verdict }) => verdict);
    return found.length > 0 ? { ...line, verdict: worstVerdict([line.verdict, ...found]) } : line;
  });
  // a coil that never pulled in did nothing worth keeping: what changes with the new part is then no danger but the cure
  const worked = !met || met.held !== undefined;
  const isRead = !now.some(({ verdict, devices }) => verdict === 'cannot-clear' && devices.includes(device.id));
  const deed = isRead ? deedLine(compareDeeds(before, exploration), worked) : UNREAD_DEEDS;
  const told = [...brings, deed, ...differences];
  const worst = worstVerdict(told.map(({ verdict }) => verdict));
  const fitted = after.devices[device.id]!;
  const site = supplyHz(circuit);
  const elsewhere = site === 50 ? 60 : 50;
  const sites: (readonly [50 | 60, Exploration])[] = [
    [site, exploration],
    ...(bothSites ? [[elsewhere, explore(atFrequency(after, elsewhere === 50 ? '50' : '60'))] as const] : []),
  ];
  const at = sites.flatMap(([hz, seen]) => {
    const coil = coilInUse(seen.plan, fitted.id);
    if (!coil) return [];
    const exposure = seen.coils.get(coil.index)!;
    const opinion = judgeExposure(device.tag, coil.part as Coil, exposure);
    return [{ hz, word: opinion.pullInWord, verdict: opinion.verdict, volts: exposure.pullIn?.volts }];
  });
  const dangers = told.filter(({ verdict }) => verdict === 'danger' || verdict === 'block').length;
  return {
    verdict: worst,
    says:
      worst === 'good'
        ? 'Fits. It does what the old one did.'
        : worst === 'look'
          ? 'Works. Look at the differences.'
          : worst === 'cannot-clear'
            ? 'Cannot clear: something on the part is not read.'
            : `Do not fit: ${count(dangers, 'danger')}, ${count(differences.filter(({ words }) => words !== '').length, 'difference')}.`,
    circuit: after,
    changes,
    mapping,
    deed,
    differences,
    brings,
    mends,
    at,
    life: study.poles
      .filter((pole) => pole.device.id === fitted.id)
      .flatMap((pole) => pole.life ?? [])
      .reduce<PoleLife | undefined>((least, one) => (!least || one.operations < least.operations ? one : least), undefined),
    statesSeen: exploration.statesSeen,
  };
}

const UNREAD_DEEDS: Difference = {
  what: 'What the circuit does',
  was: 'as it did',
  is: 'not known',
  verdict: 'cannot-clear',
  words: 'A fact on the part is not read: what the circuit does with it cannot be told.',
};

/** The line that says whether the circuit still does what it did. */
function deedLine({ statesCompared, lost, gained, unasked }: Deeds, worked: boolean): Difference {
  const states = `${statesCompared} state${statesCompared === 1 ? '' : 's'}`;
  const words = [
    lost.length > 0 ? `${worked ? 'No longer on' : 'Off now'}: ${tellDeeds(lost)}.` : '',
    gained.length > 0 ? `${worked ? 'On where it was not' : 'Now on'}: ${tellDeeds(gained)}.` : '',
    unasked.length > 0 ? `It answers to something else: what happens with ${unasked[0]} is not compared.` : '',
  ].filter(Boolean);
  const isSame = lost.length + gained.length === 0;
  return {
    what: 'What the circuit does',
    was: 'as it did',
    is: isSame ? `the same in ${states}` : 'not the same',
    verdict: !isSame && worked ? 'danger' : unasked.length > 0 ? 'look' : 'good',
    words: words.join(' '),
  };
}

const supplyHz = (circuit: Circuit): 50 | 60 =>
  Object.values(circuit.devices).some((device) =>
    partsOf(device).some((part) => part.kind === 'source' && part.role === 'mains' && part.hz === 50),
  )
    ? 50
    : 60;

/** Seconds that a device takes: what comes to rest is the same, the way there is not. */
const TIMES: readonly string[] = ['delayS', 'onDelayS', 'offDelayS', 'bootS', 'openS', 'closeS'];

/** The two nameplates line by line: coil, poles, each rating, auxiliaries, pins. */
function differencesOf(device: Device, part: StockPart, mapping: Mapping, before: Exploration): Difference[] {
  const lone = loneDevice(part);
  const [oldParts, newParts] = [partsOf(device), partsOf(lone)];
  const line = (what: string, was: string, is: string, verdict: Verdict = 'good', words = ''): Difference => ({
    what,
    was,
    is,
    verdict,
    words,
  });
  const wasCoil = oldParts.find((one): one is Coil => one.kind === 'coil');
  const lines: Difference[] = [];
  if (wasCoil || mapping.coil) {
    const [was, is] = [wasCoil, mapping.coil].map((coil) =>
      coil ? [`${spellCoil(coil)}${coil.hz ? ` ${coil.alsoAt ? '50/60' : coil.hz}` : ''}`, ...coilMarks(coil)].join(', ') : 'none',
    );
    const alike = was === is;
    const seen = coilInUse(before.plan, device.id);
    const exposure = seen && before.coils.get(seen.index);
    const ratio = mapping.coil?.ratedV && exposure?.highest.volts ? exposure.highest.volts / mapping.coil.ratedV : undefined;
    lines.push(
      line(
        'Coil',
        was!,
        is!,
        mapping.coil || !wasCoil ? 'good' : 'danger',
        alike || ratio === undefined
          ? ''
          : `${amount(exposure!.highest.volts, 'V')} here is ${ratio.toFixed(2)} of its volts and ${(ratio ** 2).toFixed(2)} of its pull.`,
      ),
    );
    if (wasCoil && mapping.coil)
      lines.push(
        line(
          'Coil VA, closing and held',
          `${wasCoil.inrushVa} / ${wasCoil.sealedVa}`,
          `${mapping.coil.inrushVa} / ${mapping.coil.sealedVa}`,
        ),
      );
  }
  const count = (parts: readonly Part[]) => {
    const contacts = parts.filter((one) => one.kind === 'contact');
    const power = contacts.filter((one) => one.kind === 'contact' && one.duty === 'power');
    const bars = parts.filter((one) => one.kind === 'join' && one.b !== '!earth').length;
    const control = contacts.length - power.length;
    return {
      power: power.length,
      bars,
      control,
      words:
        [power.length ? `${power.length} NO` : '', bars ? `${bars} bar` : '', control ? `${control} control` : '']
          .filter(Boolean)
          .join(' + ') || 'none',
    };
  };
  const [was, is] = [count(oldParts), count(newParts)];
  const bar = mapping.poles.find((pole) => pole.was.kind === 'contact' && pole.is?.kind === 'bar');
  const missing = mapping.poles.filter((pole) => !pole.is);
  const loads = bar ? bar.was.contacts.flatMap(({ id }) => servedBy(before, device, id)) : [];
  if (was.words !== 'none' || is.words !== 'none')
    lines.push(
      line(
        'Poles',
        was.words,
        is.words,
        missing.length > 0 || bar ? 'danger' : 'good',
        bar
          ? `One pole is a bar. ${listed([...new Set(loads)]) || 'The load'} stay tied to the line with the contactor out: work there only with the isolator off.`
          : missing.length > 0
            ? `No pole for ${missing.map((pole) => `${pole.was.common}–${pole.was.no ?? pole.was.nc}`).join(', ')}: those leads stay loose.`
            : is.power + is.control > was.power + was.control
              ? 'More contacts than before. Harmless: leave them unwired.'
              : '',
      ),
    );
  const plates = new Set([...Object.keys(device.nameplate), ...Object.keys(part.nameplate)]);
  const wanted = [
    ...TIMES,
    'form',
    'motorA',
    'lockedA',
    'resistiveA',
    'ac3A',
    'lampA',
    'pilotCode',
    'auxiliaryCode',
    'va',
    'primaryV',
    'ratingA',
    'curve',
    'settingA',
    'volts',
    'watts',
    'base',
  ];
  for (const name of wanted) {
    if (!plates.has(name)) continue;
    const facts = familyOf(lone).fields[name] ?? familyOf(device).fields[name];
    const spell = (value: unknown) =>
      value === undefined || value === null ? 'not printed' : `${String(value)} ${facts?.unit ?? ''}`.trim();
    const [a, b] = [device.nameplate[name]?.value, part.nameplate[name]?.value];
    const less =
      typeof a === 'number' && typeof b === 'number' && b < a && ['motorA', 'lockedA', 'resistiveA', 'ac3A', 'lampA', 'va'].includes(name);
    const waits = TIMES.includes(name) && a !== b;
    const words = less
      ? 'Less than before; what it means is judged by the load.'
      : waits
        ? `It takes ${spell(b)} where it took ${spell(a)}.`
        : '';
    lines.push(line(facts?.label ?? name, spell(a), spell(b), waits ? 'look' : 'good', words));
  }
  if (mapping.moved.length > 0)
    lines.push(
      line(
        'Pins',
        mapping.moved.map(({ from }) => from).join(', '),
        mapping.moved.map(({ to }) => to).join(', '),
        'look',
        `Leads move: ${mapping.moved.map(({ from, to }) => `${from} to ${to}`).join(', ')}.`,
      ),
    );
  if (mapping.lost.length > 0)
    lines.push(line('No place for', mapping.lost.join(', '), '–', 'danger', 'These leads stay loose: park them, capped.'));
  return lines;
}

const count = (many: number, what: string): string => `${many} ${what}${many === 1 ? '' : 's'}`;

const listed = (tags: readonly string[]): string => tags.join(', ').replace(/, ([^,]*)$/, ' and $1');

function servedBy(exploration: Exploration, device: Device, contact: string): string[] {
  const planned = exploration.plan.partsIn(device.id).find(({ part }) => part.id === contact);
  return (planned && exploration.contacts.get(planned.index)?.serves.map(({ part }) => exploration.plan.parts[part]!.device.tag)) ?? [];
}
