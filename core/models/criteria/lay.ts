/** Tints as laid on the clock one after the other: the newest covers what it touches. */
import { inArc, type Tint } from './criterion';

/** A tint laid over others takes its arc from them: cut in steps of half an hour. */
export function lay(tints: readonly Tint[], next: Tint): Tint[] {
  const rest = tints.flatMap((t): Tint[] => {
    if (t.zone !== next.zone) return [t];
    const keep: number[] = [];
    for (let h = 0; h < 24; h++) if (inArc(t.arc, h / 2 + 0.25) && !inArc(next.arc, h / 2 + 0.25)) keep.push(h);
    if (keep.length === 24) return [t];
    const runs: [number, number][] = [];
    for (const h of keep) {
      const last = runs.at(-1);
      if (last && last[1] === h) last[1] = h + 1;
      else runs.push([h, h + 1]);
    }
    const [first, end] = [runs[0], runs.at(-1)];
    if (runs.length > 1 && first && end && first[0] === 0 && end[1] === 24) {
      first[0] = end[0];
      runs.pop();
    }
    return runs.map(([a, b]) => ({ ...t, arc: { from: (a / 2) % 12 || 12, to: (b / 2) % 12 || 12 } }));
  });
  return [...rest, next];
}
