/** People, and the choice of units each keeps. */
import { z } from 'zod';
import { choice, words } from '../../basics/fields';

export const roles = ['Welder', 'Lead', 'Inspector', 'Owner', 'Learner'] as const;

export const newPersonSchema = z.object({
  name: z.string().trim().min(1, 'Enter a name.').max(80),
  stamp: z.string().trim().min(1, 'Enter the stamp put beside the weld.').max(12),
  role: z.enum(roles),
  units: z.enum(['inch', 'metric']),
});
export type NewPerson = z.infer<typeof newPersonSchema>;
export type Person = NewPerson & { id: string };

/** What a new person is asked. */
export const personForm = {
  name: words('Name', { least: 1, most: 80, says: 'Enter a name.' }),
  stamp: words('Stamp', { least: 1, most: 12, says: 'Enter the stamp put beside the weld.' }),
  role: choice<NewPerson['role']>('Work', roles, { empty: null }),
  units: choice<NewPerson['units']>('Units', { inch: 'in, CFH, °F', metric: 'mm, L/min, °C' }, { empty: null }),
};
