/** The stages of the weld page, each fetched when it is first opened: the script of one stage is a small part of all nine. */
import { useEffect, useState } from 'react';
import type { Stage } from '../../../core/work/stages';
import type { StageView } from './stageView';

/** A run that is on is a page of its own, in the place of the purge and of the weld. */
export type Shown = Stage | 'run';

const fetched: Record<Shown, () => Promise<StageView>> = {
  fitup: () => import('./FitupStage').then((m) => m.fitup),
  gas: () => import('./GasStage').then((m) => m.gas),
  setup: () => import('./SetupStage').then((m) => m.setup),
  purge: () => import('./PurgeStage').then((m) => m.purge),
  run: () => import('./RunStage').then((m) => m.running),
  weld: () => import('./WeldStage').then((m) => m.weld),
  look: () => import('./LookStage').then((m) => m.look),
  clean: () => import('./CleanStage').then((m) => m.clean),
  passivate: () => import('./PassivateStage').then((m) => m.passivate),
  record: () => import('./RecordStage').then((m) => m.recordStage),
};
const here = new Map<Shown, StageView>();

/** Fetches a stage. Server and browser call it before they first draw the page, so that it is never drawn without its stage. */
export async function fetchStage(stage: Shown): Promise<void> {
  if (!here.has(stage)) here.set(stage, await fetched[stage]());
}
export const fetchStages = (): Promise<void[]> => Promise.all((Object.keys(fetched) as Shown[]).map(fetchStage));

/** The others are fetched behind what came with the page, before anybody turns to them, ms. */
const BEHIND = 1000;
/** What could not be fetched is tried again, ms. */
const AGAIN = 3000;

/** The stage as it is drawn; null until it has come, "lost" where it cannot be fetched just now. */
export function useStage(stage: Shown): StageView | 'lost' | null {
  const [, drawAgain] = useState(0);
  const [lost, setLost] = useState(false);
  useEffect(() => {
    if (here.has(stage)) return setLost(false);
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    const ask = async () => {
      const came = await fetchStage(stage).then(
        () => true,
        () => false,
      );
      if (gone) return;
      setLost(!came);
      drawAgain((n) => n + 1);
      if (!came) timer = setTimeout(() => void ask(), AGAIN);
    };
    void ask();
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [stage]);
  useEffect(() => {
    // What fails here is asked for again when somebody turns to it.
    const behind = setTimeout(() => void fetchStages().catch(() => undefined), BEHIND);
    return () => clearTimeout(behind);
  }, []);
  return here.get(stage) ?? (lost ? 'lost' : null);
}
