/** What a stage of the weld page is: the form that records it, the drawing it works on, and what it says below that drawing. */
import type { ReactNode } from 'react';
import type { View } from './desk';

export type StageView = {
  /** the drawing that is large while the stage is open */
  view: View;
  Form: () => ReactNode;
  /** that drawing, where the stage works on it; else it is drawn as the record has it */
  Drawing?: () => ReactNode;
  /** below the drawing where there is room for two columns, below the form where there is not */
  Below?: () => ReactNode;
};
