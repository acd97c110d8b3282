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
  /** why the purge stands open; null while it does not */
  openedBy: 'look' | 'grind' | 'dam-out' | null;
  /** the last of the gap is being shut */
  closing: boolean;
  passes: number;
  /** since when gas fills an unbroken purge, ms; null while a dam is open */
  fillingSince: number | null;
  holdSince: number | null;
  endedAt: number | null;
  /** the mark told last, whatever time it was told for */
  lastTold: string | null;
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
      return ['arc-on', 'tack', 'look', 'bottle', 'grind', 'dam-out'];
    case 'open':
      return ['refill'];
    case 'welding':
      return ['arc-off', 'closing', 'dam-out'];
    case 'between':
      return ['arc-on', 'hold', 'look', 'pass', 'grind', 'bottle', 'dam-out'];
    case 'holding':
      return ['arc-on', 'look'];
    default:
      return [];
  }
}

/**
 * A mark made late counts when it happened, not when it was told: marks in the order of their time, those of one moment in
 * the order of the record. An end stays where it is told.
 */
function inTime(events: readonly Recorded[], start: number): Recorded[] {
  const at = (e: Recorded) => Math.max(start, ms(e.happenedAt));
  return [...events].sort((a, b) => at(a) - at(b) || a.seq - b.seq);
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
    openedBy: null,
    closing: false,
    passes: 1,
    fillingSince: ms(first.happenedAt),
    holdSince: null,
    endedAt: null,
    lastTold: null,
    marks: [],
    arcs: [],
    tacks: 0,
    ended: null,
    endedBy: null,
    contradictions: [],
  };
  for (const e of inTime(events, s.startedAt)) {
    const at = Math.max(s.startedAt, ms(e.happenedAt));
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
  const told = events.filter((e) => e.type === 'run.marked').reduce<Recorded | null>((a, e) => (a === null || e.seq > a.seq ? e : a), null);
  s.lastTold = told?.id ?? null;
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
    case 'grind':
    case 'dam-out':
      if (s.phase === 'welding')
        s.contradictions.push(
          {
            look: 'A dam was opened with the arc on.',
            grind: 'Grinding was marked with the arc on.',
            'dam-out': 'A dam came out with the arc on.',
          }[mark],
        );
      s.openedBy = mark;
      s.holdSince = null;
      closeArc(s, at);
      s.fillingSince = null;
      if (!over) s.phase = 'open';
      return;
    case 'pass':
      s.passes++;
      closeArc(s, at);
      s.closing = false;
      if (s.phase === 'welding') s.phase = 'between';
      return;
    case 'closing':
      s.closing = true;
      return;
    case 'refill':
      s.openedBy = null;
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
      s.openedBy = null;
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
      s.closing = false;
      closeArc(s, at);
      s.holdSince = at;
      if (!over) s.phase = 'holding';
  }
}
