/**
 * The ladder for a weld: for each stretch the tool to start with, the finest that still takes this tint off (too fine takes nothing off, too
 * coarse leaves work to blend), then down step by step to the finish that is wanted, the last pass by hand. From the shop's own tools and its
 * own trial strips; where no strip speaks it is a guess and says so. Common practice, no source, where nothing else is named.
 */
import type { AlloyId } from '../../basics/materials';
import { alloys } from '../../basics/materials';
import { wayOf } from '../cleaning';
import type { Band } from '../tint';
import type { Dirt } from './dirt';
import type { RaSpan } from './roughness';
import { isScale, measuredRa, taught, thickness, type Strip } from './strip';
import { cuts, leaves, markFor, type Rung } from './tool';

/** What the metal looks like again afterwards: Ra at most, m, or null where nobody asks for one. */
export type Finish = { look: 'polished' | 'electropolished' | 'mill' | 'brushed'; ra: number | null };
export const finishNames: Record<Finish['look'], string> = {
  polished: 'mechanically polished',
  electropolished: 'electropolished',
  mill: 'mill finish',
  brushed: 'brushed',
};

export type Wish = {
  dirt: readonly Dirt[];
  alloys: readonly AlloyId[];
  finish: Finish;
  rungs: readonly Rung[];
  strips: readonly Strip[];
  /** inside diameter, wall and least wall, m; the least null where nobody named it */
  bore: number;
  wall: number;
  leastWall: number | null;
  insideReachable: boolean;
};

export type Why = 'strip' | 'guess';
export type Step = {
  tool: Rung;
  /** does it take the tint off, blend what the one before left, or finish by hand? */
  does: 'takes' | 'blends' | 'finishes';
  /** on warm metal only, as the strip says */
  warm: boolean;
  by: Why;
  /** where a strip speaks */
  strip: string | null;
  ra: RaSpan | null;
};
/** A tool that was passed over, and why. */
export type Passed = { tool: Rung; why: string };
export type Rise = {
  dirt: Dirt;
  steps: Step[];
  passed: Passed[];
  /** metal that goes, m; null where nobody measured what a tool takes */
  takes: number | null;
  /** why it is not cleaned like this; empty when it can be */
  no: string[];
  says: string[];
};

/** Grit doubles at the most from step to step, or scratches of the coarser stay: common practice, no source. */
const STEP = 2;
/**
 * The finest grit that takes a tint off where no strip says so: straw by anything, blue by 180, later orders by 120, scale by 80. A guess of
 * this project; a trial strip replaces it.
 */
const GUESS: readonly (readonly [Band, number])[] = [
  ['gold', 400],
  ['purple', 240],
  ['light-blue', 180],
  ['later', 120],
  ['white', 80],
];
const guessed = (tint: Band | null): number => (tint === null ? 240 : (GUESS.find(([up]) => thickness(tint) <= thickness(up))?.[1] ?? 80));
/** A brush without a grit takes thin tint only: straw and gold. */
const BRUSHED: Band = 'gold';

/** A brush scratches least, and of two alike that which is held by hand. */
const fineness = (r: Rung): number => (r.grit ?? 10_000) + (wayOf(r.kind) === 'hand' ? 0.5 : 0);

type Speaks = { does: 'yes' | 'no' | 'warm'; by: Why; strip: string | null; why: string };
function speaks(r: Rung, tint: Band | null, { strips, alloys: [metal] }: Wish): Speaks {
  const t = metal && tint !== null ? taught(strips, r.id, metal, tint) : { is: 'unknown' as const };
  if (t.is !== 'unknown') {
    const strip = t.by.label;
    if (t.is === 'nothing')
      return { does: 'no', by: 'strip', strip, why: `took ${t.section.took === 'some' ? 'only some' : 'nothing'} off on ${strip}` };
    return { does: t.is === 'warm' ? 'warm' : 'yes', by: 'strip', strip, why: '' };
  }
  const most = guessed(tint);
  const yes = r.grit !== null ? r.grit <= most : tint !== null && thickness(tint) <= thickness(BRUSHED);
  return { does: yes ? 'yes' : 'no', by: 'guess', strip: null, why: 'too fine for this tint, a guess' };
}

/** Ra a tool leaves here, m: as measured on a strip, else as the register has it. */
const leftBy = (r: Rung, w: Wish): RaSpan | null => {
  const ra = w.alloys[0] ? measuredRa(w.strips, r.id, w.alloys[0]) : null;
  return ra === null ? leaves(r) : { low: ra, high: ra };
};

/** The plan of every stretch. */
export const ladder = (w: Wish): Rise[] => w.dirt.map((d) => riseOf(d, w));

