/**
 * Elevation of the straight body between its dams, gravity down, lengths squeezed. Dams are dragged or moved
 * by arrow keys; inlet and vent change height and end; the whole tilts.
 */
import { useRef } from 'react';
import { squeeze, taped, unsqueeze } from '../../../core/drawing';
import { gasNames } from '../../../core/gases';
import { heightOf, type Body, type Rule } from '../../../core/purge';
import { show, type System } from '../../../core/units';

type Props = {
  body: Body;
  system: System;
  rules?: readonly Rule[];
  onChange?: (body: Body) => void;
  mini?: boolean;
  className?: string;
};

const [X, Y] = [260, 95];
const R = 26;
const levels = ['high', 'middle', 'low'] as const;
type End = 'A' | 'B';

export function SideView({ body, system, rules = [], onChange, mini, className }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const dragged = useRef<End | null>(null);
  const xa = X - Math.max(16, squeeze(body.damA.distance));
  const xb = X + Math.max(16, squeeze(body.damB.distance));
  const broken = new Set(rules.filter((r) => r.level === 'stop').map((r) => r.at));
  const len = (m: number) => show(m, 'length', system);

  /** The pointer in the drawing's own, untilted coordinates. */
  const place = (e: React.PointerEvent): { x: number; y: number } => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return { x: X, y: Y };
    const [px, py] = [((e.clientX - box.left) / box.width) * 520 - X, ((e.clientY - box.top) / box.height) * 190 - Y];
    const a = (-body.tilt * Math.PI) / 180;
    return { x: X + px * Math.cos(a) - py * Math.sin(a), y: Y + px * Math.sin(a) + py * Math.cos(a) };
  };
  const setDam = (end: End, metres: number) => {
    const distance = Math.min(30, Math.max(0.005, taped(metres)));
    onChange?.(end === 'A' ? { ...body, damA: { ...body.damA, distance } } : { ...body, damB: { ...body.damB, distance } });
  };
  const move = (e: React.PointerEvent) => {
    if (!dragged.current || !onChange) return;
    const { x } = place(e);
    setDam(dragged.current, unsqueeze(dragged.current === 'A' ? X - x : x - X));
  };
  const damKeys = (end: End) => (e: React.KeyboardEvent) => {
    const now = end === 'A' ? body.damA.distance : body.damB.distance;
    const step = now < 0.05 ? 0.001 : now < 0.5 ? 0.01 : 0.1;
    const out = end === 'A' ? 'ArrowLeft' : 'ArrowRight';
    const into = end === 'A' ? 'ArrowRight' : 'ArrowLeft';
    if (e.key === out || e.key === 'ArrowUp') setDam(end, now + step);
    else if (e.key === into || e.key === 'ArrowDown') setDam(end, now - step);
    else return;
    e.preventDefault();
  };
  /** Inlet and vent: up and down, left and right. */
  const openingKeys = (which: 'inlet' | 'vent') => (e: React.KeyboardEvent) => {
    const o = body[which];
    const i = levels.indexOf(o.height);
    const next =
      e.key === 'ArrowUp'
        ? { ...o, height: levels[Math.max(0, i - 1)] ?? o.height }
        : e.key === 'ArrowDown'
          ? { ...o, height: levels[Math.min(2, i + 1)] ?? o.height }
          : e.key === 'ArrowLeft'
            ? { ...o, side: 'A' as const }
            : e.key === 'ArrowRight'
              ? { ...o, side: 'B' as const }
              : null;
    if (!next) return;
    e.preventDefault();
    onChange?.({ ...body, [which]: next });
  };
  const cycle = (which: 'inlet' | 'vent') => {
    const o = body[which];
    onChange?.({ ...body, [which]: { ...o, height: levels[(levels.indexOf(o.height) + 1) % 3] ?? o.height } });
  };
  const yOf = (height: Body['vent']['height']) => Y + (height === 'high' ? -R + 6 : height === 'low' ? R - 6 : 0);

  const opening = (which: 'inlet' | 'vent') => {
    const o = body[which];
    const left = o.side === 'A';
    const x = left ? xa : xb;
    const out = left ? -1 : 1;
    const y = yOf(o.height);
    const w = Math.min(8, 2 + o.bore * 500);
    const stop = broken.has(which);
    return (
      <g
        key={which}
        {...(onChange && {
          role: 'button',
          tabIndex: 0,
          onKeyDown: openingKeys(which),
          onClick: () => cycle(which),
          'aria-label': `${which === 'inlet' ? 'Inlet' : 'Vent'} at the ${o.height} point of end ${o.side}, bore ${len(o.bore)}. Arrow keys move it.`,
          className: 'cursor-pointer',
        })}
      >
        <rect x={left ? x - 46 : x - 6} y={y - 14} width="52" height="28" fill="transparent" />
        <line x1={x - out * 4} y1={y} x2={x + out * 22} y2={y} strokeWidth={w + 3} className="stroke-base-content" />
        <line x1={x - out * 4} y1={y} x2={x + out * 22} y2={y} strokeWidth={w} className="stroke-base-100" />
        <path
          d={which === 'inlet' ? `M${x + out * 22} ${y}l${out * 12} -5v10z` : `M${x + out * 22} ${y - 5}l${out * 12} 5l${-out * 12} 5z`}
          className="fill-base-content"
        />
        {which === 'inlet' && body.inlet.diffuser && (
          <rect
            x={x - out * 9 - 3}
            y={y - 8}
            width="6"
            height="16"
            className="fill-base-300 stroke-base-content"
            strokeWidth="1"
            strokeDasharray="1.5 1.5"
          />
        )}
        {!mini && (
          <text
            x={x + out * 38}
            y={y + 4}
            textAnchor={left ? 'end' : 'start'}
            fontSize="11"
            className={stop ? 'fill-error font-bold' : 'fill-base-content'}
          >
            {stop ? '■ ' : ''}
            {which === 'inlet' ? 'in' : 'vent'} {len(o.bore)}
          </text>
        )}
      </g>
    );
  };

  const dam = (end: End) => {
    const x = end === 'A' ? xa : xb;
    const d = end === 'A' ? body.damA : body.damB;
    const stop = broken.has(end === 'A' ? 'damA' : 'damB');
    return (
      <g
        {...(onChange && {
          role: 'slider',
          tabIndex: 0,
          'aria-label': `Dam ${end}, distance from the joint`,
          'aria-valuenow': Math.round(d.distance * 1000),
          'aria-valuemin': 5,
          'aria-valuemax': 30000,
          'aria-valuetext': len(d.distance),
          onKeyDown: damKeys(end),
          className: 'cursor-ew-resize touch-none',
          onPointerDown: (e: React.PointerEvent) => {
            dragged.current = end;
            (e.target as Element).setPointerCapture(e.pointerId);
          },
          onPointerMove: move,
          onPointerUp: () => (dragged.current = null),
        })}
      >
        <rect x={x - 24} y={Y - R - 10} width="48" height={2 * R + 20} fill="transparent" />
        <rect x={x - 5} y={Y - R + 2} width="10" height={2 * R - 4} rx="3" className={stop ? 'fill-error' : 'fill-base-content'} />
        {!mini && (
          <text x={x} y={Y + R + 18} textAnchor="middle" fontSize="12" className={stop ? 'fill-error font-bold' : 'fill-base-content'}>
            {stop ? '■ ' : ''}
            {d.kind} {len(d.distance)}
          </text>
        )}
      </g>
    );
  };

  const said = `Side view, lengths squeezed. Dam A ${len(body.damA.distance)}, dam B ${len(body.damB.distance)} from the joint. ${gasNames[body.gas]} in at ${heightOf(body, body.inlet)} ${body.inlet.side}, vent at ${heightOf(body, body.vent)} ${body.vent.side}.`;
  const tall = Math.abs(body.tilt) > 30;
  return (
    <svg
      ref={svg}
      viewBox={mini ? '40 50 440 90' : '0 0 520 190'}
      className={className}
      role={onChange ? 'group' : 'img'}
      aria-label={said}
    >
      <g
        transform={`rotate(${body.tilt} ${X} ${Y}) ${tall ? `translate(${X} ${Y}) scale(${Math.abs(body.tilt) > 60 ? 0.42 : 0.62}) translate(${-X} ${-Y})` : ''}`}
      >
        <rect x={xa - 30} y={Y - R} width={xb - xa + 60} height={2 * R} className="fill-base-200" />
        <path d={`M${xa - 30} ${Y - R}H${xb + 30}M${xa - 30} ${Y + R}H${xb + 30}`} className="stroke-base-content" strokeWidth="3" />
        <rect x={xa} y={Y - R + 1.5} width={xb - xa} height={2 * R - 3} className="fill-base-300" />
        <path d={`M${X} ${Y - R - 9}V${Y + R + 9}`} className="stroke-base-content" strokeWidth="2" strokeDasharray="5 3" />
        {!mini && (
          <>
            <text x={X} y={Y - R - 13} textAnchor="middle" fontSize="12" fontWeight="600" className="fill-base-content">
              joint
            </text>
            <text x={xa - 22} y={Y - R - 8} fontSize="13" fontWeight="700" className="fill-base-content">
              A
            </text>
            <text x={xb + 12} y={Y - R - 8} fontSize="13" fontWeight="700" className="fill-base-content">
              B
            </text>
          </>
        )}
        {dam('A')}
        {dam('B')}
        {opening('inlet')}
        {opening('vent')}
      </g>
      {!mini && (
        <>
          <path d="M18 160v16m-4 -6l4 7l4 -7" fill="none" className="stroke-base-content" strokeWidth="1.5" />
          <text x="28" y="174" fontSize="10" className="fill-base-content/80">
            down
          </text>
          <text x="508" y="178" textAnchor="end" fontSize="10" className="fill-base-content/80">
            lengths squeezed, fittings not counted
          </text>
        </>
      )}
    </svg>
  );
}
