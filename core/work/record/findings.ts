/** What the purge and the fit-up say of a weld that is judged: every purge of it since it was last welded again, worst facts once. */
import { show } from '../../basics/units';
import { factOutcome, outcomeSchema, type Criterion, type Finding } from '../../models/criteria';
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
  const rank = (f: Finding) => outcomeSchema.options.indexOf(factOutcome(criterion, f.fact));
  return found.sort((a, b) => rank(b) - rank(a));
}
