/** What the bench shows of a run: one figure readable from across it, one word, the next thing to do. Time is passed in. */
import type { Seam } from '../../basics/seam';
import type { Gate } from './gate';
import { clock, timed } from '../../basics/units';
import { phaseWord } from './card';
import { tacksSeen, type RunState } from './state';
import { footHeldOf, footOf } from './foot';
import type { Target } from './targets';

export type Cue = 'ready' | 'over' | 'lost' | 'held' | null;

export type BenchView = {
  word: string;
  /** the next thing to do, in a line */
  line: string;
  tone: 'go' | 'stop' | 'plain';
  big: { kind: 'oxygen'; ppm: number } | { kind: 'time'; text: string } | { kind: 'none' };
  under: string;
  /** how long gas has been on, in words; null when the figure above says it */
  gasOn: string | null;
  /** s left of the gas hold; null when none is held */
  holdLeft: number | null;
  over: boolean;
  /** what deserves a sound when it begins */
  cue: Cue;
  /** what a foot marks now; null where it waits */
  foot: Target | null;
  /** what a foot kept down marks */
  footHeld: Target | null;
};

type Seen = {
  run: RunState;
  gate: Gate;
  /** the newest reading while it is fresh; null when there is none */
  ppm: number | null;
  holdSeconds: number;
  /** of the weld in hand */
  seam: Seam;
  now: number;
};

const opened = {
  look: 'Look inside, close the dam, then mark refill.',
  grind: 'Grinding lets air in. Close up, then mark refill.',
  'dam-out': 'A dam is out. Set it again, then mark refill.',
};

/** What is to be done in a state, and what ends it. */
function lineOf(run: RunState, gate: Gate, holdLeft: number | null): string {
  switch (run.phase) {
    case 'open': {
      const seen = run.openedBy === 'look' ? tacksSeen(run) : null;
      return seen?.look === 'blue-grey'
        ? 'Gas is lost or blown through there: find it, close up, then mark refill.'
        : opened[run.openedBy ?? 'look'];
    }
    case 'welding':
      return run.closing ? 'Vent open, flow down: the pressure rises now. Arc off ends it.' : 'Keep the gas on. Arc off ends it.';
    case 'between':
      return 'Keep the gas on. Arc on for the next, or hold until cold.';
    case 'holding':
      return holdLeft === 0 ? 'Take the dams out, count them, then press done.' : 'Keep the gas on until the count is out.';
    default:
      return gate.text;
  }
}

/** The model's band beside a time by the clock: it is an estimate, and unproved here. */
export const bandWords = ({ started: { band } }: RunState): string =>
  band ? `; model ${clock(band.low)} to ${timed(band.high)}, not measured` : '';

export function benchView({ run, gate, ppm, holdSeconds, seam, now }: Seen): BenchView {
  const { rules, place, device } = run.started;
  const welding = run.phase === 'welding';
  const over = welding && ppm !== null && ppm > rules.weldPpm;
  const lost = device !== null && ppm === null && run.phase !== 'open';
  const holdLeft = run.holdSince === null ? null : Math.max(0, holdSeconds - (now - run.holdSince) / 1000);
  const holding = run.phase === 'holding';
  const line = over ? `Limit while welding is ${rules.weldPpm} ppm. Stop and look.` : lineOf(run, gate, holdLeft);
  /** what is counted while no oxygen can be shown: since when, ms */
  const counted = welding ? (run.arcs.at(-1)?.on ?? null) : run.fillingSince;
  const big: BenchView['big'] =
    holding && holdLeft !== null
      ? { kind: 'time', text: clock(holdLeft) }
      : gate.by === 'clock' && !welding
        ? { kind: 'time', text: clock(gate.left ?? (now - run.startedAt) / 1000) }
        : ppm !== null
          ? { kind: 'oxygen', ppm }
          : counted === null
            ? { kind: 'none' }
            : { kind: 'time', text: clock((now - counted) / 1000) };
  const under =
    holding && holdLeft !== null
      ? holdLeft > 0
        ? 'gas held, time left'
        : 'held long enough'
      : gate.by === 'clock' && !welding
        ? gate.left === null
          ? 'since gas on'
          : `left by the clock${bandWords(run)}`
        : ppm !== null
          ? `at the ${place}`
          : `${device ? 'no fresh reading' : 'no monitor'}${counted === null ? '' : welding ? ': arc on' : ': gas on'}`;
  const shownAbove = big.kind === 'time' && counted !== null && gate.by === 'monitor' && !holding && !welding;
  const gasOn = run.fillingSince === null ? 'dam open' : shownAbove ? null : `gas on ${clock((now - run.fillingSince) / 1000)}`;
  const cue: Cue = over
    ? 'over'
    : lost
      ? 'lost'
      : holding && holdLeft === 0
        ? 'held'
        : gate.ready && run.phase === 'filling'
          ? 'ready'
          : null;
  const foot = footOf(run, gate.ready, seam);
  return {
    word: over ? 'Over the limit' : phaseWord(run, gate),
    line,
    tone: over ? 'stop' : gate.ready || welding ? 'go' : 'plain',
    big,
    under,
    gasOn,
    holdLeft,
    over,
    cue,
    foot,
    footHeld: footHeldOf(run),
  };
}
