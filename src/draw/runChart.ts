/**
 * The chart of a run, for the screen and for the printed record alike: oxygen, logarithmic; measured flow; the marks; the model's
 * band of when the limit is reached. Lines differ by weight, dash and label. Thinned by M4 (core/models/sensor/thin), so that no peak is lost.
 */
import type { Seam } from '../../core/basics/seam';
import { thin } from '../../core/models/sensor';
import { type Reading, arcName, markNames, type FlowReading, type RunState } from '../../core/work/run';
import { parseQuantity, unitOf, type System } from '../../core/basics/units';
import { axes, label, type Inks } from './oxygenAxes';

const COLUMNS = 600;

export type RunChart = {
  run: RunState;
  readings: readonly Reading[];
  flows: readonly FlowReading[];
  limit: number;
  system: System;
  /** what the places of each weld lie on */
  seamOf: (weld: string | null) => Seam;
};

/** One shown unit of flow, m³/s. */
function oneUnit(system: System): number {
  const one = parseQuantity('1', 'flow', system);
  return one.ok ? one.value : 1;
}

export function runChartOption({ run, readings, flows, limit, system, seamOf }: RunChart, colours: Inks) {
  const { ink, faint } = colours;
  const from = run.startedAt;
  const text = label(ink);
  const { band } = run.started;
  const span = Math.max(60_000, (readings.at(-1)?.at ?? from) - from, (run.marks.at(-1)?.at ?? from) - from);
  const oxygen = thin(readings, (r) => r.ppm, COLUMNS);
  const flow = thin(flows, (f) => f.flow, COLUMNS);
  const base = axes(colours);
  const unit = oneUnit(system);
  const most = Math.max(0, ...flow.map((f) => f.flow)) / unit;
  // Gaps longer than a reading may be old are drawn as gaps.
  const points = oxygen.flatMap((r, i): [number, number | null][] => {
    const before = oxygen[i - 1];
    const here: [number, number] = [(r.at - from) / 1000, Math.max(1, r.ppm)];
    return before && r.at - before.at > 15_000 && readings.length === oxygen.length ? [[here[0] - 1, null], here] : [here];
  });
  return {
    animation: false,
    grid: { left: 68, right: flow.length ? 58 : 12, top: 34, bottom: 22 },
    xAxis: base.xAxis,
    yAxis: [
      base.yAxis,
      {
        type: 'value' as const,
        show: flow.length > 0,
        min: 0,
        max: Math.max(1, Math.ceil(most * 2)),
        // Beside the axis: above it the marks have their names.
        name: `flow, ${unitOf('flow', system)}`,
        nameTextStyle: text,
        nameGap: 34,
        nameRotate: 90,
        nameLocation: 'middle' as const,
        splitNumber: 2,
        axisLabel: { ...text, margin: 4 },
        splitLine: { show: false },
      },
    ],
    series: [
      {
        type: 'line' as const,
        name: 'oxygen',
        showSymbol: false,
        lineStyle: { color: ink, width: 2 },
        data: points,
        markLine: {
          symbol: 'none',
          silent: true,
          lineStyle: { color: ink },
          label: { ...text, position: 'insideEndTop' as const },
          data: [
            { yAxis: limit, lineStyle: { type: 'dashed' as const, width: 2, color: ink }, label: { formatter: `limit ${limit} ppm` } },
            ...run.marks
              .filter((m) => m.twice === null)
              .map((m, i) => ({
                xAxis: (m.at - from) / 1000,
                lineStyle: { type: 'dotted' as const, color: ink },
                label: {
                  formatter: m.arc ? arcName(m.arc, seamOf(m.weld)) : markNames[m.mark],
                  position: 'end' as const,
                  fontSize: 9,
                  distance: 1 + 9 * (i % 3),
                  // At the right end there is room to the left alone.
                  align: m.at - from > 0.85 * span ? ('right' as const) : ('center' as const),
                },
              })),
          ],
        },
        ...(band && {
          markArea: {
            silent: true,
            itemStyle: { color: faint, opacity: 0.5 },
            label: { ...text, fontSize: 9, position: 'insideBottom' as const },
            data: [[{ xAxis: band.low, name: 'model' }, { xAxis: band.high }]],
          },
        }),
      },
      ...(flow.length
        ? [
            {
              type: 'line' as const,
              name: 'flow',
              yAxisIndex: 1,
              showSymbol: false,
              lineStyle: { color: ink, width: 1, type: 'dashed' as const },
              data: flow.map((f) => [(f.at - from) / 1000, f.flow / unit]),
            },
          ]
        : []),
    ],
  };
}

/** The same in words, for whoever does not see it. */
export function runChartWords({ run, readings, limit }: Pick<RunChart, 'run' | 'readings' | 'limit'>): string {
  const last = readings.at(-1);
  const least = readings.length ? Math.min(...readings.map((r) => r.ppm)) : null;
  return `Oxygen over time, logarithmic. ${last ? `${run.endedAt === null ? 'Now' : 'At the end'} ${Math.round(last.ppm)} ppm, lowest ${Math.round(least ?? 0)} ppm.` : 'No reading.'} Limit ${limit} ppm. ${run.marks.length} marks.`;
}
