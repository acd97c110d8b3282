/**
 * The seam from above at true scale, laid flat: how hot it is about the moving arc, what of that cup and shield cover, and what lies bare.
 * Cup, shield and travel are dragged, or walked by arrow keys; everything else follows from the model.
 */
import { useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { format, rough, show, showRough, type System } from '../../core/basics/units';
import { hourText } from '../../core/basics/seam';
import { cupBore, cups, type HotPicture, type Over, type TorchPlan } from '../../core/models/shield';
import { inPicture } from './useSeamPress';
import type { Room } from './useBox';

/** Above and below the picture stand its figures, px. */
export const HOT_ROOM = { top: 56, bottom: 92 } as const;

type Said = { cup?: string; shieldLength?: string; shieldWidth?: string; travel?: string };
type Props = {
  plan: TorchPlan;
  over: Over;
  seen: HotPicture | null;
  system: System;
  room: Room;
  /** what was dragged, as a field of the form reads it */
  onSay?: (said: Said) => void;
  onHold?: (held: boolean) => void;
};

const stepOf = (system: System): number => (system === 'inch' ? 0.0254 / 8 : 2e-3);
/** Arrow of the travel: so long for one mm/s, px. */
const ARROW = 26;

export function HotPlan({ plan, over, seen, system, room, onSay, onHold }: Props) {
  const held = useRef<'cup' | 'length' | 'width' | 'travel' | null>(null);
  const { width, height } = room;
  const q = (m: number) => show(m, 'length', system);
  const window = seen?.window ?? { ahead: 0.02, behind: 0.08, aside: 0.02 };
  /** px a metre */
  const k = width / (window.ahead + window.behind);
  const [x0, y0] = [window.behind * k, HOT_ROOM.top + (height - HOT_ROOM.top - HOT_ROOM.bottom) / 2];
  const half = (height - HOT_ROOM.top - HOT_ROOM.bottom) / 2;
  const bore = cupBore(plan.cup);
  const cover = seen?.planned.cover ?? { aside: bore / 2, behind: bore / 2 };
  const { trailing } = plan;
  const rear = cover.behind + (trailing?.length ?? 0);
  const step = stepOf(system);
  const caught = (m: number) => Math.max(step, Math.round(m / step) * step);
  const nearest = (want: number) => cups.reduce((best, n) => (Math.abs(cupBore(n) - want) < Math.abs(cupBore(best) - want) ? n : best));
  const move = (e: PointerEvent<SVGGElement>) => {
    const svg = e.currentTarget.ownerSVGElement;
    if (!held.current || !svg) return;
    const at = inPicture(svg, e);
    const [x, y] = [(at.x - x0) / k, Math.abs(at.y - y0) / k];
    if (held.current === 'cup') onSay?.({ cup: String(nearest(2 * Math.hypot(x, y))) });
    else if (held.current === 'length') onSay?.({ shieldLength: q(Math.min(over.seam, caught(-x - cover.behind))) });
    else if (held.current === 'width') onSay?.({ shieldWidth: q(caught(2 * y)) });
    else onSay?.({ travel: show(Math.max(2e-4, Math.round(((at.x - x0 - 34) / ARROW) * 10) * 1e-4), 'speed', system) });
  };
  const grip = (which: NonNullable<typeof held.current>) => ({
    tabIndex: 0,
    role: 'slider' as const,
    onPointerDown: (e: PointerEvent<SVGGElement>) => {
      held.current = which;
      e.currentTarget.setPointerCapture(e.pointerId);
      onHold?.(true);
    },
    onPointerMove: move,
    onPointerUp: () => {
      held.current = null;
      onHold?.(false);
    },
    onPointerCancel: () => {
      held.current = null;
      onHold?.(false);
    },
  });
  const keyed = (e: KeyboardEvent, by: (steps: number) => void) => {
    const n = e.key === 'ArrowUp' || e.key === 'ArrowRight' ? 1 : e.key === 'ArrowDown' || e.key === 'ArrowLeft' ? -1 : 0;
    if (n === 0) return;
    e.preventDefault();
    by(n);
  };
  const arrow = Math.min(width - x0 - 60, plan.travel * 1e3 * ARROW);
  const mm = k / 1e3;
  const at = (x: number, y: number) => ({ x: x0 + x * mm, y: y0 + y * mm });
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      className="absolute inset-0 block select-none"
      role="group"
      aria-label={`Plan view. ${said(plan, over, seen, system)}`}
    >
      <defs>
        <clipPath id="hot-window">
          <rect x="0" y={y0 - half} width={width} height={2 * half} />
        </clipPath>
        <pattern id="hot-bare" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="2" x2="2" y1="0" y2="9" strokeWidth="4.5" className="stroke-error" />
        </pattern>
        {/* All but what the gas lies on. */}
        <mask id="hot-uncovered" maskUnits="userSpaceOnUse" x="0" y="0" width={width} height={height}>
          <rect width={width} height={height} fill="white" />
          <Under {...{ x0, y0, k, cover, trailing, rear }} fill="black" />
        </mask>
      </defs>
      <rect x="0" y={y0 - half} width={width} height={2 * half} className="fill-base-200" />
      <g clipPath="url(#hot-window)">
        <Bead x0={x0} y0={y0} from={seen && over.od === null ? Math.max(0, x0 - seen.arc * k) : 0} />
        <line x1={x0} x2={width} y1={y0} y2={y0} className="stroke-base-content" strokeWidth="2.4" />
        {seen && (
          <g transform={`translate(${x0} ${y0}) scale(${mm})`} strokeWidth="0">
            <path d={seen.doubt.most} className="fill-base-content/10" />
            <path d={seen.limit.path} className="fill-base-content/15" />
            {seen.inner.map((line, i) => (
              <path
                key={i}
                d={line.path}
                className="fill-base-content/15 stroke-base-content"
                strokeWidth="1.2"
                vectorEffect="non-scaling-stroke"
              />
            ))}
            <path d={seen.molten} className="fill-base-100 stroke-base-content" strokeWidth="2.2" vectorEffect="non-scaling-stroke" />
          </g>
        )}
        {seen && (
          <g mask="url(#hot-uncovered)">
            <g transform={`translate(${x0} ${y0}) scale(${mm})`}>
              <path
                d={seen.limit.path}
                fill="none"
                className="stroke-error"
                strokeWidth="4"
                vectorEffect="non-scaling-stroke"
                strokeLinejoin="round"
              />
            </g>
            <Hatched {...{ x0, y0, mm, width, height }} path={seen.limit.path} />
          </g>
        )}
        {seen && (
          <g transform={`translate(${x0} ${y0}) scale(${mm})`} fill="none">
            <path d={seen.limit.path} className="stroke-base-content" strokeWidth="2.6" vectorEffect="non-scaling-stroke" />
            <path
              d={seen.doubt.least}
              className="stroke-base-content"
              strokeWidth="1"
              strokeDasharray="3 4"
              vectorEffect="non-scaling-stroke"
            />
          </g>
        )}
        {over.od !== null && seen && <Hours {...{ x0, k, width, y: y0 + half - 8, arc: seen.arc, turn: over.seam }} />}
      </g>
      {seen?.inner.map(
        (line) => line.rear && <Temperature key={line.celsius} {...at(line.rear.x, line.rear.y)} celsius={line.celsius} system={system} />,
      )}
      {seen?.limit.at && <Temperature {...at(seen.limit.at.x, seen.limit.at.y)} celsius={seen.limit.celsius} system={system} bold />}
      {trailing && (
        <>
          <Cased>
            <rect
              x={x0 - rear * k}
              y={y0 - (trailing.width / 2) * k}
              width={rear * k}
              height={trailing.width * k}
              rx={Math.min(10, (trailing.width * k) / 4)}
            />
          </Cased>
          <g
            {...grip('length')}
            aria-label="Shield, its end"
            aria-valuemin={0}
            aria-valuemax={Math.round(over.seam * 1e3)}
            aria-valuenow={Math.round(trailing.length * 1e3)}
            aria-valuetext={q(trailing.length)}
            onKeyDown={(e) => keyed(e, (n) => onSay?.({ shieldLength: q(Math.min(over.seam, caught(trailing.length + n * step))) }))}
            className="cursor-ew-resize touch-none"
          >
            <rect x={x0 - rear * k - 22} y={y0 - 30} width="44" height="60" fill="transparent" />
            <rect
              x={x0 - rear * k - 5}
              y={y0 - 17}
              width="10"
              height="34"
              rx="5"
              className="fill-base-content stroke-base-100"
              strokeWidth="2"
            />
          </g>
          <g
            {...grip('width')}
            aria-label="Shield, its side"
            aria-valuemin={0}
            aria-valuemax={300}
            aria-valuenow={Math.round(trailing.width * 1e3)}
            aria-valuetext={q(trailing.width)}
            onKeyDown={(e) => keyed(e, (n) => onSay?.({ shieldWidth: q(caught(trailing.width + n * step)) }))}
            className="cursor-ns-resize touch-none"
          >
            <rect x={x0 - (rear * k) / 2 - 30} y={y0 - (trailing.width / 2) * k - 22} width="60" height="44" fill="transparent" />
            <rect
              x={x0 - (rear * k) / 2 - 17}
              y={y0 - (trailing.width / 2) * k - 5}
              width="34"
              height="10"
              rx="5"
              className="fill-base-content stroke-base-100"
              strokeWidth="2"
            />
          </g>
          <Label x={Math.max(8, x0 - rear * k + 4)} y={y0 + (trailing.width / 2) * k + 17}>
            shield {q(trailing.length)} by {q(trailing.width)}
          </Label>
        </>
      )}
      {cover.aside > 0 && (
        <Cased>
          <path d={ellipse(x0, y0, cover.behind * k, cover.aside * k)} />
        </Cased>
      )}
      <g
        {...grip('cup')}
        aria-label="Cup from above"
        aria-valuemin={cups[0]}
        aria-valuemax={cups[cups.length - 1]}
        aria-valuenow={plan.cup}
        aria-valuetext={`No. ${plan.cup}, ${q(bore)} bore`}
        onKeyDown={(e) =>
          keyed(e, (n) => {
            const next = cups[cups.indexOf(plan.cup as (typeof cups)[number]) + n];
            if (next !== undefined) onSay?.({ cup: String(next) });
          })
        }
        className="cursor-ew-resize touch-none"
      >
        <circle cx={x0} cy={y0} r={(bore / 2) * k} fill="none" stroke="transparent" strokeWidth="26" />
        <circle cx={x0} cy={y0} r={(bore / 2) * k} fill="none" className="stroke-base-100" strokeWidth="9" />
        <circle cx={x0} cy={y0} r={(bore / 2) * k} fill="none" className="stroke-base-content" strokeWidth="5.5" />
      </g>
      <circle cx={x0} cy={y0} r="5.5" className="fill-base-content stroke-base-100" strokeWidth="2" />
      {seen?.bare && seen.bare.celsius > seen.planned.limit && (
        <circle
          cx={x0 - seen.bare.behind * k}
          cy={y0 + seen.bare.aside * k}
          r="7"
          className="fill-error stroke-base-100"
          strokeWidth="2.5"
        />
      )}
      <Label
        x={Math.min(width - 8, x0 + Math.max(bore / 2, cover.aside) * k + 6)}
        y={y0 - Math.max(bore / 2, cover.aside) * k * 0.6}
        end={x0 > width - 150}
      >
        cup {plan.cup}
      </Label>
      <g
        {...grip('travel')}
        aria-label="Travel, drawn"
        aria-valuemin={0}
        aria-valuemax={50}
        aria-valuenow={Math.round(plan.travel * 1e4) / 10}
        aria-valuetext={show(plan.travel, 'speed', system)}
        onKeyDown={(e) => keyed(e, (n) => onSay?.({ travel: show(Math.max(2e-4, plan.travel + n * 1e-4), 'speed', system) }))}
        className="cursor-ew-resize touch-none"
      >
        <rect x={x0 + 14} y={y0 + half - 60} width={Math.max(60, arrow + 50)} height="44" fill="transparent" />
        <path
          d={`M${x0 + 30} ${y0 + half - 38}h${Math.max(6, arrow)}m0 -7l14 7l-14 7z`}
          className="fill-base-content stroke-base-content"
          strokeWidth="3"
        />
      </g>
      <Label x={x0 + 30} y={y0 + half - 50}>
        {show(plan.travel, 'speed', system)}
      </Label>
      {seen && <Length {...{ x0, k, system, tail: seen.planned.lengthAbove, shown: seen.at >= 0.98 * Math.min(seen.course.off, 40) }} />}
    </svg>
  );
}

