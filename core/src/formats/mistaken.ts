import { z } from 'zod';
import { applyChanges, type Circuit, editChangeSchema, fine, type Result } from '#core/circuit';

/** A circuit of the demo with one mistake in it: what people complain of, what was done, and what has to be told of it. */
const mistakenSchema = z.strictObject({
  name: z.string().max(20),
  /** the circuit that it is made of */
  of: z.string().max(12),
  number: z.string().max(12),
  /** as somebody would ask for help: it does not give the mistake away */
  title: z.string().max(80),
  mistake: z.string().max(120),
  changes: z.array(editChangeSchema).min(1),
  told: z.strictObject({ rule: z.string(), device: z.string(), verdict: z.string() }),
});
export type Mistaken = z.infer<typeof mistakenSchema>;

/** The list of them. @throws for a file that is not one: it is of the program's own */
export const readMistaken = (text: string): Mistaken[] => z.array(mistakenSchema).parse(JSON.parse(text));

/** The circuit that somebody is asked to look at. */
export function mistakenCircuit({ number, title, changes }: Mistaken, sound: Circuit): Result<Circuit> {
  const changed = applyChanges(sound, changes);
  return changed.ok ? fine({ ...changed.value.circuit, number, title }) : changed;
}
