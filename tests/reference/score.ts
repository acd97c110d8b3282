/** What the grader told against what is truly there. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { answerBands, answerOf, gradePicture, type Metal, type Picture, type Side } from '../../core/models/grade';
import { renderScene, renderStrip, type Rendered, type SceneKind, type SceneOptions } from '../../core/models/scenes';
import { decodePicture } from '../../src/server/pictures/decode';

export interface Case {
  name: string;
  kind: string;
  metal: Metal;
  side: Side;
  picture: Picture;
  patch: [number, number, number, number];
  /** Words by their number in answerBands; words of the profile are evenly spaced from t 0 to 1. */
  lines: { line: [number, number, number, number]; worst: number; bands: number[] }[];
  hopeless: boolean;
}
export interface Told {
  name: string;
  kind: string;
  metal: Metal;
  hopeless: boolean;
  refused: boolean;
  /** Words seen by the truth and told. */
  truly: number;
  told: number;
  sure: number;
  within: number;
  wrongOrder: number;
  doubted: boolean;
}

const words: readonly string[] = answerBands;
/** Number of a word of core/models/tint among those of the answer. */
const numberOf = (band: string): number => {
  const named: Record<string, string> = {
    'pale-straw': 'pale straw',
    'dark-blue': 'dark blue',
    'light-blue': 'light blue',
    'second-yellow': 'yellow 2',
    'second-rose': 'rose 2',
    'second-blue': 'blue 2',
    'second-green': 'green 2',
    later: 'higher',
    grey: 'grey-black',
    white: 'grey-black',
  };
  return words.indexOf(named[band] ?? band);
};
/** First order up to light blue, the second beyond, scale for itself. */
const orderOf = (band: number): number => (band === words.length - 1 ? 3 : band <= 7 ? 1 : 2);

const drawn = (name: string, kind: string, r: Rendered, hopeless = false): Case => ({
  name,
  kind,
  metal: r.metal,
  side: r.side,
  picture: { width: r.width, height: r.height, data: r.data, channels: 3 },
  patch: r.patch,
  lines: r.lines.map((l) => ({ line: l.line, worst: numberOf(l.worst.band), bands: l.profile.map((p) => numberOf(p.band)) })),
  hopeless,
});
export const sceneCase = (kind: SceneKind, seed: number, options: SceneOptions = {}): Case =>
  drawn(`${kind} ${seed}`, kind, renderScene(kind, seed, options), options.wrong !== undefined);
export const stripCase = (seed: number, others: boolean): Case =>
  drawn(`strip ${seed}`, 'strip', renderStrip(seed, { others, long: seed % 5 === 0 ? 40 : seed % 7 === 0 ? 60 : 150 }));

/** Pictures in a folder with a truth.json beside them, as tests/fixtures/tint has it. */
export async function casesOf(folder: string): Promise<Case[]> {
  interface Entry {
    file: string;
    scene: string;
    metal: Metal;
    side: Side;
    expect?: string;
    patch: Case['patch'];
    lines: { line: Case['patch']; worst: { band: string }; bands?: string[]; profile?: { band: string }[] }[];
  }
  const entries = JSON.parse(readFileSync(join(folder, 'truth.json'), 'utf8')) as Entry[];
  return Promise.all(
    entries.map(async (e) => ({
      name: e.file,
      kind: e.scene,
      metal: e.metal,
      side: e.side,
      picture: await decodePicture(readFileSync(join(folder, e.file))),
      patch: e.patch,
      lines: e.lines.map((l) => ({
        line: l.line,
        worst: numberOf(l.worst.band),
        bands: (l.bands ?? l.profile?.map((p) => p.band) ?? []).map(numberOf),
      })),
      hopeless: e.expect === 'refuse',
    })),
  );
}

/** Grades a case: one row a line. */
export function judged(c: Case): Told[] {
  const grading = gradePicture(c.picture, { patch: c.patch, lines: c.lines.map((l) => l.line), metal: c.metal, side: c.side });
  const answer = answerOf(grading);
  return c.lines.map((l, i) => {
    const row = { name: `${c.name}.${i}`, kind: c.kind, metal: c.metal, hopeless: c.hopeless, truly: l.worst };
    const told = answer.lines[i];
    if (!told) return { ...row, refused: true, told: -1, sure: 0, within: 0, wrongOrder: 0, doubted: false };
    const read = l.bands.map((_, k) =>
      words.indexOf(told.profile[Math.round((k / (l.bands.length - 1)) * (told.profile.length - 1))]?.band ?? ''),
    );
    const share = (test: (seen: number, said: number) => boolean) =>
      l.bands.filter((b, k) => test(b, read[k] as number)).length / l.bands.length;
    return {
      ...row,
      refused: false,
      told: words.indexOf(told.worst.band),
      sure: told.worst.sure,
      within: share((seen, said) => Math.abs(seen - said) <= 1),
      wrongOrder: share((seen, said) => Math.abs(seen - said) > 1 && orderOf(seen) !== orderOf(said)),
      doubted: answer.flags.includes('patch-doubt'),
    };
  });
}

export interface Score {
  lines: number;
  exact: number;
  withinOne: number;
  line: number;
  wrongOrder: number;
  refusedGood: number;
  sure: number;
  sureWithinOne: number;
  doubted: number;
}
const share = (n: number, of: number): number => (of > 0 ? n / of : 1);
const mean = (values: number[]): number =>
  share(
    values.reduce((a, b) => a + b, 0),
    values.length,
  );

/** Shares, 0 to 1, over the lines that can be graded: one refused counts as wrong. */
export function scoreOf(rows: readonly Told[]): Score {
  const good = rows.filter((r) => !r.hopeless);
  const told = good.filter((r) => !r.refused);
  const sure = told.filter((r) => r.sure >= 0.8);
  const near = (r: Told) => !r.refused && Math.abs(r.told - r.truly) <= 1;
  return {
    lines: good.length,
    exact: share(good.filter((r) => !r.refused && r.told === r.truly).length, good.length),
    withinOne: share(good.filter(near).length, good.length),
    line: mean(good.map((r) => r.within)),
    wrongOrder: mean(told.map((r) => r.wrongOrder)),
    refusedGood: share(good.length - told.length, good.length),
    sure: share(sure.length, told.length),
    sureWithinOne: share(sure.filter(near).length, sure.length),
    doubted: share(told.filter((r) => r.doubted).length, told.length),
  };
}

/** At the limit straw|gold: bad lines told as straw or less of all bad ones, good ones told as past it of all good ones. */
export function atTheLimit(rows: readonly Told[]) {
  const told = rows.filter((r) => !r.hopeless && !r.refused);
  const [bad, good] = [told.filter((r) => r.truly >= 3), told.filter((r) => r.truly < 3)];
  return {
    bad: bad.length,
    passed: bad.filter((r) => r.told < 3).length,
    good: good.length,
    calledPast: good.filter((r) => r.told >= 3).length,
  };
}
