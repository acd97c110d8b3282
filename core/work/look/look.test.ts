/** What was brushed before anybody looked, two who graded the same weld, and which side of the limit a colour lies on. */
import { describe, expect, it } from 'vitest';
import { ROUND, WHOLE } from '../../basics/seam';
import { allowedText, gradeOutcome, judge, limitSide, mostAllowed, shipped, type Criterion, type Tint } from '../../models/criteria';
import type { Band } from '../../models/tint';
import { afterBrush, asWelded, differences } from './index';

const criterion = (id: string) => shipped.find((c) => c.id === id) as Criterion;
const titanium = shipped.find((c) => c.families.includes('titanium')) as Criterion;
const strict = shipped.find((c) => mostAllowed(c, 'id-haz') === 'pale-straw') as Criterion;
const tint = (zone: Tint['zone'], band: Band, arc = WHOLE): Tint => ({ zone, arc, grade: { by: 'band', band } });
const all = (band: Band) => (['id-bead', 'id-haz', 'od-bead', 'od-haz'] as const).map((z) => tint(z, band));
const brushed = { by: 'brushed' } as const;

describe('brushed before anybody looked', () => {
  it('the colour as welded is unknown, on the side that was brushed and nowhere else', () => {
    const seen = asWelded(all('bright'), { inside: false, outside: true }, []);
    expect(seen.filter((t) => t.grade.by === 'brushed').map((t) => t.zone)).toEqual(['od-bead', 'od-haz']);
    expect(seen.filter((t) => t.grade.by === 'band')).toHaveLength(2);
  });
  it('what was not seen stays not seen', () => {
    const none: Tint = { zone: 'od-haz', arc: WHOLE, grade: { by: 'unseen' } };
    expect(asWelded([none], { inside: false, outside: true }, [])).toEqual([none]);
  });
  it('an earlier look stands for it: cleaning does not better a grade', () => {
    const seen = asWelded(all('bright'), { inside: false, outside: true }, [tint('od-haz', 'gold'), tint('id-haz', 'gold')]);
    expect(seen.find((t) => t.zone === 'od-haz')).toEqual(tint('od-haz', 'gold'));
    expect(seen.find((t) => t.zone === 'od-bead')?.grade).toEqual(brushed);
    expect(seen.find((t) => t.zone === 'id-haz')).toEqual(tint('id-haz', 'bright'));
  });
  it('on titanium it is never accepted (common practice, no source: brushing takes the evidence and leaves the harm)', () => {
    for (const zone of ['id-haz', 'od-haz', 'id-bead', 'od-bead'] as const) expect(gradeOutcome(titanium, zone, brushed)).toBe('refer');
    const seen = asWelded(all('bright'), { inside: false, outside: true }, []);
    const v = judge(titanium, { tints: seen, defects: [], insideReachable: true, seam: ROUND });
    expect(v.outcome).toBe('refer');
    expect(v.reasons[0]).toContain('brushed, as-welded colour unknown');
  });
  it('is as bad as the worst colour it may have had, and an engineer decides where that is worse than cleaning', () => {
    for (const c of shipped) {
      const worst = (['straw', 'purple', 'light-blue', 'later'] as const).map((b) => gradeOutcome(c, 'od-haz', { by: 'band', band: b }));
      const got = gradeOutcome(c, 'od-haz', brushed);
      if (worst.some((o) => o === 'reweld' || o === 'cut-out' || o === 'refer')) expect(got, c.id).toBe('refer');
      else if (worst.includes('clean')) expect(got, c.id).not.toBe('accept');
    }
  });
});

describe('what is left after cleaning', () => {
  const [outside, before] = [{ inside: false, outside: true }, [tint('od-haz', 'gold'), tint('id-haz', 'straw')]];
  it('is what was graded anew on the side that was cleaned, and not what merely still stands there', () => {
    expect(afterBrush(before, outside, before, [], ROUND)).toEqual([]);
    expect(afterBrush([tint('od-haz', 'pale-straw'), tint('id-haz', 'bright')], outside, before, [], ROUND)).toEqual([
      tint('od-haz', 'pale-straw'),
    ]);
    expect(afterBrush([{ ...tint('od-haz', 'gold'), grade: { by: 'unseen' } }], outside, before, [], ROUND)).toEqual([]);
  });
  it('stands until it is graded again, and the newest covers what it touches', () => {
    const left = [tint('od-haz', 'straw'), tint('od-bead', 'bright')];
    expect(afterBrush(before, outside, before, left, ROUND)).toEqual(left);
    const again = afterBrush([tint('od-haz', 'bright', { from: 12, to: 6 })], outside, before, left, ROUND);
    expect(again).toEqual([
      tint('od-haz', 'straw', { from: 6, to: 12 }),
      tint('od-bead', 'bright'),
      tint('od-haz', 'bright', { from: 12, to: 6 }),
    ]);
    expect(afterBrush(left, outside, before, left, ROUND)).toEqual(left);
  });
});

describe('two who graded the same weld', () => {
  it('differ where they do, and nowhere else', () => {
    const a = all('bright');
    const b = [...all('bright'), tint('od-haz', 'straw', { from: 10, to: 1 })];
    expect(differences(a, a, strict)).toEqual([]);
    expect(differences(a, b, strict)).toMatchObject([{ zone: 'od-haz', arc: { from: 10, to: 1 }, apart: 2 }]);
    expect(differences(a, b, strict, { kind: 'straight', length: 1 })).toHaveLength(2);
  });
  it('over the limit only when one is accepted and the other is not', () => {
    const [pale, straw] = [[tint('id-haz', 'pale-straw')], [tint('id-haz', 'straw')]];
    expect(differences([tint('id-haz', 'bright')], pale, strict)[0]).toMatchObject({ apart: 1, overLimit: false });
    expect(differences(pale, straw, strict)[0]).toMatchObject({ apart: 1, overLimit: true });
  });
  it('what one did not see is no difference', () => {
    expect(differences(all('bright'), [{ zone: 'od-haz', arc: WHOLE, grade: { by: 'unseen' } }], strict)).toEqual([]);
  });
});

describe('the limit of a criterion', () => {
  it('lies after the last colour that is accepted', () => {
    for (const c of shipped)
      for (const zone of ['id-haz', 'od-haz'] as const) {
        const most = mostAllowed(c, zone);
        if (most) expect(gradeOutcome(c, zone, { by: 'band', band: most }), c.id).toBe('accept');
      }
    expect(allowedText(strict, 'id-haz')).toMatch(/straw allowed$/);
  });
  it('within, near or past: near where the neighbours lie on both sides of it', () => {
    expect(limitSide(strict, 'id-haz', 'bright')).toBe('within');
    expect(limitSide(strict, 'id-haz', 'gold', ['straw', 'bronze'])).toBe('past');
    expect(limitSide(strict, 'id-haz', 'straw', ['pale-straw', 'gold'])).toBe('near');
    expect(limitSide(strict, 'id-haz', 'sugar', ['grey', 'sugar'])).toBe('past');
  });
  it('speaks the words of its scheme', () => {
    const c = { ...criterion(strict.id), words: { 'pale-straw': 'Light straw' } };
    expect(allowedText(c, 'id-haz')).toBe('Light straw allowed');
  });
});
