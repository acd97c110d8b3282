/** What a hand can mark on a run just now, the likeliest first. What a foot means is foot.ts. */
import type { Arc, Seam } from '../../basics/seam';
import { nextMarks, nextWeld, tacksSeen, type RunState } from './state';
import { nextQuarter } from './tape';
import { markNames, tackLookNames, type MarkName, type TackLook } from './told';

/** What one press does. */
export type Target = { mark: MarkName; arc?: Arc; weld?: string; look?: TackLook; label: string };

/**
 * What can be marked next, the likeliest first (what a foot means is foot.ts). A weld peeled by arc asks for its next
 * quarter; a run that serves more welds offers the next of them.
 * @param seam of the weld in hand
 */
export function targets(run: RunState, seam: Seam): Target[] {
  const list = nextMarks(run.phase).map((mark): Target => ({ mark, label: markNames[mark] }));
  // Open to look at the tacks: what was seen is told once, and closing up stays what a foot does.
  if (run.phase === 'open' && run.openedBy === 'look' && run.tacks > 0 && tacksSeen(run) === null)
    list.push(
      ...(['bright', 'gold', 'blue-grey'] as const).map((look): Target => ({
        mark: 'looked',
        look,
        label: `Tacks ${tackLookNames[look].toLowerCase()}`,
      })),
    );
  const peeled = run.tape[run.at];
  if (peeled && (run.phase === 'filling' || run.phase === 'between')) {
    const quarter = nextQuarter(peeled, seam);
    if (quarter)
      list.splice(peeled.open.length === 0 ? 0 : 1, 0, { mark: 'tape-off', arc: quarter.arc, label: `Tape off ${quarter.name}` });
  }
  const next = nextWeld(run);
  if (next && (run.phase === 'between' || run.phase === 'holding') && run.arcs.some((a) => a.weld === run.at))
    list.splice(1, 0, { mark: 'move', weld: next, label: markNames.move });
  return list;
}
