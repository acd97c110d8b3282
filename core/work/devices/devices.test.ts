import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readLogger, type LoggerWishes } from './index';
import { thin } from '../../models/sensor';

describe('points thinned for a chart (M4)', () => {
  type P = { at: number; v: number };
  const points = fc
    .array(fc.tuple(fc.integer({ min: 0, max: 50 }), fc.double({ min: -1e6, max: 1e6, noNaN: true })), { minLength: 1, maxLength: 400 })
    .map((list) => {
      let at = 0;
      return list.map(([dt, v]): P => ({ at: (at += dt), v }));
    });
  it('keeps the ends, the highest and the lowest, in order, at most four a column, and only what was there', () => {
    fc.assert(
      fc.property(points, fc.integer({ min: 1, max: 30 }), (all, columns) => {
        const kept = thin(all, (p) => p.v, columns);
        const v = kept.map((p) => p.v);
        expect([kept[0], kept.at(-1)]).toEqual([all[0], all.at(-1)]);
        expect([Math.min(...v), Math.max(...v)]).toEqual([Math.min(...all.map((p) => p.v)), Math.max(...all.map((p) => p.v))]);
        expect(kept.length).toBeLessThanOrEqual(
          Math.max(4 * columns, all.length <= 4 * columns ? all.length : 0) + (all.at(-1)?.at === all[0]?.at ? all.length : 0),
        );
        for (let i = 1; i < kept.length; i++) expect(all.indexOf(kept[i] as P)).toBeGreaterThan(all.indexOf(kept[i - 1] as P));
      }),
    );
  });
  it('one second over the limit in ten hours is still on the chart', () => {
    const day = Array.from({ length: 36_000 }, (_, i) => ({ at: i * 1000, v: i === 20_011 ? 900 : 20 }));
    const kept = thin(day, (p) => p.v, 600);
    expect(kept.length).toBeLessThan(2500);
    expect(kept.some((p) => p.v === 900 && p.at === 20_011_000)).toBe(true);
  });
});

