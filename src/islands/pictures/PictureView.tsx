/** A picture at the full width of its stage, with what is marked on it: patch, lines and clock, moved by finger or by keys; the computed colours laid over it. */
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { Box } from '../../../core/models/grade';
import { filmsOf, tintHex } from '../../../core/models/tint';
import { inPicture } from '../../draw/useSeamPress';
import { useBox } from '../../draw/useBox';
import { useWeld } from '../weld/context';
import { gripAt, gripped, patchSized, type Grip, type Marks } from './marks';
import { usePictureRoom } from './room';
import type { PictureHere } from './usePictures';

/** What a finger can hit, px of the screen. */
const FINGER = 22;

export function PictureView({ tapping }: { tapping: boolean }) {
  const { open, stand, marks, mark, tapAt, tap } = usePictureRoom();
  const [box, room] = useBox<HTMLDivElement>();
  const held = useRef<Grip | null>(null);
  if (!open) return null;
  const size = stand.is === 'open' ? stand.opened : open;
  // Pixels of the picture to one of the screen.
  const unit = room ? Math.max(size.width / room.width, size.height / room.height) : 1;
  const at = (e: PointerEvent<SVGSVGElement>) => inPicture(e.currentTarget, e);
  const down = (e: PointerEvent<SVGSVGElement>) => {
    if (!marks) return;
    const p = at(e);
    const near = tapping ? null : nearest(marks, [p.x, p.y], 1.6 * FINGER * unit);
    if (near) {
      held.current = near;
      e.currentTarget.setPointerCapture(e.pointerId);
      e.preventDefault();
    } else if (tapping) tapAt([Math.round(p.x), Math.round(p.y)]);
  };
  const move = (e: PointerEvent<SVGSVGElement>) => {
    if (!held.current || !marks) return;
    const p = at(e);
    mark(gripped(marks, held.current, [p.x, p.y], size));
  };
  const up = () => (held.current = null);
  return (
    <div ref={box} className="relative min-h-56 min-w-0 grow overflow-hidden bg-[#777777] lg:min-h-0" data-picture={open.file}>
      {open.src && (
        <img
          src={open.src}
          alt={`${open.name}, ${open.side}`}
          className="absolute inset-0 h-full w-full object-contain"
          draggable={false}
        />
      )}
      {!open.src && <p className="p-4 text-base font-semibold text-black">□ {open.way || 'The picture is not here.'}</p>}
      {marks && (
        <svg
          viewBox={`0 0 ${size.width} ${size.height}`}
          className={`absolute inset-0 h-full w-full touch-none select-none ${tapping ? 'cursor-crosshair' : ''}`}
          role="group"
          aria-label="Marks on the picture"
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onPointerCancel={up}
        >
          <Swaths unit={unit} />
          <BoxMark box={marks.patch} name="bare metal" unit={unit} />
          {marks.card && <BoxMark box={marks.card} name="card" unit={unit} />}
          {marks.lines.map((l) => (
            <LineMark key={l.name} name={l.name} line={l.line} unit={unit} />
          ))}
          {marks.clock && <ClockMarks marks={marks} unit={unit} />}
          {tap && <circle cx={tap.x} cy={tap.y} r={10 * unit} fill="none" stroke="#000" strokeWidth={3 * unit} />}
          {grips(marks).map((g) => (
            <GripHandle key={JSON.stringify(g)} grip={g} unit={unit} size={size} />
          ))}
        </svg>
      )}
    </div>
  );
}

