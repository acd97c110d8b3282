/** The gas inside the Side view, in greys by the logarithm of the oxygen. */
import { memo, useEffect, useMemo, useRef } from 'react';
import { airShade, type SideScene } from '../../core/models/drawing';

/** Oxygen along the spool at a moment, by edge of the model's mesh. */
export type Shown = { pipe: Int32Array; span: Float64Array; ppm: Float32Array; limit: number };

/** Grey for a share of the way from air (dark) to the limit (light): the same by day and in a dark bay, since it is data. */
export const grey = (share: number): string => `oklch(${(0.4 + 0.57 * share).toFixed(3)} 0 0)`;

/** The gas as it stands: one stroke an edge, repainted in place while the time is scrubbed. */
export const Filling = memo(function Filling({ shown, scene, jackets = false }: { shown: Shown; scene: SideScene; jackets?: boolean }) {
  const group = useRef<SVGGElement>(null);
  const lines = useMemo(
    () =>
      Array.from(shown.pipe, (pipe, e) => {
        // Every edge keeps its place among the children; those of the other layer draw nothing.
        if ((scene.pipes[pipe]?.jacket ?? false) !== jackets) return <line key={e} />;
        const [a, b] = [scene.at(pipe, shown.span[2 * e] as number), scene.at(pipe, shown.span[2 * e + 1] as number)];
        const inner = scene.pipes[pipe]?.inner ?? 4;
        const l = Math.hypot(b.x - a.x, b.y - a.y) || 1;
        // A hair of overlap, and in a bend as much as the outer wall gapes, so that no seam shows.
        const turn = Math.acos(Math.max(-1, Math.min(1, a.dx * b.dx + a.dy * b.dy)));
        const over = 0.6 + (inner / 2) * Math.tan(Math.min(1, turn / 2));
        const [ox, oy] = [((b.x - a.x) / l) * over, ((b.y - a.y) / l) * over];
        return (
          <line
            key={e}
            x1={(a.x - ox).toFixed(1)}
            y1={(a.y - oy).toFixed(1)}
            x2={(b.x + ox).toFixed(1)}
            y2={(b.y + oy).toFixed(1)}
            strokeWidth={Math.max(2, inner).toFixed(1)}
          />
        );
      }),
    [shown.pipe, shown.span, scene, jackets],
  );
  useEffect(() => {
    const children = group.current?.children;
    if (!children) return;
    for (let e = 0; e < shown.ppm.length; e++)
      (children[e] as SVGLineElement | undefined)?.setAttribute('stroke', grey(airShade(shown.ppm[e] as number, shown.limit)));
  });
  return (
    <g ref={group} className="pointer-events-none" {...(!jackets && { 'data-testid': 'filling' })}>
      {lines}
    </g>
  );
});
