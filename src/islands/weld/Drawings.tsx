/** The three drawings of the weld as it stands, with what is typed and not recorded yet. */
import { show } from '../../../core/basics/units';
import { shareOf } from '../../../core/work/run';
import { filmsOf } from '../../../core/models/tint';
import { EndView } from '../../draw/EndView';
import { PlanView } from '../../draw/PlanView';
import { SideView } from '../../draw/SideView';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';
import { usePlanning } from './planning';

/** What is taped, peeled and welded of a purge that goes on; null when all is, or nothing runs. */
function usePeeled() {
  const { state } = useWeld();
  const purge = state.runs.find((r) => r.endedAt === null);
  return purge && !state.done.weld ? (purge.tape[state.id] ?? null) : null;
}

export function WeldSide({ mini = false }: { mini?: boolean }) {
  const { system } = useShop();
  const { setup } = usePlanning();
  return <SideView setup={setup} system={system} mini={mini} className={mini ? 'h-full w-full' : 'absolute inset-0 h-full w-full'} />;
}

export function WeldPlan({ mini = false }: { mini?: boolean }) {
  const { state } = useWeld();
  const { cup } = useDesk().desk.draft;
  const peeled = usePeeled();
  return (
    <PlanView
      size={state.design.size}
      cup={cup?.n ?? state.setup?.cup ?? null}
      lens={cup?.lens ?? state.setup?.lens ?? true}
      welded={state.done.weld ? 1 : shareOf(peeled?.welded ?? [])}
      mini={mini}
      className={mini ? 'mx-auto h-full' : 'absolute inset-0 mx-auto h-full w-full p-2'}
    />
  );
}

type EndProps = {
  mini?: boolean;
  /** it is being looked at: what is seen so far stands on it, no gap */
  grading?: boolean;
  /** hours can be pressed on it */
  pressed?: boolean;
  /** the gap is typed on it: its words stand in fields */
  typed?: boolean;
};
export function WeldEnd({ mini = false, grading = false, pressed = false, typed = false }: EndProps) {
  const { state } = useWeld();
  const { system } = useShop();
  const { desk, act } = useDesk();
  const peeled = usePeeled();
  const { looking: l } = desk;
  const looked = desk.open === 'look' || (desk.open === null && state.due === 'look');
  const seen = l.insideBy === 'direct' || l.insideBy === 'borescope' ? l.tints : l.tints.filter((t) => t.zone.startsWith('od'));
  const fitting = desk.open === 'fitup' || (desk.open === null && state.due === 'fitup');
  const f = state.fitup;
  const gap =
    desk.draft.gap ??
    (f && {
      narrowAt: f.gapNarrow.at,
      wideAt: f.gapWide.at,
      narrow: show(f.gapNarrow.value, 'length', system),
      wide: show(f.gapWide.value, 'length', system),
    });
  return (
    <EndView
      film={filmsOf(state.design.alloyA)}
      gap={looked || (state.done.weld && !fitting) ? null : gap && typed ? { narrowAt: gap.narrowAt, wideAt: gap.wideAt } : gap}
      tints={looked ? seen : (state.look?.tints ?? [])}
      defects={looked ? l.defects : (state.look?.defects ?? [])}
      welded={state.done.weld ? 1 : 0}
      peeled={peeled}
      tacks={state.done.weld ? 0 : (state.runs.at(-1)?.tacks ?? 0)}
      looking={state.design.looking}
      mini={mini}
      grading={grading}
      chosen={grading ? { arc: l.arc, zone: l.zone } : null}
      className={mini ? 'mx-auto h-full' : 'absolute inset-0 mx-auto h-full w-full p-2'}
      {...(pressed && { onHour: (hour: number) => act({ do: 'press', hour }) })}
    />
  );
}
