/** The joint after its arc: what was found on it, each at its place with what follows from it, the worst first. */
import { useCallback, useMemo } from 'react';
import { arcText, inArc, midOf } from '../../../core/basics/seam';
import {
  defectNames,
  defectOutcome,
  gradeOutcome,
  outcomeNames,
  outcomeSchema,
  gradeWords,
  zoneNames,
  type Outcome,
  type Tint,
} from '../../../core/models/criteria';
import type { Box } from '../../../core/models/drawing';
import { cleanedStretches } from '../../../core/work/record';
import { Callouts, type Callout } from '../../draw/Callouts';
import { onSeam } from '../../draw/SeamView';
import { useBox, type Room } from '../../draw/useBox';
import { corner, Stands } from '../purge/PurgeScene';
import { useShop, useWeld } from './context';
import { WeldEnd } from './Drawings';

/** So many stand on the drawing; all of them are in the verdict and the record. */
const SHOWN = 5;

type Found = { id: string; at: number; where: Parameters<typeof onSeam>[3]; name: string; what: string; outcome: Outcome };

/** What the look found that is not accepted as it is, the worst first. */
export function useFound(): Found[] {
  const { state, criterion } = useWeld();
  const { system } = useShop();
  const { look } = state;
  const { seam } = state.design;
  return useMemo(() => {
    const graded = (look?.tints ?? []).flatMap((t: Tint, i): Found[] => {
      if (t.grade.by === 'unseen') return [];
      const outcome = gradeOutcome(criterion, t.zone, t.grade);
      const what = gradeWords(criterion, t.grade);
      return [
        { id: `t${i}`, at: midOf(t.arc), where: t.zone, name: `${zoneNames[t.zone]}, ${arcText(t.arc, seam, system)}`, what, outcome },
      ];
    });
    const broken = (look?.defects ?? []).map((d, i): Found => {
      const where = d.side === 'inside' ? 'id-haz' : 'od-haz';
      const name = `${d.side === 'inside' ? 'Inside' : 'Outside'}, ${arcText(d.arc, seam, system)}`;
      return {
        id: `d${i}`,
        at: midOf(d.arc),
        where,
        name,
        what: defectNames[d.kind].toLowerCase(),
        outcome: defectOutcome(criterion, d, state.design.size.wall).outcome,
      };
    });
    const rank = (o: Outcome) => outcomeSchema.options.indexOf(o);
    return [...graded, ...broken].filter((f) => f.outcome !== 'accept').sort((a, b) => rank(b.outcome) - rank(a.outcome));
  }, [look, seam, criterion, system]);
}

export function JointDrawing() {
  const [box, room] = useBox<HTMLDivElement>();
  return (
    <div ref={box} className="absolute inset-0">
      <WeldEnd />
      {room && room.width >= 640 && <FoundWords room={room} />}
    </div>
  );
}

/** A round face as boxes, halves of its width and height: words go close to it, and into the corners. */
const steps: readonly (readonly [number, number])[] = [
  [0.95, 0.3],
  [0.84, 0.5],
  [0.68, 0.68],
  [0.5, 0.84],
  [0.3, 0.95],
];

function FoundWords({ room }: { room: Room }) {
  const { state } = useWeld();
  const { seam } = state.design;
  const found = useFound();
  const clean = useMemo(() => cleanedStretches(state), [state]);
  const straight = seam.kind === 'straight';
  const [cx, cy, scale] = [room.width / 2, room.height / 2, Math.min(room.width, room.height) / 2];
  const taken = useCallback(() => {
    const own: Box[] = straight
      ? [{ x: 0, y: 0.1 * room.height, w: room.width, h: 0.6 * room.height }]
      : steps.map(([w, h]) => ({ x: cx - w * scale, y: cy - h * scale, w: 2 * w * scale, h: 2 * h * scale }));
    return [...own, ...corner(room)];
  }, [room, straight, cx, cy, scale]);
  const list = useMemo(() => {
    const isClean = (f: Found) => clean.some((c) => f.where.startsWith(c.side === 'inside' ? 'id' : 'od') && inArc(c.arc, f.at));
    return found.slice(0, SHOWN).map((f): Callout => {
      const at = onSeam(seam, room, f.at, f.where);
      // Outward from the middle; where there is no room, further round.
      const out = (Math.atan2(at.y - cy, at.x - cx) * 180) / Math.PI;
      const side = at.x < cx ? 1 : -1;
      return {
        id: f.id,
        at,
        ways: straight ? [90, 60, 120, -90] : [0, 25, -25, 45, -45, 65, -65].map((turn) => out + side * turn * (at.y > cy ? 1 : -1)),
        off: straight ? 60 : 0.98 * scale - Math.hypot(at.x - cx, at.y - cy) + 10,
        node: (
          <div className="max-w-56">
            <Stands label={f.name}>
              <span className="font-sans text-lg leading-tight font-bold whitespace-normal">{f.what}</span>
            </Stands>
            <span className="block text-sm">{isClean(f) ? '✓ as found; cleaned since' : outcomeNames[f.outcome].toLowerCase()}</span>
          </div>
        ),
      };
    });
  }, [found, seam, room, straight, cx, cy, scale, clean]);
  return <Callouts list={list} room={room} taken={taken} />;
}
