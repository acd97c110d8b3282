/**
 * The joint as it is to be welded: its arcs in their order with an arrow and the current of each, where it starts, how far back the tie-in
 * goes, where tacks sit, what of the gap and of the room about it minds. A clock where the seam goes round, a rule where it is straight.
 * The start is pressed on it, or walked by arrow keys.
 */
import { hourText, placeText, type Seam } from '../../core/basics/seam';
import type { System } from '../../core/basics/units';
import { atHour, gapBand, hourOf, sector } from '../../core/models/drawing';
import { legEnds, ordinal, type Leg } from '../../core/models/passes';
import type { Room } from './useBox';

export type HowLeg = Leg & { amps: number | null };
type Gap = { narrowAt: number; wideAt: number };
export type HowProps = {
  legs: readonly HowLeg[];
  seam: Seam;
  system: System;
  room: Room;
  /** 0 to 12 each */
  tacks: readonly number[];
  start: number;
  /** twelfths */
  tieIn: number;
  gap: Gap | null;
  /** where there is little room for a hand, and how little; all round where it has no hour */
  tight: readonly { at: number | null; text: string }[];
  /** a slip, a stop, a re-start */
  stops?: readonly { at: number; text: string }[];
  /** its arcs are told apart by their order; a turn in one go has none */
  ordered?: boolean;
  /** all of it is in */
  welded?: boolean;
  /** the start is set on it, by pointer or arrow keys */
  onStart?: (at: number) => void;
  /** a place is pressed on it */
  onPress?: (at: number) => void;
  className?: string;
};

/** A way in words, for who does not see it. */
export const howSaid = ({ legs, seam, system, tacks }: Pick<HowProps, 'legs' | 'seam' | 'system' | 'tacks'>): string =>
  `${legs
    .map((l, i) => {
      const [a, b] = legEnds(l);
      return `Arc ${i + 1}: ${place(a, seam, system)} to ${place(b, seam, system)}${l.amps === null ? '' : `, ${Math.round(l.amps)} A`}.`;
    })
    .join(' ')} ${tacks.length} tacks.`;
const place = (at: number, seam: Seam, system: System) => (seam.kind === 'straight' ? placeText(at, seam, system) : hourText(at));

export const HowView = (p: HowProps) => (p.seam.kind === 'straight' ? <HowRule {...p} /> : <HowClock {...p} />);

/** Share of the arc left free at either end, so that arrows do not touch. */
const AIR = 0.12;

