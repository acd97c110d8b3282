/** A logger's file beside a run: what reads it comes when somebody opens it. */
import { lazy, Suspense, useState } from 'react';
import type { RunState } from '../../../core/work/run';

const LoggerFile = lazy(() => import('./LoggerFile'));

export function LoggerForm({ run }: { run: RunState }) {
  const [opened, setOpened] = useState(false);
  return (
    <details className="text-sm" onToggle={() => setOpened(true)}>
      <summary className="min-h-11 cursor-pointer list-none py-2">Read in a logger’s file ›</summary>
      {opened && (
        <Suspense fallback={<div className="h-24 bg-base-200" />}>
          <LoggerFile run={run} />
        </Suspense>
      )}
    </details>
  );
}
