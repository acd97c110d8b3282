/** The chart of a run on the screen. Loaded when first needed. */
import { useCallback } from 'react';
import type { Inks } from '../../draw/oxygenAxes';
import { runChartOption, runChartWords, type RunChart } from '../../draw/runChart';
import { useChart } from './useChart';

export default function OxygenChart({ run, readings, flows, limit, system, seamOf }: RunChart) {
  const option = useCallback(
    (colours: Inks) => runChartOption({ run, readings, flows, limit, system, seamOf }, colours),
    [run, readings, flows, limit, system, seamOf],
  );
  const box = useChart(option);
  return <div ref={box} className="h-40 w-full" role="img" aria-label={runChartWords({ run, readings, limit })} />;
}