/** A cover: shorter behind where the torch leans, round ahead. */
const ellipse = (x: number, y: number, behind: number, aside: number): string =>
  `M${x} ${y - aside}A${behind} ${aside} 0 0 0 ${x} ${y + aside}A${aside} ${aside} 0 0 0 ${x} ${y - aside}Z`;

/** What the gas lies on. */
function Under({
  x0,
  y0,
  k,
  cover,
  trailing,
  rear,
  fill,
}: {
  x0: number;
  y0: number;
  k: number;
  cover: { aside: number; behind: number };
  trailing: TorchPlan['trailing'];
  rear: number;
  fill: string;
}) {
  return (
    <g fill={fill}>
      {cover.aside > 0 && <path d={ellipse(x0, y0, cover.behind * k, cover.aside * k)} />}
      {trailing && <rect x={x0 - rear * k} y={y0 - (trailing.width / 2) * k} width={rear * k} height={trailing.width * k} />}
    </g>
  );
}

/** The hatching keeps its own size, whatever the scale of the picture. */
function Hatched({ x0, y0, mm, width, height, path }: { x0: number; y0: number; mm: number; width: number; height: number; path: string }) {
  return (
    <>
      <clipPath id="hot-limit">
        <path d={path} transform={`translate(${x0} ${y0}) scale(${mm})`} />
      </clipPath>
      <rect width={width} height={height} fill="url(#hot-bare)" clipPath="url(#hot-limit)" />
    </>
  );
}

