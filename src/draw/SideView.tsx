/**
 * Elevation of the spool between its dams, gravity down, long straights squeezed. Parts, dams, inlets and vents are
 * picked, dragged and moved by keys here; the filling is drawn in greys by the logarithm of the oxygen.
 */
import { useMemo, useRef } from 'react';
import { sideScene, taped } from '../../core/models/drawing';
import { damNames, fromJoint, partLabel, seatWords, setupWords, type Setup } from '../../core/models/setup';
import { type Rule } from '../../core/models/purge';
import { isStraight, snapTo, type Fault } from '../../core/basics/spool';
import { show, type System } from '../../core/basics/units';
import { Filling, type Shown } from './Filling';
import { besideEnd, FreeEnd } from './FreeEnd';

type Props = {
  setup: Setup;
  system: System;
  rules?: readonly Rule[];
  faults?: readonly Fault[];
  shown?: Shown | null;
  /** id of the part, dam, inlet or vent in hand, or an end "p3:b" */
  picked?: string | null;
  /** the end a part is held over */
  over?: string | null;
  onPick?: (id: string | null) => void;
  onChange?: (setup: Setup, more?: { drag?: boolean }) => void;
  onDropped?: () => void;
  mini?: boolean;
  className?: string;
};

const [W, TALLEST] = [560, 400];
const levels = ['low', 'middle', 'high'] as const;

