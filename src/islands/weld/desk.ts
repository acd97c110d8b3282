/** What lies on the desk: the stage that is open, the drawing that is large, and what is drawn or typed and not recorded yet. */
import { createContext, useContext, useEffect, useRef, type Dispatch } from 'react';
import type { Typed } from '../../../core/basics/fields';
import type { Figure } from '../../../core/basics/figure';
import { arcOf, WHOLE, type Arc, type Seam } from '../../../core/basics/seam';
import { lay, type FoundDefect, type Tint, type Zone } from '../../../core/models/criteria';
import { insideIsSeen, type Look } from '../../../core/work/look';
import type { Fault, HotPicture, ShieldChange, TorchPlan } from '../../../core/models/shield';
import type { PassId } from '../../../core/models/passes';
import type { Sheet } from '../../../core/work/sheet';
import type { Tungsten } from '../../../core/work/torch';
import type { Stop } from '../../../core/work/welded';
import type { Stage } from '../../../core/work/stages';
import type { Pressed } from '../../draw/seam';

export type View = 'side' | 'plan' | 'end';

/** The torch as typed; what cannot be read is left out. */
export type Torch = {
  cup: number;
  lens: boolean;
  screen: boolean;
  stickOut?: number | undefined;
  electrode?: number | undefined;
  flow?: number | undefined;
  amps?: number | undefined;
  postFlow?: number | undefined;
  tungsten?: Tungsten | null | undefined;
  grind?: number | null | undefined;
  shieldFlow?: number | null | undefined;
  travel?: number | undefined;
  /** all that heat and cover need; null while something is missing */
  plan?: TorchPlan | null;
};

/** What is said of a thing at its place: its name, its figure, and whether it is as it should be. */
export type Mark = {
  label: string;
  text: string;
  wrong: boolean;
  /** of a meter: true over read, by its last check */
  factor?: number;
};

export type Hot = { seen: HotPicture | null; fault: Fault | null; advice: readonly ShieldChange[] | null; figures: readonly Figure[] };

const NOTHING_SEEN: Hot = { seen: null, fault: null, advice: null, figures: [] };

/** The drawings and the figures as typed. */
export type Draft = {
  gap?: { narrowAt: number; wideAt: number; narrow?: string; wide?: string };
  torch?: Torch;
  figures?: readonly Figure[];
  /** how the joint is to be welded, as typed, and the pass in hand */
  sheet?: Sheet;
  pass?: PassId;
  /** stops of the weld as it was done, pressed on the seam */
  stops?: readonly Stop[];
  /** what the heat model sees of the torch, what would cover more, and what cannot be reckoned with */
  hot?: Hot;
  /** the moment of the pass that is looked at, s after the arc was struck; null: as the seam closes */
  moment?: number | null;
  /** something of the torch is in a hand just now */
  dragging?: boolean;
  /** width over height of what the seam is drawn on */
  shape?: number;
  /** what a form says of a thing that stands on the drawing, by thing */
  marks?: Readonly<Record<string, Mark>>;
  /** what stands in a form's fields that can be typed on the drawing too */
  typed?: Readonly<Record<string, string>>;
};

/** A look while it is taken: what was seen so far, and where the next grade goes. */
export type Looking = {
  insideBy: Look['insideBy'] | '';
  reachable: boolean;
  /** the borescope's number, the lamp and the light on the weld, as typed */
  scope: string;
  lamp: string;
  lux: string;
  /** others have looked, and what they said is not shown: this look is graded without it */
  veiled: boolean;
  tints: readonly Tint[];
  defects: readonly FoundDefect[];
  zone: Zone;
  arc: Arc;
  /** what its arcs are parts of */
  seam: Seam;
  /** the next press on the seam begins an arc; else it ends it */
  begins: boolean;
  /** the last grade, in words */
  said: string;
};

