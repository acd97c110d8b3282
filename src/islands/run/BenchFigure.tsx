/** The one figure, as large as the room allows in both directions, with the last minutes of oxygen and the limit running through it. */
import { useId, useLayoutEffect, useRef, useState } from 'react';
import { areaOf, pathOf, traceOf, traceScale, traceY, type TraceFrame } from '../../../core/models/drawing';
import type { BenchView, Reading } from '../../../core/work/run';
import { format, show, type System } from '../../../core/basics/units';
import { useBox } from '../../draw/useBox';

type Props = {
  view: Pick<BenchView, 'big' | 'under' | 'over'>;
  /** the newest believed reading; stands beside a time as well, to the end of the hold */
  ppm: number | null;
  place: string;
  readings: readonly Reading[];
  limit: number;
  now: number;
  system: System;
  /** on the Board: thinner, and the limit is said beside it */
  small?: boolean;
};

const BACK = 180_000;
/** Height of a figure of B612 over its font size. */
const TALL = 0.79;

export function BenchFigure({ small = false, ...p }: Props) {
  const [box, room] = useBox<HTMLDivElement>();
  return (
    <div ref={box} className={`relative min-w-0 grow overflow-hidden ${small ? '' : 'min-h-44'}`}>
      {room && <Drawn {...p} small={small} width={room.width} height={room.height} />}
    </div>
  );
}

const textOf = (view: Pick<BenchView, 'big'>, system: System): [string, string] => {
  if (view.big.kind === 'time') return [view.big.text, view.big.text.split(':').length > 2 ? 'h' : 'min'];
  if (view.big.kind === 'none') return ['–', ''];
  const o = format(view.big.ppm, 'oxygen', system);
  return [o.number, o.unit];
};

function Drawn({ view, ppm, place, readings, limit, now, system, small, width, height }: Props & { width: number; height: number }) {
  const [big, unit] = textOf(view, system);
  const second = view.big.kind === 'time' && ppm !== null ? format(ppm, 'oxygen', system) : null;
  // A time above, what is read below it: both stay in sight.
  const upper = second ? height * 0.56 : height;
  const seen = readings.filter((r) => r.at > now - BACK);
  const traced = seen.length > 1;
  const top = second ? upper + 8 : 8;
  const f: TraceFrame = {
    from: now - BACK,
    to: now + 6000,
    width,
    height: height - top,
    ...traceScale(
      seen.map((r) => r.ppm),
      limit,
    ),
  };
  const line = traced ? traceOf(seen, f) : [];
  const y = traceY(f, limit) + top;
  const last = line.at(-1)?.at(-1);
  const digits = useId();
  const words = `${big} ${unit}, ${view.under}${second ? `; ${second.number} ${second.unit} at the ${place}` : ''}. Limit ${show(limit, 'oxygen', system)}.`;
  const through = (ink: string, w: number) => (
    <>
      <path d={pathOf(line)} transform={`translate(0 ${top})`} fill="none" strokeWidth={w} strokeLinejoin="round" className={ink} />
      {traced && <line x1="0" x2={width} y1={y} y2={y} strokeWidth={w} strokeDasharray="20 13" className={ink} />}
    </>
  );
  return (
    <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} className="absolute inset-0 block" role="img" aria-label={words}>
      <path d={areaOf(line, f.height)} transform={`translate(0 ${top})`} className="fill-base-content/8" />
      {through('stroke-base-content/70', small ? 2.5 : 4)}
      <Figure id={digits} text={big} unit={unit} width={width} x={8} y={0} height={upper} testid="big" over={view.over} />
      {second && (
        <Figure
          text={second.number}
          unit={second.unit}
          width={Math.min(width, 640)}
          x={8}
          y={upper}
          height={height - upper}
          testid="second"
          over={view.over}
        />
      )}
      <clipPath id={`${digits}c`}>
        <use href={`#${digits}`} />
      </clipPath>
      <g clipPath={`url(#${digits}c)`}>{through('stroke-base-100/70', small ? 2.5 : 4)}</g>
      {last && <circle cx={last.x} cy={last.y + top} r={small ? 6 : 10} className="fill-base-content" />}
      {traced && !small && (
        <g className="fill-base-content" paintOrder="stroke" stroke="var(--color-base-100)" strokeWidth="7" strokeLinejoin="round">
          <text x={second ? width - 14 : 10} y={Math.max(24, y - 10)} fontSize="22" fontWeight="700" textAnchor={second ? 'end' : 'start'}>
            limit {show(limit, 'oxygen', system)}
          </text>
          {!second && (
            <text x="10" y={height - 8} fontSize="15" strokeWidth="5">
              3 min ago
            </text>
          )}
        </g>
      )}
    </svg>
  );
}

type FigureProps = {
  id?: string;
  text: string;
  unit: string;
  width: number;
  x: number;
  y: number;
  height: number;
  testid: string;
  over: boolean;
};

/** Digits measured as they are, then made to fill what they have. */
function Figure({ id, text, unit, width, x, y, height, testid, over }: FigureProps) {
  const probe = useRef<SVGTextElement>(null);
  const [per, setPer] = useState(0.62 * text.length);
  useLayoutEffect(() => {
    const measure = () => {
      const l = probe.current?.getComputedTextLength() ?? 0;
      if (l > 0) setPer(l / 100);
    };
    measure();
    // The face for figures comes a moment after the page.
    void document.fonts.ready.then(measure);
  }, [text]);
  const side = unit === '' ? 0 : Math.min(150, 0.16 * width);
  const size = Math.min((width - side - 24) / per, (height - 18) / TALL);
  const base = y + height / 2 + size * 0.37;
  return (
    <>
      <text ref={probe} visibility="hidden" fontSize="100" fontWeight="700" className="font-figure" aria-hidden>
        {text}
      </text>
      <text
        {...(id !== undefined && { id })}
        data-testid={testid}
        x={x}
        y={base}
        fontSize={size}
        fontWeight="700"
        paintOrder="stroke"
        stroke="var(--color-base-100)"
        strokeWidth={Math.max(6, size / 34)}
        strokeLinejoin="round"
        className={`font-figure ${over ? 'fill-error' : 'fill-base-content'}`}
      >
        {text}
      </text>
      <text
        x={x + per * size + 12}
        y={Math.min(base, y + height - 18)}
        fontSize={Math.max(18, Math.min(56, side / 2.4, height / 5))}
        paintOrder="stroke"
        stroke="var(--color-base-100)"
        strokeWidth="8"
        className="fill-base-content font-figure"
      >
        {unit}
      </text>
    </>
  );
}
