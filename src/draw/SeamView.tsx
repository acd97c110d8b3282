/** The joint as its kind is read: a clock where the seam goes round, a rule where it is straight. */
import type { Seam } from '../../core/basics/seam';
import type { RuleBand } from '../../core/models/drawing';
import { EndView, onClock } from './EndView';
import { onRule, RuleView } from './RuleView';
import type { SeamProps } from './seam';
import type { Room } from './useBox';

/** Where a place of a seam lies in a room its view fills, px. */
export const onSeam = (seam: Seam, room: Room, at: number, where: RuleBand) =>
  seam.kind === 'straight' ? onRule(room, at, where) : onClock(room, at, where);

export const SeamView = (p: SeamProps) => (p.seam?.kind === 'straight' ? <RuleView {...p} seam={p.seam} /> : <EndView {...p} />);
