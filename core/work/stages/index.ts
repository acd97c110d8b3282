/** The stages of a weld, in the order of work. */
import { z } from 'zod';

export const stageSchema = z.enum(['fitup', 'gas', 'setup', 'purge', 'weld', 'look', 'clean', 'passivate', 'record']);
export type Stage = z.infer<typeof stageSchema>;
export const stageNames: Record<Stage, string> = {
  fitup: 'Fit-up',
  gas: 'Gas',
  setup: 'Set-up',
  purge: 'Purge',
  weld: 'Weld',
  look: 'Look',
  clean: 'Clean',
  passivate: 'Passivate',
  record: 'Record',
};
