/** Oxygen over time on a logarithmic scale, with the limit and the marks. Loaded when first needed. */
import { useCallback } from 'react';
import type { Reading } from '../../../core/purge';
import { markNames, type MarkName } from '../../../core/weld';
import { axes, label, type Inks } from './oxygenAxes';
import { useChart } from './useChart';

type Props = { readings: readonly Reading[]; limit: number; marks: readonly { mark: MarkName; at: number }[]; from: number };

export default function OxygenChart({ readings, limit, marks, from }: Props) {
  const option = useCallback(
    (colours: Inks) => {
      const { ink } = colours;
      const text = label(ink);
      return {
        animation: false,
        grid: { left: 58, right: 12, top: 32, bottom: 22 },
        ...axes(colours),
        series: [
          {
            type: 'line',
            showSymbol: false,
            lineStyle: { color: ink, width: 2 },
            data: readings.map((r) => [(r.at - from) / 1000, Math.max(1, r.ppm)]),
            markLine: {
              symbol: 'none',
              silent: true,
              lineStyle: { color: ink },
              label: { ...text, position: 'insideEndTop' },
              data: [
                { yAxis: limit, lineStyle: { type: 'dashed', width: 2, color: ink }, label: { formatter: `limit ${limit} ppm` } },
                ...marks.map((m, i) => ({
                  xAxis: (m.at - from) / 1000,
                  lineStyle: { type: 'dotted' as const, color: ink },
                  label: { formatter: markNames[m.mark], position: 'end' as const, fontSize: 9, distance: 1 + 9 * (i % 3) },
                })),
              ],
            },
          },
        ],
      };
    },
    [readings, limit, marks, from],
  );
  const box = useChart(option);
  const last = readings.at(-1);
  return (
    <div
      ref={box}
      className="h-36 w-full"
      role="img"
      aria-label={`Oxygen over time, logarithmic. ${last ? `Now ${Math.round(last.ppm)} ppm.` : 'No reading yet.'} Limit ${limit} ppm.`}
    />
  );
}
