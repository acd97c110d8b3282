/**
 * Ranges against simulated purges it never saw: wider unknowns than it draws from, a structure that was not written down, mixed tanks
 * that no run of it is. `npm run soak` tries ten times as many and says what came of each family.
 */
import { describe, expect, it } from 'vitest';
import { trial, tried, type Tried } from './trials';

const LONG = process.env['SOAK'] !== undefined;
const LIMIT = 60;

const share = (list: readonly boolean[]) => list.filter(Boolean).length / list.length;

describe('simulated purges it never saw', () => {
  const all = Array.from({ length: LONG ? 180 : 18 }, (_, n) => tried(trial(n, LIMIT)));
  const [there, never] = [all.filter((x) => x.gets), all.filter((x) => !x.gets)];
  const middle = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] as number;
  if (LONG)
    for (const family of ['wider', 'structure', 'tanks'] as const) {
      const of = there.filter((x) => x.family === family);
      const at = (pick: (x: Tried, k: number) => boolean | undefined) =>
        [0, 1, 2].map((k) => Math.round(100 * share(of.map((x) => pick(x, k)).filter((h) => h !== undefined)))).join('/');
      console.log(
        `${family}: ${of.length}, held ${at((x, k) => x.held[k])}, joint ${at((x, k) => x.jointHeld[k])}, width at three quarters ${middle(of.map((x) => x.widths[2] as number)).toFixed(2)}`,
      );
    }
  if (LONG)
    console.log(
      `do not get there: ${never.length}, said of ${never.filter((x) => x.wontAt !== null).length}; signs invented ${all.filter((x) => x.signs > 0).length}`,
    );

  it('a range of eight in ten holds about so many, neither fewer nor all', () => {
    const held = share(there.flatMap((x) => x.held));
    expect(held).toBeGreaterThan(0.75);
    expect(held).toBeLessThan(LONG ? 0.95 : 1);
    expect(share(there.flatMap((x) => x.jointHeld))).toBeGreaterThan(0.75);
  });
  it('and is no wider for that: at three quarters of the time at most 0.7 of what it was before a reading', () => {
    expect(middle(there.map((x) => x.widths[2] as number))).toBeLessThan(0.7);
  });
  it('"will not reach" is said of most that do not, and hardly ever of one that does', () => {
    expect(there.filter((x) => x.wontAt !== null).length).toBeLessThanOrEqual(Math.floor(0.02 * there.length));
    expect(never.filter((x) => x.wontAt === null).length).toBeLessThanOrEqual(Math.ceil(0.4 * never.length));
  });
  it('signs are not invented', () => expect(all.filter((x) => x.signs > 0).length).toBeLessThanOrEqual(Math.ceil(0.03 * all.length)));
});

describe('with a second monitor at the joint', () => {
  const all = Array.from({ length: LONG ? 120 : 12 }, (_, n) => tried(trial(n, LIMIT), true));
  const there = all.filter((x) => x.gets);
  const [vent, joint] = [share(there.flatMap((x) => x.held)), share(there.flatMap((x) => x.jointHeld))];
  if (LONG) console.log(`two monitors: held ${Math.round(100 * vent)}, joint ${Math.round(100 * joint)}`);
  it('both ranges hold about what they say', () => {
    expect(vent).toBeGreaterThan(0.7);
    expect(joint).toBeGreaterThan(0.65);
  });
  it('signs are not invented', () => expect(all.filter((x) => x.signs > 0).length).toBeLessThanOrEqual(Math.ceil(0.03 * all.length)));
});
