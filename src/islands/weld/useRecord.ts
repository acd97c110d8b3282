/**
 * The record of a weld in the browser: read, reduced, kept up by the live stream, and added to. What happens on a run is kept on
 * this device first and shown at once, so that the bench goes on without network.
 */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { reduceRun, reduceWeld, type WeldState } from '../../../core/work/record';
import type { SentEvent, Stored } from '../../../core/work/event';
import { listen, type Hint } from '../live';
import { fromCache, heardTime, request, sentEvent, type Refusal, type Said } from '../post';
import { say } from '../told';
import { enqueue, keepRecord, keptRecord, onQueue, outcome, sentFirst, unsay, waiting, type KeptRecord, type Waiting } from '../queue';

export type RecordInHand = {
  kept: KeptRecord;
  state: WeldState | null;
  live: boolean;
  /** marked on this device and not saved yet, or refused */
  unsaved: Waiting[];
  record: (e: Said) => Promise<Refusal | null>;
  /** takes an event back that was never sent. @returns false when it was */
  unsay: (id: string) => Promise<boolean>;
};

/** What is kept on this device first, and sent when the server is there: marks of a purge that goes on, of a product or bath that is on, and pictures. */
const isKeptFirst = (type: string): boolean =>
  (type.startsWith('run.') && type !== 'run.started') ||
  type.startsWith('picture.') ||
  type.startsWith('dwell.') ||
  type === 'passivate.started';

/** An event that waits, as it will stand in the record. */
const provisional = (e: SentEvent, seq: number): Stored => ({
  ...{ id: e.id, stream: e.stream, type: e.type, version: e.version, body: e.body },
  seq,
  happenedAt: new Date(Date.parse(e.happenedAt) + e.offsetMs).toISOString(),
  receivedAt: e.happenedAt,
  actor: null,
  identified: 'not saved yet',
  hash: '',
});

/** The record with what came after; what is known already, or does not follow, changes nothing. */
function grown(k: KeptRecord, weld: string, stream: string, more: readonly Stored[]): KeptRecord {
  const had = stream === weld ? k.events : (k.runEvents[stream] ?? []);
  const next = [...had];
  for (const e of more) if (e.seq === (next.at(-1)?.seq ?? 0) + 1) next.push(e);
  if (next.length === had.length) return k;
  return stream === weld ? { ...k, events: next } : { ...k, runEvents: { ...k.runEvents, [stream]: next } };
}

const length = (r: KeptRecord) => r.events.length + Object.values(r.runEvents).reduce((n, list) => n + list.length, 0);
/** The first, unless the other holds more. */
const newer = (a: KeptRecord, b: KeptRecord): KeptRecord => (length(b) > length(a) ? b : a);

