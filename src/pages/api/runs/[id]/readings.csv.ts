import type { APIRoute } from 'astro';
import { runCsv } from '../../../../../core/work/run';
import { error } from '../../../../server/answer';
import { measured, runOf } from '../../../../server/run';

/** Readings and marks of a run as CSV (RFC 4180): seconds since gas on, UTC, oxygen, quality, flow and where it is from, mark. */
export const GET: APIRoute = async ({ params }) => {
  const run = await runOf(params['id']);
  if (!run) return error(404, 'There is no such purge.');
  const { readings, flows } = await measured(run);
  return new Response(runCsv(run, readings, flows), {
    headers: {
      'content-type': 'text/csv; charset=utf-8; header=present',
      'content-disposition': `attachment; filename="purge-${run.id}.csv"`,
      'cache-control': 'no-store',
    },
  });
};
