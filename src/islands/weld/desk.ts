/** What lies on the desk: the stage that is open, the drawing that is large, and what is drawn or typed and not recorded yet. */
import { createContext, useContext, useEffect, useRef, type Dispatch } from 'react';
import type { Figure } from '../../../core/basics/figure';
import { lay, type Arc, type FoundDefect, type Tint, type Zone } from '../../../core/models/criteria';
import type { Look } from '../../../core/work/look';
import type { Stage } from '../../../core/work/stages';

export type View = 'side' | 'plan' | 'end';

/** The drawings and the figures as typed. */
export type Draft = {
  gap?: { narrowAt: number; wideAt: number; narrow?: string; wide?: string };
  cup?: { n: number; lens: boolean };
  figures?: readonly Figure[];
  /** what stands in a form's fields that can be typed on the drawing too */
  typed?: Readonly<Record<string, string>>;
};

/** A look while it is taken: what was seen so far, and where the next grade goes. */
export type Looking = {
  insideBy: Look['insideBy'] | '';
  reachable: boolean;
  tints: readonly Tint[];
  defects: readonly FoundDefect[];
  zone: Zone;
  arc: Arc;
  /** the next press on the clock begins an arc; else it ends it */
  begins: boolean;
  /** the last grade, in words */
  said: string;
};
export const ALL_ROUND: Arc = { from: 12, to: 12 };

/** @param reachable as the drawing of the weld has it */
export const lookingAt = (look: Look | null, reachable: boolean): Looking => ({
  insideBy: look?.insideBy ?? '',
  reachable: look?.insideReachable ?? reachable,
  tints: look?.tints ?? [],
  defects: look?.defects ?? [],
  zone: 'id-haz',
  arc: ALL_ROUND,
  begins: true,
  said: '',
});

export type Desk = {
  /** what somebody opened; null: whatever is due */
  open: Stage | null;
  /** what somebody turned to; null: the view of the stage */
  view: View | null;
  draft: Draft;
  looking: Looking;
  /** the last hour that was pressed on the clock, and how many presses there have been */
  pressed: { hour: number; times: number };
  /** what was typed on the drawing for a field of the form, and how many times anything was */
  said: { name: string; text: string; times: number };
};

export type Act =
  /** another stage is due, or a purge began or ended */
  | { do: 'due'; looking: Looking }
  | { do: 'open'; stage: Stage }
  | { do: 'turn'; view: View }
  | { do: 'draw'; draft: Draft }
  | { do: 'press'; hour: number }
  | { do: 'say'; name: string; text: string }
  | { do: 'look'; change: Partial<Looking> }
  | { do: 'grade'; tints: readonly Tint[] };

export const startingDesk = (looking: Looking): Desk => ({
  open: null,
  view: null,
  draft: {},
  looking,
  pressed: { hour: 12, times: 0 },
  said: { name: '', text: '', times: 0 },
});

/** The first press begins an arc of an hour, the second ends it. */
const pressedArc = (l: Looking, hour: number): Looking => ({
  ...l,
  arc: l.begins ? { from: hour, to: (hour % 12) + 1 } : { ...l.arc, to: hour },
  begins: !l.begins,
});

export function deskReducer(d: Desk, a: Act): Desk {
  switch (a.do) {
    case 'due':
      return { ...startingDesk(a.looking), pressed: d.pressed, said: d.said };
    case 'open':
      return { ...d, open: a.stage, view: null };
    case 'turn':
      return { ...d, view: a.view };
    case 'draw':
      return { ...d, draft: { ...d.draft, ...a.draft } };
    case 'press':
      return { ...d, pressed: { hour: a.hour, times: d.pressed.times + 1 }, looking: pressedArc(d.looking, a.hour) };
    case 'say':
      return { ...d, said: { name: a.name, text: a.text, times: d.said.times + 1 } };
    case 'look':
      return { ...d, looking: { ...d.looking, ...a.change } };
    case 'grade':
      return { ...d, looking: { ...d.looking, tints: a.tints.reduce<readonly Tint[]>((all, t) => lay(all, t), d.looking.tints) } };
  }
}

export const DeskContext = createContext<{ desk: Desk; act: Dispatch<Act> } | null>(null);
export function useDesk() {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('no desk');
  return desk;
}

/** Hears every hour that is pressed on the clock while the caller is there. */
export function usePressedHour(hear: (hour: number) => void): void {
  const { hour, times } = useDesk().desk.pressed;
  const heard = useRef(times);
  useEffect(() => {
    if (heard.current === times) return;
    heard.current = times;
    hear(hour);
  });
}

/** Hears what is typed on the drawing for a field of the form, while the caller is there. */
export function useSaidOnDrawing(hear: (name: string, text: string) => void): void {
  const { name, text, times } = useDesk().desk.said;
  const heard = useRef(times);
  useEffect(() => {
    if (heard.current === times) return;
    heard.current = times;
    hear(name, text);
  });
}
