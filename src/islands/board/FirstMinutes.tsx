/** For who sees the Board for the first time: what it is for, at the purge that runs, and a first weld walked together. */
import { useEffect, useState } from 'react';
import type { BoardRun } from '../../../core/work/run';
import type { Person } from '../../../core/work/people';
import { RefusalNote } from '../kit/notes';
import { request, type Refusal } from '../post';
import { isNew, leave, walk } from '../walk';
import { signIn } from '../who';

/** Begins a weld to practise on, and goes there. Who is nobody yet walks as a welder of the list. */
export async function beginWalk(somebody: boolean): Promise<Refusal | null> {
  if (!somebody) {
    const people = await request<Person[]>('GET', '/api/people');
    if (!people.ok) return people.refusal;
    const welder = people.value.find((p) => p.role === 'Welder');
    const signed = welder && (await signIn(welder.id));
    if (signed && !signed.ok) return signed.refusal;
  }
  const made = await request<{ weld: string }>('POST', '/api/walk', {});
  if (!made.ok) return made.refusal;
  walk(made.value.weld);
  location.href = `/welds/${made.value.weld}`;
  return null;
}

/** Whether it is to be offered here: only the device knows whether it was asked before. */
export function useOffered(demo: boolean): [boolean, () => void] {
  const [offered, setOffered] = useState(false);
  useEffect(() => setOffered(demo && isNew()), [demo]);
  return [
    offered,
    () => {
      leave();
      setOffered(false);
    },
  ];
}

export function FirstMinutes({ run, somebody, onLeave }: { run: BoardRun | undefined; somebody: boolean; onLeave: () => void }) {
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const weld = run?.welds[0];
  return (
    <section aria-label="First minutes" className="border-4 border-base-content p-4">
      <p className="text-lg font-semibold">The inside of a weld goes black from air nobody sees. Sentrel says when it is gone.</p>
      <p className="mt-1">
        {run
          ? 'Below runs a purge, with a simulated monitor: the large figure is the oxygen at the vent, the dashed line what the weld allows. '
          : ''}
        It plans the purge of a spool, times it, judges the colour by a written rule, and keeps the record of every weld. All that stands
        here is invented.
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <button type="button" className="btn min-h-14 btn-primary px-6 text-lg" onClick={() => void beginWalk(somebody).then(setRefusal)}>
          Walk a first weld together
        </button>
        {weld && (
          <a className="btn min-h-14" href={`/welds/${weld.id}`}>
            See the purge that runs
          </a>
        )}
        <button type="button" className="btn min-h-14 btn-ghost" onClick={onLeave}>
          I look about by myself
        </button>
      </div>
      {!somebody && <p className="mt-2 text-sm">You walk as a welder of the list, until you pick yourself at the top right.</p>}
      <RefusalNote refusal={refusal} />
    </section>
  );
}
