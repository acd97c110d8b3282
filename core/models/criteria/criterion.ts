/**
 * Acceptance criteria are data: versioned, shipped as editable templates, never a fixed rule in code.
 * Here are their shape and the shape of what is seen on a weld; judge.ts puts the two together.
 */
import { z } from 'zod';
import { arcSchema } from '../../basics/seam';
import { bandNames, bandSchema, type Band } from '../tint';
import { ruledFactSchema } from './facts';
import { alloyFamilySchema } from '../../basics/materials';
import { confidenceSchema, confirmedSchema, limitSchema, measureSchema, sourceSchema } from './measures';

export const zoneSchema = z.enum(['id-bead', 'id-haz', 'od-bead', 'od-haz']);
export type Zone = z.infer<typeof zoneSchema>;
export const zoneNames: Record<Zone, string> = {
  'id-bead': 'Inside, bead',
  'id-haz': 'Inside, HAZ',
  'od-bead': 'Outside, bead',
  'od-haz': 'Outside, HAZ',
};

/** From best to worst; `incomplete` is no verdict but the lack of one. */
export const outcomeSchema = z.enum(['accept', 'clean', 'refer', 'reweld', 'cut-out']);
export type Outcome = z.infer<typeof outcomeSchema>;
export const outcomeNames: Record<Outcome, string> = {
  accept: 'Accept',
  clean: 'Clean, then accept',
  refer: 'Refer to the engineer',
  reweld: 'Re-weld',
  'cut-out': 'Cut out',
};

export const defectSchema = z.enum([
  'crack',
  'lack-of-fusion',
  'lack-of-penetration',
  'sugar',
  'porosity',
  'undercut',
  'concavity',
  'convexity',
  'high-low',
  'tack-not-consumed',
  'arc-strike',
  'stop-oxide',
  'burn-through',
  'tungsten',
  'overlap',
  'spatter',
  'width',
]);
export type DefectKind = z.infer<typeof defectSchema>;
export const defectNames: Record<DefectKind, string> = {
  crack: 'Crack',
  'lack-of-fusion': 'Lack of fusion',
  'lack-of-penetration': 'Not penetrated',
  sugar: 'Sugar',
  porosity: 'Open pore',
  undercut: 'Undercut',
  concavity: 'Concave beyond the limit',
  convexity: 'Convex beyond the limit',
  'high-low': 'Misaligned beyond the limit',
  'tack-not-consumed': 'Tack not consumed',
  'arc-strike': 'Arc strike',
  'stop-oxide': 'Oxidised stop',
  'burn-through': 'Burn-through',
  tungsten: 'Tungsten inclusion',
  overlap: 'Overlap',
  spatter: 'Spatter',
  width: 'Bead width beyond the limit',
};

export const purgeRulesSchema = z.object({
  /** oxygen at which the arc may start, ppm */
  startPpm: z.number().positive(),
  /** oxygen not to be passed while welding, ppm */
  weldPpm: z.number().positive(),
  readyBy: z.enum(['monitor', 'clock']),
  /** without a monitor the clock may decide, and the record says so */
  clockAllowed: z.boolean(),
  /** the limit held this long */
  holdSeconds: z.number().min(0),
  /** on top, since the joint is not what is measured */
  jointHoldSeconds: z.number().min(0),
  /** tacks need the weld's own limit */
  tacksAtLimit: z.boolean(),
});
export type PurgeRules = z.infer<typeof purgeRulesSchema>;

const perBand = z.partialRecord(bandSchema, outcomeSchema);
const perZone = z.record(zoneSchema, perBand);

/** What of the inside has to be seen, share of the welds of a line; more once one was rejected. */
const insideSeenSchema = z.object({ share: z.number().min(0).max(1), afterReject: z.number().min(0).max(1) });

/** Who stood for something, when, and why; the name as it was then. */
const stoodForSchema = z.object({ by: z.uuid(), name: z.string().max(80), when: z.iso.datetime(), why: z.string().min(3).max(300) });