describe("a logger's table", () => {
  const T0 = Date.parse('2026-03-01T08:00:00Z');
  const w: LoggerWishes = { zone: 0, start: T0 };
  const table = (text: string, cut = ',') => text.split('\n').map((l) => l.split(cut));
  const read = (text: string, cut = ',', over: Partial<LoggerWishes> = {}) => {
    const r = readLogger(table(text, cut), { ...w, ...over });
    if (!r.ok) throw new Error(r.error);
    return r.read;
  };
  it('says in which steps it was written', () => {
    const step = (values: string[], header = 'O2 %') =>
      read(`time,${header}\n${values.map((v, i) => `2026-03-01 08:0${i}:00,${v}`).join('\n')}`).step;
    expect(step(['20.95', '0.00'])).toBeCloseTo(100, 6);
    expect(step(['20.9', '0.0'])).toBeCloseTo(1000, 6);
    expect(step(['209500', '12'], 'O2 ppm')).toBe(1);
  });
  it('finds time and oxygen by their headers, below lines that say what logger it is', () => {
    const r = read(
      'Logger,K-12\nSerial,0044\n\nNo,Time (UTC),Temp °C,O2 ppm\n1,2026-03-01T08:00:00Z,21.5,20900\n2,2026-03-01T08:00:01Z,21.5,18000\n3,2026-03-01T08:00:02Z,21.6,oops',
    );
    expect([r.columns[r.timeColumn], r.columns[r.valueColumn], r.unit, r.unitGuessed]).toEqual(['Time (UTC)', 'O2 ppm', 'ppm', false]);
    expect(r.readings).toEqual([
      { line: 5, at: T0, raw: 20900, ppm: 20900 },
      { line: 6, at: T0 + 1000, raw: 18000, ppm: 18000 },
    ]);
    expect(r.dropped).toEqual([{ line: 7, reason: '"oops" is no number' }]);
  });
  it('semicolons, decimal commas, date and time apart, percent, the zone of its clock', () => {
    const r = read('Datum;Uhrzeit;Sauerstoff Vol.%\n01.03.2026;09:00:00;20,9\n01.03.2026;09:00:05;1,25\n01.03.2026;09:00:10;', ';', {
      zone: 60,
    });
    expect(r).toMatchObject({ unit: 'percent', dateColumn: 0, timeColumn: 1, valueColumn: 2, dateAmbiguous: false });
    expect(r.readings.map((x) => [x.at - T0, x.ppm])).toEqual([
      [0, 209_000],
      [5000, 12_500],
    ]);
    expect(r.dropped).toEqual([{ line: 4, reason: 'no value' }]);
  });
  it('seconds that count from nought are laid from the start of the run; minutes by their header', () => {
    expect(read('seconds,oxygen\n100,20.9\n101,18\n102,12').readings.map((x) => x.at - T0)).toEqual([0, 1000, 2000]);
    const r = read('elapsed min,oxygen %\n0,20.9\n0.5,18\n1,12');
    expect([r.readings.map((x) => x.at - T0), r.unit]).toEqual([[0, 30_000, 60_000], 'percent']);
  });
  it('a clock without a day is laid on the day of the run, over midnight too', () => {
    const late = Date.parse('2026-03-01T23:59:00Z');
    const r = read('time,ppm\n23:59:30,900\n23:59:59,500\n00:00:10,300', ',', { start: late });
    expect(r.readings.map((x) => (x.at - late) / 1000)).toEqual([30, 59, 70]);
  });
  it('twelve-hour clocks; days and months that could be either way round are said', () => {
    const us = read('Date Time,O2 (ppm)\n03/01/2026 08:00:00 PM,900\n03/01/2026 08:00:02 PM,880\n03/01/2026 08:00:04 PM,860');
    expect([us.dateAmbiguous, us.readings[0]?.at]).toEqual([true, Date.parse('2026-03-01T20:00:00Z')]);
    const eu = read('Date Time,O2 (ppm)\n03/01/2026 08:00:00,900\n03/01/2026 08:00:02,880', ',', { dayFirst: true });
    expect([eu.dateAmbiguous, eu.readings[0]?.at]).toEqual([false, Date.parse('2026-01-03T08:00:00Z')]);
  });
  it('without headers, with units in the cells, days counted as a spreadsheet does', () => {
    const r = read('46082.3333333333,20.9 %,21\n46082.3333449074,900 ppm,21\n46082.3333564815,0.02 %,21');
    expect(r.readings.map((x) => [Math.round((x.at - T0) / 1000), Math.round(x.ppm)])).toEqual([
      [0, 209_000],
      [1, 900],
      [2, 200],
    ]);
  });
  it('guesses the unit by the size of the numbers alone, and says that it did', () => {
    expect(read('time,value\n08:00:00,20.9\n08:00:01,5').unitGuessed).toBe(true);
    expect(read('time,value\n08:00:00,20900\n08:00:01,5000')).toMatchObject({ unit: 'ppm', unitGuessed: true });
    expect(read('time,value\n08:00:00,20.9\n08:00:01,5', ',', { unit: 'ppm' })).toMatchObject({ unit: 'ppm', unitGuessed: false });
  });
  it('drops what cannot be, line by line, and nothing else', () => {
    const r = read('time,o2 ppm\n08:00:00,900\n08:00:01,-500\n08:00:02,300000\n08:00:03,NaN\n25:99:00,4\n08:00:05,4');
    expect(r.readings.map((x) => x.line)).toEqual([2, 7]);
    expect(r.dropped.map((d) => d.line)).toEqual([3, 4, 5, 6]);
  });
  it('is no table: says so and takes nothing', () => {
    expect(readLogger([['hello']], w)).toMatchObject({ ok: false });
    expect(readLogger([], w)).toMatchObject({ ok: false });
    expect(readLogger(table('a,b\nx,y\nz,z'), w)).toMatchObject({ ok: false });
  });
  it('any cells at all: an answer, never a throw; no line is both read and dropped', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.array(
            fc.oneof(
              fc.string({ maxLength: 12 }),
              fc.double().map(String),
              fc.constantFrom('08:00:01', '2026-03-01', '1,5', '20.9 %', 'time', 'O2'),
            ),
            { maxLength: 5 },
          ),
          { maxLength: 12 },
        ),
        (rows) => {
          const r = readLogger(rows, w);
          if (!r.ok) return;
          const lines = [...r.read.readings.map((x) => x.line), ...r.read.dropped.map((d) => d.line)];
          expect(new Set(lines).size).toBe(lines.length);
          for (const x of r.read.readings) expect(Number.isFinite(x.at) && Number.isFinite(x.ppm)).toBe(true);
        },
      ),
    );
  });
});
