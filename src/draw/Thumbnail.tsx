/** A weld in small: Side, Plan, End, always in this order. */
import type { WeldSummary } from '../../core/work/record';
import { startingSetup } from '../../core/models/setup';
import { EndView } from './EndView';
import { PlanView } from './PlanView';
import { SideView } from './SideView';
import { filmsOf } from './films';

type Props = { summary: WeldSummary };

export function Thumbnail({ summary: s }: Props) {
  return (
    <span className="flex items-center gap-1">
      <SideView
        setup={s.purge ?? startingSetup(s.design.size)}
        system="metric"
        mini
        className={`h-11 w-28 lg:w-52 ${s.purge ? '' : 'opacity-40'}`}
      />
      <PlanView size={s.design.size} cup={s.cup} welded={s.welded} mini className="h-12 w-12" />
      <EndView film={filmsOf(s.design.alloyA)} gap={s.gap} tints={s.tints} welded={s.welded} mini className="h-13 w-13" />
    </span>
  );
}
