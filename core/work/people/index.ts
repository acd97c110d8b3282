/** People, and the choice of units each keeps. */
import { z } from 'zod';

export const roles = ['Welder', 'Lead', 'Inspector', 'Owner', 'Learner'] as const;

export const newPersonSchema = z.object({
  name: z.string().trim().min(1, 'Enter a name.').max(80),
  stamp: z.string().trim().min(1, 'Enter the stamp put beside the weld.').max(12),
  role: z.enum(roles),
  units: z.enum(['inch', 'metric']),
});
export type NewPerson = z.infer<typeof newPersonSchema>;
export type Person = NewPerson & { id: string };
