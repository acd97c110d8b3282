/** The last minutes of oxygen against the limit, the plan's band as it was, and from now on when it should be there: measured solid, predicted a band. */
import { memo } from 'react';
import { areaOf, pathOf, traceOf, traceScale, traceX, traceY, type TraceFrame } from '../../../core/models/drawing';
import type { BandCurve } from '../../../core/models/purge';
import { isFresh, readyIn, spanWords, type Reading } from '../../../core/work/run';
import type { RemainsSeen } from './useRemains';
import { show, type System } from '../../../core/basics/units';
import { useBox } from '../../draw/useBox';

type Props = {
  readings: readonly Reading[];
  now: number;
  limit: number;
  system: System;
  /** of the place that is measured, in s after `since` */
  band: BandCurve | null;
  since: number | null;
  /** what is foretold from now on; null where nothing is */
  remains: RemainsSeen | null;
  words: string;
};

const [BACK, AHEAD] = [180_000, 120_000];
const [LEFT, FOOT] = [58, 26];
/** Words that lie on a band stay readable. */
const ON_BAND = { paintOrder: 'stroke', stroke: 'var(--color-base-100)', strokeWidth: 5, strokeLinejoin: 'round' } as const;

/** Drawn anew when what it shows has changed, not with every tick of the page. */
export const LiveChart = memo(function LiveChart({ readings, now, limit, system, band, since, remains, words }: Props) {
  const [box, room] = useBox<HTMLDivElement>();
  return (
    <div ref={box} className="h-full min-h-40 w-full" role="img" aria-label={words}>
      {room && <Drawn {...{ readings, now, limit, system, band, since, remains }} width={room.width} height={room.height} />}
    </div>
  );
});

function Drawn({
  readings,
  now,
  limit,
  system,
  band,
  since,
  remains,
  width,
  height,
}: Omit<Props, 'words'> & { width: number; height: number }) {
  const seen = readings.filter((r) => r.at > now - BACK);
  // Without the hold: when it is read.
  const estimate = remains && readyIn({ ...remains, hold: 0 }, now);
  const ahead = estimate ? Math.min(600_000, Math.max(AHEAD, estimate.high * 1100)) : AHEAD;
  const planned =
    band && since !== null
      ? band.times.map((t, i) => ({ at: since + t * 1000, low: band.low[i] as number, high: band.high[i] as number }))
      : [];
  const shownBand = planned.filter((p) => p.at > now - BACK && p.at < now + ahead);
  const scale = traceScale([...seen.map((r) => r.ppm), ...(seen.length ? [] : [200_000])], limit);
  const f: TraceFrame = { from: now - BACK, to: now + ahead, width: width - LEFT - 8, height: height - FOOT - 8, ...scale };
  const x = (at: number) => LEFT + traceX(f, at);
  const y = (ppm: number) => 8 + traceY(f, ppm);
  const line = traceOf(seen, f);
  const last = seen.at(-1);
  const decades = [1, 10, 100, 1000, 10_000, 100_000].filter((d) => d > f.low * 1.2 && d < f.high);
  const foretold =
    remains && since !== null && isFresh(remains, now)
      ? remains.ahead.times
          .map((t, i) => ({ at: since + t * 1000, low: remains.ahead.low[i] as number, high: remains.ahead.high[i] as number }))
          .filter((p) => p.at < now + ahead)
      : [];
  const bandOf = (list: typeof planned) => {
    const edge = (key: 'low' | 'high') => list.map((p) => `${x(p.at).toFixed(1)} ${y(p[key]).toFixed(1)}`);
    return `M${[...edge('high'), ...edge('low').reverse()].join('L')}Z`;
  };
  const minutes = [-3, -2, -1, 1, 2, 4, 6, 8].filter((m) => m < 0 || (m * 60_000 < ahead && (ahead < 300_000 || m % 2 === 0)));
  return (
    <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} className="block" aria-hidden>
      {decades.map((d) => (
        <g key={d}>
          <line x1={LEFT} x2={width - 8} y1={y(d)} y2={y(d)} className="stroke-base-300" />
          <text x={LEFT - 8} y={y(d) + 4.5} textAnchor="end" fontSize="13" className="fill-base-content font-figure">
            {d >= 10_000 ? `${d / 10_000} %` : d}
          </text>
        </g>
      ))}
      {shownBand.length > 1 && <path d={bandOf(shownBand)} className="fill-base-content/12" />}
      {foretold.length > 1 && <path d={bandOf(foretold)} className="fill-base-content/35" data-foretold />}
      <line x1={LEFT} x2={width - 8} y1={y(limit)} y2={y(limit)} strokeWidth="2.5" strokeDasharray="9 6" className="stroke-base-content" />
      <text
        x={LEFT + 4}
        y={y(limit) - 7}
        fontSize="14"
        fontWeight="700"
        className="fill-base-content"
        paintOrder="stroke"
        stroke="var(--color-base-100)"
        strokeWidth="5"
      >
        limit {show(limit, 'oxygen', system)}
      </text>
      <line x1={x(now)} x2={x(now)} y1="2" y2={height - FOOT} className="stroke-base-content" />
      {since !== null && since > now - BACK && (
        <g>
          <line x1={x(since)} x2={x(since)} y1={height - FOOT - 12} y2={height - FOOT} strokeWidth="2" className="stroke-base-content" />
          <text x={x(since) + 4} y={height - FOOT - 4} fontSize="12.5" className="fill-base-content">
            gas on
          </text>
        </g>
      )}
      <g transform={`translate(${LEFT} 8)`}>
        <path d={areaOf(line, f.height)} className="fill-base-content/5" />
        <path d={pathOf(line)} fill="none" strokeWidth="3.5" strokeLinejoin="round" className="stroke-base-content" />
      </g>
      {last && <circle cx={x(last.at)} cy={y(last.ppm)} r="6.5" className="fill-base-content" />}
      {estimate && estimate.high > 0 && (
        <g className="stroke-base-content" strokeWidth="2.5">
          {[estimate.low, estimate.high].map((s, i) => (
            <line key={i} x1={x(now + s * 1000)} x2={x(now + s * 1000)} y1={y(limit) - 8} y2={y(limit) + 8} />
          ))}
          <text
            x={Math.min(width - 12, x(now + estimate.high * 1000))}
            y={y(limit) - 26}
            textAnchor="end"
            fontSize="13"
            {...ON_BAND}
            className="fill-base-content"
          >
            at the limit, estimate
          </text>
          <text
            x={Math.min(width - 12, x(now + estimate.high * 1000))}
            y={y(limit) - 10}
            textAnchor="end"
            fontSize="15"
            fontWeight="700"
            {...ON_BAND}
            className="fill-base-content font-figure"
          >
            {spanWords(estimate)}
          </text>
        </g>
      )}
      {minutes.map((m) => (
        <text
          key={m}
          x={x(now + m * 60_000)}
          y={height - 6}
          textAnchor={m === -3 ? 'start' : 'middle'}
          fontSize="13"
          className="fill-base-content font-figure"
        >
          {m > 0 ? `+${m}` : `${-m}`}
          {m === -3 && ' min'}
        </text>
      ))}
      <text x={x(now)} y={height - 6} textAnchor="middle" fontSize="13" fontWeight="700" className="fill-base-content">
        now
      </text>
    </svg>
  );
}