export function SideView({
  setup,
  system,
  rules = [],
  faults = [],
  shown,
  picked,
  over,
  onPick,
  onChange,
  onDropped,
  mini,
  className,
}: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const hand = useRef<{ id: string; kind: 'dam' | 'part'; x: number; y: number; moved: boolean } | null>(null);
  const scene = useMemo(() => sideScene(setup, W, mini ? 200 : TALLEST, mini ? { x: 30, y: 12 } : { x: 74, y: 46 }), [setup, mini]);
  const H = scene.height;
  const wrong = useMemo(
    () =>
      new Set([...rules.filter((r) => r.level === 'stop').map((r) => r.at), ...faults.map((f) => (f.port ? `${f.at}:${f.port}` : f.at))]),
    [rules, faults],
  );
  const len = (m: number) => show(m, 'length', system);
  const live = onChange !== undefined && !mini;

  const place = (e: React.PointerEvent): { x: number; y: number } => {
    const box = svg.current?.getBoundingClientRect();
    return box ? { x: ((e.clientX - box.left) / box.width) * W, y: ((e.clientY - box.top) / box.height) * H } : { x: 0, y: 0 };
  };
  const setDam = (id: string, part: string, at: number, drag: boolean) => {
    const length = setup.parts.find((p) => p.id === part && isStraight(p));
    if (!length || !('length' in length)) return;
    const onChangeDams = setup.dams.map((d) =>
      d.id === id ? { ...d, part, at: Math.max(0.005, Math.min(length.length - 0.002, taped(at))) } : d,
    );
    onChange?.({ ...setup, dams: onChangeDams }, { drag });
  };
  const move = (e: React.PointerEvent) => {
    const h = hand.current;
    if (!h || !onChange) return;
    const p = place(e);
    if (!h.moved && Math.hypot(p.x - h.x, p.y - h.y) < 5) return;
    h.moved = true;
    if (h.kind === 'dam') {
      const near = scene.nearest(p.x, p.y);
      if (near && near.distance < 60) setDam(h.id, near.part, near.at, true);
    }
  };
  const drop = (e: React.PointerEvent) => {
    const h = hand.current;
    hand.current = null;
    if (!h?.moved) return;
    if (h.kind === 'part') {
      const p = place(e);
      const end = scene.free.find((f) => Math.hypot(f.x - p.x, f.y - p.y) < 26);
      if (end) onChange?.({ ...setup, parts: snapTo(setup.parts, h.id, end) });
    }
    onDropped?.();
  };
  const grab = (id: string, kind: 'dam' | 'part') => (e: React.PointerEvent) => {
    if (!live) return;
    hand.current = { id, kind, ...place(e), moved: false };
    e.currentTarget.setPointerCapture(e.pointerId);
    onPick?.(id);
  };
  const dragging = live && { onPointerMove: move, onPointerUp: drop, onPointerCancel: drop };

  const damKeys = (id: string) => (e: React.KeyboardEvent) => {
    const d = setup.dams.find((x) => x.id === id);
    if (!d || typeof d.at !== 'number') return;
    const away = fromJoint(setup, id) ?? d.at;
    const step = away < 0.05 ? 0.001 : away < 0.5 ? 0.01 : 0.1;
    const sign = e.key === 'ArrowRight' || e.key === 'ArrowUp' ? 1 : e.key === 'ArrowLeft' || e.key === 'ArrowDown' ? -1 : 0;
    if (sign === 0) return;
    e.preventDefault();
    setDam(id, d.part, d.at + sign * step, false);
  };
  const openingKeys = (which: 'inlets' | 'vents', id: string) => (e: React.KeyboardEvent) => {
    const all: readonly { id: string; on: string; height: (typeof levels)[number] }[] = setup[which];
    const o = all.find((x) => x.id === id);
    if (!o) return;
    const i = levels.indexOf(o.height);
    const s = scene.seats.indexOf(o.on);
    const next =
      e.key === 'ArrowUp'
        ? { height: levels[Math.min(2, i + 1)] }
        : e.key === 'ArrowDown'
          ? { height: levels[Math.max(0, i - 1)] }
          : e.key === 'ArrowLeft' || e.key === 'ArrowRight'
            ? { on: scene.seats[(s + (e.key === 'ArrowRight' ? 1 : scene.seats.length - 1)) % scene.seats.length] }
            : e.key === 'Delete'
              ? 'gone'
              : null;
    if (next === null) return;
    e.preventDefault();
    onChange?.({
      ...setup,
      [which]: next === 'gone' ? all.filter((x) => x.id !== id) : all.map((x) => (x.id === id ? { ...x, ...next } : x)),
    });
  };

  const behind = [...scene.pipes].sort((a, b) => Number(b.jacket) - Number(a.jacket));
  const shells = scene.pipes.filter((p) => p.jacket).length;
  const layer = (some: typeof behind) => (
    <>
      {some.map((p) => (
        <polyline
          key={`o${p.index}`}
          points={p.points.map((q) => `${q.x.toFixed(1)},${q.y.toFixed(1)}`).join(' ')}
          fill="none"
          strokeWidth={Math.max(3, p.outer) + (mini ? 3 : 4)}
          strokeLinejoin="round"
          className={p.jacket ? 'stroke-base-content/60' : 'stroke-base-content'}
        />
      ))}
      {some.map((p) => (
        <polyline
          key={`i${p.index}`}
          points={p.points.map((q) => `${q.x.toFixed(1)},${q.y.toFixed(1)}`).join(' ')}
          fill="none"
          strokeWidth={Math.max(2, p.inner)}
          strokeLinejoin="round"
          className={p.jacket ? 'stroke-base-200' : 'stroke-base-300'}
        />
      ))}
    </>
  );
  const pipes = (
    <g className="pointer-events-none">
      {layer(behind.slice(0, shells))}
      {shown && shells > 0 && <Filling shown={shown} scene={scene} jackets />}
      {layer(behind.slice(shells))}
      {shown && <Filling shown={shown} scene={scene} />}
    </g>
  );

  const openings = (which: 'inlets' | 'vents') =>
    setup[which].map((o) => {
      const ray = scene.seat(o.on, o.height);
      if (!ray) return null;
      const { x, y, dx, dy } = ray;
      const middle = scene.seat(o.on, 'middle');
      const into = which === 'inlets';
      const stop = wrong.has(o.id);
      const reach = mini ? 26 : 24;
      const tip = { x: x + dx * reach, y: y + dy * reach };
      const words = `${into ? 'in' : 'vent'} ${len(o.bore)}`;
      const w = Math.min(9, 2.5 + o.bore * 500);
      return (
        <g
          key={o.id}
          {...(live && {
            role: 'button',
            tabIndex: 0,
            'aria-label': `${into ? 'Inlet' : 'Vent'} ${o.id.slice(1)} at the ${o.height} point of ${seatWords(setup, o.on)}, bore ${len(o.bore)}. Up and down arrows move it across the face, left and right to another dam.`,
            'aria-pressed': picked === o.id,
            onKeyDown: openingKeys(which, o.id),
            onClick: () => onPick?.(o.id),
            className: 'cursor-pointer',
          })}
        >
          <circle cx={x + dx * 12} cy={y + dy * 12} r="20" fill="transparent" />
          <line x1={x - dx * 3} y1={y - dy * 3} x2={tip.x} y2={tip.y} strokeWidth={w + 3} className="stroke-base-content" />
          <line x1={x - dx * 3} y1={y - dy * 3} x2={tip.x} y2={tip.y} strokeWidth={w} className="stroke-base-100" />
          <polygon
            points={(into
              ? [
                  [tip.x - dx * 3, tip.y - dy * 3],
                  [tip.x + dx * 10 - dy * 5, tip.y + dy * 10 + dx * 5],
                  [tip.x + dx * 10 + dy * 5, tip.y + dy * 10 - dx * 5],
                ]
              : [
                  [tip.x + dx * 11, tip.y + dy * 11],
                  [tip.x - dy * 5, tip.y + dx * 5],
                  [tip.x + dy * 5, tip.y - dx * 5],
                ]
            )
              .map((q) => q.join(','))
              .join(' ')}
            className={stop ? 'fill-error' : 'fill-base-content'}
          />
          {'kind' in o && o.kind === 'diffuser' && middle && !o.on.includes(':') && (
            <line
              x1={middle.x - dx * 9 - dy * 0.32 * ray.bore * scene.scale}
              y1={middle.y - dy * 9 + dx * 0.32 * ray.bore * scene.scale}
              x2={middle.x - dx * 9 + dy * 0.32 * ray.bore * scene.scale}
              y2={middle.y - dy * 9 - dx * 0.32 * ray.bore * scene.scale}
              strokeWidth="5"
              strokeDasharray="2 2"
              className="stroke-base-content"
            />
          )}
          {!mini && (
            <text
              x={tip.x + dx * 14 + (Math.abs(dx) < 0.5 ? 12 : 0)}
              y={tip.y + dy * 18 + 4}
              textAnchor={dx < -0.5 ? 'end' : 'start'}
              fontSize="11"
              className={`${stop ? 'fill-error font-bold' : 'fill-base-content'} ${picked === o.id ? 'underline' : ''}`}
            >
              {stop ? '■ ' : ''}
              {words}
            </text>
          )}
        </g>
      );
    });

  const dams = scene.dams.map((d) => {
    const item = setup.dams.find((x) => x.id === d.id);
    if (!item) return null;
    const stop = wrong.has(d.id);
    const half = Math.max(5, (d.bore * scene.scale) / 2 - 1);
    const away = fromJoint(setup, d.id);
    const tape = typeof item.at === 'string';
    const words = `${item.kind}${away === null ? '' : ` ${len(away)}`}`;
    return (
      <g
        key={d.id}
        {...(live && {
          role: 'slider',
          tabIndex: 0,
          'aria-label': `Dam ${d.id.slice(1)}, ${damNames[item.kind]}${away === null ? `, on ${partLabel(setup, item.part)}` : ', distance from the joint'}`,
          'aria-valuenow': Math.round((away ?? (typeof item.at === 'number' ? item.at : 0)) * 1000),
          'aria-valuemin': 0,
          'aria-valuemax': 100000,
          'aria-valuetext': away === null ? partLabel(setup, item.part) : len(away),
          onKeyDown: damKeys(d.id),
          onPointerDown: grab(d.id, 'dam'),
          className: 'cursor-grab touch-none',
        })}
        {...dragging}
      >
        <rect x={d.x - 22} y={d.y - half - 8} width="44" height={2 * half + 16} fill="transparent" />
        <line
          x1={d.x - d.dy * half}
          y1={d.y + d.dx * half}
          x2={d.x + d.dy * half}
          y2={d.y - d.dx * half}
          strokeWidth={tape ? 4 : mini ? 8 : 9}
          className={stop ? 'stroke-error' : 'stroke-base-content'}
        />
        {!mini && (
          <text
            x={d.x - d.dy * (half + 14)}
            y={d.y + Math.abs(d.dx) * (half + 17) + (Math.abs(d.dx) < 0.5 ? 4 : 0)}
            textAnchor={Math.abs(d.dx) > 0.5 ? 'middle' : d.dy > 0 ? 'end' : 'start'}
            fontSize="11"
            className={`${stop ? 'fill-error font-bold' : 'fill-base-content'} ${picked === d.id ? 'underline' : ''}`}
          >
            {stop ? '■ ' : ''}
            {words}
          </text>
        )}
      </g>
    );
  });

  const said = `Side view, long straights squeezed. ${setupWords(setup, system).join('. ')}`;
  const bottom = scene.pipes.length;
  return (
    <svg ref={svg} viewBox={`0 0 ${W} ${H.toFixed(0)}`} className={className} role={live ? 'group' : 'img'} aria-label={said}>
      {pipes}
      {live &&
        scene.pipes.map((p) => {
          const part = setup.parts.find((x) => x.id === p.part);
          if (!part || scene.pipes.findIndex((q) => q.part === p.part) !== p.index) return null;
          return (
            <polyline
              key={`h${p.index}`}
              points={scene.pipes
                .filter((q) => q.part === p.part)
                .flatMap((q) => q.points)
                .map((q) => `${q.x.toFixed(1)},${q.y.toFixed(1)}`)
                .join(' ')}
              fill="none"
              strokeWidth={Math.max(18, p.outer)}
              stroke={picked === p.part ? 'currentColor' : 'transparent'}
              strokeOpacity={picked === p.part ? 0.28 : 0}
              strokeLinecap="butt"
              role="button"
              tabIndex={0}
              aria-label={`${partLabel(setup, p.part)}${wrong.has(p.part) ? ', something is wrong here' : ''}`}
              aria-pressed={picked === p.part}
              className="cursor-pointer touch-none outline-none focus-visible:[stroke-opacity:0.4] focus-visible:[stroke:currentColor]"
              onPointerDown={grab(p.part, 'part')}
              {...dragging}
              onKeyDown={(e) => {
                if (e.key === 'Enter' || e.key === ' ') {
                  e.preventDefault();
                  onPick?.(p.part);
                }
              }}
            />
          );
        })}
      {!mini &&
        setup.parts.map((p) => {
          const spot = wrong.has(p.id) ? scene.middle(p.id) : null;
          return spot && <rect key={p.id} x={spot.x - 7} y={spot.y - 7} width="14" height="14" className="fill-error" />;
        })}
      {scene.joints.map((j) => {
        const own = j.part === setup.joint;
        const half = (j.bore * scene.scale) / 2 + (own ? 9 : 3);
        const tapedOver = (setup.joints[j.part]?.state ?? 'taped') === 'taped';
        return (
          <g key={j.part} className="pointer-events-none">
            <line
              x1={j.x - j.dy * half}
              y1={j.y + j.dx * half}
              x2={j.x + j.dy * half}
              y2={j.y - j.dx * half}
              strokeWidth={own ? 2.5 : 1}
              strokeDasharray={own ? '5 3' : tapedOver ? '2 2' : 'none'}
              className="stroke-base-content"
            />
            {own && !mini && (
              <text
                x={j.x + j.dy * (half + 12) - Math.abs(j.dx) * 0}
                y={j.y - Math.abs(j.dx) * (half + 5) + (Math.abs(j.dx) < 0.5 ? 4 : 0)}
                textAnchor={Math.abs(j.dx) > 0.5 ? 'middle' : 'start'}
                fontSize="12"
                fontWeight="700"
                className="fill-base-content"
              >
                joint
              </text>
            )}
          </g>
        );
      })}
      {dams}
      {openings('inlets')}
      {openings('vents')}
      {live &&
        scene.free.map((f) => (
          <FreeEnd
            key={`${f.part}:${f.port}`}
            end={f}
            {...besideEnd(f, scene)}
            wrong={wrong.has(`${f.part}:${f.port}`)}
            picked={picked === `${f.part}:${f.port}`}
            over={over === `${f.part}:${f.port}`}
            label={`End ${f.port} of ${partLabel(setup, f.part)}: a part can go on here`}
            onPick={() => onPick?.(`${f.part}:${f.port}`)}
          />
        ))}
      {!mini && bottom > 0 && (
        <>
          <path d={`M18 ${H - 32}v16m-4 -6l4 7l4 -7`} fill="none" className="stroke-base-content" strokeWidth="1.5" />
          <text x="28" y={H - 18} fontSize="10" className="fill-base-content/80">
            down
          </text>
          <text x={W - 8} y={H - 14} textAnchor="end" fontSize="10" className="fill-base-content/80">
            long straights squeezed
          </text>
        </>
      )}
    </svg>
  );
}
