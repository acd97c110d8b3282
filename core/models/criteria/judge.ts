/** The verdict: the worst of what was seen, zone by zone and arc by arc. What was not seen leaves it incomplete. */
import { arcText, inArc, type Seam } from '../../basics/seam';
import { show, type System } from '../../basics/units';
import { filmBands } from '../tint';
import {
  defectNames,
  outcomeNames,
  outcomeSchema,
  wordFor,
  zoneNames,
  zoneSchema,
  type Criterion,
  type FoundDefect,
  type Outcome,
  type Tint,
  type Zone,
} from './criterion';
import type { Finding, PurgeFact } from './facts';

export type Seen = {
  tints: readonly Tint[];
  defects: readonly FoundDefect[];
  /** the inside can be reached, cleaned and seen again */
  insideReachable: boolean;
  /** what the arcs are parts of */
  seam: Seam;
  /** wall, m: a defect's size is told as a share of it */
  wall?: number;
};

export type Verdict = {
  outcome: Outcome | 'incomplete';
  reasons: string[];
  /** what is still not seen */
  missing: string[];
};

const worse = (a: Outcome, b: Outcome): Outcome => (outcomeSchema.options.indexOf(a) >= outcomeSchema.options.indexOf(b) ? a : b);

/**
 * What one grade of one zone leads to. What was brushed before anybody looked could have been any colour: where one of them would be worse than
 * cleaned, only an engineer can say. On titanium always:
 * brushing takes the evidence off and leaves the harm.
 */
export function gradeOutcome(c: Criterion, zone: Zone, grade: Exclude<Tint['grade'], { by: 'unseen' }>): Outcome {
  if (grade.by === 'brushed') {
    const worst = filmBands.map((b) => c.zones[zone][b] ?? 'refer').reduce(worse);
    return c.families.includes('titanium') || worse(worst, 'refer') !== 'refer' ? 'refer' : worst;
  }
  if (grade.by === 'band') return c.zones[zone][grade.band] ?? 'refer';
  if (!c.numbers) return 'refer';
  return grade.number <= c.numbers.accept ? 'accept' : grade.number <= c.numbers.clean ? 'clean' : 'reweld';
}

/** What a fact of the purge leads to: a version that is silent on the purge refers. */
export const factOutcome = (c: Criterion, fact: PurgeFact): Outcome => (isPersons(fact) ? 'refer' : (c.facts?.[fact] ?? 'refer'));
const isPersons = (fact: PurgeFact): fact is 'wps' | 'eyes' => fact === 'wps' || fact === 'eyes';

/** What was seen, in the words of the scheme. */
export const gradeWords = (c: Criterion, grade: Exclude<Tint['grade'], { by: 'unseen' }>): string =>
  grade.by === 'band'
    ? wordFor(c, grade.band).toLowerCase()
    : grade.by === 'number'
      ? `number ${grade.number} of ${grade.guide}`
      : 'brushed, as-welded colour unknown';

/** A defect's size, with its share of the wall where that says something. */
export const sizeWords = (size: number, wall: number | undefined, system: System = 'metric'): string =>
  `${show(size, 'length', system)}${wall ? `, ${Math.round((100 * size) / wall)} % of the wall` : ''}`;

/** Steps of a quarter of a twelfth of the seam that no seen tint of the zone covers, as a share of it (0 to 1). */
export function unseenShare(tints: readonly Tint[], zone: Zone): number {
  const seen = tints.filter((t) => t.zone === zone && t.grade.by !== 'unseen');
  let open = 0;
  for (let q = 0; q < 48; q++) if (!seen.some((t) => inArc(t.arc, (q + 0.5) / 4))) open++;
  return open / 48;
}

/**
 * The verdict of a criterion on what was seen, as welded, before any brush.
 * A defect, or a purge, that rejects stands even when the look is incomplete.
 * @param findings what the purge and the fit-up say of this weld
 */
export function judge(c: Criterion, seen: Seen, findings: readonly Finding[] = []): Verdict {
  const reasons: string[] = [];
  let outcome: Outcome = 'accept';
  for (const t of seen.tints) {
    if (t.grade.by === 'unseen') continue;
    let result = gradeOutcome(c, t.zone, t.grade);
    let why = `${zoneNames[t.zone]}, ${arcText(t.arc, seen.seam)}: ${gradeWords(c, t.grade)}`;
    if (result === 'clean' && t.zone.startsWith('id') && !seen.insideReachable) {
      result = 'refer';
      why += ' would be cleaned, but the inside cannot be reached, cleaned and seen';
    }
    if (result !== 'accept') reasons.push(`${why}. ${c.id} version ${c.version}: ${outcomeNames[result].toLowerCase()}.`);
    outcome = worse(outcome, result);
  }
  for (const d of seen.defects) {
    const asked = c.defects[d.kind] ?? 'refer';
    const hidden = asked === 'clean' && d.side === 'inside' && !seen.insideReachable;
    const result = hidden ? 'refer' : asked;
    const size = d.size ? `, ${sizeWords(d.size, seen.wall)}` : '';
    const what = `${defectNames[d.kind]}, ${d.side}, ${arcText(d.arc, seen.seam)}${size}${hidden ? ' would be cleaned, but the inside cannot be reached, cleaned and seen' : ''}`;
    reasons.push(`${what}. ${c.id} version ${c.version}: ${outcomeNames[result].toLowerCase()}.`);
    outcome = worse(outcome, result);
  }
  for (const f of findings) {
    const result = factOutcome(c, f.fact);
    const says = isPersons(f.fact)
      ? 'A named person decides, and says why'
      : c.facts
        ? `${c.id} version ${c.version}: ${result === 'accept' ? 'noted' : outcomeNames[result].toLowerCase()}`
        : `${c.id} version ${c.version} says nothing of the purge: for the engineer`;
    reasons.push(`${f.text}. ${says}.`);
    outcome = worse(outcome, result);
  }
  const missing = zoneSchema.options
    .filter((zone) => unseenShare(seen.tints, zone) > 0)
    .map((zone) => `${zoneNames[zone]}: ${Math.round(unseenShare(seen.tints, zone) * 100)} % not seen`);
  if (missing.length && outcome !== 'reweld' && outcome !== 'cut-out') return { outcome: 'incomplete', reasons, missing };
  if (outcome === 'accept') reasons.push(`All zones within ${c.id} version ${c.version}.`);
  return { outcome, reasons, missing };
}
