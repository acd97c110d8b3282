/** What of the Side view must stay in sight: tubes, hoses, and the words that stand beside them. Labels go around it. */
import { boxesAlong, type Box, type SideScene, type Spot } from '../../core/models/drawing';
import type { Setup } from '../../core/models/setup';
import { besideEnd } from './FreeEnd';

/** Room for "vent 0.236 in" and its like, drawn units. */
const WORDS = { w: 96, h: 22 };

const squareAt = ({ x, y }: Spot) => ({ x: x - 15, y: y - 15 });

/** @param ends the free ends can be pressed, and are drawn */
export function keptClear(scene: SideScene, setup: Setup, ends = false): Box[] {
  const out = scene.pipes.flatMap((q) => boxesAlong(q.points, q.inner + 16));
  for (const which of ['inlets', 'vents'] as const)
    for (const o of setup[which]) {
      const r = scene.seat(o.on, o.height);
      if (!r) continue;
      out.push(...boxesAlong([r, { x: r.x + r.dx * 64, y: r.y + r.dy * 64 }], 26));
      const tip = { x: r.x + r.dx * 66, y: r.y + r.dy * 66 };
      const level = Math.abs(r.dx) >= 0.5;
      out.push({
        x: level ? (r.dx > 0 ? tip.x : tip.x - WORDS.w) : which === 'inlets' ? tip.x - 14 - WORDS.w : tip.x + 14,
        y: tip.y - WORDS.h / 2,
        ...WORDS,
      });
    }
  for (const d of scene.dams) {
    const half = (d.bore * scene.scale) / 2;
    out.push(
      Math.abs(d.dx) > 0.5 ? { x: d.x - WORDS.w / 2, y: d.y + half + 8, ...WORDS } : { x: d.x + half + 12, y: d.y - WORDS.h / 2, ...WORDS },
    );
  }
  for (const j of scene.joints)
    if (j.part !== setup.joint) {
      // The tape and its tab, on both sides.
      const half = (j.bore * scene.scale) / 2 + 18;
      for (const k of [-half, half]) out.push({ x: j.x - j.dy * k - 20, y: j.y + j.dx * k - 18, w: 40, h: 36 });
    } else {
      const half = (j.bore * scene.scale) / 2 + 24;
      out.push(
        ...boxesAlong(
          [
            { x: j.x - j.dy * half, y: j.y + j.dx * half },
            { x: j.x + j.dy * half, y: j.y - j.dx * half },
          ],
          12,
        ),
      );
    }
  if (ends) for (const f of scene.free) out.push({ ...squareAt(besideEnd(f, scene)), w: 30, h: 30 });
  // What stands at the foot of the picture.
  out.push({ x: 0, y: scene.height - 52, w: 170, h: 52 });
  for (const s of splitHoses(scene, setup)) out.push(...s.runs.flatMap((run) => boxesAlong(run, 16)));
  return out;
}

/** Where one line feeds several inlets: its hose runs under the spool and parts there. */
export function splitHoses(scene: SideScene, setup: Setup): { line: string; runs: Spot[][] }[] {
  const low = Math.max(...scene.pipes.flatMap((p) => p.points.map((q) => q.y + p.inner / 2)));
  return setup.lines.flatMap((l) => {
    const ends = setup.inlets.flatMap((i) => {
      const r = i.line === l.id ? scene.seat(i.on, i.height) : null;
      return r ? [{ x: r.x + r.dx * 54, y: r.y + r.dy * 54 }] : [];
    });
    if (ends.length < 2) return [];
    const floor = Math.min(scene.height - 34, Math.max(low + 44, ...ends.map((e) => e.y + 8)));
    const x = ends.reduce((s, e) => s + e.x, 0) / ends.length;
    return [
      {
        line: l.id,
        runs: [
          ...ends.map((e) => [e, { x: e.x, y: floor }, { x, y: floor }]),
          [
            { x, y: floor },
            { x, y: floor + 26 },
          ],
        ],
      },
    ];
  });
}
