import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findSize } from '../sizes';
import { arcHours, arcOf, arcRefusal, arcText, hourText, inArc, midOf, placeAt, placeText, saddleDrop, WHOLE, type Seam } from './index';

const round: Seam = { kind: 'round' };
const straight: Seam = { kind: 'straight', length: 0.4 };

describe('where on a seam', () => {
  it('round a tube in hours, along an edge in lengths of the reader', () => {
    expect(arcText({ from: 3, to: 6 }, round)).toBe("3 to 6 o'clock");
    expect(arcText({ from: 10.5, to: 2 }, round)).toBe("10:30 to 2 o'clock");
    expect(arcText(WHOLE, round)).toBe('all round');
    expect(arcText({ from: 12, to: 3 }, straight)).toBe('0 mm to 100 mm');
    expect(arcText({ from: 9, to: 12 }, straight)).toBe('300 mm to 400 mm');
    expect(arcText(WHOLE, straight)).toBe('all along');
    expect(placeText(6, { kind: 'straight', length: 0.3048 }, 'inch')).toBe('6 in');
    expect(hourText(0)).toBe('12');
  });

  it('a straight seam has two ends: no stretch runs over the last into the first', () => {
    expect(arcRefusal({ from: 9, to: 3 }, straight)).toMatch(/turn the two round/);
    expect(arcRefusal({ from: 9, to: 3 }, round)).toBeNull();
    expect(arcRefusal({ from: 12, to: 3 }, straight)).toBeNull();
    expect(arcRefusal({ from: 9, to: 12 }, straight)).toBeNull();
    expect(arcRefusal(WHOLE, straight)).toBeNull();
  });

  it('what is measured along it is found again; its middle lies inside', () => {
    const part = fc.double({ min: 0.01, max: 0.98, noNaN: true });
    fc.assert(
      fc.property(part, part, (x, y) => {
        const [a, b] = [Math.min(x, y), Math.max(x, y) + 0.01];
        const arc = arcOf(placeAt(0.4, 0.4 * a), placeAt(0.4, 0.4 * b));
        expect(arcRefusal(arc, straight)).toBeNull();
        expect(arcHours(arc) / 12).toBeCloseTo(b - a, 6);
        expect(inArc(arc, midOf(arc))).toBe(true);
      }),
    );
  });
});

describe('the saddle of a branch', () => {
  const R = 0.0381;
  it('lies on both cylinders: x² + y² = r² and y² + z² = R² (analytic geometry)', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: R, noNaN: true }), fc.double({ min: 0, max: 12, noNaN: true }), (r, hour) => {
        const a = (hour / 12) * 2 * Math.PI;
        const [y, z] = [r * Math.sin(a), R - saddleDrop(2 * r, 2 * R, hour)];
        expect(y * y + z * z).toBeCloseTo(R * R, 12);
      }),
    );
  });
  it('a 1 in nipple on a 3 in tube falls by two millimetres at its flanks, nothing along the run', () => {
    const [branch, run] = [findSize('inch-tube', '1'), findSize('inch-tube', '3')];
    if (!branch || !run) throw new Error('no size');
    expect(saddleDrop(branch.od, run.od, 12)).toBeCloseTo(0, 12);
    expect(saddleDrop(branch.od, run.od, 6)).toBeCloseTo(0, 12);
    // 38.1 - sqrt(38.1² - 12.7²) mm
    expect(1000 * saddleDrop(branch.od, run.od, 3)).toBeCloseTo(2.18, 2);
    expect(saddleDrop(run.od, run.od, 3)).toBeCloseTo(run.od / 2, 12);
  });
});
