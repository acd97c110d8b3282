/** Job, line, spool, weld: the order things belong in. */
import { z } from 'zod';
import { alloySchema, unweldable } from '../../basics/materials';
import { sizeName, sizeSchema } from '../../basics/sizes';
import { ROUND, seamSchema, type Seam } from '../../basics/seam';
import { show, type System } from '../../basics/units';

const name = (what: string, max = 80) => z.string().trim().min(1, `Enter ${what}.`).max(max, `At most ${max} letters.`);

export const jointSchema = z.enum(['square-butt', 'open-root', 'straight', 'corner', 'fillet', 'tank', 'set-on', 'nipple']);
export type Joint = z.infer<typeof jointSchema>;
export const jointNames: Record<Joint, string> = {
  'square-butt': 'Square butt',
  'open-root': 'Bevelled, open root',
  straight: 'Straight seam',
  corner: 'Corner',
  fillet: 'Fillet',
  tank: 'Tank seam',
  'set-on': 'Branch set on',
  nipple: 'Nipple on a run',
};
/** What kind of line each joint is welded along: it decides what its places are read on. */
export const seamKinds: Record<Joint, Seam['kind']> = {
  ...{ 'square-butt': 'round', 'open-root': 'round', 'set-on': 'saddle', nipple: 'saddle' },
  ...{ straight: 'straight', corner: 'straight', fillet: 'straight', tank: 'straight' },
};

/** Bevelled or filled: a pass need not melt the wall through. */
export const isOpened = (joint: Joint): boolean => !['square-butt', 'straight', 'tank'].includes(joint);

/** What the drawing says of a weld before anyone touches it. */
const design = z.object({
  size: sizeSchema,
  alloyA: alloySchema,
  alloyB: alloySchema,
  joint: jointSchema,
  criterion: z.object({ id: z.string(), version: z.number().int().positive() }),
  /** the line that is welded, of the kind its joint has */
  seam: seamSchema.default(ROUND),
  /** hours are counted clockwise looking this way; on a straight seam, the edge its length is measured from */
  looking: z.string().max(60),
  /** the inside can be reached, rinsed and seen */
  insideReachable: z.boolean(),
});
export const designSchema = design.superRefine(({ joint, seam, size, alloyA, alloyB }, ctx) => {
  const say = (message: string, ...path: string[]) => ctx.addIssue({ code: 'custom', message, path: ['seam', ...path] });
  if (seam.kind !== seamKinds[joint]) say(`${jointNames[joint]} has another kind of seam.`);
  if (seam.kind === 'saddle' && seam.onto.od < size.od) say(BRANCH_WIDER, 'onto');
  const apart = unweldable(alloyA, alloyB);
  if (apart !== null) ctx.addIssue({ code: 'custom', message: apart, path: ['alloyB'] });
});
export type Design = z.infer<typeof designSchema>;
export const BRANCH_WIDER = 'The branch is wider than the run it stands on.';

/** How its places are read. */
export const seamLine = ({ seam, looking }: Pick<Design, 'seam' | 'looking'>, system: System): string =>
  seam.kind === 'straight'
    ? `${show(seam.length, 'length', system)} long, measured from ${looking || 'its first edge'}`
    : seam.kind === 'saddle'
      ? `On ${sizeName(seam.onto)}; 12 lies along the run, clock seen looking ${looking}`
      : `Clock seen looking ${looking}`;

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

/** A weld as the others of its spool know it: what it waits for, and what its places lie on. */
export type SpoolWeld = { id: string; number: string; due: string; seam: Seam };

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

/** The newest work of one's own: what the next most likely goes on with. */
export type LastWork = { job: string; line: string; number: string; design: Design };
