/** The gas inside the Side view: argon is flat grey, oxygen is dots, the denser the more; air left beside the stream is seen as such. */
import { memo, useEffect, useMemo, useRef } from 'react';
import { crownEdge, crownPpm, dotPath, dotsOf, liesLevel, type BareScene, type Crown, type Spot } from '../../core/models/drawing';
import type { AirLayer } from '../../core/models/purge';

/** Oxygen along the spool at a moment, by edge of the model's mesh. */
export type Shown = {
  pipe: Int32Array;
  span: Float64Array;
  ppm: Float32Array;
  limit: number;
  /** what a vent at the wrong height leaves, and the oxygen at its far side, ppm */
  layer: { is: AirLayer; ppm: number } | null;
};

/** Strips a layer of air is shaded in. */
const STRIPS = 8;
const argonShare = (ppm: number): string => Math.max(0, 1 - ppm / 209_500).toFixed(3);

/** Where a layer of air begins as drawn: off the wall of the tube its vent stands in. */
function crownOf(shown: Shown, scene: BareScene, seat: (Spot & { bore: number }) | null): Crown | null {
  if (!shown.layer || !seat) return null;
  const { above, swept } = shown.layer.is;
  const wide = seat.bore * scene.scale;
  return { above, level: seat.y + (above ? 1 : -1) * wide * (0.5 - swept), ppm: shown.layer.ppm };
}

type Props = {
  shown: Shown;
  /** the spool alone: the gas is drawn anew only when that changes */
  scene: BareScene;
  /** middle of the face the vent of the layer sits on */
  seat: (Spot & { bore: number }) | null;
  jackets?: boolean;
};

export const Filling = memo(function Filling({ shown, scene, seat, jackets = false }: Props) {
  const group = useRef<SVGGElement>(null);
  const dotted = useRef<SVGPathElement>(null);
  const lies = useMemo(
    () =>
      Array.from(shown.pipe, (pipe, e) => {
        if ((scene.pipes[pipe]?.jacket ?? false) !== jackets) return null;
        const [a, b] = [scene.at(pipe, shown.span[2 * e] as number), scene.at(pipe, shown.span[2 * e + 1] as number)];
        return { a, b, inner: Math.max(2, scene.pipes[pipe]?.inner ?? 4), level: liesLevel(a) && liesLevel(b) };
      }),
    [shown.pipe, shown.span, scene, jackets],
  );
  const lines = useMemo(
    () =>
      lies.map((l, e) => {
        // Every edge keeps its place among the children; those of the other layer draw nothing.
        if (!l) return <line key={e} />;
        const { a, b, inner } = l;
        const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
        // A hair of overlap, and in a bend as much as the outer wall gapes, so that no seam shows.
        const turn = Math.acos(Math.max(-1, Math.min(1, a.dx * b.dx + a.dy * b.dy)));
        const over = 0.6 + (inner / 2) * Math.tan(Math.min(1, turn / 2));
        const [ox, oy] = [((b.x - a.x) / length) * over, ((b.y - a.y) / length) * over];
        return (
          <line
            key={e}
            x1={(a.x - ox).toFixed(1)}
            y1={(a.y - oy).toFixed(1)}
            x2={(b.x + ox).toFixed(1)}
            y2={(b.y + oy).toFixed(1)}
            strokeWidth={inner.toFixed(1)}
          />
        );
      }),
    [lies],
  );
  const dots = useMemo(() => dotsOf({ pipe: shown.pipe, span: shown.span }, scene, jackets), [shown.pipe, shown.span, scene, jackets]);
  const crown = crownOf(shown, scene, seat);
  useEffect(() => {
    const children = group.current?.children;
    if (!children) return;
    const argon: string[] = Array.from(shown.ppm, argonShare);
    const mix = (share: string) => `color-mix(in srgb, var(--argon) ${(100 * Number(share)).toFixed(1)}%, var(--air))`;
    for (const [e, share] of argon.entries()) (children[e] as SVGLineElement | undefined)?.setAttribute('stroke', mix(share));
    dotted.current?.setAttribute(
      'd',
      dotPath(dots, shown.ppm, shown.limit, (e) => {
        const l = lies[e];
        return crown && l?.level ? { at: crown, bore: l.inner } : null;
      }),
    );
  });
  return (
    <g className="pointer-events-none" {...(!jackets && { 'data-testid': 'filling' })}>
      <g ref={group}>{lines}</g>
      {crown && crown.ppm > 10_000 && <Layer crown={crown} lies={lies} />}
      <path ref={dotted} fill="none" strokeWidth="4.3" strokeLinecap="round" className="stroke-base-content" />
    </g>
  );
});

/** Air over (or under) the stream: paper where the argon is not, and a dashed line where it begins. */
function Layer({
  crown,
  lies,
}: {
  crown: Crown;
  lies: ({ a: { x: number; y: number }; b: { x: number; y: number }; inner: number; level: boolean } | null)[];
}) {
  const sign = crown.above ? -1 : 1;
  return (
    <>
      {lies.map((l, e) => {
        if (!l?.level) return null;
        const middle = (l.a.y + l.b.y) / 2;
        const wall = middle + (sign * l.inner) / 2;
        const from = crown.above ? Math.min(crown.level, middle + l.inner / 2) : Math.max(crown.level, middle - l.inner / 2);
        const high = Math.abs(wall - from);
        if ((wall - from) * sign <= 0) return null;
        const x = Math.min(l.a.x, l.b.x) - 0.6;
        const w = Math.abs(l.b.x - l.a.x) + 1.2;
        return (
          <g key={e}>
            {Array.from({ length: STRIPS }, (_, i) => {
              const y0 = from + (sign * high * i) / STRIPS;
              const y1 = from + (sign * high * (i + 1)) / STRIPS;
              const air = Math.min(1, 1.6 * (crownPpm(crown, (y0 + y1) / 2, l.inner) / 209_500) ** 0.5);
              return <rect key={i} x={x} y={Math.min(y0, y1)} width={w} height={high / STRIPS + 0.5} fill="var(--air)" fillOpacity={air} />;
            })}
            {(crownEdge(crown, l.inner) - wall) * sign < 0 && (
              <line
                x1={x}
                x2={x + w}
                y1={crownEdge(crown, l.inner)}
                y2={crownEdge(crown, l.inner)}
                strokeWidth="2"
                className="stroke-base-content"
              />
            )}
          </g>
        );
      })}
    </>
  );
}
