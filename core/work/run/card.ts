/** What the Board shows of a running purge: its word, its big counter, what comes next and when. Time is passed in. */
import type { Gate } from './gate';
import { clock, type System } from '../../basics/units';
import { readyIn, remainsWords, type Remains } from './remains';
import { LATE } from './spans';
import type { RunState } from './state';
import type { BoardRun, RunSummary } from './summary';

/** One word for where a run stands, read from across a bay. */
export function phaseWord({ phase, openedBy, closing }: Pick<RunState, 'phase' | 'openedBy' | 'closing'>, gate: Gate): string {
  switch (phase) {
    case 'filling':
      if (gate.ready) return 'Ready';
      return gate.by === 'monitor' && gate.left !== null ? 'At the limit' : 'Filling';
    case 'open':
      return openedBy === 'grind' ? 'Grinding' : openedBy === 'dam-out' ? 'Dam out' : 'Open';
    case 'welding':
      return closing ? 'Closing' : 'Welding';
    case 'between':
      return 'Between arcs';
    case 'holding':
      return 'Holding';
    case 'done':
      return 'Done';
    default:
      return 'Abandoned';
  }
}

/** What comes next, and when it is expected, ms; null when it waits for a hand. A model's time is a span. */
type Next = { text: string; from: number | null; until: number | null; open?: boolean; estimate?: boolean };

/** @param made ms, when the gate was worked out */
function nextEvent(s: RunSummary, gate: Gate, made: number, remains: Remains | null, system: System): Next {
  const hand = (text: string): Next => ({ text, from: null, until: null });
  switch (s.phase) {
    case 'open':
      return hand(s.openedBy === 'look' ? 'Close the dam, refill' : 'Close up, refill');
    case 'welding':
      return hand(s.closing ? 'Closing: vent open, flow down' : 'Arc off');
    case 'holding':
      return hand('Take the dams out when the hold is up');
    case 'between':
      return hand('Arc on, or hold');
  }
  if (gate.ready) return hand('Arc on');
  if (gate.left !== null && gate.left > 0) {
    const at = made + gate.left * 1000;
    return { text: gate.by === 'clock' ? 'Ready by the clock' : 'Ready, limit held', from: at, until: at };
  }
  const ready = remains && readyIn(remains, made);
  if (ready)
    return { text: 'Ready', estimate: true, from: made + ready.low * 1000, until: made + ready.high * 1000, open: ready.high > LATE };
  // Empty when what was said last is too old to be said again.
  const said = remains && remainsWords(remains, made, system);
  if (said) return hand(said);
  if (s.fillingSince !== null && s.band)
    return { text: 'Limit reached, by the model', from: s.fillingSince + s.band.low * 1000, until: s.fillingSince + s.band.high * 1000 };
  return hand(gate.text);
}

function expected({ from, until, open, estimate }: Next, since: number | null, now: number): string {
  if (from === null || until === null) return '';
  const left = (ms: number) => clock((ms - now) / 1000);
  if (from === until) return `in ${left(from)}`;
  if (estimate) return `in ${left(from)}${open ? ' or more' : ` to ${left(until)}`}, an estimate`;
  return now > until ? `late: model said by ${clock((until - (since ?? now)) / 1000)}` : `in ${left(from)} to ${left(until)}`;
}

export type RunCardView = {
  word: string;
  tone: 'go' | 'stop' | 'plain';
  /** the big counter; null while a dam is open */
  counter: { text: string; of: string } | null;
  next: string;
  /** when the next thing is expected; empty when it waits for a hand */
  when: string;
};

/** @param made ms, when the Board's data were worked out; `now` is later */
export function runCard(
  { summary: s, gate, alarms, remains }: Pick<BoardRun, 'summary' | 'gate' | 'alarms' | 'remains'>,
  made: number,
  now: number,
  system: System = 'metric',
): RunCardView {
  const next = nextEvent(s, gate, made, remains, system);
  const [since, of] =
    s.phase === 'welding' && s.arcSince !== null
      ? [s.arcSince, 'arc on']
      : s.phase === 'holding' && s.holdSince !== null
        ? [s.holdSince, 'gas held']
        : [s.fillingSince, 'gas on'];
  const go = s.phase === 'welding' || (s.phase === 'filling' && gate.ready);
  return {
    word: phaseWord(s, gate),
    tone: alarms.length > 0 ? 'stop' : go ? 'go' : 'plain',
    counter: since === null ? null : { text: clock((now - since) / 1000), of: `${of}, ${now - since < 3_600_000 ? 'min' : 'h'}` },
    next: next.text,
    when: expected(next, s.fillingSince, now),
  };
}
