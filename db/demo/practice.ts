/** A weld to practise on: 2 in tube, one joint, among the demo's jobs. */
import { findSize } from '../../core/basics/sizes';
import { ROUND } from '../../core/basics/seam';
import { current } from '../../core/models/criteria';
import type { Clock } from '../clock';
import type { Who } from '../record/append';
import type { Sql } from '../sql';
import { addWork } from '../work';

/** @returns its id; null when it was refused */
export async function practiceWeld(sql: Sql, clock: Clock, who: Who, ids: { event: string; weld: string }): Promise<string | null> {
  const size = findSize('inch-tube', '2');
  const criterion = current.find((c) => c.id === 'House-MP');
  if (!size || !criterion) return null;
  const [{ n = 0 } = {}] = await sql<
    { n: number }[]
  >`select count(*)::int as n from spool s join line l on l.id = s.line join job j on j.id = l.job where j.name = 'First welds' and not j.cleared`;
  const { welds } = await addWork(
    sql,
    clock,
    who,
    {
      ...{ job: 'First welds', service: criterion.title, line: 'Practice', spool: `FW-${n + 1}`, firstNumber: `FW-${n + 1}`, count: 1 },
      design: {
        ...{ size, alloyA: '316L', alloyB: '316L', joint: 'square-butt', seam: ROUND, looking: 'from A to B', insideReachable: true },
        criterion: { id: criterion.id, version: criterion.version },
      },
    },
    [ids],
    true,
  );
  return welds[0] ?? null;
}
