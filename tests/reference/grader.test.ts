/**
 * The grader against rendered welds whose film is known at every pixel: six that another program drew, and our own with films by other
 * constants and seeds than any it was tuned with (docs/physics.md has the whole table; `npm run grade:report` makes it). No real
 * photograph: a floor under the score, no proof.
 */
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { sceneKinds } from '../../core/models/scenes';
import { atTheLimit, casesOf, judged, sceneCase, scoreOf, stripCase, type Told } from './score';

const folder = join(import.meta.dirname, '../fixtures/tint');
const SMALL = { width: 720, height: 540, others: true };

describe('graded from a picture', () => {
  const rows: Told[] = [];

  it('flat strips: at least as good as asked', () => {
    const told = Array.from({ length: 40 }, (_, i) => judged(stripCase(800 + i, true))).flat();
    const score = scoreOf(told);
    expect(score.exact, 'worst exact').toBeGreaterThanOrEqual(0.8);
    expect(score.withinOne, 'worst within one').toBeGreaterThanOrEqual(0.92);
    expect(score.line, 'line within one').toBeGreaterThanOrEqual(0.94);
    expect(score.wrongOrder, 'wrong order').toBeLessThanOrEqual(0.01);
    rows.push(...told);
  }, 60_000);

  it.each(sceneKinds)(
    'scenes: %s',
    (kind) => {
      const told = Array.from({ length: 4 }, (_, i) => judged(sceneCase(kind, 9100 + i, SMALL))).flat();
      const score = scoreOf(told);
      expect(score.lines).toBeGreaterThan(7);
      expect(score.withinOne, 'worst within one').toBeGreaterThanOrEqual(0.9);
      expect(score.line, 'line within one').toBeGreaterThanOrEqual(0.94);
      expect(score.wrongOrder, 'wrong order').toBeLessThanOrEqual(0.03);
      rows.push(...told);
    },
    60_000,
  );

  it('pictures another program drew', async () => {
    const told = (await casesOf(folder)).flatMap(judged);
    const score = scoreOf(told);
    expect(score.lines).toBe(18);
    expect(score.exact, 'worst exact').toBeGreaterThanOrEqual(0.65);
    expect(score.withinOne, 'worst within one').toBeGreaterThanOrEqual(0.94);
    expect(score.line, 'line within one').toBeGreaterThanOrEqual(0.96);
    expect(score.wrongOrder, 'wrong order').toBeLessThanOrEqual(0.01);
    expect(score.doubted, 'warned of a patch that is clean').toBeLessThanOrEqual(0.2);
    rows.push(...told);
  }, 60_000);

  it('is sure of at least half of the lines, and then within one word in 95 of 100', () => {
    const score = scoreOf(rows);
    expect(score.sure).toBeGreaterThanOrEqual(0.5);
    expect(score.sure, 'it also doubts').toBeLessThan(1);
    expect(score.sureWithinOne).toBeGreaterThanOrEqual(0.95);
  });

  it('at the limit straw|gold no bad line in fifty passes, and at most one good one in three is called past it', () => {
    const limit = atTheLimit(rows);
    expect(limit.bad).toBeGreaterThan(50);
    expect(limit.good).toBeGreaterThan(10);
    expect(limit.passed / limit.bad).toBeLessThanOrEqual(1 / 50);
    expect(limit.calledPast / limit.good).toBeLessThanOrEqual(1 / 3);
  });

  it('hopeless pictures: a burnt-out patch is always refused, two of three of all kinds', () => {
    const wrongs = ['patch-clipped', 'patch-tinted', 'no-clean-metal'] as const;
    const told = wrongs.map((wrong) =>
      [0, 1, 2, 3].map((i) =>
        judged(sceneCase(sceneKinds[i] as (typeof sceneKinds)[number], 9300 + i, { ...SMALL, wrong })).every((r) => r.refused),
      ),
    );
    expect(told[0]).toEqual([true, true, true, true]);
    expect(told.flat().filter(Boolean).length).toBeGreaterThanOrEqual(8);
  }, 60_000);
});