/** @param design as the drawing of the weld has it @param veiled others have looked, and it is not shown */
export const lookingAt = (
  look: Look | null,
  { insideReachable, seam }: { insideReachable: boolean; seam: Seam },
  veiled = false,
): Looking => ({
  insideBy: look?.insideBy ?? '',
  reachable: look?.insideReachable ?? insideReachable,
  scope: look?.scope ?? '',
  lamp: look?.lamp ?? '',
  lux: look?.lux == null ? '' : String(look.lux),
  veiled,
  tints: look?.tints ?? [],
  defects: look?.defects ?? [],
  zone: 'id-haz',
  arc: WHOLE,
  seam,
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
  /** the picture that is open, in the file store */
  picture: string | null;
  /** the last press on the seam: where it went down, how far it was dragged on since, twelfths; how many presses and drags there were */
  pressed: Pressed & { from: number; turned: number; times: number };
  /** what was typed on the drawing for fields of the form, by name, and how many times anything was */
  said: { texts: Readonly<Record<string, Typed>>; times: number };
};

export type Act =
  /** another stage is due, or a purge began or ended */
  | { do: 'due'; looking: Looking }
  | { do: 'open'; stage: Stage }
  | { do: 'turn'; view: View }
  | { do: 'draw'; draft: Draft }
  | { do: 'see'; hot: Partial<Hot> }
  | { do: 'forget-stops' }
  | { do: 'press'; press: Pressed }
  | { do: 'mark'; id: string; mark: Mark | null }
  | { do: 'say'; name: string; text: string }
  | { do: 'say-all'; texts: Readonly<Record<string, Typed>> }
  | { do: 'picture'; file: string | null }
  | { do: 'look'; change: Partial<Looking> }
  | { do: 'grade'; tints: readonly Tint[] };

export const startingDesk = (looking: Looking): Desk => ({
  open: null,
  view: null,
  draft: {},
  looking,
  picture: null,
  pressed: { at: 12, zone: null, on: 'elsewhere', how: 'down', from: 12, turned: 0, times: 0 },
  said: { texts: {}, times: 0 },
});

/** An arc a drag may leave, at the least, twelfths: half an hour of a clock, on a rule what a finger can tell apart. */
const least = (seam: Seam): number => (seam.kind === 'straight' ? 0.1 : 0.5);

/** From where a press went down to where it was dragged, whichever way; on a rule never beyond its edges, on a clock never over itself. */
function dragged(from: number, turned: number, seam: Seam): Arc {
  const long = Math.max(least(seam), Math.min(12, Math.abs(turned)));
  if (seam.kind !== 'straight') return turned >= 0 ? arcOf(from, from + long) : arcOf(from - long + 12, from);
  const begin = Math.max(0, Math.min(12 - long, turned >= 0 ? from : from - long));
  return arcOf(begin, begin + long);
}

/** The same beginning, another end; on a rule never before it. */
function stretched(arc: Arc, to: number, seam: Seam): Arc {
  if (seam.kind !== 'straight') return { from: arc.from, to };
  return to > arc.from % 12 ? { from: arc.from, to } : arc;
}

/** Inside rings take nothing as long as nobody has seen the inside. */
export const insideSeen = ({ insideBy }: Pick<Looking, 'insideBy'>): boolean => insideIsSeen(insideBy);

/** A press takes the ring it hits; the first begins an arc of a twelfth, the second ends it. Dragged, one press is the whole arc. */
function pressedArc(l: Looking, p: Desk['pressed']): Looking {
  const straight = l.seam.kind === 'straight';
  const zone = p.zone && (p.zone.startsWith('od') || insideSeen(l)) ? p.zone : l.zone;
  if (p.how === 'walk') return { ...l, arc: dragged(p.at, 1, l.seam), begins: true };
  if (p.how === 'stretch') return { ...l, arc: stretched(l.arc, p.at, l.seam), begins: true };
  if (p.how === 'move') return { ...l, zone, arc: dragged(p.from, p.turned, l.seam), begins: true };
  if (l.begins) return { ...l, zone, arc: dragged(p.from, 1, l.seam), begins: false };
  const first = straight ? l.arc.from % 12 : l.arc.from;
  return { ...l, zone, arc: straight ? dragged(first, p.at - first, l.seam) : { from: first, to: p.at }, begins: true };
}

/** A press, or its going on: which way and how far since it went down. */
function takePress(last: Desk['pressed'], p: Pressed, seam: Seam): Desk['pressed'] {
  const times = last.times + 1;
  if (p.how !== 'move') return { ...p, from: p.at, turned: 0, times };
  const by = seam.kind === 'straight' ? p.at - last.at : ((p.at - last.at + 18) % 12) - 6;
  return { ...p, zone: last.zone, from: last.from, turned: last.turned + by, times };
}

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
    case 'see':
      return { ...d, draft: { ...d.draft, hot: { ...(d.draft.hot ?? NOTHING_SEEN), ...a.hot } } };
    case 'forget-stops': {
      const { stops: _, ...rest } = d.draft;
      return { ...d, draft: rest };
    }
    case 'press': {
      const pressed = takePress(d.pressed, a.press, d.looking.seam);
      // A finger that has not moved on is no drag.
      if (a.press.how === 'move' && pressed.turned === d.pressed.turned) return d;
      return { ...d, pressed, looking: pressedArc(d.looking, pressed) };
    }
    case 'mark': {
      const { [a.id]: was, ...others } = d.draft.marks ?? {};
      if (was?.text === a.mark?.text && was?.label === a.mark?.label && was?.wrong === a.mark?.wrong) return d;
      return { ...d, draft: { ...d.draft, marks: a.mark ? { ...others, [a.id]: a.mark } : others } };
    }
    case 'say':
      return { ...d, said: { texts: { [a.name]: a.text }, times: d.said.times + 1 } };
    case 'say-all':
      return { ...d, said: { texts: a.texts, times: d.said.times + 1 } };
    case 'picture':
      return { ...d, picture: a.file };
    case 'look':
      return { ...d, looking: { ...d.looking, ...a.change } };
    case 'grade':
      return {
        ...d,
        looking: { ...d.looking, tints: a.tints.reduce<readonly Tint[]>((all, t) => lay(all, t, d.looking.seam), d.looking.tints) },
      };
  }
}

