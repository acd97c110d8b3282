import { describe, expect, it } from 'vitest';
import { bore, findSize, parseSize, seriesSchema, sizeName, sizesOf } from './index';

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
