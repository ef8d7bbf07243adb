import { z } from 'zod';
import { isSchoolName, SCHOOLS } from '#core/schools';
import { TABLES } from './tables';

/** What a working value of a job's own may be, in the unit of its row: what is divided by is not nothing. */
export const WORKING_VALUE = { least: 0.001, most: 100_000 };

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
      else if (value < WORKING_VALUE.least || value > WORKING_VALUE.most)
        context.addIssue({ code: 'custom', path: ['typical', key], message: `must be ${WORKING_VALUE.least} to ${WORKING_VALUE.most}` });
    }
  });