/** Ink with a light edge, seen on dark and light alike. */
const Cased = ({ children }: { children: ReactNode }) => (
  <>
    <g fill="none" className="stroke-base-100" strokeWidth="6.5">
      {children}
    </g>
    <g fill="none" className="stroke-base-content" strokeWidth="2.6">
      {children}
    </g>
  </>
);

const Label = ({ x, y, end, children }: { x: number; y: number; end?: boolean; children: ReactNode }) => (
  <text
    x={x}
    y={y}
    textAnchor={end ? 'end' : 'start'}
    fontSize="14"
    fontWeight="600"
    paintOrder="stroke"
    strokeWidth="5"
    className="pointer-events-none fill-base-content stroke-base-200"
  >
    {children}
  </text>
);

function Temperature({ x, y, celsius, system, bold }: { x: number; y: number; celsius: number; system: System; bold?: boolean }) {
  return (
    <text
      x={x}
      y={y + (bold ? -6 : 5)}
      textAnchor="middle"
      fontSize={bold ? 16 : 13.5}
      fontWeight={bold ? 700 : 400}
      paintOrder="stroke"
      strokeWidth="5"
      className="pointer-events-none fill-base-content stroke-base-200 font-figure"
    >
      {showRough(celsius, 'temperature', system)}
    </text>
  );
}

