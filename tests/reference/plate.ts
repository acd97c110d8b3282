/**
 * An explicit finite-difference run of a spot that moves over a thin plate: conductivity and heat capacity by temperature, convection and
 * radiation. It shares the constants of the model, and neither its formulas nor their being taken at one mean.
 */
import type { AlloyId } from '../../core/basics/materials';
import { constantsOf, lossOf, meanOver } from '../../core/models/heat';

type Run = { alloy: AlloyId; wall: number; travel: number; netPower: number; sigma: number; along: number; aside: number; cell: number };

/** Property at a temperature, from its means from room to every temperature. */
const local = (alloy: AlloyId, of: 'k' | 'rc') => {
  const melts = constantsOf(alloy).melts;
  const mean = (t: number) => meanOver(alloy, t)[of];
  const rows = Array.from({ length: 300 }, (_, i) => {
    const t = 20 + (i * melts) / 200;
    return mean(t) + ((t - 20) * (mean(t + 1) - mean(t - 1))) / 2;
  });
  return (t: number) => rows[Math.max(0, Math.min(299, Math.round(((t - 20) / melts) * 200)))] as number;
};

/** Temperatures along the seam once the arc has come to the far end, with the place of each behind it. */
export function weldOnPlate({ alloy, wall, travel, netPower, sigma, along, aside, cell }: Run): { behind: number; celsius: number }[] {
  const [nx, ny] = [Math.round(along / cell), Math.round(aside / cell)];
  const [k, rc] = [local(alloy, 'k'), local(alloy, 'rc')];
  let now = new Float64Array(nx * ny).fill(20);
  let next = new Float64Array(nx * ny);
  const dt = (0.22 * cell ** 2) / (constantsOf(alloy).pool.a * 1.15);
  const [begin, end] = [0.02, along - 0.03];
  const conducts = new Float64Array(nx * ny);
  for (let t = 0; t < (end - begin) / travel; t += dt) {
    const arc = begin + travel * t;
    for (let at = 0; at < now.length; at++) conducts[at] = k(now[at] as number);
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++) {
        const at = j * nx + i;
        const here = now[at] as number;
        const own = conducts[at] as number;
        // The seam is a mirror; the far edges keep their heat.
        let gained = 0;
        if (i > 0) gained += (own + (conducts[at - 1] as number)) * ((now[at - 1] as number) - here);
        if (i < nx - 1) gained += (own + (conducts[at + 1] as number)) * ((now[at + 1] as number) - here);
        if (j > 0) gained += (own + (conducts[at - nx] as number)) * ((now[at - nx] as number) - here);
        if (j < ny - 1) gained += (own + (conducts[at + nx] as number)) * ((now[at + nx] as number) - here);
        const [x, y] = [(i + 0.5) * cell - arc, (j + 0.5) * cell];
        const r2 = x * x + y * y;
        const spot = r2 < 25 * sigma ** 2 ? (netPower / (2 * Math.PI * sigma ** 2)) * Math.exp(-r2 / (2 * sigma ** 2)) : 0;
        // What the spot itself loses is in the arc's efficiency.
        const lost = r2 < 9 * sigma ** 2 || here < 25 ? 0 : lossOf(here) * (here - 20);
        next[at] = here + (dt * (gained / 2 / cell ** 2 + (spot - lost) / wall)) / rc(here);
      }
    [now, next] = [next, now];
  }
  return Array.from({ length: nx }, (_, i) => ({ behind: end - (i + 0.5) * cell, celsius: now[i] as number }));
}
