import { z } from 'zod';
import { isSchoolName, SCHOOLS } from '#core/schools';
import { TABLES } from './tables';

/** How a job is done. A school or a working value that this program does not know is refused by name. */
export const practiceSchema = z
  .object({
    rules: z.enum(['site', 'na', 'iec']),
    units: z.enum(['site', 'us', 'si']),
    schools: z.record(z.string(), z.string().max(20)),
    typical: z.record(z.string(), z.number().finite()),
  })
  .superRefine(({ schools, typical }, context) => {
    for (const [name, value] of Object.entries(schools)) {
      const choices: readonly string[] = isSchoolName(name) ? SCHOOLS[name] : [];
      if (!choices.includes(value))
        context.addIssue({
          code: 'custom',
          path: ['schools', name],
          message: `"${value}" is no choice of it; there are ${choices.join(', ') || 'none'}`,
        });
    }
    for (const [key, value] of Object.entries(typical)) {
      if (!TABLES.constants.rows.some((row) => row.key === key))
        context.addIssue({ code: 'custom', path: ['typical', key], message: 'is no working value' });
      else if (value <= 0) context.addIssue({ code: 'custom', path: ['typical', key], message: 'must be above 0' });
    }
  });