/** What is welded, behind the arc. */
const Bead = ({ x0, y0, from }: { x0: number; y0: number; from: number }) => (
  <g className="stroke-base-content/50" fill="none">
    <path d={`M${from} ${y0 - 8}H${x0}M${from} ${y0 + 8}H${x0}`} strokeWidth="1.4" />
    {Array.from({ length: Math.max(0, Math.floor((x0 - from) / 16)) }, (_, i) => (
      <path key={i} d={`M${x0 - 12 - i * 16} ${y0 - 8}q8 8 0 16`} strokeWidth="1.1" />
    ))}
  </g>
);

/** The hours of the clock along the seam, from 12 where the arc was struck. */
function Hours({ x0, k, width, y, arc, turn }: { x0: number; k: number; width: number; y: number; arc: number; turn: number }) {
  const hours = Array.from({ length: 36 }, (_, i) => i - 12);
  return (
    <g className="pointer-events-none">
      {hours.map((h) => {
        const x = x0 + ((h / 12) * turn - arc) * k;
        return x < 14 || x > width - 14 ? null : (
          <g key={h}>
            <line x1={x} x2={x} y1={y - 18} y2={y - 12} className="stroke-base-content" strokeWidth="1.5" />
            <text x={x} y={y} textAnchor="middle" fontSize="12.5" className="fill-base-content font-figure">
              {hourText(((h % 12) + 12) % 12)}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** How long the hot tail is: a band from its least to its most, on a line over the picture. */
function Length({
  x0,
  k,
  system,
  tail,
  shown,
}: {
  x0: number;
  k: number;
  system: System;
  tail: { value: number; low: number; high: number };
  shown: boolean;
}) {
  const y = 26;
  const [near, far] = [Math.max(4, x0 - tail.low * k), Math.max(4, x0 - tail.high * k)];
  if (!shown) return null;
  const middle = (near + x0) / 2;
  return (
    <g className="pointer-events-none">
      <rect x={far} y={y - 8} width={Math.max(2, near - far)} height="16" fill="var(--argon)" />
      <path
        d={`M${far} ${y - 10}v20M${near} ${y - 10}v20M${x0} ${y - 10}v20M${near} ${y}H${x0}`}
        className="stroke-base-content"
        strokeWidth="2"
      />
      <text x={middle} y={y + 6} textAnchor="middle" paintOrder="stroke" strokeWidth="12" className="fill-base-content stroke-base-100">
        <tspan fontSize="20" className="font-figure">
          {format(rough(tail.low, 'length', system), 'length', system).number} to {showRough(tail.high, 'length', system)}
        </tspan>
        <tspan fontSize="14" dx="6">
          too hot
        </tspan>
      </text>
    </g>
  );
}

/** The picture in words. */
function said(plan: TorchPlan, over: Over, seen: HotPicture | null, system: System): string {
  const q = (m: number) => show(m, 'length', system);
  const c = (t: number) => showRough(t, 'temperature', system);
  const cup = `Cup ${plan.cup}${plan.lens ? (plan.screen ? ' with lens and screen' : ' with lens') : ''}${plan.trailing ? `, shield ${q(plan.trailing.length)} by ${q(plan.trailing.width)}` : ''}.`;
  if (!seen) return `${cup} Heat and cover are being computed.`;
  const { limit, lengthAbove } = seen.planned;
  const bare =
    seen.bare && seen.bare.celsius > limit
      ? `Bare metal up to ${c(seen.bare.celsius)}, ${q(Math.max(0, seen.bare.behind))} behind the arc and ${q(seen.bare.aside)} aside.`
      : 'Nothing above it lies bare.';
  const round = over.od === null ? '' : ` Arc at ${hourText(((12 * seen.arc) / over.seam) % 12)} o'clock.`;
  return `${cup} Above ${c(limit)} for ${q(lengthAbove.value)} behind the arc. ${bare}${round}`;
}
