import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { closeUp, startingSetup } from '../setup';
import { findSize, type Size } from '../../basics/sizes';
import { parseList } from '../../basics/spool';
import { airShade, atHour, hourOf, sector, sideScene, snug, squeezed, taped, unsqueezed } from './index';

it('twelve is at the top, three to the right, and an hour is found again where it was drawn', () => {
  expect(atHour(0, 0, 1, 12).y).toBeCloseTo(-1, 9);
  expect(atHour(0, 0, 1, 3).x).toBeCloseTo(1, 9);
  fc.assert(
    fc.property(fc.double({ min: 0.01, max: 12, noNaN: true }), (h) => {
      expect(hourOf(5, 7, atHour(5, 7, 40, h))).toBeCloseTo(h, 6);
    }),
  );
});
describe('the Side view', () => {
  const two = findSize('inch-tube', '2') as Size;
  const laid = (list: string) => {
    const read = parseList(list, 'metric', 'inch-tube', two);
    if (!read.ok) throw new Error(read.error.text);
    return closeUp(read.parts, read.joint, startingSetup(two));
  };
  const frame = snug(560, 400, 70, 40);

  it('squeezes a straight strictly, true near its ends, and what is drawn can be read back', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 30, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (length, share) => {
        const whole = squeezed(length, 0.06);
        expect(whole).toBeLessThanOrEqual(length + 1e-12);
        const s = unsqueezed(share * whole, length, 0.06);
        expect(s).toBeGreaterThanOrEqual(-1e-9);
        expect(s).toBeLessThanOrEqual(length + 1e-9);
        expect(unsqueezed(Math.min(whole, share * whole + 1e-4), length, 0.06)).toBeGreaterThanOrEqual(s);
      }),
    );
    expect(squeezed(0.01, 0.06)).toBeCloseTo(0.01, 3);
  });
  it('finds a dam again where it drew it', () => {
    const setup = laid('900 mm, weld, elbow up, 400 mm');
    const scene = sideScene(setup, frame);
    for (const d of scene.dams) {
      const near = scene.nearest(d.x, d.y);
      const item = setup.dams.find((x) => x.id === d.id);
      expect([near?.part, Number(near?.at.toFixed(3))]).toEqual([item?.part, Number(Number(item?.at).toFixed(3))]);
    }
  });
  it('keeps inside its picture and turns with the whole: the vent of a spool on end is above its inlet, or below it upside down', () => {
    for (const [tilt, sign] of [
      [-90, 1],
      [90, -1],
    ] as const) {
      const setup = { ...laid('400 mm, weld, 400 mm'), tilt };
      const scene = sideScene(setup, frame);
      const [inlet, vent] = [scene.seat('d1', 'middle'), scene.seat('d2', 'middle')];
      expect(Math.sign((inlet?.y ?? 0) - (vent?.y ?? 0))).toBe(sign);
      for (const p of scene.pipes.flatMap((x) => x.points)) {
        expect(p.x).toBeGreaterThan(0);
        expect(p.x).toBeLessThan(560);
        expect(p.y).toBeGreaterThan(0);
        expect(p.y).toBeLessThan(scene.height);
      }
    }
  });
  it('low is below high on the face of a level dam, whichever way it looks', () => {
    const scene = sideScene(laid('400 mm, weld, 400 mm'), frame);
    for (const dam of ['d1', 'd2']) expect((scene.seat(dam, 'low')?.y ?? 0) - (scene.seat(dam, 'high')?.y ?? 0)).toBeGreaterThan(5);
  });
  it('shades by the logarithm of the oxygen', () => {
    expect([airShade(209_500, 50), airShade(50, 50), airShade(1, 50)]).toEqual([0, 1, 1]);
    expect(airShade(Math.sqrt(209_500 * 50), 50)).toBeCloseTo(0.5, 9);
  });
});
it('a drag is rounded to what a tape measure gives', () => {
  expect([0.0154, 0.2231, 1.234].map(taped).map((x) => Number(x.toFixed(4)))).toEqual([0.015, 0.225, 1.25]);
});
it('a sector goes the long way round when it is more than half', () => {
  expect(sector(0, 0, 1, 2, 12, 3)).toContain('0 0 1');
  expect(sector(0, 0, 1, 2, 12, 9)).toContain('0 1 1');
  expect(sector(0, 0, 1, 2, 12, 12).match(/M/g)).toHaveLength(2);
});
