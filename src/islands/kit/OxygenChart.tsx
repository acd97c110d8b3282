/** Oxygen over time on a logarithmic scale, with the limit and the marks. Loaded when first needed. */
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { Reading } from '../../../core/purge';
import { clock } from '../../../core/units';
import { markNames, type MarkName } from '../../../core/weld';

echarts.use([LineChart, GridComponent, MarkLineComponent, CanvasRenderer]);

type Props = { readings: readonly Reading[]; limit: number; marks: readonly { mark: MarkName; at: number }[]; from: number };

/** The theme's ink and paper as colours a canvas understands. */
function inks(el: HTMLElement): { ink: string; faint: string } {
  const probe = document.createElement('canvas').getContext('2d', { willReadFrequently: true });
  const read = (css: string): string => {
    if (!probe) return '#222';
    probe.fillStyle = css;
    probe.fillRect(0, 0, 1, 1);
    const [r, g, b] = probe.getImageData(0, 0, 1, 1).data;
    return `rgb(${r},${g},${b})`;
  };
  const style = getComputedStyle(el);
  return { ink: read(style.color), faint: read(style.getPropertyValue('--color-base-300')) };
}

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
    const { ink, faint } = inks(el);
    const text = { color: ink, fontFamily: 'B612', fontSize: 11 };
    chart.current.setOption({
      animation: false,
      grid: { left: 58, right: 12, top: 32, bottom: 22 },
      xAxis: {
        type: 'value',
        min: 0,
        max: (v: { max: number }) => Math.max(60, v.max),
        splitNumber: 4,
        minInterval: 15,
        axisLabel: { ...text, formatter: (s: number) => clock(s) },
        splitLine: { show: false },
        axisLine: { lineStyle: { color: ink } },
      },
      yAxis: {
        type: 'log',
        min: 1,
        max: 210000,
        axisLabel: { ...text, showMaxLabel: false, formatter: (v: number) => (v >= 10000 ? `${v / 10000} %` : `${v} ppm`) },
        splitLine: { lineStyle: { color: faint } },
      },
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
