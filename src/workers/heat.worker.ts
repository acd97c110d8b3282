/** Heat and cover of a torch off the page's own thread: the field at one moment first, then the figures and what would cover more. */
import * as Comlink from 'comlink';
import { contours } from 'd3-contour';
import type { Figure } from '../../core/basics/figure';
import type { System } from '../../core/basics/units';
import { constantsOf } from '../../core/models/heat';
import {
  courseOf,
  fastestFigure,
  cupKey,
  fieldSeen,
  figuresOf,
  momentsOf,
  planTorch,
  shieldAdvice,
  unfit,
  windowOf,
  type Correction,
  type Fault,
  type HotPicture,
  type Isotherm,
  type Over,
  type Owned,
  type SeenField,
  type ShieldChange,
  type TorchPlan,
  type Window,
} from '../../core/models/shield';
import { breathe } from './breathe';

export type TorchQuestion = {
  plan: TorchPlan;
  over: Over;
  passes: number;
  /** how far the face of a ferrule is from the seam, m; null where none is near */
  ferrule: number | null;
  correction: Correction | null;
  /** corrections of other cups, by cupKey */
  corrections: Record<string, Correction>;
  owned: Owned;
  system: System;
  /** s after the arc was struck; null: as the arc closes the seam, or settles on a straight one */
  at: number | null;
  /** width over height of what it is drawn on */
  shape: number;
  /** what was seen before: kept while somebody drags, so that nothing jumps */
  window: Window | null;
  dragging: boolean;
  /** figures and ways out are known already: only the moment is another */
  known: boolean;
};

export type TorchAnswer =
  { kind: 'unfit'; fault: Fault } | ({ kind: 'seen' } & HotPicture) | { kind: 'figures'; figures: Figure[]; advice: ShieldChange[] };

/** The path of what is hotter than a temperature, mm. */
function hotter(f: SeenField, celsius: number): Isotherm {
  const lines = contours()
    .size([f.width, f.height])
    .smooth(true)
    .contour(f.celsius as unknown as number[], celsius);
  const mm = ([x = 0, y = 0]: readonly number[]): [number, number] => [1e3 * (f.from.x + x * f.step.x), 1e3 * (f.from.y + y * f.step.y)];
  let at: Isotherm['at'] = null;
  let rear: Isotherm['at'] = null;
  const path = lines.coordinates
    .flat()
    .map((ring) => {
      const points = ring.map(mm);
      for (const [x, y] of points) {
        if (at === null || y < at.y) at = { x, y };
        if (rear === null || x < rear.x) rear = { x, y };
      }
      return `M${points.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}Z`;
    })
    .join('');
  return { celsius, path, at, rear };
}

/** Round temperatures between the limit and melting, as the reader's thermometer has them. */
function between(limit: number, melts: number, system: System): number[] {
  const step = system === 'inch' ? (300 * 5) / 9 : 200;
  const zero = system === 'inch' ? -17.78 : 0;
  const first = zero + Math.ceil((limit + 0.6 * step - zero) / step) * step;
  const all = Array.from({ length: 12 }, (_, i) => first + i * step).filter((t) => t < melts - 0.5 * step);
  // Two say enough.
  return all.length <= 2 ? all : [all[0], all[Math.floor(all.length / 2)]].filter((t) => t !== undefined);
}

let newest = 0;

const api = {
  /** Answers in pieces, each as soon as it is there; a newer question breaks an older one off. */
  async ask(job: number, q: TorchQuestion, tell: (answer: TorchAnswer) => void): Promise<void> {
    newest = job;
    await breathe();
    const old = () => newest !== job;
    if (old()) return;
    const fault = unfit(q.plan, q.over, q.system);
    if (fault) return tell({ kind: 'unfit', fault });
    const planned = planTorch(q.plan, q.over, q.correction, q.system, !q.dragging);
    const { heat } = planned;
    const course = momentsOf(q.plan, q.over, planned);
    const window = q.window ?? windowOf(q.plan, q.over, planned, q.shape);
    const at = Math.min(q.at ?? course.off, course.end);
    const field = fieldSeen(courseOf(q.plan, q.over, planned), planned, q.plan, { t: at, ...window });
    const doubt = (heat.lengthAbove.high / heat.lengthAbove.value - 1) * 0.4;
    const off = (times: number) => hotter(field, heat.start + (heat.limit - heat.start) / times).path;
    const { melts } = constantsOf(q.over.alloy);
    const { cover, shielding, faults, bare, bareFor, limit } = planned;
    tell({
      kind: 'seen',
      ...{ window, at, arc: field.arc, bare: field.bare, hottest: field.hottest, course, ring: heat.ring?.below ?? null },
      limit: hotter(field, heat.limit),
      doubt: { least: off(1 - doubt), most: off(1 + doubt) },
      inner: between(heat.limit, melts, q.system).map((t) => hotter(field, t)),
      molten: hotter(field, melts).path,
      planned: { cover, shielding, faults, bare, bareFor, limit, lengthAbove: heat.lengthAbove, halfWidthAbove: heat.halfWidthAbove },
    });
    if (q.dragging || q.known) return;
    await breathe();
    if (old()) return;
    const figures = [...figuresOf(q.plan, q.over, planned, q.passes, q.ferrule), ...fastestFigure(q.plan, q.over, planned)];
    const advice = shieldAdvice(q.plan, q.over, q.owned, (c) => q.corrections[cupKey(c)] ?? null, q.system);
    tell({ kind: 'figures', figures, advice });
  },
};
export type HeatWorker = typeof api;
Comlink.expose(api);
