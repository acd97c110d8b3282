/** The marks of a run: each with its time, which can be set right, and a way to take it back. */
import { useState } from 'react';
import { clock } from '../../../core/basics/units';
import { arcName, markNames, tackLookNames, type Mark, type RunState } from '../../../core/work/run';

/** "4:05" or "245": seconds since gas on. */
function secondsIn(text: string): number | null {
  const m = /^(?:(\d{1,3}):)?(?:([0-5]?\d):)?(\d{1,5})$/.exec(text.trim());
  if (!m) return null;
  const parts = text.trim().split(':').map(Number);
  return parts.reduce((s, p) => s * 60 + p, 0);
}

type Props = {
  run: RunState;
  numberOf: (weld: string) => string;
  now: number;
  onCorrect: (m: Mark, at: number | null) => Promise<void>;
};

export function MarkList({ run, numberOf, now, onCorrect }: Props) {
  const [editing, setEditing] = useState<string | null>(null);
  const [text, setText] = useState('');
  const at = secondsIn(text);
  const wrong =
    at === null ? 'Type minutes and seconds since gas on, such as 4:05.' : run.startedAt + at * 1000 > now ? 'That is still to come.' : '';
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
              {m.arc && `, ${arcName(m.arc)}`}
              {several && m.weld && `, ${numberOf(m.weld)}`}
              {m.look && `: ${tackLookNames[m.look].toLowerCase()}`}
              {m.source && `, by ${m.source.label}`}
              {m.clampAmps !== undefined && `, ${Math.round(m.clampAmps)} A`}
              {m.twice && ': told twice, counts once'}
            </span>
            {editing === m.id ? (
              <form
                className="flex flex-wrap items-end gap-2 py-1"
                onSubmit={(e) => {
                  e.preventDefault();
                  if (wrong || at === null) return;
                  setEditing(null);
                  void onCorrect(m, run.startedAt + at * 1000);
                }}
              >
                <label className="text-sm font-medium">
                  Happened at
                  <input className="input min-h-12 w-24 font-figure" value={text} onChange={(e) => setText(e.target.value)} />
                </label>
                <button className="btn min-h-12 btn-primary">Set it right</button>
                <button
                  type="button"
                  className="btn min-h-12"
                  onClick={() => {
                    setEditing(null);
                    void onCorrect(m, null);
                  }}
                >
                  Take it back
                </button>
                {wrong && <span className="w-full text-error">■ {wrong}</span>}
              </form>
            ) : (
              <button
                type="button"
                className="btn min-h-11 btn-ghost btn-sm"
                onClick={() => {
                  setEditing(m.id);
                  setText(clock((m.at - run.startedAt) / 1000));
                }}
              >
                Correct
              </button>
            )}
          </li>
        ))}
      </ol>
    </details>
  );
}
