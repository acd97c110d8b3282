/** A purge run as a state machine over its events. Time is in the events; nothing here reads a clock. */
import type { Read } from '../event';
import { timed } from '../../basics/units';
import type { Foretold } from './foretold';
import type { Started } from './started';
import { HOLD_LONGER } from './longer';
import { nothingPeeled, peel, shareOf, tapeBack, weldOpen, type Peeled } from './tape';
import {
  markNames,
  type AlarmKind,
  type Answered,
  type AtArc,
  type Ended,
  type Logged,
  type Marked,
  type MarkName,
  type Retired,
} from './told';
import { sameMark } from './twice';

/** What can stand in the stream of a purge, as it is read today; corrections are applied before. */
export type RunEvent =
  | Read<'run.started', Started>
  | Read<'run.marked', Marked>
  | Read<'run.answered', Answered>
  | Read<'run.logged', Logged>
  | Read<'run.ended', Ended>
  | Read<'run.retired', Retired>
  | Read<'run.foretold', Foretold>;

export type Phase = 'filling' | 'open' | 'welding' | 'between' | 'holding' | 'done' | 'abandoned';

export type ArcSpan = { weld: string | null; on: number; off: number | null; atArc: AtArc | undefined };
/** A weld's turn on the run: welds of a spool are peeled and welded one after the other. */
export type Turn = { weld: string; from: number; to: number | null };
export type Mark = Pick<Marked, 'mark' | 'weld' | 'arc' | 'screen' | 'source' | 'look' | 'clampAmps'> & {
  id: string;
  at: number;
  by: string | null;
  /** the mark it tells once more, made on another screen or by a clamp; it does not count again */
  twice: string | null;
  /** the oxygen it was made in: of an arc or a tack */
  atArc?: AtArc;
};

export type Incident = { kind: 'opened' | 'tape'; weld: string; at: number };

export type RunState = {
  id: string;
  version: number;
  started: Started;
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
  /** s the hold was lengthened by hand */
  holdLonger: number;
  endedAt: number | null;
  /** the mark told last, whatever time it was told for */
  lastTold: string | null;
  marks: Mark[];
  arcs: ArcSpan[];
  /** the weld in hand */
  at: string;
  turns: Turn[];
  /** by weld: what is peeled, what of it is welded; a weld that is not welded by arc has none */
  tape: Record<string, Peeled>;
  tacks: number;
  /** up to when each alarm was answered, ms */
  answers: Partial<Record<AlarmKind, number>>;
  logs: (Logged & { event: string })[];
  ended: Ended | null;
  /** the event that ended it */
  endedBy: string | null;
  /** the newest changed bottle, ms */
  bottleAt: number | null;
  /** when the newest correction of anything in it was received, ms */
  correctedAt: number | null;
  /** what must not happen with the arc on, and did */
  incidents: Incident[];
  /** its raw readings were put away: what is left of them */
  retired: Retired | null;
  /** what was foretold of it and what came; null until it ended, or where nothing was measured */
  foretold: Foretold | null;
  contradictions: string[];
};

/** What the look that is open showed of the tacks; null until it was told. */
export function tacksSeen(s: Pick<RunState, 'marks'>): Mark | null {
  const opened = s.marks.findLastIndex((m) => m.mark === 'look' && m.twice === null);
  return s.marks.slice(opened + 1).findLast((m) => m.mark === 'looked') ?? null;
}

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

/** The weld a run comes to next: of those it serves, in their order, the first without an arc. */
export const nextWeld = (s: RunState): string | null =>
  s.started.welds.find((w) => w !== s.at && !s.arcs.some((a) => a.weld === w)) ?? null;

/** Has the run left this weld behind: ended, or welded and gone on to another? */
export const leftBehind = (s: RunState, weld: string): boolean =>
  s.endedAt !== null || (s.at !== weld && s.arcs.some((a) => a.weld === weld) && s.arcs.every((a) => a.weld !== weld || a.off !== null));