function HowClock({
  legs,
  seam,
  system,
  room,
  tacks,
  start,
  tieIn,
  gap,
  tight,
  stops = [],
  ordered = true,
  welded = false,
  onStart,
  onPress,
  className,
}: HowProps) {
  const { width, height } = room;
  const [cx, cy] = [width / 2, height / 2];
  /** of the seam, px */
  const r = Math.max(60, Math.min(width / 2 - 96, height / 2 - 62));
  const at = (radius: number, hour: number) => atHour(cx, cy, radius, hour);
  const whole = legs.length === 1;
  /** no room for words inside */
  const small = r < 118;
  const ring = r + 16;
  const go = (hour: number) => (onStart ?? onPress)?.(Math.round(hour) || 12);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={`select-none ${className ?? ''}`}
      role={onStart ? 'slider' : 'img'}
      aria-label={onStart ? 'Where the weld starts' : `How it is welded. ${howSaid({ legs, seam, system, tacks })}`}
      {...(onStart && {
        tabIndex: 0,
        'aria-valuemin': 1,
        'aria-valuemax': 12,
        'aria-valuenow': Math.round(start) || 12,
        'aria-valuetext': `${hourText(start)} o'clock. ${howSaid({ legs, seam, system, tacks })}`,
        onKeyDown: (e) => {
          const by = e.key === 'ArrowRight' || e.key === 'ArrowDown' ? 1 : e.key === 'ArrowLeft' || e.key === 'ArrowUp' ? -1 : 0;
          if (by === 0) return;
          e.preventDefault();
          go((start + by + 12) % 12);
        },
      })}
      {...((onStart || onPress) && {
        onPointerDown: (e) => {
          const box = e.currentTarget.getBoundingClientRect();
          const p = { x: e.clientX - box.left, y: e.clientY - box.top };
          const far = Math.hypot(p.x - cx, p.y - cy);
          if (far > r * 0.5 && far < r + 60) go(hourOf(cx, cy, p));
        },
      })}
    >
      <Arrowhead />
      {/* the tube, its wall thicker than it is */}
      <path
        d={sector(cx, cy, r - 26, r, 12, 12)}
        fillRule="evenodd"
        className={`stroke-base-content ${welded ? 'fill-secondary' : 'fill-base-300'}`}
        strokeWidth="1.2"
      />
      {gap && (
        <path
          d={gapBand(cx, cy, r - 13, gap.narrowAt, gap.wideAt, 2, 16)}
          fillRule="evenodd"
          className="fill-base-100 stroke-base-content"
          strokeWidth="1"
        />
      )}
      {tight.map((t, i) => {
        const text = at(r - 46, t.at ?? 6);
        return (
          <g key={i} data-tight>
            {t.at !== null && (
              <path
                d={sector(cx, cy, r + 3, r + 10, (t.at + 11) % 12 || 12, (t.at + 1) % 12 || 12)}
                fillRule="evenodd"
                className="fill-base-content"
              />
            )}
            <text x={text.x} y={text.y} textAnchor="middle" className="fill-base-content text-[13px]">
              {t.text}
            </text>
          </g>
        );
      })}
      {legs.map((l, i) => {
        const [a, b] = legEnds(l);
        const long = whole ? 12 : l.on ? (b - a + 12) % 12 || 12 : (a - b + 12) % 12 || 12;
        const air = Math.min(0.35, long * AIR);
        const dir = l.on ? 1 : -1;
        const [from, to] = [at(ring, a + dir * air), at(ring, a + dir * (long - air))];
        const mid = a + (dir * long) / 2;
        const [label, order] = [at(ring + 44, mid), at(r - (small ? 44 : 66), mid)];
        const large = long - 2 * air > 6 ? 1 : 0;
        return (
          <g key={i}>
            <path
              d={`M${from.x.toFixed(1)} ${from.y.toFixed(1)}A${ring} ${ring} 0 ${large} ${l.on ? 1 : 0} ${to.x.toFixed(1)} ${to.y.toFixed(1)}`}
              fill="none"
              className="stroke-base-content"
              strokeWidth="4"
              markerEnd="url(#how-arrow)"
            />
            {l.amps !== null && (
              <text x={label.x} y={label.y + 9} textAnchor="middle" className="fill-base-content font-figure text-[27px] font-bold">
                {Math.round(l.amps)}
                <tspan className="text-[15px] font-normal"> A</tspan>
              </text>
            )}
            {!whole && ordered && (
              <text x={order.x} y={order.y + 7} textAnchor="middle" className="fill-base-content font-figure text-[17px]">
                {small ? i + 1 : ordinal(i + 1)}
              </text>
            )}
          </g>
        );
      })}
      {/* over the start: where the last of it ties in on sound weld */}
      <path
        d={sector(cx, cy, r - 26, r, (start - tieIn + 24) % 12 || 12, (start + tieIn + 24) % 12 || 12)}
        fillRule="evenodd"
        className="fill-secondary stroke-base-content"
        strokeWidth="1"
      />
      {tacks.map((t, i) => {
        const p = at(r - 13, t);
        return (
          <rect
            key={i}
            data-tack
            x={p.x - 6}
            y={p.y - 6}
            width="12"
            height="12"
            className="fill-base-content stroke-base-100"
            strokeWidth="2"
            transform={`rotate(${(t * 30).toFixed(1)} ${p.x.toFixed(1)} ${p.y.toFixed(1)})`}
          />
        );
      })}
      {stops.map((s, i) => {
        const [p, label] = [at(r - 13, s.at), at(r - 74, s.at)];
        return (
          <g key={i} data-stop>
            <path d={`M${p.x - 8} ${p.y - 8}l16 16m0 -16l-16 16`} className="stroke-base-content" strokeWidth="4" />
            <text x={label.x} y={label.y + 5} textAnchor="middle" className="fill-base-content text-[14px] font-semibold">
              {s.text}
            </text>
          </g>
        );
      })}
      {[12, 3, 6, 9].map((h) => {
        const p = at(r - 96, h);
        return (
          r > 130 && (
            <text key={h} x={p.x} y={p.y + 5} textAnchor="middle" className="fill-base-content/70 font-figure text-[15px]">
              {h}
            </text>
          )
        );
      })}
      <Start {...at(r - 13, legs[0] ? legEnds(legs[0])[0] : start)} />
    </svg>
  );
}

