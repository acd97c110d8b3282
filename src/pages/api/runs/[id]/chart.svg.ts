import type { APIRoute } from 'astro';
import { error } from '../../../../server/answer';
import { measured, runOf } from '../../../../server/run';

/** The chart of a run: oxygen, flow, marks, the model's band. */
export const GET: APIRoute = async ({ params, locals }) => {
  const run = await runOf(params['id']);
  if (!run) return error(404, 'There is no such purge.');
  // Drawing is seldom wanted: loaded when it is.
  const { runSvg } = await import('../../../../server/chart');
  return new Response(
    runSvg({ run, ...(await measured(run)), limit: run.started.rules.startPpm, system: locals.person?.units ?? 'inch' }),
    {
      headers: { 'content-type': 'image/svg+xml; charset=utf-8', 'cache-control': 'no-store' },
    },
  );
};
