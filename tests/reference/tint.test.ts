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
  bandStarts,
  D65_WHITE,
  filmBands,
  hex,
  lch,
  linearOf,
  locusOf,
  observer,
  oklab,
  reflectance,
  srgb,
  stackOf,
  tintHex,
  tintXYZ,
  tristimulus,
  wordAt,
  xyzOf,
  type Film,
  type Triple,
} from '../../core/models/tint';

import { seeded } from '../../core/basics/seeded';
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

describe('colour spaces, against both libraries', () => {
  const random = seeded(4);
  const colours = Array.from({ length: 300 }, () => [random(), random(), random()] as Triple);
  it('OKLab of linear sRGB is theirs', () => {
    const convert = converter('oklab');
    for (const rgb of colours) {
      const ours = oklab(rgb);
      const c = convert({ mode: 'lrgb', r: rgb[0], g: rgb[1], b: rgb[2] });
      const js = new Color('srgb-linear', rgb).to('oklab').coords;
      [c.l, c.a, c.b].forEach((v, i) => expect(Math.abs((ours[i] as number) - v)).toBeLessThan(1e-6));
      js.forEach((v, i) => expect(Math.abs((ours[i] as number) - (v ?? 9))).toBeLessThan(1e-6));
    }
  });
  it('CIE LCh under D65 is theirs', () => {
    const convert = converter('lch65');
    for (const rgb of colours) {
      const [l, c, h] = lch(xyzOf(rgb));
      const theirs = convert({ mode: 'lrgb', r: rgb[0], g: rgb[1], b: rgb[2] });
      expect(Math.abs(l - theirs.l)).toBeLessThan(0.02);
      expect(Math.abs(c - theirs.c)).toBeLessThan(0.05);
      if (theirs.c > 2) expect(Math.abs(((h - (theirs.h ?? 0) + 540) % 360) - 180)).toBeLessThan(0.3);
    }
  });
  it('linear sRGB to XYZ and back is itself', () => {
    for (const rgb of colours) linearOf(xyzOf(rgb)).forEach((v, i) => expect(v).toBeCloseTo(rgb[i] as number, 5));
  });
  // Sharma, Wu and Dalal, "The CIEDE2000 color-difference formula: implementation notes", Color Res. Appl. 30(1), 2005, table 1, from memory: the
  // yardstick of these tests is sound.
  it.each([
    [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
    [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
    [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
    [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
    [[50, 2.5, 0], [73, 25, -18], 27.1492],
    [[50, 2.5, 0], [50, 3.2592, 0.335], 1],
    [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
    [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
  ] as [Triple, Triple, number][])('CIEDE2000 of %j and %j', (a, b, wanted) => {
    const of = ([l, x, y]: Triple) => ({ mode: 'lab65', l, a: x, b: y }) as const;
    expect(differenceCiede2000()(of(a), of(b))).toBeCloseTo(wanted, 3);
  });
});

describe('the locus', () => {
  it.each(films)('%s: worked out apart, its colours over bare metal are the same', (film) => {
    const { shares } = locusOf(stackOf(film));
    const luminance = (d: number) =>
      0.2126 * (shares[3 * d] as number) + 0.7152 * (shares[3 * d + 1] as number) + 0.0722 * (shares[3 * d + 2] as number);
    // Luminance over the bare metal's, which no adaptation touches, within the fit of the observer.
    const apart = (d: number) => new Color(tintApart(film, d)).to('xyz-d65').coords[1] as number;
    let judged = 0;
    for (let d = 0; d <= 260; d += 10) {
      // A screen cannot show what is purer than its own colours: only the others can be compared through it.
      if ([0, 1, 2].some((c) => (shares[3 * d + c] as number) < 0 || 0.7 * (shares[3 * d + c] as number) > 1)) continue;
      judged++;
      expect(Math.abs(luminance(d) - apart(d) / apart(0)), `${d} nm`).toBeLessThan(0.02);
    }
    expect(judged).toBeGreaterThan(15);
  });
  it.each(films)('%s: the words begin by rule where the table of the drawings has them, within a nanometre and a half', (film) => {
    const starts = bandStarts(locusOf(stackOf(film)).shares);
    filmBands.forEach((band, i) =>
      expect(Math.abs((starts[i] as number) - (bandRange(film, band)?.[0] ?? -9)), band).toBeLessThanOrEqual(1.5),
    );
  });
  it('a thicker spread washes out what is past the first order, not straw', () => {
    const chroma = (spread: number, d: number) => {
      const { shares } = locusOf({ ...stackOf('steel-id'), spread });
      return lch(xyzOf([0, 1, 2].map((c) => 0.7 * (shares[3 * d + c] as number)) as Triple))[1];
    };
    expect(chroma(0.15, 160)).toBeLessThan(0.7 * chroma(0, 160));
    expect(chroma(0.15, 15)).toBeGreaterThan(0.85 * chroma(0, 15));
  });
  it('a film of index n 7 % higher has every word at thinner film', () => {
    const base = stackOf('steel-id');
    const thick = bandStarts(locusOf(base).shares);
    const thin = bandStarts(locusOf({ ...base, oxide: (nm) => [base.oxide(nm)[0] * 1.07, base.oxide(nm)[1]] }).shares);
    for (let i = 2; i < 12; i++) expect(thin[i]).toBeLessThan(thick[i] as number);
  });
});

describe('series of the trade', () => {
  const { shares } = locusOf(stackOf('steel-id'));
  const colourAt = (d: number) => lch(xyzOf([0, 1, 2].map((c) => 0.7 * (shares[3 * d + c] as number)) as Triple));
  /** First thickness at which the hue has come down to an angle, nm. */
  const hueAt = (angle: number, from: number): number => {
    for (let d = from; d < 80; d++) if ((angle - colourAt(d)[2] + 720) % 360 < 90) return d;
    return NaN;
  };
  // Evans's temper colours on steel (The Corrosion and Oxidation of Metals), from memory, nm; the hue each word stands for.
  const evans: [string, number, number][] = [
    ['straw', 46, 85],
    ['reddish yellow', 52, 74],
    ['red-brown', 58, 45],
    ['purple', 63, 10],
    ['violet', 68, 330],
    ['blue', 72, 290],
  ];
  it('temper colours: the same order, the same spacing; thinner by a constant, for they were told without the phase of the metal', () => {
    let from = 8;
    const ours = evans.map(([, , hue]) => (from = hueAt(hue, from)));
    expect([...ours].sort((a, b) => a - b)).toEqual(ours);
    const offsets = evans.map(([, nm], i) => nm - (ours[i] as number));
    const mean = offsets.reduce((a, b) => a + b, 0) / offsets.length;
    const deviation = Math.sqrt(offsets.reduce((sum, o) => sum + (o - mean) ** 2, 0) / offsets.length);
    expect(mean).toBeGreaterThan(20);
    expect(mean).toBeLessThan(32);
    expect(deviation).toBeLessThan(3);
    const span = (list: number[]) => (list.at(-1) as number) - (list[0] as number);
    expect(Math.abs(span(ours) - span(evans.map(([, nm]) => nm)))).toBeLessThan(4);
  });
  // Stainless heated in air: 290 °C pale yellow, 340 straw yellow, 370 dark yellow, 390 brown, 420 purple brown, 450 dark purple, 540 blue, 600 dark
  // blue (stainless steel trade tables, from memory; dwell not stated).
  it('heated in air: the words come in the order of the film up to dark purple; blue and dark blue are told the other way round there', () => {
    const table: [number, string][] = [
      [290, 'pale-straw'],
      [340, 'straw'],
      [370, 'gold'],
      [390, 'bronze'],
      [450, 'purple'],
      [600, 'dark-blue'],
    ];
    const order = table.map(([, word]) => filmBands.indexOf(word as 'gold'));
    expect(order).toEqual([1, 2, 3, 4, 5, 6]);
    const starts = bandStarts(shares);
    // Each word's own hue lies where the table's word is: yellow, brown, purple, blue.
    const middle = (word: number) => colourAt(Math.round(((starts[word] as number) + (starts[word + 1] as number)) / 2));
    expect(middle(1)[2]).toBeGreaterThan(75);
    expect(middle(3)[2]).toBeGreaterThan(70);
    expect(middle(4)[2]).toBeLessThan(72);
    expect(middle(5)[2] > 300 || middle(5)[2] < 25).toBe(true);
    expect(middle(6)[2]).toBeGreaterThan(240);
    expect(middle(6)[2]).toBeLessThan(305);
    // Dark blue is the thinner of the two: film grows to light blue after it.
    expect(middle(7)[0]).toBeGreaterThan(middle(6)[0] + 15);
    expect(wordAt(starts, (starts[7] as number) + 1)).toBe(7);
  });
  // Anodised titanium, from memory: bronze or gold, purple, dark blue, light blue, a pale gap, yellow, pink, green with rising voltage.
  it('titanium anodised: gold, purple, blue, light blue, pale, yellow, pink, green in this order', () => {
    const starts = bandStarts(locusOf(stackOf('titanium')).shares);
    expect([...starts].sort((a, b) => a - b)).toEqual(starts);
    // 1.7 to 2 nm a volt (from memory): dark blue at 17 to 25 V, yellow at 42 to 68 V.
    expect((starts[6] as number) / 1.85).toBeGreaterThan(17);
    expect((starts[6] as number) / 1.85).toBeLessThan(25);
    expect((starts[9] as number) / 1.85).toBeGreaterThan(42);
    expect((starts[9] as number) / 1.85).toBeLessThan(68);
  });
  // 0.02 is just visible side by side; light on metal varies by more.
  it('what one spot cannot tell: dark blue lies close to second-order blue, straw to thick film past green', () => {
    const off = (a: number, b: number) => {
      const [x, y] = [a, b].map((d) => oklab([0, 1, 2].map((c) => 0.7 * Math.max(0, shares[3 * d + c] as number)) as Triple)) as [
        Triple,
        Triple,
      ];
      return Math.sqrt(0.25 * (x[0] - y[0]) ** 2 + (x[1] - y[1]) ** 2 + (x[2] - y[2]) ** 2);
    };
    const nearest = (d: number, from: number, to: number) => Math.min(...Array.from({ length: to - from }, (_, i) => off(d, from + i)));
    expect(nearest(54, 150, 185)).toBeLessThan(0.045);
    expect(nearest(18, 205, 235)).toBeLessThan(0.045);
  });
});