/**
 * What is told of a purge are facts: each counts when it happened, not when it was told; those of one moment in the order of the
 * record. One told for before the gas came on keeps its time and is said; it can count from the start at the earliest.
 */
const inTime = (events: readonly RunEvent[], start: number): { e: RunEvent; when: number }[] =>
  events.map((e) => ({ e, when: Math.max(start, ms(e.happenedAt)) })).sort((a, b) => a.when - b.when || a.e.seq - b.e.seq);

/**
 * @param events of one purge, lifted and corrected @param version of its stream
 * @param correctedAt when the newest correction in it was received, ms
 * @param until only what happened up to then, ms; all of it when left out
 * @returns null when the events hold no start
 */
export function foldRun(
  events: readonly RunEvent[],
  { version, correctedAt = null, until = Infinity }: { version: number; correctedAt?: number | null; until?: number },
): RunState | null {
  const first = events.find((e) => e.type === 'run.started');
  if (!first) return null;
  const startedAt = ms(first.happenedAt);
  const at = first.body.welds[0] ?? '';
  const s: RunState = {
    id: first.stream,
    version,
    started: first.body,
    startedAt,
    by: first.actor,
    phase: 'filling',
    openedBy: null,
    closing: false,
    passes: 1,
    fillingSince: startedAt,
    holdSince: null,
    holdLonger: 0,
    endedAt: null,
    lastTold: null,
    marks: [],
    arcs: [],
    at,
    turns: [{ weld: at, from: startedAt, to: null }],
    tape: {},
    tacks: 0,
    answers: {},
    logs: [],
    ended: null,
    endedBy: null,
    bottleAt: null,
    correctedAt,
    incidents: [],
    retired: null,
    foretold: null,
    contradictions: [],
  };
  let told = { seq: 0, id: null as string | null };
  /** the newest mark of each kind that counts */
  const newest: Newest = {};
  for (const { e, when } of inTime(events, startedAt)) {
    if (when > until) break;
    if (e.type === 'run.marked' && ms(e.happenedAt) < startedAt)
      s.contradictions.push(
        `"${markNames[e.body.mark]}" was told for ${timed((startedAt - ms(e.happenedAt)) / 1000)} before the gas came on.`,
      );
    if (e.type === 'run.ended') {
      if (s.phase === 'welding') s.contradictions.push('The purge was ended with the arc on.');
      closeArc(s, when);
      s.phase = e.body.how;
      s.ended = e.body;
      s.endedBy = e.id;
      s.endedAt = when;
    } else if (e.type === 'run.answered') s.answers[e.body.alarm] = Math.max(s.answers[e.body.alarm] ?? 0, ms(e.body.upTo));
    else if (e.type === 'run.logged') s.logs.push({ ...e.body, event: e.id });
    else if (e.type === 'run.retired') s.retired = e.body;
    else if (e.type === 'run.foretold') s.foretold = e.body;
    else if (e.type === 'run.marked') {
      if (e.seq > told.seq) told = { seq: e.seq, id: e.id };
      take(s, e, when, newest);
    }
  }
  s.lastTold = told.id;
  const turn = s.turns.at(-1);
  if (turn && s.endedAt !== null) turn.to = s.endedAt;
  return s;
}

type Newest = Partial<Record<MarkName, Mark>>;

