import { describe, expect, it } from 'vitest';
import { bore, findSize, odText, parseSize, seriesSchema, sizeName, sizeSchema, sizesOf, wallText, type Size } from './index';

const refused = (text: string, series: Parameters<typeof parseSize>[1] = null) => {
  const p = parseSize(text, series);
  if (p.ok) throw new Error('taken');
  return p;
};

describe('a size as typed', () => {
  it('is refused bare, with every tube it could be and its outside diameter', () => {
    const p = refused('10');
    expect(p.error).toContain('Choose the series');
    expect(p.candidates.map((c) => Math.round(c.od * 1000))).toEqual([254, 13, 17, 273]);
  });
  it.each([
    ['2 in tube', 'inch-tube', 50.8],
    ['DN 50', 'metric-tube', 53],
    ['NPS 6 10S', 'pipe', 168.275],
    ['6 sch 40S', 'pipe', 168.275],
    ['1-1/2" tube', 'inch-tube', 38.1],
  ])('%s says its series', (text, series, od) => {
    const p = parseSize(text, null);
    expect(p.ok && [p.size.series, Math.round(p.size.od * 1e6) / 1000]).toEqual([series, od]);
  });
  it('tells schedule 10 from 10S, and asks for a schedule', () => {
    expect(refused('NPS 14 sch 10').error).toContain('10 and 10S differ');
    expect(refused('NPS 6').error).toContain('Choose the schedule');
    expect(refused('6', 'pipe').candidates.length).toBeGreaterThan(5);
  });
  it.each([
    ['40 x 1 mm', 40, 1, '40 x 1 mm tube'],
    ['38.1x1.65 mm tube', 38.1, 1.65, '38.1 x 1.65 mm tube'],
    ['1-1/4 x .049 in', 31.75, 1.2446, '1-1/4 x 0.049 in tube'],
    // BWG, from memory: 16 is 0.065 in, as the hygienic tube of an inch and more has it.
    ['1.5 in x 16 ga', 38.1, 1.651, '1-1/2 x 0.065 in tube'],
    ['2" x 14 gauge', 50.8, 2.1082, '2 x 0.083 in tube'],
    ['1016.25 x 12.25 mm', 1016.25, 12.25, '1016.25 x 12.25 mm tube'],
  ])("%s is a tube of one's own", (text, od, wall, name) => {
    const p = parseSize(text, null);
    if (!p.ok) throw new Error(p.error);
    expect([p.size.od * 1000, p.size.wall * 1000].map((x) => Number(x.toFixed(4)))).toEqual([od, wall]);
    expect([sizeName(p.size), sizeSchema.safeParse(p.size).success]).toEqual([name, true]);
    const again = parseSize(name, 'pipe');
    expect(again.ok && again.size).toEqual(p.size);
  });
  it.each([
    ['40 x 30 mm', /no bore/],
    ['40 x 1', /Say the unit/],
    ['1.5 in x 99 ga', /no tube of 99 gauge/],
    ['x 1 mm', /no size/],
    ['5000 x 1 mm', /Larger than/],
  ])('%s is refused', (text, why) => expect(refused(text).error).toMatch(why));
  it('says that a schedule does not exist, and what there is instead', () => {
    // ASME B36.10M has no schedule 40 at 30 in.
    expect(refused('NPS 30 sch 40').error).toBe('There is no schedule 40 of NPS 30. It comes in 5S, 10S, STD, XS.');
    expect(refused('NPS 22 sch 40').error).toContain('no schedule 40 of NPS 22');
  });
  it('prints an outside diameter and a wall as the tables do', () => {
    // ASME B36.10M and B36.19M, as printed.
    const od = (n: string, s: string) => odText(findSize('pipe', n, s) as Size, 'metric');
    expect(['2', '3', '4', '5', '6', '8', '10', '12'].map((n) => od(n, '40S'))).toEqual(
      ['60.3', '88.9', '114.3', '141.3', '168.3', '219.1', '273', '323.8'].map((x) => `${x} mm`),
    );
    expect(['14', '16', '18', '20', '24'].map((n) => od(n, 'STD'))).toEqual(['355.6', '406.4', '457', '508', '610'].map((x) => `${x} mm`));
    const eight = findSize('pipe', '8', '40S') as Size;
    expect([odText(eight, 'inch'), wallText(eight, 'inch'), wallText(eight, 'metric')]).toEqual(['8.625 in', '0.322 in', '8.18 mm']);
    expect(wallText(findSize('pipe', '12', 'STD') as Size, 'metric')).toBe('9.53 mm');
    expect(odText(findSize('inch-tube', '1-1/2') as Size, 'inch')).toBe('1-1/2 in');
  });
  it('refuses what there is not', () => {
    expect(refused('7 in tube').error).toContain('There is no 7');
    expect(refused('big').error).toContain('no size');
  });
});

it('leaves a bore in every size of every table, and names it', () => {
  for (const s of seriesSchema.options.flatMap(sizesOf)) {
    expect(bore(s)).toBeGreaterThan(0);
    expect(findSize(s.series, s.nominal, s.schedule)).toEqual(s);
    expect(sizeName(s)).toContain(s.nominal);
  }
});
