/** Shapes of the seventh generation: pictures, what was read from them, and a look by eye with how it was seen. Never changed, like those before. */
import { z } from 'zod';
import * as one from './one';
import * as two from './two';

const hash = z.string().regex(/^[0-9a-f]{64}$/, 'A SHA-256 in hexadecimal digits.');
/** A file as its hash and its length know it; pictures of more than 60 MB are none. */
export const contents = z.object({ hash, bytes: z.number().int().positive().max(60_000_000) });
export const print = z.string().regex(/^[0-9a-f]{64}$/);
export const pictureType = z.enum(['image/jpeg', 'image/png', 'image/webp']);
export const pixels = z.number().int().positive().max(100_000);
export const side = z.enum(['inside', 'outside']);
export const pictureStage = z.enum(['as-welded', 'cleaned', 'passivated']);

const at = z.number().min(-100_000).max(100_000);
const point = z.tuple([at, at]);
export const box = z.tuple([at, at, at, at]);
export const clockMark = z.object({
  way: z.enum(['along', 'side']),
  middle: point,
  edge: point,
  at: point,
  hour: one.hour,
  turn: z.union([z.literal(1), z.literal(-1)]),
});
const word = z.string().min(1).max(20);
const nm = z.number().min(0).max(1000).nullable();
export const worst = z.object({ band: word, nm, low: word, high: word, sure: z.number().min(0).max(1) });
export const readLine = z.object({
  name: z.string().regex(/^[a-z]$/),
  line: box,
  zone: z.enum(['id-bead', 'id-haz', 'od-bead', 'od-haz']),
  arc: one.arc.nullable(),
  worst: worst.nullable(),
  profile: z.array(z.object({ t: z.number().min(0).max(1), nm, band: word })).max(80),
  flags: z.array(z.string().max(40)).max(40),
});

const [byBand, byNumber, unseen] = one.tint.shape.grade.options;
/** A grade; what was brushed before anybody looked had no name before. */
export const grade = z.discriminatedUnion('by', [byBand, byNumber, unseen, z.object({ by: z.literal('brushed') })]);
/** A tint, and the line of a picture that spoke for it; null: by eye. */
export const tint = one.tint.extend({ grade, from: z.object({ picture: one.id, line: z.string().regex(/^[a-z]$/) }).nullish() });
/** A defect with its size, m, and a picture of it. */
export const defect = two.defect.extend({
  kind: z.enum([...two.defect.shape.kind.options, 'width']),
  size: z.number().positive().max(0.1).nullish(),
  picture: one.id.nullish(),
});
export const insideBy = z.enum(['direct', 'mirror', 'borescope', 'blind', 'not-seen']);
