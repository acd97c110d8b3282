/** The verdict: the worst of what was seen, zone by zone and arc by arc. What was not seen leaves it incomplete. */
import { arcText, inArc, type Seam } from '../../basics/seam';
import { show, type System } from '../../basics/units';
import { filmBands } from '../tint';
import { afterCleaning } from './compare';
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
import { besideBlue } from './doubts';
import type { Finding, PurgeFact } from './facts';
import { limitNames, measureFor, measureText, mostOf } from './measures';

/** What is known of the other welds of the line: how many were looked at, of how many the inside was seen, whether one was rejected. */
export type LineSeen = { looked: number; inside: number; rejected: boolean };

export type Seen = {
  tints: readonly Tint[];
  defects: readonly FoundDefect[];
  /** the inside can be reached, cleaned and seen again */
  insideReachable: boolean;
  /** what the arcs are parts of */
  seam: Seam;
  /** wall, m: a defect's size is told as a share of it, and judged by it */
  wall?: number;
  /** what was still seen after cleaning */
  after?: readonly Tint[];
  /** how often it was welded again already */
  rewelds?: number;
  line?: LineSeen;
};

export type Verdict = {
  outcome: Outcome | 'incomplete';
  reasons: string[];
  /** what is still not seen */
  missing: string[];
  /** what would have to be different for it to be accepted; empty when it is */
  differ: string[];
  /** what keeps a weld open that is to be cleaned */
  open: string[];
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

/** A defect as it was found: within its measured limit it is noted, beyond it or without a size the scheme says what follows. */
export function defectOutcome(c: Criterion, d: FoundDefect, wall: number | undefined): { outcome: Outcome; limit: string | null } {
  const asked = c.defects[d.kind] ?? 'refer';
  const m = measureFor(c.measures, d.kind, d.side);
  if (!m || m.of === 'width') return { outcome: asked, limit: m ? measureText(m, 'metric') : null };
  const within = d.size != null && wall !== undefined && d.size <= mostOf(m, wall) + 1e-9;
  return { outcome: within ? 'accept' : asked, limit: measureText(m, 'metric') };
}

/** Steps of a quarter of a twelfth of the seam that no seen tint of the zone covers, as a share of it (0 to 1). */
export function unseenShare(tints: readonly Tint[], zone: Zone): number {
  const seen = tints.filter((t) => t.zone === zone && t.grade.by !== 'unseen');
  let open = 0;
  for (let q = 0; q < 48; q++) if (!seen.some((t) => inArc(t.arc, (q + 0.5) / 4))) open++;
  return open / 48;
}

/** What would have to be otherwise with the purge for a fact not to stand. */
const otherwise: Record<PurgeFact, string> = {
  'arc-over': 'Oxygen at or under the limit at the arc',
  'arc-early': 'The arc struck when the purge was ready',
  over: 'Oxygen under the limit as long as the arc burns',
  'not-measured': 'Oxygen measured at the arc',
  opened: 'The purge closed as long as the arc burns',
  tape: 'The tape peeled before the arc',
  'hold-short': 'The gas held as long as asked',
  'tack-over': 'Tacks at or under the limit',
  unchecked: 'The monitor checked within the shift',
  'high-low': 'Ends in line before the first tack',
  wps: 'Every essential variable within the WPS, or a named person who allows it',
  eyes: 'Both who looked on the same side of the limit',
};

/** What weighs in a verdict: how it is said, what follows, and what would have to differ. */
type Weighed = { why: string; outcome: Outcome; differ: string };

function weighTint(c: Criterion, t: Tint, seen: Seen): Weighed | null {
  if (t.grade.by === 'unseen') return null;
  const where = `${zoneNames[t.zone]}, ${arcText(t.arc, seen.seam)}`;
  const asked = gradeOutcome(c, t.zone, t.grade);
  const hidden = asked === 'clean' && t.zone.startsWith('id') && !seen.insideReachable;
  return {
    why: `${where}: ${gradeWords(c, t.grade)}${hidden ? NOT_REACHED : ''}`,
    outcome: hidden ? 'refer' : asked,
    differ: `${where}: ${differGrade(c, t)}`,
  };
}
const NOT_REACHED = ' would be cleaned, but the inside cannot be reached, cleaned and seen';

function differGrade(c: Criterion, t: Tint): string {
  if (t.grade.by === 'number') return c.numbers ? `number ${c.numbers.accept} or less` : 'graded by a colour: this scheme has no numbers';
  if (t.grade.by === 'brushed') return 'looked at before it was brushed';
  const may = filmBands.filter((b) => c.zones[t.zone][b] === 'accept');
  const [least, most] = [may[0], may.at(-1)];
  if (!least || !most) return 'nothing is accepted by colour alone';
  return least === most ? `${wordFor(c, least).toLowerCase()}` : `${wordFor(c, most).toLowerCase()} at most`;
}

function weighDefect(c: Criterion, d: FoundDefect, seen: Seen): Weighed {
  const { outcome: asked, limit } = defectOutcome(c, d, seen.wall);
  const hidden = asked === 'clean' && d.side === 'inside' && !seen.insideReachable;
  const size = d.size ? `, ${sizeWords(d.size, seen.wall)}` : '';
  const where = `${d.side}, ${arcText(d.arc, seen.seam)}`;
  const measured = limit !== null && d.size != null && d.kind !== 'width';
  const name = measured ? limitNames[d.kind as 'undercut'] : defectNames[d.kind];
  const stands = limit === null ? '' : measured ? `; ${limit} allowed` : `; ${limit} allowed, not measured`;
  return {
    why: `${name}, ${where}${size}${stands}${hidden ? NOT_REACHED : ''}`,
    outcome: hidden ? 'refer' : asked,
    differ: `${limitNames[d.kind as 'undercut'] ?? defectNames[d.kind]}, ${where}: ${limit === null ? 'none' : `${limit}${measured ? '' : ', and measured'}`}`,
  };
}

/** What was seen again after cleaning: what is left of it is cleaned again. */
function weighAfter(c: Criterion, t: Tint, seen: Seen): Weighed | null {
  if (t.grade.by !== 'band') return null;
  const where = `${zoneNames[t.zone]}, ${arcText(t.arc, seen.seam)}`;
  return {
    why: `After cleaning, ${where.charAt(0).toLowerCase()}${where.slice(1)}: ${gradeWords(c, t.grade)} left`,
    outcome: afterCleaning(c, t.zone, t.grade.band),
    differ: `${where}: cleaned until ${wordFor(c, 'bright').toLowerCase()} is left`,
  };
}

/** Inside zones may stay unseen where the scheme asks for a share of the line, and the line has it. */
function insideMayWait(c: Criterion, seen: Seen): { may: boolean; text: string } | null {
  if (!c.insideSeen || c.insideSeen.share >= 1) return null;
  const { looked, inside, rejected } = seen.line ?? { looked: 0, inside: 0, rejected: false };
  const asked = rejected ? Math.max(c.insideSeen.share, c.insideSeen.afterReject) : c.insideSeen.share;
  const has = inside / (looked + 1);
  const text = `inside seen of ${inside} of ${looked + 1} welds of this line, ${Math.round(100 * asked)} % asked${rejected ? ' since one was rejected' : ''}`;
  return { may: has + 1e-9 >= asked, text };
}

/**
 * The verdict of a criterion on what was seen, as welded, before any brush; and on what was left after it.
 * A defect, or a purge, that rejects stands even when the look is incomplete.
 * @param findings what the purge and the fit-up say of this weld
 */
export function judge(c: Criterion, seen: Seen, findings: readonly Finding[] = []): Verdict {
  const rule = `${c.id} version ${c.version}`;
  const reasons: string[] = [];
  const differ: string[] = [];
  let outcome: Outcome = 'accept';
  const weigh = ({ why, outcome: asked, differ: otherwise_ }: Weighed, says = outcomeNames[asked].toLowerCase()) => {
    reasons.push(`${why}. ${rule}: ${says}.`);
    if (asked !== 'accept') differ.push(otherwise_);
    outcome = worse(outcome, asked);
  };
  for (const t of seen.tints) {
    const w = weighTint(c, t, seen);
    if (w && w.outcome !== 'accept') weigh(w);
  }
  reasons.push(...besideBlue(c, seen.tints, seen.seam));
  for (const d of seen.defects) {
    const w = weighDefect(c, d, seen);
    weigh(w, w.outcome === 'accept' ? 'noted' : undefined);
  }
  for (const t of seen.after ?? []) {
    const w = weighAfter(c, t, seen);
    if (w && w.outcome !== 'accept') weigh(w, w.outcome === 'clean' ? 'clean again' : undefined);
  }
  for (const f of findings) {
    const result = factOutcome(c, f.fact);
    const says = isPersons(f.fact)
      ? 'A named person decides, and says why'
      : c.facts
        ? `${rule}: ${result === 'accept' ? 'noted' : outcomeNames[result].toLowerCase()}`
        : `${rule} says nothing of the purge: for the engineer`;
    reasons.push(`${f.text}. ${says}.`);
    if (result !== 'accept') differ.push(otherwise[f.fact]);
    outcome = worse(outcome, result);
  }
  if (outcome === 'reweld' && isWeldedOut(c, seen)) {
    reasons.push(`Welded again ${seen.rewelds} ${seen.rewelds === 1 ? 'time' : 'times'} already, ${rule} allows no more: cut out.`);
    outcome = 'cut-out';
  }
  let missing = zoneSchema.options
    .filter((zone) => unseenShare(seen.tints, zone) > 0)
    .map((zone) => ({ zone, text: `${zoneNames[zone]}: ${Math.round(unseenShare(seen.tints, zone) * 100)} % not seen` }));
  const waits = insideMayWait(c, seen);
  const inside = missing.filter((m) => m.zone.startsWith('id'));
  if (waits && inside.length > 0) {
    if (waits.may) missing = missing.filter((m) => !m.zone.startsWith('id'));
    reasons.push(`Inside not seen all round: ${waits.text}.${waits.may ? '' : ' See this one.'}`);
  }
  const stops = outcome === 'reweld' || outcome === 'cut-out';
  const texts = missing.map((m) => m.text);
  const open = outcome === 'clean' && !texts.length ? openUntil(c) : [];
  if (texts.length && !stops)
    return { outcome: 'incomplete', reasons, missing: texts, differ: [...differ, ...missing.map((m) => `${zoneNames[m.zone]} seen all round`)], open }; // prettier-ignore
  if (outcome === 'accept') reasons.push(`${waits && inside.length ? 'All that was seen' : 'All zones'} within ${rule}.`);
  return { outcome, reasons, missing: texts, differ: [...new Set(differ)], open };
}

/** Has it been welded again as often as the scheme allows? */
export const isWeldedOut = (c: Criterion, { rewelds = 0 }: Pick<Seen, 'rewelds'>): boolean =>
  c.rewelds !== undefined && rewelds >= c.rewelds;

/** What is still to be done on a weld that is cleaned to be accepted. */
function openUntil(c: Criterion): string[] {
  const { finish } = c;
  const ra = finish?.ra ? `Ra ${show(finish.ra, 'roughness', 'metric')} at most` : '';
  return [
    'Clean until no colour is left where it was, and look again.',
    ...(finish ? [`Restore the finish: ${[ra, finish.words].filter(Boolean).join(', ')}.`] : []),
    ...(c.passivation === 'never'
      ? []
      : ['Open until pickling or passivation is recorded: the skin under the colour is poor in chromium.']),
  ];
}
