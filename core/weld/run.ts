/** A purge run as a state machine over its events. Time is in the events; nothing here reads a clock. */
import { corrected } from './corrections';
import { upcast, type BodyOf, type MarkName, type Recorded } from './events';

export type Phase = 'filling' | 'open' | 'welding' | 'between' | 'holding' | 'done' | 'abandoned';

export type ArcSpan = { weld: string | null; on: number; off: number | null; atArc: BodyOf<'run.marked'>['atArc'] };

export type RunState = {
  id: string;
  version: number;
  started: BodyOf<'run.started'>;
  startedAt: number;
  by: string | null;
  phase: Phase;
  /** since when gas fills an unbroken purge, ms; null while a dam is open */
  fillingSince: number | null;
  holdSince: number | null;
  endedAt: number | null;
  marks: { id: string; mark: MarkName; weld: string | null; at: number; by: string | null }[];
  arcs: ArcSpan[];
  tacks: number;
  ended: BodyOf<'run.ended'> | null;
  /** the event that ended it */
  endedBy: string | null;
  contradictions: string[];
};

const ms = (iso: string): number => Date.parse(iso);

/** Marks that make sense next, the likeliest first. Others are taken too: what happened is recorded. */
export function nextMarks(phase: Phase): MarkName[] {
  switch (phase) {
    case 'filling':
      return ['arc-on', 'tack', 'look', 'bottle'];
    case 'open':
      return ['refill'];
    case 'welding':
      return ['arc-off'];
    case 'between':
      return ['arc-on', 'hold', 'look', 'bottle'];
    case 'holding':
      return ['arc-on'];
    default:
      return [];
  }
}

/** @returns null when the events hold no start */
export function reduceRun(raw: readonly Recorded[]): RunState | null {
  const { events } = corrected(raw.map(upcast));
  const first = events.find((e): e is Recorded<'run.started'> => e.type === 'run.started');
  if (!first) return null;
  const s: RunState = {
    id: first.stream,
    version: raw.at(-1)?.seq ?? 0,
    started: first.body,
    startedAt: ms(first.happenedAt),
    by: first.actor,
    phase: 'filling',
    fillingSince: ms(first.happenedAt),
    holdSince: null,
    endedAt: null,
    marks: [],
    arcs: [],
    tacks: 0,
    ended: null,
    endedBy: null,
    contradictions: [],
  };
  for (const e of events) {
    const at = ms(e.happenedAt);
    if (e.type === 'run.ended') {
      if (s.phase === 'welding') s.contradictions.push('The purge was ended with the arc on.');
      closeArc(s, at);
      s.phase = e.body.how;
      s.ended = e.body;
      s.endedBy = e.id;
      s.endedAt = at;
    } else if (e.type === 'run.marked') {
      if (s.endedAt !== null) s.contradictions.push(`"${e.body.mark}" was marked after the purge had ended.`);
      s.marks.push({ id: e.id, mark: e.body.mark, weld: e.body.weld, at, by: e.actor });
      apply(s, e.body, at);
    }
  }
  return s;
}

function closeArc(s: RunState, at: number): void {
  const open = s.arcs.at(-1);
  if (open && open.off === null) open.off = at;
}

function apply(s: RunState, { mark, weld, atArc }: BodyOf<'run.marked'>, at: number): void {
  const over = s.phase === 'done' || s.phase === 'abandoned';
  switch (mark) {
    case 'tack':
      s.tacks++;
      if (s.phase === 'open') s.contradictions.push('A tack was made with a dam open.');
      return;
    case 'look':
      if (s.phase === 'welding') s.contradictions.push('A dam was opened with the arc on.');
      closeArc(s, at);
      s.fillingSince = null;
      if (!over) s.phase = 'open';
      return;
    case 'refill':
      s.fillingSince = at;
      s.holdSince = null;
      if (!over) s.phase = 'filling';
      return;
    case 'bottle':
      // The regulator and the hose bring a slug of air: what was ready is not.
      if (s.phase === 'welding') s.contradictions.push('The bottle was changed with the arc on.');
      closeArc(s, at);
      s.fillingSince = s.fillingSince === null ? null : at;
      if (!over && s.phase !== 'open') s.phase = 'filling';
      return;
    case 'arc-on':
      if (s.phase === 'open') s.contradictions.push('The arc was struck with a dam open.');
      if (s.phase === 'welding') s.contradictions.push('Arc on was marked twice.');
      closeArc(s, at);
      s.arcs.push({ weld, on: at, off: null, atArc });
      s.holdSince = null;
      if (!over) s.phase = 'welding';
      return;
    case 'arc-off':
      if (s.phase !== 'welding') s.contradictions.push('Arc off was marked without an arc on.');
      closeArc(s, at);
      if (!over) s.phase = 'between';
      return;
    case 'hold':
      closeArc(s, at);
      s.holdSince = at;
      if (!over) s.phase = 'holding';
  }
}
