/** What the purge and the fit-up say of a weld that is judged: every purge of it since it was last welded again, worst facts once. */
import { show } from '../../basics/units';
import { arcText } from '../../basics/seam';
import { factOutcome, gradeWords, outcomeSchema, zoneNames, type Criterion, type Finding } from '../../models/criteria';
import { differences } from '../look';
import { findingsOf } from '../run';
import type { WeldState } from './state';

export function weldFindings(s: WeldState, criterion: Criterion): Finding[] {
  const found = s.runs.flatMap((run) =>
    findingsOf(
      run,
      s.id,
      run.arcs.filter((a) => s.arcs.includes(a)),
      criterion.holdShortBy,
    ),
  );
  const most = criterion.highLowMost;
  const { wall } = s.design.size;
  if (s.fitup && most !== undefined && s.fitup.highLow > most * wall)
    found.push({
      fact: 'high-low',
      text: `High-low ${show(s.fitup.highLow, 'length', 'metric')} at fit-up, more than ${Math.round(most * 100)} % of the wall; the cap does not cure it`,
    });
  // Decided by a named person it is history; until then nobody may accept over it.
  for (const d of s.deviations)
    if (d.essential === true && d.settled === null) found.push({ fact: 'wps', text: `Outside the WPS. ${d.text.replace(/\.$/, '')}` });
  found.push(...eyesApart(s, criterion));
  const rank = (f: Finding) => outcomeSchema.options.indexOf(factOutcome(criterion, f.fact));
  return found.sort((a, b) => rank(b) - rank(a));
}

/** Two people graded the same place without seeing each other's answer, and the limit lies between them. */
function eyesApart(s: WeldState, criterion: Criterion): Finding[] {
  const newest = s.look;
  if (!newest?.blind) return [];
  return s.looks
    .filter((l) => l.event !== newest.event)
    .flatMap((l) => differences(l.tints, newest.tints, criterion, s.design.seam))
    .filter((d) => d.overLimit)
    .map(({ zone, arc, grades }) => {
      const [a, b] = grades.map((g) => (g.by === 'unseen' ? 'not seen' : gradeWords(criterion, g)));
      return {
        fact: 'eyes',
        text: `Two who looked differ over the limit, ${zoneNames[zone]}, ${arcText(arc, s.design.seam)}: ${a}, and ${b}`,
      };
    });
}
