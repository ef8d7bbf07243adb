import { type Contact, isBond, type Part } from '#core/kinds';

/** A pole as hands see it: a common with one or two throws, or a solid bar. */
export interface Pole {
  readonly kind: 'contact' | 'bar';
  readonly duty: Contact['duty'];
  readonly common: string;
  readonly nc?: string;
  readonly no?: string;
  readonly contacts: readonly Contact[];
}

export const WAYS = ['nc', 'no'] as const;

/** A contact that a coil or another part of its device works, not a hand or a process, and not electronics. */
export const isWorked = (part: Part): part is Contact =>
  part.kind === 'contact' && part.mover.parts !== undefined && part.mover.inputs === undefined && part.mover.needs === undefined;

const isBar = (part: Part): part is Part & { readonly kind: 'join' } => part.kind === 'join' && !part.a.startsWith('#') && !isBond(part);

/** The poles of a device: contacts on one common are one. */
export function polesOf(parts: readonly Part[]): Pole[] {
  const poles: Pole[] = [];
  for (const part of parts) {
    if (isBar(part)) poles.push({ kind: 'bar', duty: 'power', common: part.a, no: part.b, contacts: [] });
    if (!isWorked(part)) continue;
    const open = poles.findIndex(
      ({ kind, common, contacts }) => kind === 'contact' && common === part.a && contacts.every(({ form }) => form !== part.form),
    );
    const own: Pole = poles[open] ?? { kind: 'contact', duty: part.duty, common: part.a, contacts: [] };
    const grown: Pole = { ...own, [part.form === 'NO' ? 'no' : 'nc']: part.b, contacts: [...own.contacts, part] };
    if (open < 0) poles.push(grown);
    else poles[open] = grown;
  }
  return poles;
}

/** How many of each a device has: power contacts, bars, control contacts. */
export interface PoleCount {
  readonly power: number;
  readonly bars: number;
  readonly control: number;
}

/** How many poles a device has for power, how many solid bars in place of one, and how many for control. */
export function countPoles(parts: readonly Part[]): PoleCount {
  const contacts = parts.filter((part): part is Contact => part.kind === 'contact');
  const power = contacts.filter(({ duty }) => duty === 'power').length;
  return { power, bars: parts.filter(isBar).length, control: contacts.length - power };
}
