import { ROUND, type Seam } from '../../core/basics/seam';
import { describe, expect, it } from 'vitest';
import { shipped } from '../../core/models/criteria';
import { startingSetup } from '../../core/models/setup';
import type { Reading, RunState } from '../../core/work/run';
import { reduceRun, type BodyOf } from '../../core/work/record';
import { findSize, type Size } from '../../core/basics/sizes';
import { runChartOption, runChartWords } from './runChart';

const T0 = Date.parse('2026-03-01T08:00:00Z');
const id = (n: number) => `01900000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const inks = { ink: '#111', faint: '#ccc', paper: '#fff' };

function runWith(marks: [BodyOf<'run.marked'>['mark'], number, string?][], band: BodyOf<'run.started'>['band'] = null): RunState {
  const started = {
    spool: id(3),
    welds: [id(1)],
    setup: startingSetup(findSize('inch-tube', '2') as Size),
    rules: shipped[0]?.purge,
    planned: 100,
    device: null,
    place: 'vent',
    monitorChecked: true,
    countIn: 2,
    backing: 'purge',
    band,
  };
  const event = (type: string, body: unknown, seq: number, s: number) => ({
    id: id(100 + seq),
    stream: id(2),
    seq,
    type,
    version: 1,
    happenedAt: new Date(T0 + s * 1000).toISOString(),
    receivedAt: new Date(T0).toISOString(),
    actor: null,
    identified: 'picked',
    body,
    hash: '',
  });
  const all = [
    event('run.started', started, 1, 0),
    ...marks.map(([mark, s, screen], i) => event('run.marked', { mark, weld: id(1), ...(screen && { screen }) }, i + 2, s)),
  ];
  return reduceRun(all) as RunState;
}
const every = (seconds: number, ppm: (s: number) => number): Reading[] =>
  Array.from({ length: seconds }, (_, s) => ({ at: T0 + s * 1000, ppm: ppm(s), quality: 'good' }));
type Lines = { series: { data: [number, number | null][]; markLine?: { data: { label: { formatter: string } }[] }; markArea?: unknown }[] };
const option = (run: RunState, readings: Reading[], flows: { at: number; flow: number }[] = []) =>
  runChartOption({ run, readings, flows, seamOf: () => ROUND, limit: 50, system: 'metric' }, inks) as unknown as Lines;

describe('the chart of a run', () => {
  it('keeps the one second over the limit of a long run, on far fewer points', () => {
    const data =
      option(
        runWith([]),
        every(20_000, (s) => (s === 11_111 ? 900 : 20)),
      ).series[0]?.data ?? [];
    expect(data.length).toBeLessThan(3000);
    expect(data).toContainEqual([11_111, 900]);
  });
  it('draws a silence as a gap and nought as the bottom of a logarithmic scale', () => {
    const silent = every(100, () => 0).filter((r) => r.at < T0 + 30_000 || r.at > T0 + 60_000);
    const data = option(runWith([]), silent).series[0]?.data ?? [];
    expect(data.filter(([, v]) => v === null)).toHaveLength(1);
    expect(data.every(([, v]) => v === null || v >= 1)).toBe(true);
  });
  it('shows each mark once, the limit, and the model’s band where there is one', () => {
    const run = runWith(
      [
        ['tack', 10, 'a'],
        ['tack', 12, 'b'],
        ['arc-on', 40],
      ],
      { low: 60, value: 80, high: 120 },
    );
    const [oxygen] = option(
      run,
      every(50, () => 30),
    ).series;
    expect(oxygen?.markLine?.data.map((d) => d.label.formatter)).toEqual(['limit 50 ppm', 'Tack', 'Arc on']);
    expect(oxygen?.markArea).toBeDefined();
    expect(option(runWith([]), []).series[0]?.markArea).toBeUndefined();
  });
  it('has a line of its own for measured flow, and none without a meter', () => {
    const flows = every(50, () => 0).map(({ at }) => ({ at, flow: 1e-4 }));
    expect(option(runWith([]), [], flows).series[1]?.data[0]).toEqual([0, 6]);
    expect(option(runWith([]), []).series).toHaveLength(1);
  });
  it('says in words what it shows', () => {
    expect(runChartWords({ run: runWith([['tack', 3]]), readings: every(20, (s) => 40 - s), limit: 50 })).toBe(
      'Oxygen over time, logarithmic. Now 21 ppm, lowest 21 ppm. Limit 50 ppm. 1 marks.',
    );
    expect(runChartWords({ run: runWith([]), readings: [], limit: 50 })).toContain('No reading.');
  });
  it('names tape by the seam of its weld: by hours round a tube, by quarters along an edge', () => {
    const run = runWith([]);
    const taped = {
      ...run,
      marks: [{ id: 'm', mark: 'tape-off', at: T0, twice: null, weld: 'w', arc: { from: 12, to: 3 } }],
    } as unknown as RunState;
    const named = (seam: Seam) =>
      (
        runChartOption({ run: taped, readings: [], flows: [], limit: 50, system: 'metric', seamOf: () => seam }, inks) as unknown as Lines
      ).series[0]?.markLine?.data.map((d) => d.label.formatter);
    expect(named(ROUND)).toContain('3-12');
    expect(named({ kind: 'straight', length: 0.4 })).toContain('1st quarter');
  });
  it('shows measured flow in the units its reader reads in', () => {
    const flows = [0, 10, 20].map((s) => ({ at: T0 + s * 1000, flow: 8 / 60_000 }));
    const drawn = (system: 'inch' | 'metric') =>
      runChartOption(
        { run: runWith([]), readings: every(30, () => 20), flows, seamOf: () => ROUND, limit: 50, system },
        inks,
      ) as unknown as {
        yAxis: { name?: string }[];
        series: { data: [number, number][] }[];
      };
    expect([drawn('metric').yAxis[1]?.name, drawn('inch').yAxis[1]?.name]).toEqual(['flow, L/min', 'flow, CFH']);
    expect(drawn('metric').series[1]?.data[0]?.[1]).toBeCloseTo(8, 9);
    // 1 ft³ is 28.316846592 L exactly (NIST SP 811, from the inch of 25.4 mm).
    expect(drawn('inch').series[1]?.data[0]?.[1]).toBeCloseTo((8 * 60) / 28.316846592, 6);
  });
});
