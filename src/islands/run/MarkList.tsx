/** The marks of a run: each with its time, which can be set right, and a way to take it back. */
import { useState } from 'react';
import type { Seam } from '../../../core/basics/seam';
import { clock, type System } from '../../../core/basics/units';
import { arcName, markNames, sinceGasOn, tackLookNames, type Mark, type RunState } from '../../../core/work/run';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';

type Props = {
  run: RunState;
  numberOf: (weld: string) => string;
  seamOf: (weld: string | null) => Seam;
  now: number;
  system: System;
  onCorrect: (m: Mark, at: number | null) => Promise<void>;
};

export function MarkList({ run, numberOf, seamOf, now, system, onCorrect }: Props) {
  const [editing, setEditing] = useState<string | null>(null);
  const several = run.started.welds.length > 1;
  return (
    <details className="text-sm">
      <summary className="min-h-11 cursor-pointer list-none py-2">
        {run.marks.length} {run.marks.length === 1 ? 'mark' : 'marks'}, {run.tacks} tacked ›
      </summary>
      <ol>
        {run.marks.map((m) => (
          <li key={m.id} className="flex flex-wrap items-center gap-x-3 border-b border-base-300">
            <span className="w-14 font-figure">{clock((m.at - run.startedAt) / 1000)}</span>
            <span className={`grow ${m.twice ? 'text-base-content/80' : ''}`}>
              {markNames[m.mark]}
              {m.arc && `, ${arcName(m.arc, seamOf(m.weld))}`}
              {several && m.weld && `, ${numberOf(m.weld)}`}
              {m.look && `: ${tackLookNames[m.look].toLowerCase()}`}
              {m.source && `, by ${m.source.label}`}
              {m.clampAmps !== undefined && `, ${Math.round(m.clampAmps)} A`}
              {m.twice && ': told twice, counts once'}
            </span>
            {editing === m.id ? (
              <Form
                row
                of={{ at: sinceGasOn('Happened at', run.startedAt, now) }}
                known={{ at: (m.at - run.startedAt) / 1000 }}
                system={system}
                label="Set it right"
                onRecord={async ({ at }) => {
                  setEditing(null);
                  await onCorrect(m, run.startedAt + at * 1000);
                  return null;
                }}
              >
                <Field name="at" className="w-28" />
                <button
                  type="button"
                  className="btn mt-5 min-h-12"
                  onClick={() => {
                    setEditing(null);
                    void onCorrect(m, null);
                  }}
                >
                  Take it back
                </button>
              </Form>
            ) : (
              <button type="button" className="btn min-h-11 btn-ghost btn-sm" onClick={() => setEditing(m.id)}>
                Correct
              </button>
            )}
          </li>
        ))}
      </ol>
    </details>
  );
}
