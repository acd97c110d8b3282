/** Runs in the page of the bench: the third purge of two minutes, when the browser has made of the code what it will. */
import { tanksRemaining } from '../../core/models/network';
import { Remaining, type Shapes } from '../../core/models/remaining';

/** @returns ms of a step and of an answer, means over a purge */
export function purge(sent: Record<string, unknown>): { step: number; answer: number } {
  const floats = (v: unknown): v is { floats: number[] } => typeof v === 'object' && v !== null && 'floats' in v;
  const shapes = Object.fromEntries(
    Object.entries(sent).map(([k, v]) => [k, floats(v) ? Float64Array.from(v.floats) : v]),
  ) as unknown as Shapes;
  let said = { step: 0, answer: 0 };
  for (let again = 0; again < 3; again++) {
    const model = new Remaining(shapes, { limit: 50, monitors: [{ place: 'vent', t90: 11, noise: 1.5, resolution: 1 }] });
    said = { step: 0, answer: 0 };
    for (let t = 1; t <= 120; t++) {
      const ppm = Math.round(20 + (t % 3) + 209_480 * tanksRemaining((t * shapes.asked) / shapes.volume, 4));
      const began = performance.now();
      model.feed([{ t, ppm }], t);
      const fed = performance.now();
      model.answer(t);
      said = { step: said.step + (fed - began) / 120, answer: said.answer + (performance.now() - fed) / 120 };
    }
  }
  return said;
}
