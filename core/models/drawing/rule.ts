/**
 * A straight seam laid on a rule, seen from the torch: the plate above the joint and the one below it, outside over inside as the
 * clock has outside around inside. Plain numbers, y down; every length in the units of a picture 220 high.
 */
import type { System } from '../../basics/units';

const INCH = 0.0254;

/** The picture is this high; as wide as its room is for that. */
export const RULE_HEIGHT = 220;
/** Beyond either edge: where the torch starts and runs off. */
const OFF = 34;
/** Tops and bottoms of the bands, outermost first: the words of the zones are models/criteria's. */
export const ruleBands = { 'od-haz': [34, 50], 'od-bead': [52, 68], joint: [72, 88], 'id-bead': [92, 108], 'id-haz': [110, 126] } as const;
export type RuleBand = keyof typeof ruleBands;

export type Rule = {
  width: number;
  left: number;
  right: number;
  /** where a place (0 to 12) lies */
  x: (at: number) => number;
  /** the place (0 to 12, never beyond an edge) under a point */
  at: (x: number) => number;
  /** the band under a point; the nearest where it lies between two, none well away from them */
  band: (y: number) => RuleBand | null;
};

/** @param aspect width of the room over its height */
export function ruleOf(aspect: number): Rule {
  const width = RULE_HEIGHT * Math.min(4, Math.max(0.8, aspect));
  const [left, right] = [OFF, width - OFF];
  const near = (y: number, [top, bottom]: readonly [number, number]) => Math.max(top - y, y - bottom, 0);
  return {
    ...{ width, left, right },
    x: (at) => left + ((right - left) * at) / 12,
    at: (x) => 12 * Math.min(1, Math.max(0, (x - left) / (right - left))),
    band: (y) => {
      const [best] = (Object.keys(ruleBands) as RuleBand[]).sort((a, b) => near(y, ruleBands[a]) - near(y, ruleBands[b]));
      return best && near(y, ruleBands[best]) <= 6 ? best : null;
    },
  };
}

/** Steps of a rule in one unit of the reader: mm, or inches with the fractions a tape has. */
const steps: Record<System, readonly number[]> = {
  metric: [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000],
  inch: [1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2, 3, 6, 12, 24, 48, 96],
};

/**
 * Ticks of a rule along a seam: numbered every so often, with finer ones between to which a press snaps.
 * @param length m @param most how many numbered ones there is room for
 * @returns metres of each tick; `fine` in metres
 */
export function ruleTicks(length: number, system: System, most = 9): { numbered: number[]; fine: number } {
  const unit = system === 'inch' ? INCH : 1e-3;
  const list = steps[system];
  const i = list.findIndex((s) => length / (s * unit) <= most);
  const step = (list[i] ?? list[list.length - 1] ?? 1) * unit;
  const fine = (list[Math.max(0, i - (system === 'inch' ? 2 : 3))] ?? 1) * unit;
  const numbered = Array.from({ length: Math.floor(length / step + 1e-9) + 1 }, (_, k) => k * step);
  return { numbered, fine };
}

/** A gap along a seam as a closed band: thin where it was measured narrowest, thick at the widest, straight between and level beyond them. */
export function gapAlong(rule: Rule, y: number, narrowAt: number, wideAt: number, thin: number, thick: number): string {
  const points: [number, number][] = [
    [0, narrowAt <= wideAt ? thin : thick],
    [Math.min(narrowAt, wideAt), narrowAt <= wideAt ? thin : thick],
    [Math.max(narrowAt, wideAt), narrowAt <= wideAt ? thick : thin],
    [12, narrowAt <= wideAt ? thick : thin],
  ];
  const edge = (k: number) => points.map(([at, w]) => `${rule.x(at).toFixed(2)} ${(y + (k * w) / 2).toFixed(2)}`);
  return `M${edge(-1).join('L')}L${edge(1).reverse().join('L')}Z`;
}
