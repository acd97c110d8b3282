/** Oxygen over time on a logarithmic scale, with the limit and the marks. Loaded when first needed. */
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { Reading } from '../../../core/purge';
import { markNames, type MarkName } from '../../../core/weld';
import { axes, inks, label } from './oxygenAxes';

echarts.use([LineChart, GridComponent, MarkLineComponent, CanvasRenderer]);

type Props = { readings: readonly Reading[]; limit: number; marks: readonly { mark: MarkName; at: number }[]; from: number };

export default function OxygenChart({ readings, limit, marks, from }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<echarts.ECharts | null>(null);
  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const c = (chart.current = echarts.init(el, null, { renderer: 'canvas' }));
    const watch = new ResizeObserver(() => c.resize());
    watch.observe(el);
    return () => {
      watch.disconnect();
      c.dispose();
    };
  }, []);
  useEffect(() => {
    const el = box.current;
    if (!el || !chart.current) return;
    const colours = inks(el);
    const { ink } = colours;
    const text = label(ink);
    chart.current.setOption({
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
    });
  }, [readings, limit, marks, from]);
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
