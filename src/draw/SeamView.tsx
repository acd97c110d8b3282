/** The joint as its kind is read: a clock where the seam goes round, a rule where it is straight. */
import { EndView } from './EndView';
import { RuleView } from './RuleView';
import type { SeamProps } from './seam';

export const SeamView = (p: SeamProps) => (p.seam?.kind === 'straight' ? <RuleView {...p} seam={p.seam} /> : <EndView {...p} />);