const Arrowhead = () => (
  <defs>
    <marker
      id="how-arrow"
      viewBox="0 0 10 10"
      refX="7"
      refY="5"
      markerWidth="15"
      markerHeight="15"
      markerUnits="userSpaceOnUse"
      orient="auto"
    >
      <path d="M0 0l10 5l-10 5z" className="fill-base-content" />
    </marker>
  </defs>
);

/** Where the arc is struck: a ring about the seam. */
const Start = ({ x, y }: { x: number; y: number }) => (
  <g data-start>
    <circle cx={x} cy={y} r="15" fill="none" className="stroke-base-100" strokeWidth="7" />
    <circle cx={x} cy={y} r="15" fill="none" className="stroke-base-content" strokeWidth="3.5" />
  </g>
);

function HowRule({ legs, seam, system, room, tacks, start, tight, stops = [], welded = false, onPress, className }: HowProps) {
  const { width, height } = room;
  const [left, right, y] = [60, width - 60, height * 0.45];
  const x = (at: number) => left + ((right - left) * at) / 12;
  const edge = (at: number, first: boolean) => (first ? at % 12 : at);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={`select-none ${className ?? ''}`}
      role="img"
      aria-label={`How it is welded. ${howSaid({ legs, seam, system, tacks })}`}
      onPointerDown={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        const at = ((e.clientX - box.left - left) / (right - left)) * 12;
        if (at >= -0.2 && at <= 12.2) onPress?.(Math.min(12, Math.max(0, at)));
      }}
    >
      <Arrowhead />
      <rect
        x={left}
        y={y - 40}
        width={right - left}
        height="80"
        className={`stroke-base-content ${welded ? 'fill-secondary' : 'fill-base-300'}`}
        strokeWidth="1.2"
      />
      <line x1={left} x2={right} y1={y} y2={y} className="stroke-base-content" strokeWidth="2" />
      {legs.map((l, i) => {
        const [a, b] = l.on ? [edge(l.arc.from, true), l.arc.to] : [l.arc.to, edge(l.arc.from, true)];
        const air = Math.sign(b - a) * 0.12;
        const mid = (x(a) + x(b)) / 2;
        return (
          <g key={i}>
            <line
              x1={x(a + air)}
              x2={x(b - air)}
              y1={y - 62}
              y2={y - 62}
              className="stroke-base-content"
              strokeWidth="4"
              markerEnd="url(#how-arrow)"
            />
            {l.amps !== null && (i === 0 || legs.length <= 6) && (
              <text x={mid} y={y - 82} textAnchor="middle" className="fill-base-content font-figure text-[27px] font-bold">
                {Math.round(l.amps)}
                <tspan className="text-[15px] font-normal"> A</tspan>
              </text>
            )}
            {legs.length > 1 && (
              <text x={mid} y={y + 68} textAnchor="middle" className="fill-base-content font-figure text-[17px]">
                {legs.length > 6 ? i + 1 : ordinal(i + 1)}
              </text>
            )}
          </g>
        );
      })}
      {tacks.map((t, i) => (
        <rect
          key={i}
          data-tack
          x={x(t) - 6}
          y={y - 6}
          width="12"
          height="12"
          className="fill-base-content stroke-base-100"
          strokeWidth="2"
        />
      ))}
      {stops.map((s, i) => (
        <g key={i} data-stop>
          <path d={`M${x(s.at) - 8} ${y - 8}l16 16m0 -16l-16 16`} className="stroke-base-content" strokeWidth="4" />
          <text x={x(s.at)} y={y + 30} textAnchor="middle" className="fill-base-content text-[14px] font-semibold">
            {s.text}
          </text>
        </g>
      ))}
      {tight.map((t, i) => (
        <text key={i} x={left} y={y + 104 + 18 * i} className="fill-base-content text-[13px]">
          {t.text}
        </text>
      ))}
      <Start x={x(legs[0] ? legEnds(legs[0])[0] % 12 : start % 12)} y={y} />
    </svg>
  );
}