function take(s: RunState, e: Read<'run.marked', Marked>, at: number, newest: Newest): void {
  const { mark, weld, arc, screen, source } = e.body;
  const made: Mark = { id: e.id, mark, weld, at, by: e.actor, twice: null };
  if (arc) made.arc = arc;
  if (screen) made.screen = screen;
  if (source) made.source = source;
  if (e.body.atArc) made.atArc = e.body.atArc;
  if (e.body.look) made.look = e.body.look;
  if (e.body.clampAmps !== undefined) made.clampAmps = e.body.clampAmps;
  const before = newest[mark];
  const twice = before && sameMark(before, made) ? before.id : null;
  made.twice = twice;
  s.marks.push(made);
  if (twice === null) newest[mark] = made;
  if (twice !== null) {
    // The clamp saw the arc itself: its time is the truer one.
    const span = s.arcs.at(-1);
    if (source?.kind === 'current-clamp' && span && mark === 'arc-on') span.on = at;
    if (source?.kind === 'current-clamp' && span && mark === 'arc-off') span.off = at;
    return;
  }
  if (s.endedAt !== null) s.contradictions.push(`"${mark}" was marked after the purge had ended.`);
  // What happened is kept as it was told; it cannot have happened on a weld that this gas does not reach.
  const served = weld === null || s.started.welds.includes(weld);
  if (!served)
    s.contradictions.push(`"${markNames[mark]}" was marked on a weld that this purge does not serve; it counts for the one in hand.`);
  else if (weld !== null && weld !== s.at) goTo(s, weld, at);
  apply(s, served ? e.body : { ...e.body, weld: s.at }, at);
}

/** Another weld comes in hand: the gas stays as it is, nothing of the one before goes with it. */
function goTo(s: RunState, weld: string, at: number): void {
  if (s.phase === 'welding') s.contradictions.push('The next weld was taken up with the arc on.');
  closeArc(s, at);
  const turn = s.turns.at(-1);
  if (turn) turn.to = at;
  s.turns.push({ weld, from: at, to: null });
  s.at = weld;
  s.closing = false;
  s.passes = 1;
  s.holdSince = null;
  if (s.endedAt === null && s.phase !== 'open') s.phase = 'filling';
}

function closeArc(s: RunState, at: number): void {
  const open = s.arcs.at(-1);
  if (!open || open.off !== null) return;
  open.off = at;
  const weld = open.weld ?? s.at;
  const p = s.tape[weld];
  if (p) s.tape[weld] = weldOpen(p);
}

function apply(s: RunState, { mark, weld, atArc, arc }: Marked, at: number): void {
  const over = s.phase === 'done' || s.phase === 'abandoned';
  const peeled = s.tape[s.at] ?? nothingPeeled;
  switch (mark) {
    case 'tack':
      s.tacks++;
      if (s.phase === 'open') s.contradictions.push('A tack was made with a dam open.');
      return;
    case 'tape-off':
      s.tape[s.at] = peel(peeled, arc ?? { from: 12, to: 12 });
      return;
    case 'tape-on':
      s.tape[s.at] = tapeBack(peeled, arc ?? { from: 12, to: 12 });
      return;
    case 'move':
    case 'looked':
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
      if (s.phase === 'welding') s.incidents.push({ kind: 'opened', weld: s.at, at });
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
      if (s.tape[s.at]) s.tape[s.at] = nothingPeeled;
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
      s.bottleAt = at;
      // The regulator and the hose bring a slug of air: what was ready is not.
      if (s.phase === 'welding') s.contradictions.push('The bottle was changed with the arc on.');
      closeArc(s, at);
      s.fillingSince = s.fillingSince === null ? null : at;
      if (!over && s.phase !== 'open') s.phase = 'filling';
      return;
    case 'arc-on':
      if (s.phase === 'open') {
        s.contradictions.push('The arc was struck with a dam open.');
        s.incidents.push({ kind: 'opened', weld: s.at, at });
      }
      // Welded by arc: nothing peeled, and not all of it welded yet.
      if (s.tape[s.at] && peeled.open.length === 0 && s.passes === 1 && shareOf(peeled.welded) < 0.99)
        s.incidents.push({ kind: 'tape', weld: s.at, at });
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
      // Told again while it is held: longer, not anew.
      if (s.phase === 'holding' && s.holdSince !== null) {
        s.holdLonger += HOLD_LONGER;
        return;
      }
      s.holdSince = at;
      s.holdLonger = 0;
      if (!over) s.phase = 'holding';
  }
}
