/** What every chart of oxygen over time shares: ink and paper of the theme, a logarithmic scale, minutes below. */
import { clock } from '../../core/basics/units';

export type Inks = { ink: string; faint: string; paper: string };

/** The theme's colours as a canvas understands them. */
export function inks(el: HTMLElement): Inks {
  const probe = document.createElement('canvas').getContext('2d', { willReadFrequently: true });
  const read = (css: string): string => {
    if (!probe) return '#222';
    probe.fillStyle = css;
    probe.fillRect(0, 0, 1, 1);
    const [r, g, b] = probe.getImageData(0, 0, 1, 1).data;
    return `rgb(${r},${g},${b})`;
  };
  const style = getComputedStyle(el);
  return {
    ink: read(style.color),
    faint: read(style.getPropertyValue('--color-base-300')),
    paper: read(style.getPropertyValue('--color-base-100')),
  };
}

export const label = (ink: string) => ({ color: ink, fontFamily: 'B612, sans-serif', fontSize: 11 });

/** @param longest s at the right end; the data decide when left out */
export const axes = ({ ink, faint }: Inks, longest?: number) => ({
  xAxis: {
    type: 'value' as const,
    min: 0,
    max: longest ?? ((v: { max: number }) => Math.max(60, v.max)),
    splitNumber: 4,
    minInterval: 15,
    axisLabel: { ...label(ink), formatter: (s: number) => clock(s) },
    splitLine: { show: false },
    axisLine: { lineStyle: { color: ink } },
  },
  yAxis: {
    type: 'log' as const,
    min: 1,
    max: 210000,
    axisLabel: { ...label(ink), showMaxLabel: false, formatter: (v: number) => (v >= 10000 ? `${v / 10000} %` : `${v} ppm`) },
    splitLine: { lineStyle: { color: faint } },
  },
});
