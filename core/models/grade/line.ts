/**
 * One line from clean metal to the bead. The picture's colours are divided by the clean patch; their hue then by the line's own clean end,
 * because what the patch mirrors shifts everything. Every film of the family gives its path; the paths vote by how well they fit.
 */
import type { Triple } from '../tint';
import { familyOf, type Metal } from './family';
import type { Warning } from './flags';
import { GREY_BLACK, pathOf, WHITE, type Path, type Step } from './path';
import { hueOver, type Spot } from './pixels';

export interface Reading {
  /** Index of the word: filmBands, then GREY_BLACK, WHITE. */
  worst: number;
  /** Model film at the worst, nm; null where it is no film. */
  nm: number | null;
  low: number;
  high: number;
  /** 0 to 1: that the worst is right within one word. */
  sure: number;
  profile: { t: number; nm: number | null; band: number }[];
  flags: Warning[];
  /** Hue of the clean end over the patch, OKLab a/L and b/L, and ln of its OKLab L. */
  end: [number, number, number];
  /** How much better the line fits metal that is tinted from its start; above zero is better. */
  stained: number;
  /** Share of the line that could be believed. */
  seen: number;
  /** Cost of the best path a step: how badly the colours fit any film. */
  misfit: number;
  clipped: number;
}

const luminance = (rgb: Triple): number => 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];

/** Below this much light a sensor's own noise colours the signal: half believed. */
const DARK = 0.003;
const beliefIn = (s: Spot): number => (1 - s.clipped) ** 2 * (luminance(s.mean) / (luminance(s.mean) + DARK));

/** The line over its anchor. `blend` 1: the hue of its own clean end is neutral; 0: the patch's is. */
function stepsOver(spots: readonly Spot[], patch: Triple, blend: number): { steps: Step[]; end: Triple } {
  const shares = spots.map((s) => s.mean.map((v, c) => v / Math.max(1e-4, patch[c] as number)) as Triple);
  const ends = Math.max(4, Math.round(spots.length * 0.08));
  const end = [0, 1, 2].map((c) => shares.slice(0, ends).reduce((sum, s) => sum + (s[c] as number), 0) / ends) as Triple;
  const y = Math.max(1e-4, luminance(end));
  const anchor = end.map((c) => (Math.max(1e-4, c) / y) ** blend) as Triple;
  const [u, v, L] = hueOver(end, [1, 1, 1]);
  return {
    end: [u, v, Math.log(L)],
    steps: shares.map((s, i) => {
      const [a, b, l] = hueOver(s, anchor);
      // Between the patch's light and the end's: either may stand in a highlight.
      return { u: a, v: b, l: Math.log(l) - 0.5 * Math.log(L), weight: beliefIn(spots[i] as Spot) };
    }),
  };
}

/** Costs of a path are tempered by this before they vote: neighbours err together. */
const TEMPER = 4;
/** A film that fits so much worse than the best has no voice, nor has it under another anchor. */
const UNHEARD = 20;
/** The patch's hue is asked too where it differs by this from the end's. */
const CAST = 0.012;

const STRAW = 2;
const BRONZE = 4;
/** Share of the voices past straw from which the answer is gold. */
const LEAN = 0.2;

/** The middle of weighted values. */
function median(pairs: [number, number][]): number {
  pairs.sort((a, b) => a[0] - b[0]);
  const half = pairs.reduce((sum, [, m]) => sum + m, 0) / 2;
  let run = 0;
  for (const [x, m] of pairs) if ((run += m) >= half) return x;
  return pairs.at(-1)?.[0] ?? 0;
}

const worstOf = (p: Path): number => Math.max(...p.band);

/** Where, of a list of shares, the running sum passes q. */
function passes(shares: readonly number[], q: number): number {
  let run = 0;
  for (const [i, m] of shares.entries()) if ((run += m) >= q) return i;
  return shares.length - 1;
}

