import { runCsv } from '../../../../../core/work/run';
import { seamsOf } from '../../../../../db/work';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';
import { measured, NO_RUN as gone, runOf } from '../../../../server/run';

/** Readings and marks of a run as CSV (RFC 4180): seconds since gas on, UTC, oxygen, quality, flow and where it is from, mark. */
export const GET = route({ gone }, async ({ id }) => {
  const run = await runOf(id);
  if (!run) return null;
  const { readings, flows } = await measured(run);
  return new Response(runCsv(run, readings, flows, await seamsOf(db(), run.started.welds)), {
    headers: {
      'content-type': 'text/csv; charset=utf-8; header=present',
      'content-disposition': `attachment; filename="purge-${run.id}.csv"`,
      'cache-control': 'no-store',
    },
  });
});
