/** What the Side view is made of, each as it is in the shop: walls, joints and their tape, dams, hoses and vents. */
import type { SideScene, Spot } from '../../core/models/drawing';

/** Drawn thickness of a wall; thicker than it is. */
export const WALL = { mini: 1.6, full: 4.5 };

type Pipe = SideScene['pipes'][number];
const line = (points: readonly Spot[]): string => points.map((q) => `${q.x.toFixed(1)},${q.y.toFixed(1)}`).join(' ');

/** Walls first and bores after them, so that where a branch leaves its run the wall is open. */
export function Walls({ pipes, wall }: { pipes: readonly Pipe[]; wall: number }) {
  return (
    <>
      {pipes.map((p) => (
        <polyline
          key={`o${p.index}`}
          points={line(p.points)}
          fill="none"
          strokeWidth={Math.max(3, p.inner) + 2 * wall}
          strokeLinejoin="round"
          className="stroke-base-content"
        />
      ))}
      {pipes.map((p) => (
        <polyline
          key={`i${p.index}`}
          points={line(p.points)}
          fill="none"
          strokeWidth={Math.max(2, p.inner)}
          strokeLinejoin="round"
          stroke="var(--air)"
        />
      ))}
    </>
  );
}

/** The plates that close a shell around its tube: without them it would be two loose bars. */
export function ShellEnds({ pipes, wall }: { pipes: readonly Pipe[]; wall: number }) {
  return (
    <>
      {pipes.flatMap((p) =>
        ([0, -1] as const).map((i) => {
          const [end, next] = [p.points.at(i), p.points.at(i === 0 ? 1 : -2)];
          if (!end || !next) return null;
          const l = Math.hypot(next.x - end.x, next.y - end.y) || 1;
          const [nx, ny] = [-(next.y - end.y) / l, (next.x - end.x) / l];
          const half = p.inner / 2 + wall;
          return (
            <line
              key={`${p.index}${i}`}
              x1={end.x + nx * half}
              y1={end.y + ny * half}
              x2={end.x - nx * half}
              y2={end.y - ny * half}
              strokeWidth={wall * 1.4}
              className="stroke-base-content"
            />
          );
        }),
      )}
    </>
  );
}

/** A seam across the tube: the one in hand stands out with a flag, a welded one has its bead, a taped one its tape with a tab that stands off. */
export function Joint({
  at,
  own,
  state,
  mini,
  wall,
  scale,
}: {
  at: SideScene['joints'][number];
  own: boolean;
  state: string;
  mini: boolean;
  wall: number;
  scale: number;
}) {
  const r = (at.bore * scale) / 2;
  const across = (k: number): Spot => ({ x: at.x - at.dy * k, y: at.y + at.dx * k });
  const [a, b] = [across(-(r + (own ? (mini ? 6 : 22) : 0))), across(r + (own ? (mini ? 6 : 22) : 0))];
  // The flag stands over a lying tube, left of a standing one, and points at it.
  const level = Math.abs(at.dx) > 0.5;
  const f = level ? { x: at.x, y: at.y - r - wall - 4 } : { x: at.x - r - wall - 4, y: at.y };
  return (
    <g className="pointer-events-none">
      <line
        x1={a.x}
        y1={a.y}
        x2={b.x}
        y2={b.y}
        strokeWidth={own ? (mini ? 2.5 : 4.5) : mini ? 0.8 : 1.2}
        strokeDasharray={own ? (mini ? '4 3' : '9 6') : state === 'welded' ? 'none' : '3 3'}
        className="stroke-base-content"
      />
      {!own &&
        state === 'welded' &&
        [-1, 1].map((s) => {
          const p = across(s * (r + wall / 2));
          return (
            <ellipse
              key={s}
              cx={p.x}
              cy={p.y}
              rx={Math.abs(at.dx) > 0.5 ? 9 : 5}
              ry={Math.abs(at.dx) > 0.5 ? 5 : 9}
              className="fill-base-content"
            />
          );
        })}
      {!mini && !own && state === 'taped' && [-1, 1].map((s) => <Tape key={s} at={across(s * (r + wall + 3))} along={at} out={s} />)}
      {!mini && own && (
        <>
          <path d={level ? `M${f.x - 10} ${f.y - 15}h20l-10 14z` : `M${f.x - 15} ${f.y - 10}v20l14 -10z`} className="fill-base-content" />
        </>
      )}
    </g>
  );
}

/** A strip over the seam and its loose end. */
function Tape({ at, along, out }: { at: Spot; along: { dx: number; dy: number }; out: number }) {
  const [dx, dy] = [along.dx, along.dy];
  const [nx, ny] = [-dy * out, dx * out];
  const p = (s: number, t: number) => `${(at.x + dx * s + nx * t).toFixed(1)},${(at.y + dy * s + ny * t).toFixed(1)}`;
  return (
    <g strokeWidth="1.4" className="fill-base-100 stroke-base-content">
      <polygon points={[p(-10, -2), p(10, -2), p(10, 5), p(-10, 5)].join(' ')} />
      <polygon points={[p(9, 2), p(20, 17), p(13, 21), p(4, 5)].join(' ')} />
    </g>
  );
}

