/** The chart of a run as SVG, for the printed record and to take away. */
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { runChartOption, type RunChart } from '../draw/runChart';

echarts.use([LineChart, GridComponent, MarkLineComponent, MarkAreaComponent, SVGRenderer]);

/** Ink on paper: a record is printed. */
const PAPER = { ink: '#1b1b1b', faint: '#d0d0d0', paper: '#ffffff' };

export function runSvg(what: RunChart, width = 900, height = 260): string {
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, width, height });
  try {
    chart.setOption({ backgroundColor: PAPER.paper, ...runChartOption(what, PAPER) });
    return chart.renderToSVGString();
  } finally {
    chart.dispose();
  }
}
