/** What whoever started this process tells it of the machinery around it (scripts/up.ts): shown on every page until it is over. */
import { EventEmitter } from 'node:events';
import { z } from 'zod';

const toldSchema = z.object({ trouble: z.array(z.string()) });
let now: string[] = [];
const moved = new EventEmitter();

/** In words for who welds; empty when nothing is wrong. */
export const trouble = (): string[] => now;
export const onTrouble = (hear: () => void): void => void moved.on('moved', hear);

process.on('message', (message) => {
  const told = toldSchema.safeParse(message);
  if (!told.success) return;
  now = told.data.trouble;
  moved.emit('moved');
});

/** Why the database is away, where that is known. */
export function whyAway(e: unknown): string {
  const full =
    now.find((t) => t.startsWith('The disk')) ??
    ((e as { code?: string } | null)?.code === '53100' ? 'The disk of the database is full. Make room on it.' : null);
  return full ?? now.find((t) => t.startsWith('The database')) ?? 'The database cannot be reached.';
}
