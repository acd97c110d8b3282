/** The set-up in hand: its history (kept over a reload), its place on the server, and what the model says of it. */
import * as Comlink from 'comlink';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { setupSchema, type Setup } from '../../../core/models/setup';
import { spacesOf } from '../../../core/models/network';
import { type Band, type Change, type Ready } from '../../../core/models/purge';
import type { System } from '../../../core/basics/units';
import type { Answer, PurgeWorker, Question } from '../../workers/purge.worker';
import { keep, kept as keptText } from '../kept';
import { request } from '../post';

export type Saved = { setup: Setup; joints: Record<string, string>; version: number };
type History = { past: Setup[]; now: Setup; future: Setup[] };
type Kept = History & { version: number };
const DEEP = 60;

export type Seen = {
  /** with the set-up it was computed for: that may be a little older than the one in hand */
  plan: (Extract<Answer, { kind: 'plan' }> & { setup: Setup }) | null;
  band: Band | null;
  /** the plan with its band, once there */
  full: Extract<Answer, { kind: 'band' }>['plan'] | null;
  flows: Extract<Answer, { kind: 'flows' }>['rows'] | null;
  advice: Change[] | null;
  computing: 'plan' | 'band' | 'advice' | null;
};
const nothing: Seen = { plan: null, band: null, full: null, flows: null, advice: null, computing: null };

const same = (a: Setup, b: Setup): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What was kept in this browser, when it still is a set-up. */
function remembered(key: string, saved: Saved | null): History | null {
  try {
    const kept = JSON.parse(keptText(key) ?? 'null') as Kept | null;
    if (!kept) return null;
    // Somebody else went on from here meanwhile: theirs is the one on the bench.
    if (saved && saved.version > kept.version && !same(setupSchema.parse(saved.setup), setupSchema.parse(kept.now))) return null;
    const read = (s: unknown) => setupSchema.parse(s);
    return { past: kept.past.map(read), now: read(kept.now), future: kept.future.map(read) };
  } catch {
    return null;
  }
}

type Props = {
  spool: string;
  weld: string;
  first: Setup;
  saved: Saved | null;
  limit: number;
  system: System;
  monitor: string | undefined;
  /** what the arc will wait for */
  ready: Ready;
  active: boolean;
};

