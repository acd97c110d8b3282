import fc from 'fast-check';
import { expect, it } from 'vitest';
import { inArc, type Arc, type Seam } from '../../basics/seam';
import { lay as layOn, unseenShare, zoneSchema, type Tint } from './index';
import { bandSchema, type Band } from '../tint';

const tint = (band: Band, arc: Arc, zone: Tint['zone'] = 'id-haz'): Tint => ({ zone, arc, grade: { by: 'band', band } });
const round: Seam = { kind: 'round' };
const lay = (tints: readonly Tint[], next: Tint) => layOn(tints, next, round);
const all: Arc = { from: 12, to: 12 };
/** The band at each half hour of a zone, in the middle of the step. */
const read = (tints: readonly Tint[], zone: Tint['zone'] = 'id-haz') =>
  Array.from({ length: 24 }, (_, h) =>
    tints.filter((t) => t.zone === zone && inArc(t.arc, h / 2 + 0.25)).map((t) => (t.grade.by === 'band' ? t.grade.band : '?')),
  );

it('the newest takes its arc from those under it, and leaves them the rest', () => {
  const tints = lay([tint('bright', all)], tint('gold', { from: 4, to: 8 }));
  expect(tints).toHaveLength(2);
  expect(tints[0]?.arc).toEqual({ from: 8, to: 4 });
  expect(read(tints).every((bands) => bands.length === 1)).toBe(true);
});
it('a whole round covers everything of its zone and nothing of another', () => {
  const tints = lay([tint('bright', all), tint('gold', { from: 4, to: 8 }), tint('straw', all, 'od-haz')], tint('purple', all));
  expect(tints.map((t) => [t.zone, t.grade.by === 'band' && t.grade.band])).toEqual([
    ['od-haz', 'straw'],
    ['id-haz', 'purple'],
  ]);
});
it('an arc through twelve is cut like any other', () => {
  const tints = lay([tint('bright', { from: 10, to: 2 })], tint('gold', { from: 11.5, to: 0.5 }));
  expect(tints.filter((t) => t.grade.by === 'band' && t.grade.band === 'bright').map((t) => t.arc)).toEqual([
    { from: 10, to: 11.5 },
    { from: 0.5, to: 2 },
  ]);
});
it('an edge has two ends: what is cut out of its middle leaves two stretches, to the millimetre', () => {
  const cut = layOn([tint('bright', all)], tint('gold', { from: 4.1, to: 8.3 }), { kind: 'straight', length: 0.4 });
  expect(cut.map((t) => t.arc)).toEqual([
    { from: 12, to: 4.1 },
    { from: 8.3, to: 12 },
    { from: 4.1, to: 8.3 },
  ]);
  expect(layOn([tint('bright', all)], tint('gold', { from: 4.1, to: 8.3 }), round).map((t) => t.arc)).toEqual([
    { from: 8.3, to: 4.1 },
    { from: 4.1, to: 8.3 },
  ]);
});
it('however many are laid, no half hour has two, and the last word counts', () => {
  const half = fc.integer({ min: 1, max: 24 }).map((h) => h / 2);
  fc.assert(
    fc.property(
      fc.array(
        fc.record({ band: fc.constantFrom(...bandSchema.options), from: half, to: half, zone: fc.constantFrom(...zoneSchema.options) }),
        { minLength: 1, maxLength: 12 },
      ),
      (laid) => {
        let tints: Tint[] = [];
        for (const l of laid) tints = lay(tints, tint(l.band, { from: l.from, to: l.to }, l.zone));
        for (const zone of zoneSchema.options) {
          const bands = read(tints, zone);
          expect(bands.every((b) => b.length <= 1)).toBe(true);
          for (let h = 0; h < 24; h++) {
            const last = laid.filter((l) => l.zone === zone && inArc({ from: l.from, to: l.to }, h / 2 + 0.25)).at(-1);
            expect(bands[h]?.[0]).toBe(last?.band);
          }
          expect(unseenShare(tints, zone)).toBeCloseTo(bands.filter((b) => b.length === 0).length / 24, 9);
        }
      },
    ),
  );
});