const grips = (m: Marks): Grip[] => [
  { on: 'patch' },
  ...(m.card ? [{ on: 'card' } as const] : []),
  ...m.lines.flatMap((l): Grip[] => [
    { on: 'line', name: l.name, end: 0 },
    { on: 'line', name: l.name, end: 1 },
  ]),
  ...(m.clock
    ? (
        [
          { on: 'clock', what: 'middle' },
          { on: 'clock', what: 'edge' },
          { on: 'clock', what: 'at' },
        ] as const
      ).filter((g) => m.clock?.way === 'side' || g.what !== 'edge')
    : []),
];
/** The nearest that a finger may have meant. */
function nearest(m: Marks, [x, y]: readonly [number, number], reach: number): Grip | null {
  const off = (g: Grip) => {
    const [gx, gy] = gripAt(m, g);
    return Math.hypot(gx - x, gy - y);
  };
  const [best] = grips(m).sort((a, b) => off(a) - off(b));
  return best && off(best) <= reach ? best : null;
}
const gripName = (g: Grip, m: Marks): string =>
  g.on === 'patch'
    ? 'Bare metal'
    : g.on === 'card'
      ? 'Card'
      : g.on === 'line'
        ? `Line ${g.name}, ${g.end === 0 ? 'its end on bare metal' : 'its end on the bead'}`
        : g.what === 'at'
          ? `Clock, the mark at ${m.clock?.hour ?? 12}`
          : `Clock, the ${g.what === 'middle' ? 'middle of the tube' : 'edge of the tube'}`;

/** Holds nothing to see: what a keyboard and a screen reader take hold of. Arrows move it, with Shift a little; on the patch + and - change its size. */
function GripHandle({ grip, unit, size }: { grip: Grip; unit: number; size: { width: number; height: number } }) {
  const { marks, mark } = usePictureRoom();
  if (!marks) return null;
  const [x, y] = gripAt(marks, grip);
  const keys = (e: KeyboardEvent) => {
    const step = (e.shiftKey ? 1 : 8) * Math.max(1, unit);
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[e.key];
    const box = grip.on === 'patch' || grip.on === 'card' ? grip.on : null;
    const grown = e.key === '+' ? 1.25 : e.key === '-' ? 0.8 : null;
    if (!by && !(grown && box)) return;
    e.preventDefault();
    mark(grown && box ? patchSized(marks, box, grown, size) : gripped(marks, grip, [x + (by?.[0] ?? 0), y + (by?.[1] ?? 0)], size));
  };
  return (
    <circle
      cx={x}
      cy={y}
      r={FINGER * unit}
      fill="transparent"
      tabIndex={0}
      role="slider"
      aria-label={gripName(grip, marks)}
      aria-valuenow={Math.round(x)}
      aria-valuemin={0}
      aria-valuemax={size.width}
      aria-valuetext={`${Math.round(x)} from the left, ${Math.round(y)} from the top`}
      onKeyDown={keys}
      className="cursor-grab outline-none focus-visible:stroke-black"
      strokeWidth={3 * unit}
      strokeDasharray={`${6 * unit} ${4 * unit}`}
    />
  );
}

/** A letter that is read on any ground. */
function Letter({ x, y, unit, children }: { x: number; y: number; unit: number; children: string }) {
  return (
    <text
      x={x}
      y={y}
      fontSize={22 * unit}
      fontWeight={700}
      fill="#fff"
      stroke="#000"
      strokeWidth={4 * unit}
      paintOrder="stroke"
      textAnchor="middle"
    >
      {children}
    </text>
  );
}

function LineMark({ name, line: [x1, y1, x2, y2], unit }: { name: string; line: readonly [number, number, number, number]; unit: number }) {
  const long = Math.hypot(x2 - x1, y2 - y1) || 1;
  const [nx, ny] = [(-(y2 - y1) / long) * 20 * unit, ((x2 - x1) / long) * 20 * unit];
  return (
    <g>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="#000" strokeWidth={5 * unit} />
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="#fff" strokeWidth={2.4 * unit} />
      <circle cx={x1} cy={y1} r={9 * unit} fill="#fff" stroke="#000" strokeWidth={2 * unit} />
      <circle cx={x2} cy={y2} r={6 * unit} fill="#fff" stroke="#000" strokeWidth={2 * unit} />
      <Letter x={x1 + nx} y={y1 + ny + 7 * unit} unit={unit}>
        {name}
      </Letter>
    </g>
  );
}

