/** What the bench shows of a run: one figure readable from across it, one word, the next thing to do. Time is passed in. */
import type { Gate } from '../purge';
import { clock } from '../units';
import type { MarkName } from './events';
import { nextMarks, type RunState } from './run';

export type Cue = 'ready' | 'over' | 'lost' | 'held' | null;

export type BenchView = {
  word: string;
  /** the next thing to do, in a line */
  line: string;
  tone: 'go' | 'stop' | 'plain';
  big: { kind: 'oxygen'; ppm: number } | { kind: 'time'; text: string } | { kind: 'none' };
  under: string;
  /** s left of the gas hold; null when none is held */
  holdLeft: number | null;
  over: boolean;
  /** what deserves a sound when it begins */
  cue: Cue;
  /** at most four */
  targets: MarkName[];
};

type Seen = {
  run: RunState;
  gate: Gate;
  /** the newest reading while it is fresh; null when there is none */
  ppm: number | null;
  holdSeconds: number;
  now: number;
};

const opened = {
  look: 'Look inside, close the dam, then mark refill.',
  grind: 'Grinding lets air in. Close up, then mark refill.',
  'dam-out': 'A dam is out. Set it again, then mark refill.',
};

export function benchView({ run, gate, ppm, holdSeconds, now }: Seen): BenchView {
  const { rules, place, device } = run.started;
  const welding = run.phase === 'welding';
  const over = welding && ppm !== null && ppm > rules.weldPpm;
  const lost = device !== null && ppm === null && run.phase !== 'open';
  const holdLeft = run.holdSince === null ? null : Math.max(0, holdSeconds - (now - run.holdSince) / 1000);
  const holding = run.phase === 'holding';
  const words: Record<RunState['phase'], string> = {
    filling: gate.ready ? 'Ready' : 'Filling',
    open: run.openedBy === 'grind' ? 'Grinding' : run.openedBy === 'dam-out' ? 'Dam out' : 'Open',
    welding: run.closing ? 'Closing' : 'Arc on',
    between: 'Between arcs',
    holding: 'Hold',
    done: 'Done',
    abandoned: 'Abandoned',
  };
  const line = over
    ? `Limit while welding is ${rules.weldPpm} ppm. Stop and look.`
    : welding
      ? run.closing
        ? 'Vent open, flow down: the pressure rises now.'
        : 'Keep the gas on.'
      : holding
        ? holdLeft === 0
          ? 'Take the dams out, count them, then press done.'
          : 'Keep the gas on until the count is out.'
        : run.phase === 'open'
          ? run.openedBy === 'look'
            ? gate.text
            : opened[run.openedBy ?? 'look']
          : gate.text;
  const big: BenchView['big'] =
    holding && holdLeft !== null
      ? { kind: 'time', text: clock(holdLeft) }
      : gate.by === 'clock' && !welding
        ? { kind: 'time', text: clock(gate.left ?? (now - run.startedAt) / 1000) }
        : ppm !== null
          ? { kind: 'oxygen', ppm }
          : { kind: 'none' };
  const under =
    holding && holdLeft !== null
      ? holdLeft > 0
        ? 'gas held, time left'
        : 'held long enough'
      : gate.by === 'clock' && !welding
        ? gate.left === null
          ? 'since gas on'
          : 'left by the clock'
        : ppm !== null
          ? `at the ${place}`
          : device
            ? 'no fresh reading'
            : 'no monitor';
  const cue: Cue = over
    ? 'over'
    : lost
      ? 'lost'
      : holding && holdLeft === 0
        ? 'held'
        : gate.ready && run.phase === 'filling'
          ? 'ready'
          : null;
  return {
    word: over ? 'Over the limit' : words[run.phase],
    line,
    tone: over ? 'stop' : gate.ready || welding ? 'go' : 'plain',
    big,
    under,
    holdLeft,
    over,
    cue,
    targets: nextMarks(run.phase).slice(0, 4),
  };
}
