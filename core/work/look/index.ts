/** What was seen on the weld, and the verdict that rests on it. */
import { z } from 'zod';
import {
  defectNames,
  gradeWords,
  isWeldedOut,
  judge,
  outcomeNames,
  outcomeSchema,
  sizeWords,
  zoneNames,
  type Criterion,
  type Finding,
  type FoundDefect,
  type LineSeen,
  type Outcome,
  type Tint,
} from '../../models/criteria';
import { arcRefusal, arcText, type Arc, type Seam } from '../../basics/seam';
import { define, seamOf, version, type Line, type Reader } from '../event';
import { one, seven, two } from '../shapes';

import type { InsideBy } from './form';

export { differences, type Difference } from './differences';
export { guideForm, insideByNames, insideIsSeen, lightForm, sizeForm, type InsideBy } from './form';
export { afterBrush, asWelded } from './brushed';

export type Look = {
  insideBy: InsideBy;
  tints: Tint[];
  defects: FoundDefect[];
  insideReachable: boolean;
  /** the borescope's number, the lamp and the light on the weld; '' and null where nobody said */
  scope: string;
  lamp: string;
  lux: number | null;
  /** graded without having seen what others had said of it */
  blind: boolean;
  /** what was still seen where a side had been cleaned before; empty where none had */
  after: Tint[];
};
/** What nobody has to say of a look. */
export const LOOK_UNSAID = { scope: '', lamp: '', lux: null, blind: false, after: [] as Tint[] };
const first = z.object({
  insideBy: z.enum(['direct', 'borescope', 'blind', 'not-seen']),
  tints: z.array(one.tint).max(200),
  defects: z.array(one.defect).max(100),
  insideReachable: z.boolean(),
});
const second = first.extend({ defects: z.array(two.defect).max(100) });
const third = second.extend({
  insideBy: seven.insideBy,
  tints: z.array(seven.tint).max(200),
  defects: z.array(seven.defect).max(100),
  scope: z.string().max(40),
  lamp: z.string().max(60),
  lux: z.number().min(0).max(200_000).nullable(),
  blind: z.boolean(),
});
export const lookRecorded = define<Look>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(first, (b) => b),
    version(second, (b) => ({ ...b, ...LOOK_UNSAID })),
    version(third, (b): Look => ({ ...b, after: [] })),
    version(third.extend({ after: z.array(seven.tint).max(200) }), (b): Look => b),
  ],
});

/** Why these stretches cannot be of this seam; empty when they can. */
export const lookRefusals = (b: Look, { seam }: { seam: Seam }): string[] => [
  ...new Set([...b.tints, ...b.after, ...b.defects].map((x) => arcRefusal(x.arc, seam)).filter((no) => no !== null)),
];

export type VerdictGiven = { look: string; criterion: { id: string; version: number }; outcome: Outcome; reasons: string[] };
export const verdictGiven = define<VerdictGiven>()({
  stream: 'weld',
  decision: true,
  versions: [
    version(
      z.object({ look: one.id, criterion: one.criterion, outcome: one.outcome, reasons: z.array(z.string()).min(1).max(60) }),
      (b): VerdictGiven => b,
    ),
  ],
});

/** @param look the newest look, as it stands @param findings what the purge and the fit-up say of this weld */
export function verdictRefusals(
  b: VerdictGiven,
  look: (Look & { event: string }) | null,
  criterion: Criterion,
  around: { seam: Seam; wall: number; rewelds: number; line?: LineSeen | undefined },
  findings: readonly Finding[],
): string[] {
  if (!look || b.look !== look.event) return ['The look this verdict rests on is no longer the newest. Open the weld again.'];
  if (b.criterion.id !== criterion.id || b.criterion.version !== criterion.version)
    return ['The criterion of this weld is another. Open the weld again.'];
  const v = judge(criterion, { ...look, ...around }, findings);
  if (v.outcome === 'incomplete') return [`The look is incomplete: ${v.missing.join('; ')}.`];
  // A person may be stricter than the criterion, never milder; only "refer" is for a person to settle.
  const rank = (o: Outcome) => outcomeSchema.options.indexOf(o);
  if (v.outcome !== 'refer' && rank(b.outcome) < rank(v.outcome))
    return ['A verdict milder than the criterion needs another criterion, not another verdict.'];
  if (b.outcome === 'reweld' && isWeldedOut(criterion, around))
    return [
      `Welded again ${around.rewelds} times already, and ${criterion.id} version ${criterion.version} allows no more: cut out, or refer.`,
    ];
  return [];
}

export function tellLook(b: Look, reader: Reader): Line {
  const { criterion, system } = reader;
  const where = (arc: Arc) => arcText(arc, seamOf(reader), system);
  const seenBy = { direct: 'directly', mirror: 'by mirror', borescope: 'by borescope', blind: 'blind', 'not-seen': 'not seen' }[b.insideBy];
  const grade = (t: Tint) => (t.grade.by === 'unseen' ? 'not seen' : gradeWords(criterion, t.grade));
  const wall = reader.design?.size?.wall;
  return {
    title: 'Looked at, as welded',
    details: [
      `Inside seen ${seenBy}${b.scope ? ` ${b.scope}` : ''}`,
      ...(b.lamp || b.lux !== null ? [`Light: ${[b.lamp, b.lux === null ? '' : `${b.lux} lux`].filter(Boolean).join(', ')}`] : []),
      ...(b.blind ? ["Graded without seeing another's answer"] : []),
      ...b.tints.map((t) => `${zoneNames[t.zone]}, ${where(t.arc)}: ${grade(t)}${t.from ? `, by line ${t.from.line} of a picture` : ''}`),
      ...b.after.map((t) => `After cleaning, ${zoneNames[t.zone].toLowerCase()}, ${where(t.arc)}: ${grade(t)}`),
      ...b.defects.map(
        (d) =>
          `${defectNames[d.kind]}, ${d.side}, ${where(d.arc)}${d.size ? `: ${sizeWords(d.size, wall, system)}` : ''}${d.picture ? ', with a picture' : ''}`,
      ),
    ],
  };
}

export const tellVerdict = (b: VerdictGiven): Line => ({
  title: `Verdict: ${outcomeNames[b.outcome].toLowerCase()}`,
  details: [...b.reasons, `${b.criterion.id} version ${b.criterion.version}`],
});

export const lookCautions = ['Look by mirror or borescope. Hot metal: measure before you touch.'];