export function usePlanner({ spool, weld, first, saved, limit, system, monitor, ready, active }: Props) {
  const key = `sentrel-setup-${spool}-${weld}`;
  const [history, setHistory] = useState<History>({ past: [], now: first, future: [] });
  const [dragging, setDragging] = useState(false);
  const [seen, setSeen] = useState<Seen>(nothing);
  const [start, setStart] = useState<number | undefined>(undefined);
  const [kept, setKept] = useState<'kept' | 'keeping' | 'not-kept' | 'moved'>('kept');
  const version = useRef(saved?.version ?? 0);
  const setup = history.now;

  // As the planner opens: the history of this browser wins where it goes on from what the server has.
  useLayoutEffect(() => {
    if (active) setHistory(remembered(key, saved) ?? { past: [], now: first, future: [] });
  }, [key, active]);
  useEffect(() => {
    if (active && (history.past.length || history.future.length))
      // A full store costs the undo after a reload, nothing else.
      keep(key, JSON.stringify({ ...history, version: version.current } satisfies Kept));
  }, [key, history, active]);

  const change = useCallback((next: Setup, more: { drag?: boolean } = {}) => {
    setDragging(more.drag ?? false);
    setHistory((h) => {
      if (same(h.now, next)) return h;
      // A drag is one step: only its beginning goes into the past.
      if (more.drag)
        return { ...h, now: next, past: h.past.at(-1) && dragFrom.current ? h.past : [...h.past, h.now].slice(-DEEP), future: [] };
      return { past: [...h.past, h.now].slice(-DEEP), now: next, future: [] };
    });
    dragFrom.current = more.drag ?? false;
  }, []);
  const dragFrom = useRef(false);
  const dropped = useCallback(() => {
    dragFrom.current = false;
    setDragging(false);
  }, []);
  const undo = useCallback(
    () => setHistory((h) => (h.past.length ? { past: h.past.slice(0, -1), now: h.past.at(-1) as Setup, future: [h.now, ...h.future] } : h)),
    [],
  );
  const redo = useCallback(
    () => setHistory((h) => (h.future.length ? { past: [...h.past, h.now], now: h.future[0] as Setup, future: h.future.slice(1) } : h)),
    [],
  );

  const spaces = useMemo(() => spacesOf(setup), [setup]);

  // One worker for as long as the stage is open.
  const worker = useRef<{ api: Comlink.Remote<PurgeWorker>; raw: Worker; job: number } | null>(null);
  useEffect(() => {
    if (!active) return;
    const raw = new Worker(new URL('../../workers/purge.worker.ts', import.meta.url), { type: 'module', name: 'purge' });
    const api = Comlink.wrap<PurgeWorker>(raw);
    worker.current = { api, raw, job: 0 };
    // A small case first: the engine compiles the model while the page settles.
    void api.warm({ setup: first, limit, system });
    return () => {
      api[Comlink.releaseProxy]();
      raw.terminate();
      worker.current = null;
    };
    // One worker for the life of the stage, whatever limit or units say later.
  }, [active]);

  useEffect(() => {
    const w = worker.current;
    if (!active || !w) return;
    const job = ++w.job;
    if (spaces.faults.length) {
      setSeen(nothing);
      return;
    }
    setSeen((s) => ({ ...s, full: null, band: null, flows: null, advice: null, computing: 'plan' }));
    const question: Question = {
      setup,
      limit,
      system,
      ready: { by: ready.by, hold: ready.hold },
      quick: dragging,
      ...(monitor && { monitor }),
      ...(start !== undefined && { start }),
    };
    const hear = (a: Answer) => {
      if (worker.current?.job !== job) return;
      if (a.kind === 'plan') setSeen((s) => ({ ...s, plan: { ...a, setup }, computing: dragging ? null : 'band' }));
      else if (a.kind === 'band') setSeen((s) => ({ ...s, band: a.band, full: a.plan, computing: 'advice' }));
      else if (a.kind === 'flows') setSeen((s) => ({ ...s, flows: a.rows }));
      else if (a.kind === 'advice') setSeen((s) => ({ ...s, advice: a.changes, computing: null }));
    };
    w.api.ask(job, question, Comlink.proxy(hear)).catch((e: unknown) => {
      console.error('The purge model stopped:', e);
      setSeen((s) => ({ ...s, computing: null }));
    });
  }, [active, setup, spaces, limit, system, monitor, start, dragging, ready.by, ready.hold]);

  // The spool's set-up on the server follows, a moment after the last change.
  useEffect(() => {
    if (!active || history.past.length === 0 || dragging) return;
    setKept('keeping');
    const soon = setTimeout(() => {
      void request<{ version: number }>('PUT', `/api/spools/${spool}/setup`, { setup, weld, seen: version.current }).then((sent) => {
        if (sent.ok) {
          version.current = sent.value.version;
          setKept('kept');
        } else setKept(sent.refusal.status === 409 ? 'moved' : 'not-kept');
      });
    }, 900);
    return () => clearTimeout(soon);
  }, [active, setup, history.past.length, dragging, spool, weld]);

  return useMemo(
    () => ({
      ...{ setup, change, dropped, undo, redo, spaces, seen, kept, start, setStart, dragging },
      canUndo: history.past.length > 0,
      canRedo: history.future.length > 0,
    }),
    [setup, change, dropped, undo, redo, spaces, seen, kept, start, dragging, history.past.length, history.future.length],
  );
}
export type Planner = ReturnType<typeof usePlanner>;