export const criterionSchema = z.object({
  id: z.string().min(1).max(40),
  version: z.number().int().positive(),
  title: z.string(),
  /** what it is for, and what it is not */
  about: z.string(),
  source: z.string(),
  /** low: a template, to be copied and stood for before it decides; shop: a copy that somebody of the shop stands for */
  confidence: confidenceSchema,
  families: z.array(alloyFamilySchema).min(1),
  purge: purgeRulesSchema,
  /** band to outcome for each zone; a band not listed is for the engineer */
  zones: perZone,
  /** the same after cleaning; left out: only bright is left, everything else is cleaned again */
  after: perZone.optional(),
  /** own words of the scheme for a band */
  words: z.partialRecord(bandSchema, z.string()),
  /** numbers of the user's own printed guide, lowest best: up to `accept`, up to `clean`, above that re-weld */
  numbers: z.object({ accept: z.number().int().min(0), clean: z.number().int().min(0), most: z.number().int().positive() }).nullable(),
  defects: z.partialRecord(defectSchema, outcomeSchema),
  /** what the purge says of a weld, and what follows; a version without it is silent on the purge, and refers */
  facts: z.partialRecord(ruledFactSchema, outcomeSchema).optional(),
  /** high-low that is more than this share of the wall is a fact of its own */
  highLowMost: z.number().positive().max(1).optional(),
  /** a gas hold is cut short when it is shorter than asked by more than this, s; a hand's slowness where the scheme says nothing */
  holdShortBy: z.number().min(0).max(600).optional(),
  /** what may be measured and still be accepted, on top of what has no size; beyond it `defects` says what follows */
  measures: z.array(measureSchema).max(20).optional(),
  /** how often a weld may be welded again; left out: not said */
  rewelds: z.number().int().min(0).max(9).optional(),
  /** what of the inside has to be seen; left out: of every weld */
  insideSeen: insideSeenSchema.optional(),
  /** finish to restore after cleaning: Ra at most, m, and in words */
  finish: z.object({ ra: z.number().positive().max(5e-5).nullable(), words: z.string().max(120) }).optional(),
  /** where each limit comes from, and how far it can be relied on */
  sources: z.partialRecord(limitSchema, sourceSchema).optional(),
  /** clauses a named person looked up in an edition; only these are ever printed */
  confirmed: z.partialRecord(limitSchema, confirmedSchema).optional(),
  /** the shipped scheme a shop's own was copied from */
  from: z.object({ id: z.string().max(40), version: z.number().int().positive() }).nullish(),
  /** who made this version of a shop's own, and why */
  made: stoodForSchema.optional(),
  /** what is looser than the shipped scheme, by its key in compare.ts, with who stood for it first */
  loosened: z
    .array(stoodForSchema.extend({ at: z.string().max(80), version: z.number().int().positive() }))
    .max(200)
    .optional(),
  /** what follows the look */
  cleaning: z.enum(['always', 'when-tinted', 'never']),
  passivation: z.enum(['always', 'when-cleaned', 'never']),
  /** product touches food, drink or medicine */
  foodContact: z.boolean(),
});
export type Criterion = z.infer<typeof criterionSchema>;

export const gradeSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('band'), band: bandSchema }),
  z.object({ by: z.literal('number'), number: z.number().int().min(0).max(20), guide: z.string().min(1).max(80) }),
  z.object({ by: z.literal('unseen') }),
  /** brushed before anybody looked: its colour as welded is unknown */
  z.object({ by: z.literal('brushed') }),
]);
export const tintSchema = z.object({
  zone: zoneSchema,
  arc: arcSchema,
  grade: gradeSchema,
  /** the line of a picture that spoke for it; null or left out: by eye */
  from: z.object({ picture: z.uuid(), line: z.string() }).nullish(),
});
export type Tint = z.infer<typeof tintSchema>;
export const foundDefectSchema = z.object({
  kind: defectSchema,
  side: z.enum(['inside', 'outside']),
  arc: arcSchema,
  /** as measured, m: a depth, a height or a width; null or left out where nobody measured */
  size: z.number().positive().nullish(),
  /** a picture of it, in the file store */
  picture: z.uuid().nullish(),
});
export type FoundDefect = z.infer<typeof foundDefectSchema>;

/** A band's name in the words of the scheme. */
export const wordFor = (c: Criterion, band: Band): string => c.words[band] ?? bandNames[band];
