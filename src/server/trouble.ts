/** What whoever started this process tells it of the machinery around it (scripts/up.ts): shown on every page until it is over. */
import { EventEmitter } from 'node:events';
import { z } from 'zod';

const toldSchema = z.object({ trouble: z.array(z.object({ text: z.string(), on: z.boolean() })) });
/** `on`: it goes on as we look, and touches who welds; the rest is told so that it is known */
export type Trouble = z.infer<typeof toldSchema>['trouble'][number];
let now: Trouble[] = [];
const moved = new EventEmitter();

/** In words for who welds; empty when nothing is wrong. */
export const trouble = (): Trouble[] => now;
export const onTrouble = (hear: () => void): void => void moved.on('moved', hear);

process.on('message', (message) => {
  const told = toldSchema.safeParse(message);
  if (!told.success) return;
  now = told.data.trouble;
  moved.emit('moved');
});

const FULL = '53100'; // disk_full, PostgreSQL's appendix A

/** Why the database is away, where that is known. */
export function whyAway(e: unknown): string {
  const on = (like: string) => now.find((t) => t.on && t.text.startsWith(like))?.text;
  const full = (e as { code?: string } | null)?.code === FULL ? 'The disk of the database is full. Make room on it.' : undefined;
  return on('The disk') ?? full ?? on('The database') ?? 'The database cannot be reached.';
}