export const DeskContext = createContext<{ desk: Desk; act: Dispatch<Act> } | null>(null);
export function useDesk() {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('no desk');
  return desk;
}

/** The look in hand: what was seen so far, and what changes or grades it. */
export function useLooking() {
  const { desk, act } = useDesk();
  return {
    looking: desk.looking,
    change: (change: Partial<Looking>) => act({ do: 'look', change }),
    lay: (tints: readonly Tint[]) => act({ do: 'grade', tints }),
  };
}

/** Hears every press on the seam, and its going on, while the caller is there. */
export function usePressed(hear: (p: Desk['pressed']) => void): void {
  const { pressed } = useDesk().desk;
  const heard = useRef(pressed.times);
  useEffect(() => {
    if (heard.current === pressed.times) return;
    heard.current = pressed.times;
    hear(pressed);
  });
}

/** Puts what a form says of a thing on the drawing, and takes it away again. */
export function useMark(id: string, mark: Mark | null): void {
  const { act } = useDesk();
  const { label, text, wrong, factor } = mark ?? {};
  useEffect(() => {
    const said = label !== undefined && text !== undefined ? { label, text, wrong: wrong === true } : null;
    act({ do: 'mark', id, mark: said && { ...said, ...(factor !== undefined && { factor }) } });
    return () => act({ do: 'mark', id, mark: null });
  }, [act, id, label, text, wrong, factor]);
}

/** Hears what is typed on the drawing for a field of the form, while the caller is there. */
export function useSaidOnDrawing(hear: (name: string, typed: Typed) => void): void {
  const { texts, times } = useDesk().desk.said;
  const heard = useRef(times);
  useEffect(() => {
    if (heard.current === times) return;
    heard.current = times;
    for (const [name, typed] of Object.entries(texts)) hear(name, typed);
  });
}
