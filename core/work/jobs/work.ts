/** Job, line, spool, weld: the order things belong in. */
import { z } from 'zod';
import { alloySchema } from '../../basics/materials';
import { sizeSchema } from '../../basics/sizes';

const name = (what: string, max = 80) => z.string().trim().min(1, `Enter ${what}.`).max(max, `At most ${max} letters.`);

export const jointSchema = z.enum(['square-butt', 'open-root']);
export const jointNames: Record<z.infer<typeof jointSchema>, string> = { 'square-butt': 'Square butt', 'open-root': 'Bevelled, open root' };

/** What the drawing says of a weld before anyone touches it. */
export const designSchema = z.object({
  size: sizeSchema,
  alloyA: alloySchema,
  alloyB: alloySchema,
  joint: jointSchema,
  criterion: z.object({ id: z.string(), version: z.number().int().positive() }),
  /** 12 is scribed here; hours are counted clockwise looking this way */
  looking: z.string().max(60),
  /** the inside can be reached, rinsed and seen */
  insideReachable: z.boolean(),
});
export type Design = z.infer<typeof designSchema>;

/** A job of one's own: job, line, spool and N welds alike, in one go. */
export const newWorkSchema = z.object({
  job: name('the job'),
  service: name('the service', 40),
  line: name('the line'),
  spool: name('the spool', 40),
  firstNumber: name('the first weld number', 30),
  count: z.number('How many welds?').int('Whole welds only.').min(1, 'At least one weld.').max(200, 'At most 200 at once.'),
  design: designSchema,
});
export type NewWork = z.infer<typeof newWorkSchema>;

/** W-7 and 3 welds: W-7, W-8, W-9. A number that ends in no digit gets -1, -2 ... */
export function weldNumbers(first: string, count: number): string[] {
  const text = first.trim();
  let end = text.length;
  while (end > 0 && /\d/.test(text[end - 1] ?? '')) end--;
  const [stem, digits] = [text.slice(0, end), text.slice(end)];
  if (digits === '') return count === 1 ? [text] : Array.from({ length: count }, (_, i) => `${text}-${i + 1}`);
  return Array.from({ length: count }, (_, i) => stem + String(Number(digits) + i).padStart(digits.length, '0'));
}

/** Where a weld belongs, in names. */
export type WeldPlace = {
  id: string;
  number: string;
  spool: string;
  spoolNumber: string;
  line: string;
  job: string;
  jobId: string;
  service: string;
  demo: boolean;
};
