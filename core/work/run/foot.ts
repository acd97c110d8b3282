/**
 * What a press of the foot means in every state: the one next thing that does no harm, or nothing. A foot never says "arc on" while the
 * gas is held or before it is ready; an arc struck all the same is told by hand or by the clamp.
 */
import type { Seam } from '../../basics/seam';
import { tackCount } from '../../models/heat';
import { nextWeld, type RunState } from './state';
import { markNames } from './told';
import { HOLD_LONGER } from './longer';
import { nextQuarter, shareOf } from './tape';
import type { Target } from './targets';

/** Longer presses mean more: ms. */
export const HELD_PRESS = 900;

const told = (mark: Target['mark'], label: string = markNames[mark]): Target => ({ mark, label });

/** How many tacks a joint of this size wants before it is looked at (models/heat). */
export const tacksWanted = ({ started: { setup } }: Pick<RunState, 'started'>, seam: Seam): number => {
  const joint = setup.parts.find((p) => p.id === setup.joint) ?? setup.parts[0];
  return seam.kind === 'straight' || joint ? tackCount(joint?.size.od ?? 0, seam).least : 2;
};

/** Were the tacks looked at since the last of them was made? */
const looked = ({ marks }: Pick<RunState, 'marks'>): boolean =>
  marks.findLastIndex((m) => m.mark === 'look' && m.twice === null) > marks.findLastIndex((m) => m.mark === 'tack' && m.twice === null);

/**
 * @param ready what the gate says just now
 * @param seam of the weld in hand
 * @returns null where a press marks nothing: what the foot waits for stands in its place
 */
export function footOf(run: RunState, ready: boolean, seam: Seam): Target | null {
  const { backing, rules } = run.started;
  const peeled = run.tape[run.at];
  const next = nextWeld(run);
  const quarter = peeled && peeled.open.length === 0 ? nextQuarter(peeled, seam) : null;
  const peel: Target | null = quarter && { mark: 'tape-off', arc: quarter.arc, label: `Tape off ${quarter.name}` };
  switch (run.phase) {
    case 'filling': {
      if (backing !== 'purge') return told('arc-on');
      const wanted = tacksWanted(run, seam);
      // Tacks are begun where the criterion lets them, and looked at once they are all in.
      if (run.tacks > 0 && run.arcs.length === 0) {
        if (run.tacks >= wanted && !looked(run)) return told('look');
        if (run.tacks < wanted && (ready || !rules.tacksAtLimit)) return told('tack');
      }
      if (ready) return peel ?? told('arc-on');
      return run.tacks === 0 && run.arcs.length === 0 && !rules.tacksAtLimit ? told('tack') : null;
    }
    case 'open':
      return told('refill');
    case 'welding':
      return told('arc-off');
    case 'between':
      // Welded all along by its quarters: this weld is done, the next of the purge is taken in hand. No gas is asked for that.
      if (next && peeled && shareOf(peeled.welded) > 0.99) return { mark: 'move', weld: next, label: markNames.move };
      return ready ? (peel ?? told('arc-on')) : null;
    case 'holding':
      return backing === 'purge' ? told('hold', `Hold ${HOLD_LONGER} s longer`) : null;
    default:
      return null;
  }
}

/** What a foot kept down means: the hold after the last arc. Nothing ends by foot alone. */
export const footHeldOf = ({ phase, started }: Pick<RunState, 'phase' | 'started'>): Target | null =>
  phase === 'between' && started.backing === 'purge' ? told('hold') : null;

/** What the foot waits for where it marks nothing. */
export function footWaits(run: RunState, gateText: string): string {
  if (run.phase === 'holding') return 'The foot marks nothing here.';
  return `The foot waits: ${gateText.charAt(0).toLowerCase()}${gateText.slice(1)}`;
}
