/** What a stage of the weld page is: its drawing, what stands over and under it, and the panel that decides and records. */
import type { ReactNode } from 'react';
import type { RunState } from '../../../core/work/run';
import type { View } from './desk';

export type StageView = {
  /** what all its parts share while the stage is open */
  Room?: (p: { children: ReactNode }) => ReactNode;
  /** the drawing that is large while the stage is open */
  view: View;
  /** where it is another just now */
  useView?: () => View;
  /** what is read first; the name of the stage when left out */
  Head?: () => ReactNode;
  /** that drawing, where the stage works on it; else it is drawn as the record has it */
  Drawing?: () => ReactNode;
  /** under the drawing: what belongs to it and wants its width */
  Foot?: () => ReactNode;
  /** the stage works on its other drawings too: what each is then, and what stands under it */
  faces?: Partial<Record<View, { Drawing: () => ReactNode; Foot?: () => ReactNode }>>;
  /** the panel */
  Form: () => ReactNode;
  /** under the form, in the panel */
  Below?: () => ReactNode;
  /** colour is judged here: neutral grey under the drawing */
  grey?: boolean;
  /** what all its parts have in hand */
  Desk?: (p: { run: RunState; children: ReactNode }) => ReactNode;
};