function BoxMark({ box: [x, y, w, h], name, unit }: { box: Box; name: string; unit: number }) {
  return (
    <g>
      <rect x={x} y={y} width={w} height={h} fill="none" stroke="#000" strokeWidth={6 * unit} />
      <rect x={x} y={y} width={w} height={h} fill="none" stroke="#fff" strokeWidth={3 * unit} />
      <text
        x={x + w / 2}
        y={y + h + 20 * unit}
        fontSize={15 * unit}
        fontWeight={700}
        fill="#fff"
        stroke="#000"
        strokeWidth={3.5 * unit}
        paintOrder="stroke"
        textAnchor="middle"
      >
        {name}
      </text>
    </g>
  );
}

function ClockMarks({ marks, unit }: { marks: Marks; unit: number }) {
  const { clock } = marks;
  if (!clock) return null;
  const { middle, edge, at, hour, way } = clock;
  const cross = ([x, y]: readonly [number, number]) => `M${x - 12 * unit} ${y}h${24 * unit}M${x} ${y - 12 * unit}v${24 * unit}`;
  return (
    <g fill="none">
      {[5, 2].map((w) => (
        <g key={w} stroke={w === 5 ? '#000' : '#fff'} strokeWidth={w * unit}>
          <path d={cross(middle)} />
          {way === 'side' ? (
            <path d={`M${middle[0]} ${middle[1]}L${edge[0]} ${edge[1]}`} strokeDasharray={`${8 * unit} ${6 * unit}`} />
          ) : (
            <path d={`M${middle[0]} ${middle[1]}L${at[0]} ${at[1]}`} strokeDasharray={`${8 * unit} ${6 * unit}`} />
          )}
          <path d={`M${at[0] - 9 * unit} ${at[1] - 9 * unit}h${18 * unit}v${18 * unit}h${-18 * unit}z`} />
        </g>
      ))}
      <Letter x={at[0]} y={at[1] - 16 * unit} unit={unit}>
        {String(hour)}
      </Letter>
    </g>
  );
}

/** The computed colours along each line, laid over the picture as much as the slider says. */
function Swaths({ unit }: { unit: number }) {
  const { state } = useWeld();
  const { told, blend } = usePictureRoom();
  if (blend === 0) return null;
  const films = filmsOf(state.design.alloyA);
  return (
    <g opacity={blend}>
      {told.map((t) => {
        const film = t.zone.startsWith('id') ? films.id : films.od;
        const [x1, y1, x2, y2] = t.read.line;
        return (
          <g key={t.name}>
            <linearGradient id={`swath-${t.name}`} gradientUnits="userSpaceOnUse" {...{ x1, y1, x2, y2 }}>
              {t.read.profile.map((p) => (
                <stop key={p.t} offset={p.t} stopColor={p.nm === null ? '#5a5a5a' : tintHex(film, p.nm)} />
              ))}
            </linearGradient>
            <line {...{ x1, y1, x2, y2 }} stroke={`url(#swath-${t.name})`} strokeWidth={36 * unit} />
          </g>
        );
      })}
    </g>
  );
}

/** A picture beside the open one, with the lines that were kept on it. */
export function BesideView({ of }: { of: PictureHere }) {
  const [box, room] = useBox<HTMLDivElement>();
  const unit = room ? Math.max(of.width / room.width, of.height / room.height) : 1;
  return (
    <div ref={box} className="relative min-h-56 min-w-0 grow overflow-hidden bg-[#777777] lg:min-h-0">
      {of.src && (
        <img src={of.src} alt={`${of.name}, ${of.side}`} className="absolute inset-0 h-full w-full object-contain" draggable={false} />
      )}
      <svg viewBox={`0 0 ${of.width} ${of.height}`} className="absolute inset-0 h-full w-full" aria-hidden>
        {of.read?.lines.map((l) => (
          <LineMark key={l.name} name={l.name} line={l.line} unit={unit} />
        ))}
      </svg>
    </div>
  );
}