/** Grades a line read as spots, clean end first. */
export function readLine(spots: readonly Spot[], patch: Spot, metal: Metal): Reading {
  const { films, stained } = familyOf(metal);
  const n = spots.length;
  const own = stepsOver(spots, patch.mean, 1);
  const cast = Math.hypot(own.end[0], own.end[1]);
  const tries = films.map((film) => ({ path: pathOf(own.steps, film), prior: 0 }));
  if (cast >= CAST) {
    const between = stepsOver(spots, patch.mean, 0.5).steps;
    const prior = 1 + 0.5 * Math.min(6, (cast / 0.04) ** 2);
    const least = Math.min(...tries.map((t) => t.path.cost));
    films.forEach((film, i) => {
      if ((tries[i]?.path.cost ?? 0) - least < UNHEARD) tries.push({ path: pathOf(between, film), prior });
    });
  }
  const best = tries.reduce((a, b) => (b.path.cost + b.prior < a.path.cost + a.prior ? b : a));
  const least = best.path.cost + best.prior;
  const voices = tries.map(({ path, prior }) => ({ path, worst: worstOf(path), voice: Math.exp(-(path.cost + prior - least) / TEMPER) }));
  const sum = voices.reduce((s, v) => s + v.voice, 0);
  const mass = Array.from({ length: WHITE + 1 }, (_, w) => voices.reduce((s, v) => s + (v.worst === w ? v.voice / sum : 0), 0));
  let worst = mass.indexOf(Math.max(...mass));
  // Straw to gold is where most criteria divide: a doubt there is told as the darker (docs/physics.md).
  const past = mass.slice(STRAW + 1);
  if (worst === STRAW && past.reduce((a, b) => a + b, 0) > LEAN) worst = STRAW + 1 + past.indexOf(Math.max(...past));

  const agreed = voices.filter((v) => v.worst === worst);
  const profile = Array.from({ length: n }, (_, i) => {
    const band = median(agreed.map((v) => [v.path.band[i] as number, v.voice]));
    const nm = median(agreed.filter((v) => (v.path.nm[i] as number) >= 0).map((v) => [v.path.nm[i] as number, v.voice]));
    return { t: i / (n - 1), nm: band >= GREY_BLACK ? null : nm, band };
  });
  const most = profile.reduce((a, b) => (b.band > a.band || (b.band === a.band && (b.nm ?? 0) > (a.nm ?? 0)) ? b : a));
  most.band = worst;

  const clipped = spots.reduce((s, p) => s + p.clipped, 0) / n;
  const dark = spots.filter((s) => luminance(s.mean) < DARK).length / n;
  const seen = own.steps.reduce((s, p) => s + p.weight, 0) / n;
  const flags: Warning[] = [];
  if (cast > 0.05) flags.push('mirror-colour');
  if (clipped > 0.1) flags.push('highlights');
  if (dark > 0.2) flags.push('dim');
  const falls = best.path.fall > 0.75 || own.end[2] < -0.4;
  if (falls) flags.push('light-falls');
  const silver = colourlessBead(own.steps, profile, worst);
  if (silver) flags.push('near-silver');
  const scatter = scatterOf(own.steps.slice(0, Math.ceil(n / 5)));
  const strongest = Math.max(...own.steps.map((s) => Math.hypot(s.u, s.v) * Math.min(1, 2 * s.weight)));
  const faint = worst <= 2 && strongest < 3 * scatter;
  if (faint) flags.push('faint');
  const near = mass.slice(Math.max(0, worst - 1), worst + 2).reduce((a, b) => a + b, 0);
  if (near < 0.8) flags.push('two-answers');
  if (worst === GREY_BLACK && sugared(own.steps, spots, profile)) flags.push('sugar');
  if (worst === WHITE) flags.push('white');

  let sure = 0.96 * near;
  if (cast > 0.05) sure *= cast > 0.08 ? 0.75 : 0.9;
  if (falls) sure *= 0.8;
  if (silver) sure *= 0.75;
  if (seen < 0.7) sure *= 0.8;
  if (faint) sure *= 0.9;
  const film = worst < GREY_BLACK;
  return {
    worst,
    nm: film ? most.nm : null,
    low: faint ? 0 : Math.min(passes(mass, 0.1), Math.max(0, worst - 1)),
    high: faint ? 2 : Math.max(passes(mass, 0.9), Math.min(film ? GREY_BLACK - 1 : worst, worst + 1)),
    sure,
    profile,
    flags,
    end: own.end,
    stained: best.path.cost - Math.min(...stained.map((f) => pathOf(own.steps, f).cost)),
    seen,
    misfit: least / n,
    clipped,
  };
}

/** Deviation of the hue where there should be none. */
function scatterOf(steps: readonly Step[]): number {
  const mean = (f: (s: Step) => number) => steps.reduce((sum, s) => sum + f(s), 0) / steps.length;
  const [u, v] = [mean((s) => s.u), mean((s) => s.v)];
  return Math.sqrt(mean((s) => (s.u - u) ** 2 + (s.v - v) ** 2));
}

/**
 * Whether film past blue and scale may be taken for each other: dark and colourless steps near the bead that were not told as scale though the
 * line has been through bronze; or scale told on a few steps only.
 */
function colourlessBead(steps: readonly Step[], profile: Reading['profile'], worst: number): boolean {
  const told = profile.filter((p) => p.band === GREY_BLACK).length;
  if (worst === GREY_BLACK) return told < 0.08 * steps.length;
  const dark = steps.filter((s, i) => i > 0.55 * steps.length && Math.hypot(s.u, s.v) < 0.06 && s.l < -0.45);
  return worst >= BRONZE && dark.length > 0.04 * steps.length;
}

/** Sugar is rougher and darker than scale: against the line's own middle. */
function sugared(steps: readonly Step[], spots: readonly Spot[], profile: Reading['profile']): boolean {
  const scale = steps.map((s, i) => ({ l: s.l, rough: (spots[i] as Spot).rough, is: profile[i]?.band === GREY_BLACK }));
  const usual = median(scale.filter((s) => !s.is).map((s) => [s.rough, 1]));
  const rough = median(scale.filter((s) => s.is).map((s) => [s.rough, 1]));
  const dark = median(scale.filter((s) => s.is).map((s) => [s.l, 1]));
  return rough > 4 * usual && dark < -1.15;
}
