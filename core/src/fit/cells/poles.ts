import { demandOf } from '#core/check';
import { partNamed } from '#core/graph';
import { judgePole, type Row, type Tables, type Verdict, worstVerdict } from '#core/size';
import type { Mapping } from '../mapping';
import type { Place } from '../place';

/** What a contact of the place asks for and the part does not have. */
export type PoleWant =
  | { readonly code: 'no pole'; readonly common: string; readonly throw: string | undefined }
  | { readonly code: 'solid bar'; readonly common: string; readonly throw: string | undefined }
  | { readonly code: 'no throw'; readonly form: 'NO' | 'NC'; readonly contact: string };

/** A candidate's poles against what the contacts of the place carry. */
export type PolesCell =
  | { readonly code: 'not asked'; readonly verdict: 'good' }
  | {
      readonly code: 'judged';
      readonly verdict: Verdict;
      readonly rows: readonly Row[];
      readonly wants: readonly PoleWant[];
      readonly isPartly: boolean;
    };

/** The candidate's contacts against what they would switch. */
export function polesCell({ exploration, device, isWhole }: Place, mapping: Mapping, tables: Tables): PolesCell {
  if (mapping.poles.length === 0) return { code: 'not asked', verdict: 'good' };
  const rows: Row[] = [];
  const wants: PoleWant[] = [];
  for (const { was, is } of mapping.poles)
    for (const contact of was.contacts) {
      const planned = partNamed(exploration.plan, device.id, contact.id);
      const exposure = planned && exploration.contacts.get(planned.index);
      if (!exposure || exposure.serves.length === 0) continue;
      const stand = is?.contacts.find(({ form }) => form === contact.form);
      if (!is) wants.push({ code: 'no pole', common: was.common, throw: contact.form === 'NC' ? was.nc : was.no });
      else if (is.kind === 'bar') wants.push({ code: 'solid bar', common: is.common, throw: is.no });
      else if (!stand) wants.push({ code: 'no throw', form: contact.form, contact: contact.id });
      else rows.push(...judgePole(stand.ratings, demandOf(exposure, exploration.plan), tables));
    }
  const worst = worstVerdict([...rows.map(({ verdict }) => verdict), ...(wants.length > 0 ? (['danger'] as const) : [])]);
  const isPartly = !isWhole && (worst === 'good' || worst === 'look');
  return { code: 'judged', verdict: isPartly ? 'cannot-clear' : worst, rows, wants, isPartly };
}
