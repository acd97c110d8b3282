import { seamsOf } from '../../../../../db/work';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';
import { measured, NO_RUN as gone, runOf } from '../../../../server/run';

/** The chart of a run: oxygen, flow, marks, the model's band. */
export const GET = route({ gone }, async ({ id, person }) => {
  const run = await runOf(id);
  if (!run) return null;
  // Drawing is seldom wanted: loaded when it is.
  const { runSvg } = await import('../../../../server/chart');
  const seamOf = await seamsOf(db(), run.started.welds);
  const svg = runSvg({ run, ...(await measured(run)), seamOf, limit: run.started.rules.startPpm, system: person?.units ?? 'inch' });
  return new Response(svg, { headers: { 'content-type': 'image/svg+xml; charset=utf-8', 'cache-control': 'no-store' } });
});
