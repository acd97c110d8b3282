/** What the model expects at joint and vent, with its band, beside a mixed space, the limit, the leak floor and the clock school. Loaded when first needed. */
import { useCallback } from 'react';
import { curveAt, type BandCurve, type Curve, type Thumb } from '../../../core/models/purge';
import { axes, label, type Inks } from '../../draw/oxygenAxes';
import { useChart } from '../kit/useChart';

type Props = {
  joint: Curve;
  vent: Curve;
  band: BandCurve | null;
  plug: number;
  supply: number;
  limit: number;
  floor: number | null;
  thumbs: readonly Thumb[];
  longest: number;
  now: number;
};

const points = (times: readonly number[], ppm: readonly number[]) => times.map((t, i) => [t, Math.max(1, ppm[i] as number)]);

export default function FillChart({ joint, vent, band, plug, supply, limit, floor, thumbs, longest, now }: Props) {
  const option = useCallback(
    (colours: Inks) => {
      const { ink, faint, paper } = colours;
      const text = label(ink);
      const mixed: [number, number][] = Array.from({ length: 60 }, (_, i) => [
        (longest * i) / 59,
        Math.max(1, supply + (209_500 - supply) * Math.exp(-(longest * i) / 59 / plug)),
      ]);
      const endLabel = (name: string) => ({ show: name !== '', formatter: name, ...text, distance: 2 });
      const line = (data: (number | undefined)[][], style: object, name: string) => ({
        type: 'line' as const,
        data: data as number[][],
        showSymbol: false,
        silent: true,
        lineStyle: { color: ink, ...style },
        endLabel: endLabel(name),
        z: 4,
      });
      // To the edge of the picture: a late step reaches far past it.
      const cut = (c: Curve) => [
        ...points(c.times, c.ppm).filter(([t]) => (t as number) < longest),
        [longest, Math.max(1, curveAt(c, longest))],
      ];
      const together = Math.abs(Math.log(Math.max(1, curveAt(joint, longest)) / Math.max(1, curveAt(vent, longest)))) < 0.5;
      // Both edges of the band filled down to the axis: the lower one in paper covers what lies below it.
      const area = (ppm: number[], color: string, z: number) => ({
        type: 'line' as const,
        data: points(band?.times ?? [], ppm),
        showSymbol: false,
        silent: true,
        lineStyle: { width: 0 },
        areaStyle: { color, opacity: 1 },
        z,
      });
      return {
        animation: false,
        grid: { left: 58, right: 62, top: 14, bottom: 22 },
        ...axes(colours, longest),
        series: [
          ...(band ? [area(band.high, faint, 1), area(band.low, paper, 2)] : []),
          line(cut(joint), { width: 3 }, together ? 'joint, vent' : 'joint'),
          line(cut(vent), { width: 2, type: 'dashed' }, together ? '' : 'vent'),
          line(mixed, { width: 1, type: 'dotted' }, 'mixed'),
          {
            type: 'line' as const,
            data: [],
            markLine: {
              symbol: 'none',
              silent: true,
              lineStyle: { color: ink },
              label: { ...text, position: 'insideStartTop' as const },
              data: [
                { yAxis: limit, lineStyle: { type: 'dashed' as const, width: 2, color: ink }, label: { formatter: `limit ${limit} ppm` } },
                ...(floor !== null && floor > 1
                  ? [{ yAxis: floor, lineStyle: { type: [1, 3], width: 1, color: ink }, label: { formatter: 'leak floor' } }]
                  : []),
                ...thumbs
                  .filter((t) => t.seconds <= longest)
                  .map((t, i) => ({
                    xAxis: t.seconds,
                    lineStyle: { type: 'solid' as const, width: 1, color: ink },
                    label: { formatter: `rule ${i + 1}`, position: 'end' as const, fontSize: 10, distance: 1 },
                  })),
                { xAxis: now, lineStyle: { type: 'solid' as const, width: 2, color: ink }, label: { show: false } },
              ],
            },
          },
        ],
      };
    },
    [joint, vent, band, plug, supply, limit, floor, thumbs, longest, now],
  );
  const box = useChart(option);
  return (
    <div
      ref={box}
      className="h-52 w-full"
      role="img"
      aria-label={`Oxygen expected over time, logarithmic: joint, vent and a fully mixed space, limit ${limit} ppm. The grey band holds eight of ten runs at the joint.`}
    />
  );
}
