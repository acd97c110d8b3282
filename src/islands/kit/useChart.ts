/** A chart in a box: made when it appears, resized with it, thrown away with it. */
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { inks, type Inks } from '../../draw/oxygenAxes';

echarts.use([LineChart, GridComponent, MarkAreaComponent, MarkLineComponent, CanvasRenderer]);

/** @param option what is drawn, from the theme's colours; drawn anew when it changes */
export function useChart(option: (colours: Inks) => echarts.EChartsCoreOption): React.RefObject<HTMLDivElement | null> {
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
    if (box.current) chart.current?.setOption(option(inks(box.current)), { notMerge: true });
  }, [option]);
  return box;
}