export function useRecord(first: KeptRecord, weld: string, now: number): RecordInHand {
  const [kept, setKept] = useState(first);
  const [live, setLive] = useState(true);
  const [queue, setQueue] = useState<Waiting[]>([]);
  // Saved, and not yet in the record as this page knows it: it stays shown, and is not called unsaved.
  const [saved, setSaved] = useState<SentEvent[]>([]);
  const unsaved = useMemo(() => queue.filter((w) => w.event.stream === weld || w.event.stream in kept.runEvents), [queue, kept, weld]);
  const shown = useMemo((): KeptRecord => {
    const late = [...saved, ...unsaved.filter((w) => w.refusal === null && !saved.some((e) => e.id === w.event.id)).map((w) => w.event)];
    if (late.length === 0) return kept;
    const with_ = (stream: string, list: Stored[]) => [
      ...list,
      ...late
        .filter((e) => e.stream === stream && !list.some((known) => known.id === e.id))
        .map((e, i) => provisional(e, (list.at(-1)?.seq ?? 0) + 1 + i)),
    ];
    const runEvents = Object.fromEntries(Object.entries(kept.runEvents).map(([id, list]) => [id, with_(id, list)]));
    return { ...kept, events: with_(weld, kept.events), runEvents };
  }, [kept, saved, unsaved, weld]);
  const state = useMemo(() => {
    const runs = Object.values(shown.runEvents)
      .map((list) => reduceRun(list))
      .filter((r) => r !== null);
    return reduceWeld(shown.events, runs, shown.criterion);
  }, [shown]);
  /** the streams this page stands on, and how far it knows each */
  const streams = useRef<Map<string, number>>(new Map());
  streams.current = new Map(Object.entries({ ...kept.runEvents, [weld]: kept.events }).map(([id, list]) => [id, list.at(-1)?.seq ?? 0]));

  const refetch = useCallback(async () => {
    const sent = await request<KeptRecord & { now: number }>('GET', `/api/welds/${weld}`);
    if (!sent.ok) return false;
    heardTime(sent.value.now);
    const { events, runEvents, criterion } = sent.value;
    // Of two answers that overtake each other the longer is the newer: a record only grows.
    setKept((k) => newer({ events, runEvents, criterion }, k));
    setSaved((list) => list.filter((e) => ![...events, ...(runEvents[e.stream] ?? [])].some((known) => known.id === e.id)));
    return true;
  }, [weld]);

  /** What a stream has more than this page knows; everything when the stream is new here. */
  const fetchMore = useCallback(
    async (stream: string) => {
      const known = streams.current.get(stream);
      if (known === undefined) return refetch();
      const sent = await request<{ events: Stored[]; now: number }>('GET', `/api/streams/${stream}?after=${known}`);
      if (!sent.ok) return false;
      heardTime(sent.value.now);
      setKept((k) => grown(k, weld, stream, sent.value.events));
      setSaved((list) => list.filter((e) => !sent.value.events.some((known_) => known_.id === e.id)));
      return true;
    },
    [refetch, weld],
  );

  useEffect(() => {
    if (fromCache(now)) void refetch();
    return listen({
      onHint: (hint: Hint) =>
        hint.stream && (streams.current.has(hint.stream) || hint.also?.includes(weld)) ? fetchMore(hint.stream) : undefined,
      onResync: refetch,
      onState: setLive,
    });
  }, [refetch, fetchMore, weld, now]);

  // A page out of the cache is older than what this device has seen since.
  useEffect(() => {
    void keptRecord(weld).then((old) => old && setKept((k) => newer(k, old)));
  }, [weld]);
  useEffect(() => void keepRecord(weld, kept), [weld, kept]);
  useEffect(() => {
    const look = () => void waiting().then(setQueue);
    look();
    let again: ReturnType<typeof setTimeout> | undefined;
    const fetchSaved = async (stream: string) => {
      clearTimeout(again);
      if (!(await fetchMore(stream))) again = setTimeout(() => void fetchSaved(stream), 3000);
    };
    const stop = onQueue((n) => {
      if (n.kind === 'saved' && streams.current.has(n.event.stream)) {
        setSaved((list) => [...list, n.event]);
        void fetchSaved(n.event.stream);
      }
      look();
    });
    return () => {
      clearTimeout(again);
      stop();
    };
  }, [fetchMore]);

  const record = useCallback(
    async (event: Said): Promise<Refusal | null> => {
      const known = streams.current.get(event.stream) ?? 0;
      // What happens on a run that goes on is kept here first; a decision at a desk is sent and answered.
      if (isKeptFirst(event.type)) {
        const queued = sentEvent(event, known);
        await enqueue(queued);
        const end = await outcome(queued.id);
        if (end === null) await fetchMore(event.stream);
        return end === 'waiting' ? null : end;
      }
      await sentFirst(streams.current);
      const sent = await say(event, known);
      if (sent.ok || sent.refusal.status === 409) await (event.type === 'run.started' ? refetch() : fetchMore(event.stream));
      return sent.ok ? null : sent.refusal;
    },
    [fetchMore, refetch],
  );
  return { kept: shown, state, live, unsaved, record, unsay };
}
