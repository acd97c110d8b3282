/**
 * Colour of films against general colour libraries (culori, colorjs.io), CIE's published white, and optics that
 * can be worked by hand (Born & Wolf, Principles of Optics: Fresnel, quarter-wave and half-wave films).
 */
import Color from 'colorjs.io';
import { converter, differenceCiede2000 } from 'culori';
import { describe, expect, it } from 'vitest';
import {
  adapt,
  bandAt,
  bandHex,
  bandRange,
  bandsOf,
  D65_WHITE,
  filmBands,
  hex,
  observer,
  reflectance,
  srgb,
  tintHex,
  tintXYZ,
  tristimulus,
  type Film,
  type Triple,
} from '../../core/models/tint';

import { tintApart, whitePoint } from './apart';

const films: Film[] = ['steel-id', 'steel-od', 'titanium'];
const lab = converter('lab65');

describe('light', () => {
  it('a perfect white under D65 has the white point of CIE 15, within the fit of the observer (0.95047, 1, 1.08883)', () => {
    const [x, y, z] = tristimulus(() => 1);
    expect(y).toBeCloseTo(1, 12);
    expect(Math.abs(x - 0.95047)).toBeLessThan(0.002);
    expect(Math.abs(z - 1.08883)).toBeLessThan(0.002);
    // And of CIE's own table at 10 nm (apart.ts).
    const [tableX, tableZ] = whitePoint();
    expect(Math.abs(x - tableX)).toBeLessThan(0.002);
    expect(Math.abs(z - tableZ)).toBeLessThan(0.002);
  });
  it('the observer peaks where CIE 1931 does: y at 555 nm with 1.0, z near 445 nm with 1.78', () => {
    expect(observer(555)[1]).toBeCloseTo(1, 1);
    expect(observer(445)[2]).toBeGreaterThan(1.7);
  });
});

describe('XYZ to the screen, against both libraries', () => {
  it.each([
    [0.2, 0.3, 0.4],
    [0.5, 0.5, 0.5],
    [0.3, 0.2, 0.1],
    [0.1, 0.12, 0.3],
    [0.4, 0.6, 0.2],
  ] as Triple[])('%f %f %f', (...xyz) => {
    const ours = hex(srgb(xyz));
    const js = new Color('xyz-d65', xyz).to('srgb');
    const theirs = hex(js.coords.map((c) => Math.min(1, Math.max(0, c ?? 0))) as Triple);
    const c = converter('rgb')({ mode: 'xyz65', x: xyz[0], y: xyz[1], z: xyz[2] });
    const third = hex([c.r, c.g, c.b].map((v) => Math.min(1, Math.max(0, v))) as Triple);
    for (const other of [theirs, third]) {
      const [a, b] = [lab(ours), lab(other)];
      expect(a && b ? differenceCiede2000()(a, b) : 99).toBeLessThan(0.3);
    }
  });
  it('Bradford takes one white to the other, as colorjs.io does', () => {
    const d50: Triple = [0.96422, 1, 0.82521];
    adapt(d50, d50, D65_WHITE).forEach((v, i) => expect(v).toBeCloseTo(D65_WHITE[i] as number, 4));
    const theirs = new Color('xyz-d50', [0.4, 0.35, 0.2]).to('xyz-d65').coords;
    adapt([0.4, 0.35, 0.2], d50, D65_WHITE).forEach((v, i) => expect(Math.abs(v - (theirs[i] ?? 9))).toBeLessThan(5e-4));
  });
});

describe('one film on metal', () => {
  it('of no thickness is the bare metal (Fresnel)', () => {
    const [n, k] = [2.28, 3.33];
    expect(reflectance([2.45, 0.19], [n, k], 0, 550)).toBeCloseTo(((n - 1) ** 2 + k ** 2) / ((n + 1) ** 2 + k ** 2), 14);
  });
  it('a quarter-wave film of the root of the index takes the reflection away, a half-wave film leaves it', () => {
    const glass: [number, number] = [2.25, 0];
    expect(reflectance([1.5, 0], glass, 550 / 6, 550)).toBeLessThan(1e-30);
    expect(reflectance([1.5, 0], glass, 550 / 3, 550)).toBeCloseTo((1.25 / 3.25) ** 2, 12);
  });
  it('thick and absorbing it is its own half-space, and nothing reflects more than falls on it', () => {
    expect(reflectance([2.5, 1], [2.3, 3.3], 1e5, 500)).toBeCloseTo((1.5 ** 2 + 1) / (3.5 ** 2 + 1), 12);
    for (const film of films) for (let d = 0; d < 300; d += 15) expect(Math.max(...tintXYZ(film, d))).toBeLessThan(1.2);
  });
});

describe('the tints', () => {
  it('bare metal is neutral, 0.70 bright: L* about 87', () => {
    for (const film of films) {
      const c = lab(tintHex(film, 0));
      expect(Math.abs((c?.l ?? 0) - 87)).toBeLessThan(0.5);
      expect(Math.hypot(c?.a ?? 9, c?.b ?? 9)).toBeLessThan(0.5);
    }
  });
  // Other optics, other integration, CIE's own observer, another library for the screen (apart.ts); the fit of the observer costs a unit or two.
  it.each(films)('%s: worked out apart, every tint is the same to the eye', (film) => {
    for (let d = 0; d <= 260; d += 10) {
      const [a, b] = [lab(tintHex(film, d)), lab(tintApart(film, d))];
      expect(a && b ? differenceCiede2000()(a, b) : 99, `${d} nm`).toBeLessThan(2);
    }
  });
  it('come in the order every temper-colour list gives: straw, gold, bronze, purple, blue (common practice, no source)', () => {
    for (const film of films) {
      const order = ['pale-straw', 'straw', 'gold', 'bronze', 'purple', 'dark-blue', 'light-blue'] as const;
      const begins = order.map((b) => bandRange(film, b)?.[0] as number);
      expect([...begins].sort((a, b) => a - b)).toEqual(begins);
      const hue = (band: (typeof order)[number]) => {
        const c = lab(bandHex(film, band));
        return { a: c?.a ?? 0, b: c?.b ?? 0 };
      };
      expect(hue('straw').b).toBeGreaterThan(10); // yellow
      expect(hue('purple').a).toBeGreaterThan(10); // red side
      expect(hue('dark-blue').b).toBeLessThan(-15); // blue
      expect(hue('light-blue').b).toBeLessThan(0);
    }
  });
  it('every thickness has one word and every word its own colour', () => {
    for (const film of films) {
      for (const band of filmBands)
        expect(bandAt(film, ((bandRange(film, band)?.[0] ?? 0) + (bandRange(film, band)?.[1] ?? 0)) / 2)).toBe(band);
      const colours = bandsOf(film).map((b) => bandHex(film, b));
      expect(new Set(colours).size).toBe(colours.length);
    }
  });
});
