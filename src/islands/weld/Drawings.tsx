/** The three drawings of the weld as it stands, with what is typed and not recorded yet. */
import { cleanedStretches } from '../../../core/work/record';
import { show } from '../../../core/basics/units';
import { shareOf } from '../../../core/work/run';
import type { Tint } from '../../../core/models/criteria';
import type { Stage } from '../../../core/work/stages';
import { filmsOf } from '../../../core/models/tint';
import { PlanView, zoneOf } from '../../draw/PlanView';
import { SeamView } from '../../draw/SeamView';
import { SideView } from '../../draw/SideView';
import { useShop, useWeld } from './context';
import { insideSeen, useDesk } from './desk';
import { usePeeling } from './runDesk';
import { useForetold } from './useForetold';
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
  const { torch } = useDesk().desk.draft;
  const peeled = usePeeled();
  return (
    <PlanView
      size={state.design.size}
      seam={state.design.seam}
      cup={torch?.cup ?? state.setup?.cup ?? null}
      lens={torch?.lens ?? state.setup?.lens ?? true}
      zone={zoneOf(state.setup)}
      welded={state.done.weld ? 1 : shareOf(peeled?.welded ?? [])}
      mini={mini}
      className={mini ? 'mx-auto h-full' : 'absolute inset-0 mx-auto h-full w-full p-2'}
    />
  );
}

/** Where what is foretold belongs on the joint: before the arc, and beside what was seen; what is cleaned has its own colours. */
const foretells = new Set<Stage>(['setup', 'purge', 'weld', 'record']);
/** While it is graded a side's foretelling waits until its first colour is said: the eye goes first. */
const besideSeen = (told: ReturnType<typeof useForetold>, seen: readonly Tint[]) => {
  const graded = (side: string) => seen.some((t) => t.zone.startsWith(side) && t.grade.by !== 'unseen');
  return told && { inside: graded('id') ? told.inside : null, outside: graded('od') ? told.outside : null };
};

type EndProps = {
  mini?: boolean;
  /** it is being looked at: what is seen so far stands on it, no gap */
  grading?: boolean;
  /** places can be pressed on it, caught in steps of so many twelfths */
  pressed?: number;
  /** the gap is typed on it: its words stand in fields */
  typed?: boolean;
};
export function WeldEnd({ mini = false, grading = false, pressed = 0, typed = false }: EndProps) {
  const { state } = useWeld();
  const { system } = useShop();
  const { desk, act } = useDesk();
  const peeled = usePeeled();
  const peel = usePeeling();
  const told = useForetold();
  const { seam, joint, size } = state.design;
  const { looking: l } = desk;
  const looked = desk.open === 'look' || (desk.open === null && state.due === 'look');
  const seen = insideSeen(l) ? l.tints : l.tints.filter((t) => t.zone.startsWith('od'));
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
    <SeamView
      seam={seam}
      joint={joint}
      system={system}
      od={size.od}
      film={filmsOf(state.design.alloyA)}
      gap={looked || (state.done.weld && !fitting) ? null : gap && typed ? { narrowAt: gap.narrowAt, wideAt: gap.wideAt } : gap}
      tints={looked ? seen : (state.look?.tints ?? [])}
      foretold={mini ? null : looked ? besideSeen(told, seen) : foretells.has(desk.open ?? state.due ?? 'record') ? told : null}
      defects={looked ? l.defects : (state.look?.defects ?? [])}
      cleaned={looked ? [] : cleanedStretches(state)}
      welded={state.done.weld ? 1 : 0}
      peeled={peeled}
      tacks={state.done.weld ? 0 : (state.runs.at(-1)?.tacks ?? 0)}
      looking={state.design.looking}
      mini={mini}
      grading={grading}
      chosen={grading ? { arc: l.arc, zone: l.zone } : null}
      className={mini ? 'mx-auto h-full' : 'absolute inset-0 mx-auto h-full w-full'}
      {...(pressed > 0 ? { step: pressed, onPress: (press) => act({ do: 'press', press }) } : peel && !mini && { onPress: peel })}
    />
  );
}