function riseOf(dirt: Dirt, w: Wish): Rise {
  const out: Rise = { dirt, steps: [], passed: [], takes: null, no: [], says: [] };
  const titanium = w.alloys.some((a) => alloys[a].family === 'titanium');
  if (dirt.tint === 'sugar' || dirt.tint === 'white')
    return {
      ...out,
      no: [
        dirt.tint === 'sugar'
          ? 'Black sugar goes through into the metal: no tool cleans it off. The verdict decides.'
          : 'White flake: the metal under it is spoilt. The verdict decides.',
      ],
    };
  if (titanium && dirt.tint !== null && thickness(dirt.tint) > thickness('straw'))
    return {
      ...out,
      no: ['On titanium colour beyond straw is not cleaned off: brushing takes the evidence away and not the harm. The verdict decides.'],
    };
  if (dirt.side === 'inside' && !w.insideReachable)
    return { ...out, no: ['The inside cannot be reached, cleaned and seen: it is not cleaned by hand.'] };
  // What is marked for another metal is not spoken of: it never comes near.
  const here = w.rungs.filter((r) => {
    if (wayOf(r.kind) === 'wet' || r.metal !== markFor(w.alloys)) return false;
    if (dirt.side === 'outside' || (r.bore !== null && r.bore <= w.bore)) return true;
    out.passed.push({ tool: r, why: 'does not go in there' });
    return false;
  });
  const finest = [...here].sort((a, b) => fineness(b) - fineness(a));
  const start = startOf(dirt, finest, w, out.passed);
  if (!start)
    return {
      ...out,
      no: [
        finest.length === 0
          ? 'No tool of the register comes to this place: marked for this metal, and going in where it is inside.'
          : 'No tool of the register is known to take this off.',
      ],
    };
  const steps = down(start, finest, w);
  const last = steps.at(-1) as Step;
  const { ra } = w.finish;
  const says = [
    ...(last.ra !== null && ra !== null && last.ra.high > ra * (1 + 1e-9)
      ? ['The finest tool here leaves more than the finish that is wanted: blend on with a finer one, and measure.']
      : []),
    ...(w.finish.look === 'electropolished' && steps.some((s) => cuts(s.tool))
      ? ['Once abraded it is no longer electropolished: it has to be electropolished again.']
      : []),
    ...steps
      .filter((s) => s.tool.worn && s.by === 'strip')
      .map((s) => `${s.tool.label} is worn by now: it takes less off than on ${s.strip ?? 'its strip'}.`),
    ...(dirt.strike ? ['Arc strike: blend it out, then look for a crack by the test the specification names.'] : []),
    ...(isScale(dirt.tint ?? 'bright')
      ? ['Grey is scale: what is under it is seen only when it is off. Look again after the first step.']
      : []),
  ];
  const each = steps.map((s) => s.tool.takes);
  const takes = each.every((t) => t !== null) ? each.reduce((sum: number, t) => sum + t, 0) : null;
  const room = w.leastWall === null ? null : w.wall - w.leastWall;
  const no =
    takes !== null && room !== null && takes > room ? ['These steps take more metal than the wall has over its least: not like this.'] : [];
  return { ...out, steps, says, takes, no };
}

/** The finest that takes it off; those finer that do not are passed over, and said. */
function startOf(dirt: Dirt, finest: readonly Rung[], w: Wish, passed: Passed[]): Step | null {
  // An arc strike is metal, not film: it is ground out by what cuts.
  const tint = dirt.strike && (dirt.tint === null || thickness(dirt.tint) < thickness('light-blue')) ? 'light-blue' : dirt.tint;
  for (const tool of finest) {
    if (dirt.strike && !cuts(tool)) continue;
    const { does, by, strip, why } = speaks(tool, tint, w);
    if (does !== 'no') return { tool, does: 'takes', warm: does === 'warm', by, strip, ra: leftBy(tool, w) };
    passed.push({ tool, why });
  }
  return null;
}

/** From the first tool down to the finish: the finest next whose grit is at most double; then by hand. */
function down(start: Step, finest: readonly Rung[], w: Wish): Step[] {
  const steps = [start];
  const { ra: wanted } = w.finish;
  const step = (tool: Rung, does: Step['does']): Step => ({
    tool,
    does,
    warm: false,
    by: measured(tool, w) ? 'strip' : 'guess',
    strip: null,
    ra: leftBy(tool, w),
  });
  const grits = finest.filter(cuts).reverse();
  for (;;) {
    const last = steps.at(-1) as Step;
    const [grit, ra] = [last.tool.grit, last.ra];
    // A brush makes no scratch that has to be blended; nor does what is fine enough already.
    if (grit === null || wanted === null || (ra !== null && ra.high <= wanted * (1 + 1e-9))) break;
    const finer = grits.filter((r) => (r.grit ?? 0) > grit);
    const next = finer.filter((r) => (r.grit ?? 0) <= STEP * grit).at(-1) ?? finer[0];
    if (!next) break;
    steps.push(step(next, 'blends'));
  }
  const last = steps.at(-1) as Step;
  if (last.tool.grit === null || wayOf(last.tool.kind) === 'hand') return steps;
  // The last pass by hand, with what is as fine or finer: it lays the lines as they were.
  const hand = grits.find((r) => wayOf(r.kind) === 'hand' && (r.grit ?? 0) >= (last.tool.grit ?? 0));
  return hand ? [...steps, step(hand, 'finishes')] : steps;
}
const measured = (r: Rung, w: Wish): boolean => w.alloys[0] !== undefined && measuredRa(w.strips, r.id, w.alloys[0]) !== null;

/** Wet ways that take tint and skin off without a scratch: offered beside the ladder, each by the rows of its own chemistry. */
export const wetWays = (w: Pick<Wish, 'rungs' | 'alloys'>): Rung[] =>
  w.rungs.filter((r) => wayOf(r.kind) === 'wet' && r.metal !== 'carbon-steel');

/** How it is done, whatever the tool. */
export const manners = (round: boolean): string[] => [
  'Starts and stops are brushed while welding only after that arc was looked at or photographed: what is brushed shows no colour.',
  'Heat numbers and marks are copied or photographed before the first disc: it takes the print off.',
  round
    ? 'Around the tube, never along it. Tape a line on both sides, and blend into the finish beyond it.'
    : 'With the grain, never across it. Tape a line on both sides, and blend into the finish beyond it.',
];
