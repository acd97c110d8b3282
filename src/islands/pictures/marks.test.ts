/** Marks on a picture: proposed, moved, never out of it, laid on the next picture of the same weld. */
import { describe, expect, it } from 'vitest';
import {
  arcsOf,
  clockStart,
  gripAt,
  gripped,
  keptMarks,
  MOST_LINES,
  patchSized,
  proposedMarks,
  scaledMarks,
  withCard,
  withLine,
  type Marks,
} from './marks';

const size = { width: 1000, height: 800 };
const marks: Marks = proposedMarks({ patch: [100, 100, 50, 50], lines: [[200, 100, 300, 400], [600, 100, 500, 400]] }, 'outside', size); // prettier-ignore

describe('marks on a picture', () => {
  it('begin as proposed, or with a patch to be dragged', () => {
    expect(marks.lines.map((l) => [l.name, l.zone, l.said])).toEqual([
      ['a', 'od-haz', null],
      ['b', 'od-haz', null],
    ]);
    const bare = proposedMarks({ patch: null, lines: [] }, 'inside', size);
    expect(bare.patch[2]).toBeGreaterThan(20);
    expect(withLine(bare, 'inside', size).lines[0]).toMatchObject({ name: 'a', zone: 'id-haz' });
  });
  it('follow a hand, and stay in the picture', () => {
    const moved = gripped(marks, { on: 'line', name: 'b', end: 1 }, [5000, -3], size);
    expect(moved.lines[1]?.line).toEqual([600, 100, 999, 0]);
    expect(moved.lines[0]).toEqual(marks.lines[0]);
    const patch = gripped(marks, { on: 'patch' }, [-100, 9000], size).patch;
    expect(patch).toEqual([0, 750, 50, 50]);
    expect(gripAt(gripped(marks, { on: 'patch' }, [500, 400], size), { on: 'patch' })).toEqual([500, 400]);
    const carded = withCard(marks, size);
    expect(gripped(carded, { on: 'card' }, [990, 10], size).card).toEqual([920, 0, 80, 80]);
    expect(withCard(carded, size).card).toBeNull();
    expect(patchSized(marks, 'patch', 2, size).patch).toEqual([75, 75, 100, 100]);
    expect(patchSized(marks, 'patch', 1e-6, size).patch[2]).toBe(8);
  });
  it('a new line is named and lies beside the last, up to as many as there are letters', () => {
    const many = Array.from({ length: 20 }).reduce<Marks>((m) => withLine(m, 'outside', size), marks);
    expect(many.lines).toHaveLength(MOST_LINES);
    expect(new Set(many.lines.map((l) => l.name)).size).toBe(MOST_LINES);
    for (const { line } of many.lines) for (const x of [line[0], line[2]]) expect(x >= 0 && x < size.width).toBe(true);
  });
  it('go on to the next picture of the weld by their share of it', () => {
    const next = scaledMarks({ ...marks, clock: clockStart('along', size) }, size, { width: 500, height: 400 });
    expect(next.patch).toEqual([50, 50, 25, 25]);
    expect(next.lines[1]?.line).toEqual([300, 50, 250, 200]);
    expect(next.clock?.middle).toEqual([250, 200]);
  });
});

describe('where lines lie on the seam', () => {
  it('nowhere until somebody says so, or marks the clock', () => {
    expect(arcsOf(marks)).toEqual([null, null]);
    const said = { ...marks, lines: marks.lines.map((l, i) => (i ? l : { ...l, said: { from: 5, to: 7 } })) };
    expect(arcsOf(said)).toEqual([{ from: 5, to: 7 }, null]);
  });
  it('by the clock in the picture, and what was said of one goes before it', () => {
    const clock = { way: 'along', middle: [400, 400], edge: [0, 0], at: [400, 100], hour: 12, turn: 1 } as const;
    const lines = [
      { name: 'a', line: [400, 0, 400, 200] as const, zone: 'id-haz' as const, said: null },
      { name: 'b', line: [900, 400, 700, 400] as const, zone: 'id-haz' as const, said: null },
      { name: 'c', line: [400, 790, 400, 600] as const, zone: 'id-haz' as const, said: { from: 1, to: 2 } },
    ];
    expect(arcsOf({ ...marks, clock, lines })).toEqual([
      { from: 11.5, to: 0.5 },
      { from: 2.5, to: 3.5 },
      { from: 1, to: 2 },
    ]);
  });
  it('as kept: with a clock by it, without one as they were said', () => {
    const line = {
      name: 'a',
      line: [1, 2, 3, 4] as const,
      zone: 'od-haz' as const,
      arc: { from: 3, to: 4 },
      worst: null,
      profile: [],
      flags: [],
    };
    const read = {
      picture: 'p',
      grader: 'g',
      metal: 'stainless' as const,
      patch: [0, 0, 9, 9] as const,
      card: null,
      lines: [line],
      flags: [],
    };
    expect(arcsOf(keptMarks({ ...read, clock: null }))).toEqual([{ from: 3, to: 4 }]);
    expect(keptMarks({ ...read, clock: clockStart('side', size) }).lines[0]?.said).toBeNull();
  });
});
