/** The answer as other programs read it: scripts/grade writes exactly one of these. */
import { z } from 'zod';
import { filmBands, type Band } from '../tint';
import { refusals, warnings, type Refusal, type Warning } from './flags';
import type { Grading } from './grade';
import type { Reading } from './line';

/** The words, thin to thick, in the order of their numbers; sugar and white are told as grey-black with a flag. */
export const answerBands = [
  'bright',
  'pale straw',
  'straw',
  'gold',
  'bronze',
  'purple',
  'dark blue',
  'light blue',
  'silvery',
  'yellow 2',
  'rose 2',
  'blue 2',
  'green 2',
  'higher',
  'grey-black',
] as const;
const bandSchema = z.enum(answerBands);

/** Why a picture or its marks could not even be read. */
export const inputFaults = {
  question: 'The command was not understood.',
  'not-a-picture': 'The file is no JPEG, PNG or WebP picture.',
  heic: 'The file is HEIC or AVIF.',
  'too-large': 'The picture has more than 50 megapixels.',
  animated: 'The file holds several pictures.',
  cmyk: 'The picture is CMYK, made for print.',
  deep: 'The picture has 16 bits a channel.',
  grey: 'The picture has no colour.',
  broken: 'The picture ends before it is whole, or is damaged.',
  'patch-outside': 'The patch is not within the picture, or too small.',
  'card-outside': 'The card is not within the picture, or too small.',
  'line-outside': 'A line is not within the picture.',
  'line-length': 'A line is too short to read.',
} as const;
export type InputFault = keyof typeof inputFaults;

const flagSchema = z.enum([
  ...(Object.keys(inputFaults) as InputFault[]),
  ...(Object.keys(refusals) as Refusal[]),
  ...(Object.keys(warnings) as Warning[]),
] as [InputFault | Refusal | Warning, ...(InputFault | Refusal | Warning)[]]);

const worstSchema = z.strictObject({
  band: bandSchema,
  nm: z.number().nullable().describe('film about so many nm, by the model; null for grey-black'),
  low: bandSchema,
  high: bandSchema,
  sure: z.number().min(0).max(1).describe('that the band is right within one'),
});
const profileSchema = z.array(
  z.strictObject({ t: z.number().min(0).max(1).describe('0 clean end, 1 bead'), nm: z.number().nullable(), band: bandSchema }),
);
export const gradeAnswerSchema = z.strictObject({
  worst: worstSchema.nullable().describe('null: refused, see flags'),
  profile: profileSchema,
  lines: z.array(z.strictObject({ worst: worstSchema, profile: profileSchema, flags: z.array(flagSchema) })),
  flags: z.array(flagSchema),
});
export type GradeAnswer = z.infer<typeof gradeAnswerSchema>;
export type AnswerFlag = z.infer<typeof flagSchema>;

const bandOf = (i: number): GradeAnswer['profile'][number]['band'] => answerBands[Math.min(i, answerBands.length - 1)] as never;
/** A word of an answer as the criteria know it; black is sugar or white where the line's flags say so. Undefined for no word of ours. */
export function answerBand(word: string, flags: readonly string[] = []): Band | undefined {
  const i = (answerBands as readonly string[]).indexOf(word);
  if (i < filmBands.length) return filmBands[i];
  return flags.includes('sugar') ? 'sugar' : flags.includes('white') ? 'white' : 'grey';
}
const tidy = (x: number): number => Math.round(x * 1000) / 1000;

function told(r: Reading): GradeAnswer['lines'][number] {
  return {
    worst: { band: bandOf(r.worst), nm: r.nm, low: bandOf(r.low), high: bandOf(r.high), sure: tidy(r.sure) },
    profile: r.profile.map((p) => ({ t: tidy(p.t), nm: p.nm, band: bandOf(p.band) })),
    flags: r.flags,
  };
}

/** A refusal in the same shape. */
export const refused = (flags: AnswerFlag[]): GradeAnswer => ({ worst: null, profile: [], lines: [], flags });

/** The answer to a grading: the line with the worst tint on top, every line below. */
export function answerOf(grading: Grading): GradeAnswer {
  if (!grading.ok) return refused(grading.refused);
  const { lines, worst, flags } = grading.graded;
  const all = lines.map(told);
  const top = all[worst] as GradeAnswer['lines'][number];
  return { worst: top.worst, profile: top.profile, lines: all, flags: [...new Set([...flags, ...top.flags])] };
}

/** JSON Schema of the answer, as published. */
export const gradeJsonSchema = (): unknown => z.toJSONSchema(gradeAnswerSchema);
