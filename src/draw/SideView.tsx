/**
 * Elevation of the spool between its dams, gravity down, long straights squeezed. Parts, dams, inlets and vents are
 * picked, dragged and moved by keys here; argon is grey, oxygen is dots.
 */
import { useMemo, useRef } from 'react';
import { bareScene, snug, taped, withOpenings, type Frame } from '../../core/models/drawing';
import { damNames, fromJoint, partLabel, seatWords, setupWords, type Setup } from '../../core/models/setup';
import { type Rule } from '../../core/models/purge';
import { isStraight, snapTo, type Fault } from '../../core/basics/spool';
import { show, type System } from '../../core/basics/units';
import { Filling, type Shown } from './Filling';
import { besideEnd, FreeEnd } from './FreeEnd';
import { splitHoses } from './sideWords';
import { DamBody, Joint, Nozzle, ShellEnds, SplitHose, Spreader, WALL, Walls, Weave } from './sideParts';

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
  /** the room it has, in the units its words are set in; a picture of its own shape when left out */
  frame?: Frame;
  mini?: boolean;
  className?: string;
};

const SMALL = snug(560, 200, 30, 12);
const PLAIN: Frame = { ...snug(980, 430, 150, 84), thickest: 110 };
const levels = ['low', 'middle', 'high'] as const;
type Kind = 'dam' | 'part' | 'inlets' | 'vents';

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
  mini = false,
  frame = mini ? SMALL : PLAIN,
  className,
}: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const hand = useRef<{ id: string; kind: Kind; x: number; y: number; moved: boolean } | null>(null);
  const { parts, tilt, roll } = setup;
  const bare = useMemo(() => bareScene({ parts, tilt, roll }, frame), [parts, tilt, roll, frame]);
  const scene = useMemo(() => withOpenings(bare, setup), [bare, setup]);
  const { width: W, height: H } = scene;
  const squeezedWords = setup.parts.some((p) => p.kind === 'straight' && p.length > 0.12);
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
    } else if (h.kind !== 'part') {
      // To the nearest place an opening can have: a seat and its height.
      const seats = scene.seats.flatMap((on) =>
        levels.flatMap((height) => {
          const r = scene.seat(on, height);
          return r ? [{ on, height, d: Math.hypot(r.x + r.dx * 30 - p.x, r.y + r.dy * 30 - p.y) }] : [];
        }),
      );
      const [to] = seats.sort((a, b) => a.d - b.d);
      const all: readonly { id: string; on: string; height: string }[] = setup[h.kind];
      const now = all.find((x) => x.id === h.id);
      if (to && now && (now.on !== to.on || now.height !== to.height))
        onChange({ ...setup, [h.kind]: all.map((x) => (x.id === h.id ? { ...x, on: to.on, height: to.height } : x)) }, { drag: true });
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
  const grab = (id: string, kind: Kind) => (e: React.PointerEvent) => {
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

  const wall = mini ? WALL.mini : WALL.full;
  const shells = scene.pipes.filter((p) => p.jacket);
  const tubes = scene.pipes.filter((p) => !p.jacket);
  const layered = shown?.layer ? setup.vents.find((v) => v.id === shown.layer?.is.vent) : undefined;
  const seat = layered ? scene.seat(layered.on, 'middle') : null;
  const pipes = (
    <g className="pointer-events-none">
      <Walls pipes={shells} wall={wall} />
      {shown && shells.length > 0 && <Filling shown={shown} scene={bare} seat={seat} jackets />}
      <ShellEnds pipes={shells} wall={wall} />
      <Walls pipes={tubes} wall={wall} />
      {shown && <Filling shown={shown} scene={bare} seat={seat} />}
    </g>
  );

  const openings = (which: 'inlets' | 'vents') =>
    setup[which].map((o) => {
      const ray = scene.seat(o.on, o.height);
      if (!ray) return null;
      const middle = scene.seat(o.on, 'middle');
      const into = which === 'inlets';
      const words = `${into ? 'in' : 'vent'} ${len(o.bore)}`;
      const wide = mini ? Math.min(5, 2 + o.bore * 300) : Math.max(5, Math.min(16, o.bore * scene.scale));
      return (
        <g
          key={o.id}
          {...(live && {
            role: 'button',
            tabIndex: 0,
            'aria-label': `${into ? 'Inlet' : 'Vent'} ${o.id.slice(1)} at the ${o.height} point of ${seatWords(setup, o.on)}, bore ${len(o.bore)}. Up and down arrows move it across the face, left and right to another dam.`,
            'aria-pressed': picked === o.id,
            onKeyDown: openingKeys(which, o.id),
            onPointerDown: grab(o.id, into ? 'inlets' : 'vents'),
            onClick: () => onPick?.(o.id),
            className: 'cursor-grab touch-none',
          })}
          {...dragging}
        >
          {live && (
            <line
              x1={ray.x - ray.dx * 10}
              y1={ray.y - ray.dy * 10}
              x2={ray.x + ray.dx * 64}
              y2={ray.y + ray.dy * 64}
              strokeWidth="44"
              stroke="transparent"
            />
          )}
          <Nozzle at={ray} into={into} wide={wide} mini={mini} stop={wrong.has(o.id)} />
          {'kind' in o && o.kind !== 'open' && middle && !mini && !o.on.includes(':') && (
            <Spreader at={ray} middle={middle} kind={o.kind} wide={ray.bore * scene.scale} />
          )}
          {!mini && (
            <text
              x={ray.x + ray.dx * 66 + (Math.abs(ray.dx) < 0.5 ? (into ? -16 : 16) : 0)}
              y={ray.y + ray.dy * 66 + 5}
              textAnchor={ray.dx < -0.5 || (into && Math.abs(ray.dx) < 0.5) ? 'end' : 'start'}
              fontSize="14"
              className={`fill-base-content ${picked === o.id ? 'font-bold underline' : ''}`}
            >
              {words}
            </text>
          )}
        </g>
      );
    });

  const dams = scene.dams.map((d) => {
    const item = setup.dams.find((x) => x.id === d.id);
    if (!item) return null;
    const half = Math.max(5, (d.bore * scene.scale) / 2 - 1);
    const away = fromJoint(setup, d.id);
    const words = `${item.kind}${away === null ? '' : ` ${len(away)}`}`;
    const level = Math.abs(d.dx) > 0.5;
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
        <line
          x1={d.x - d.dy * (half + 8)}
          y1={d.y + d.dx * (half + 8)}
          x2={d.x + d.dy * (half + 8)}
          y2={d.y - d.dx * (half + 8)}
          strokeWidth="44"
          stroke="transparent"
        />
        <DamBody {...d} half={half} kind={item.kind} mini={mini} stop={wrong.has(d.id)} />
        {!mini && (
          <text
            x={level ? d.x : d.x + half + wall + 10}
            y={level ? d.y + half + wall + 20 : d.y + 5}
            textAnchor={level ? 'middle' : 'start'}
            fontSize="14"
            className={`fill-base-content ${picked === d.id ? 'font-bold underline' : ''}`}
          >
            {words}
          </text>
        )}
      </g>
    );
  });
  const said = `Side view, long straights squeezed. ${setupWords(setup, system).join('. ')}`;
  return (
    <svg ref={svg} data-side viewBox={`0 0 ${W} ${H.toFixed(0)}`} className={className} role={live ? 'group' : 'img'} aria-label={said}>
      {!mini && <Weave />}
      {/* What is picked has a halo behind it: over it, it would be taken for gas. */}
      {live && picked && (
        <g className="pointer-events-none" fill="none">
          {scene.pipes
            .filter((p) => p.part === picked)
            .map((p) => (
              <polyline
                key={p.index}
                points={p.points.map((q) => `${q.x.toFixed(1)},${q.y.toFixed(1)}`).join(' ')}
                strokeWidth={p.inner + 2 * wall + 16}
                className="stroke-base-content/25"
              />
            ))}
        </g>
      )}
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
              stroke="currentColor"
              strokeOpacity={0}
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
      {scene.joints.map((j) => (
        <Joint
          key={j.part}
          at={j}
          own={j.part === setup.joint}
          state={setup.joints[j.part]?.state ?? 'taped'}
          {...{ mini, wall, scale: scene.scale }}
        />
      ))}
      {!mini && splitHoses(scene, setup).map((h) => <SplitHose key={h.line} runs={h.runs} />)}
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
      {!mini && (
        <g className="fill-base-content">
          <path d={`M22 ${H - 46}v22m-6 -9l6 10l6 -10`} fill="none" className="stroke-base-content" strokeWidth="2.5" />
          <text x="34" y={H - 28} fontSize="13">
            down
          </text>
          {squeezedWords && (
            <text x="12" y={H - 8} fontSize="12.5">
              long straights squeezed
            </text>
          )}
        </g>
      )}
    </svg>
  );
}
