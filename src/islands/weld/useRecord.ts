/** The record of a weld in the browser: read, reduced, kept up by the live stream, and added to. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Criterion } from '../../../core/criteria';
import { reduceRun, reduceWeld, type Recorded, type WeldState } from '../../../core/weld';
import { listen, type Hint } from '../live';
import { heardTime, request, say, type Refusal, type Said } from '../post';

export type KeptRecord = { events: Recorded[]; runEvents: Record<string, Recorded[]>; criterion: Criterion };

export function useRecord(
  first: KeptRecord,
  weld: string,
  now: number,
): { kept: KeptRecord; state: WeldState | null; live: boolean; record: (e: Said) => Promise<Refusal | null> } {
  const [kept, setKept] = useState(first);
  const [live, setLive] = useState(true);
  const state = useMemo(() => {
    const runs = Object.values(kept.runEvents)
      .map(reduceRun)
      .filter((r) => r !== null);
    return reduceWeld(kept.events, runs, kept.criterion);
  }, [kept]);
  const streams = useRef<Set<string>>(new Set());
  streams.current = new Set([weld, ...Object.keys(kept.runEvents)]);

  const refetch = useCallback(async () => {
    const sent = await request<KeptRecord & { now: number }>('GET', `/api/welds/${weld}`);
    if (!sent.ok) return;
    heardTime(sent.value.now);
    setKept(sent.value);
  }, [weld]);

  useEffect(() => {
    heardTime(now);
    return listen(
      (hint: Hint) => {
        if ((hint.stream && streams.current.has(hint.stream)) || hint.also?.includes(weld)) void refetch();
      },
      () => void refetch(),
      setLive,
    );
  }, [refetch, weld, now]);

  const versionOf = (stream: string) => (stream === weld ? kept.events : (kept.runEvents[stream] ?? [])).at(-1)?.seq ?? 0;
  const record = async (event: Said) => {
    const sent = await say(event, versionOf(event.stream));
    if (sent.ok || sent.refusal.status === 409) await refetch();
    return sent.ok ? null : sent.refusal;
  };
  return { kept, state, live, record };
}