/** What closes the tube, across its whole bore: a bung is thick, foil, tape and card are thin, foam and paper are loose. */
export function DamBody({
  x,
  y,
  dx,
  dy,
  half,
  kind,
  mini,
  stop,
}: {
  x: number;
  y: number;
  dx: number;
  dy: number;
  half: number;
  kind: string;
  mini: boolean;
  stop: boolean;
}) {
  const thick = mini ? 6 : kind === 'bung' || kind === 'plate' ? 18 : kind === 'foam' || kind === 'water-soluble' ? 26 : 7;
  const loose = kind === 'foam' || kind === 'water-soluble';
  return (
    <line
      x1={x - dy * half}
      y1={y + dx * half}
      x2={x + dy * half}
      y2={y - dx * half}
      strokeWidth={thick}
      {...(loose && { strokeDasharray: '3 2' })}
      className={stop ? 'stroke-error' : 'stroke-base-content'}
    />
  );
}

type Mouth = Spot & { dx: number; dy: number };

/** A hose or a vent through what closes the tube: a bright bore between two walls, an arrow the way the gas goes. */
export function Nozzle({ at, into, wide, mini, stop }: { at: Mouth; into: boolean; wide: number; mini: boolean; stop: boolean }) {
  const { x, y, dx, dy } = at;
  const reach = mini ? 24 : 46;
  const inside = mini ? 4 : 14;
  const tip = { x: x + dx * reach, y: y + dy * reach };
  const head = mini ? 9 : 15;
  const side = mini ? 5 : 8;
  const p = (s: number, t: number) => `${(tip.x + dx * s - dy * t).toFixed(1)},${(tip.y + dy * s + dx * t).toFixed(1)}`;
  return (
    <>
      <line
        x1={x - dx * inside}
        y1={y - dy * inside}
        x2={tip.x}
        y2={tip.y}
        strokeWidth={wide + (mini ? 2.5 : 5)}
        className="stroke-base-content"
      />
      <line
        x1={x - dx * (inside + 1)}
        y1={y - dy * (inside + 1)}
        x2={tip.x + dx}
        y2={tip.y + dy}
        strokeWidth={wide}
        className="stroke-base-100"
      />
      <polygon
        points={(into ? [p(-2, 0), p(head - 2, -side), p(head - 2, side)] : [p(head, 0), p(0, -side), p(0, side)]).join(' ')}
        className={stop ? 'fill-error' : 'fill-base-content'}
      />
    </>
  );
}

/** What spreads the gas: a block of mesh on the end of the hose, or a ring of holes. */
export function Spreader({ at, middle, kind, wide }: { at: Mouth; middle: Spot; kind: string; wide: number }) {
  const { dx, dy } = at;
  const c = { x: middle.x - dx * 24, y: middle.y - dy * 24 };
  const half = 0.36 * wide;
  const p = (s: number, t: number) => `${(c.x + dx * s - dy * t).toFixed(1)},${(c.y + dy * s + dx * t).toFixed(1)}`;
  if (kind === 'ring')
    return (
      <g className="stroke-base-content">
        <polyline points={[p(0, -half), p(0, half)].join(' ')} strokeWidth="5" />
        {[-0.8, -0.4, 0, 0.4, 0.8].map((k) => (
          <circle key={k} cx={c.x + dy * -k * half} cy={c.y + dx * k * half} r="2.4" className="fill-base-100" strokeWidth="1" />
        ))}
      </g>
    );
  return (
    <g>
      {/* From the mouth of the hose to the block: the same stem it is blown through. */}
      <line x1={at.x - dx * 14} y1={at.y - dy * 14} x2={c.x} y2={c.y} strokeWidth="3" className="stroke-base-content" />
      <polygon
        points={[p(-8, -half), p(8, -half), p(8, half), p(-8, half)].join(' ')}
        strokeWidth="2"
        fill="url(#mesh)"
        className="stroke-base-content"
      />
    </g>
  );
}

/** The weave of a diffuser. */
export const Weave = () => (
  <defs>
    <pattern id="mesh" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="5" height="5" className="fill-base-100" />
      <path d="M0 0h5M0 0v5" strokeWidth="1.6" className="stroke-base-content" />
    </pattern>
  </defs>
);

/** One line feeds several inlets: the hose runs under the spool and parts there. */
export function SplitHose({ runs }: { runs: readonly (readonly Spot[])[] }) {
  const d = runs.map((r) => r.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('')).join('');
  return (
    <g fill="none" strokeLinejoin="round">
      <path d={d} strokeWidth="10" className="stroke-base-content" />
      <path d={d} strokeWidth="5.5" className="stroke-base-100" />
    </g>
  );
}
