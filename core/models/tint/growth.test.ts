/** Film growth: against its closed form, its limits, and what the trade sees of oxygen (common practice, no source). */
import { describe, expect, it } from 'vitest';
import { grownFilm, parabolic, sherwood, streamReynolds, transferRate } from '.';

const stream = { bore: 0.0221, flow: 10 / 60_000 };
const pass = (t: number): number => 80 + 1220 * Math.sqrt(1.2 / (t + 1.2)) * Math.exp(-0.03 * t);
const after = (ppm: number) => grownFilm(pass, 60, (c) => transferRate({ ...stream, oxygen: ppm * 1e-6 }, c));

describe('growth', () => {
  it('at one temperature is the linear-parabolic closed form (Deal and Grove 1965)', () => {
    const [g, t, x0] = [2.06, 100, 2];
    const k = parabolic(1000);
    const b = k / g;
    const closed = (-b + Math.sqrt(b * b + 4 * (x0 * x0 + b * x0 + k * t))) / 2;
    expect(
      grownFilm(
        () => 1000,
        t,
        () => g,
        { start: x0, steps: 7 },
      ),
    ).toBeCloseTo(closed, 9);
  });
  it('starved of oxygen grows by what the gas brings, flooded by the root of time', () => {
    expect(
      grownFilm(
        () => 1000,
        100,
        () => 0.01,
        { start: 0 },
      ),
    ).toBeCloseTo(1, 1);
    expect(
      grownFilm(
        () => 1000,
        100,
        () => 1e9,
        { start: 0 },
      ),
    ).toBeCloseTo(Math.sqrt(parabolic(1000) * 100), 0);
  });
  it('has 3e-12 g² cm⁻⁴ s⁻¹ at 1000 °C as 110.8 nm²/s: 6.08 µm of Cr2O3 to a mg/cm² of oxygen (5.21 g/cm³, 152 to 48 by mass)', () => {
    const micrometres = ((152 / 48) * 1e-3) / 5.21 / 1e-4;
    expect(micrometres).toBeCloseTo(6.08, 2);
    expect(3e-6 * (micrometres * 1000) ** 2).toBeCloseTo(110.8, 0);
    expect(parabolic(1000, 1)).toBeCloseTo(110.8, 6);
  });
  it('brings oxygen through a laminar stream: Sherwood from 3.66 far in to Lévêque at the mouth', () => {
    expect(streamReynolds(stream)).toBeGreaterThan(650);
    expect(streamReynolds(stream)).toBeLessThan(750);
    expect(sherwood({ ...stream, hot: 1e3 })).toBeCloseTo(3.66, 2);
    expect(sherwood(stream)).toBeCloseTo(13.4, 1);
    // 2.07 nm/s for a hundred ppm at a wall of 1000 °C, and twice the oxygen brings twice as much.
    expect(transferRate({ ...stream, oxygen: 1e-4 }, 1000)).toBeCloseTo(2.07, 1);
    expect(transferRate({ ...stream, oxygen: 2e-4 }, 1000)).toBeCloseTo(2 * transferRate({ ...stream, oxygen: 1e-4 }, 1000), 9);
  });
  it('more oxygen is more tint, ever less so; 50 ppm leaves a pass bright to pale straw (common practice, no source)', () => {
    const series = [10, 25, 50, 100, 200, 500, 1000, 5000, 25_000].map(after);
    for (let i = 1; i < series.length; i++) expect(series[i]).toBeGreaterThan(series[i - 1] as number);
    expect(after(50)).toBeLessThan(13);
    expect(after(500) / after(50)).toBeLessThan(10);
    expect(after(25_000)).toBeGreaterThan(60);
  });
  it('below 400 °C it says nothing grows: that law is not in it', () => {
    expect(
      grownFilm(
        () => 300,
        600,
        () => 100,
      ) - 2,
    ).toBeLessThan(0.5);
  });
});
