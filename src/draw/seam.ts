/** What stands on the drawing of a seam, whether it is a clock or a rule; and what of it is said to who does not see it. */
import { arcText, placeShort, placeText, ROUND, type Arc, type Seam } from '../../core/basics/seam';
import type { System } from '../../core/basics/units';
import { defectNames, zoneNames, type FoundDefect, type Tint, type Zone } from '../../core/models/criteria';
import { bandNames, type Band, type Film } from '../../core/models/tint';
import type { Joint } from '../../core/work/jobs';
import { arcName, type Peeled } from '../../core/work/run';

/**
 * A place on the seam under a finger or a pointer: where along it, and the zone it hit, if any. Arrow keys walk on by a step, with Shift
 * they stretch what is chosen.
 */
export type Pressed = { at: number; zone: Zone | null; on: 'zone' | 'joint' | 'elsewhere'; how: 'down' | 'move' | 'walk' | 'stretch' };

/** The words of a range, thin to thick, and the likeliest of them. */
export type Foretelling = { inside: Told | null; outside: Told | null };
type Told = { words: readonly Band[]; likely: Band };

export type SeamProps = {
  seam?: Seam;
  /** how the plates meet */
  joint?: Joint;
  system?: System;
  /** outside diameter of the tube or branch, m: how deep a saddle falls */
  od?: number;
  film?: { id: Film; od: Film };
  gap?: { narrowAt: number; wideAt: number; narrow?: string; wide?: string } | null;
  tints?: readonly Tint[];
  /** what tint is foretold, by side: a model's range, drawn broken beside what is seen */
  foretold?: Foretelling | null;
  defects?: readonly FoundDefect[];
  /** stretches that are clean again: ticked, their colour as it was found */
  cleaned?: readonly { side: 'inside' | 'outside'; arc: Arc }[];
  welded?: number;
  /** a joint welded by arc: what is peeled, what of it is welded; the rest is taped */
  peeled?: Peeled | null;
  tacks?: number;
  looking?: string;
  /** chosen arc and zone */
  chosen?: { arc: Arc; zone: Zone } | null;
  /** places can be pressed, and dragged along */
  onPress?: (p: Pressed) => void;
  /** what may be pressed is caught in steps of this, twelfths */
  step?: number;
  mini?: boolean;
  /** flat neutral grey, for judging colour */
  grading?: boolean;
  className?: string;
};

/** Brushed before anybody looked: no colour, short strokes. */
export const BRUSHED = { fill: '#9a9a9a', stroke: '#222222', strokeWidth: 1.2, strokeDasharray: '0.7 1.4' } as const;

const gradeWords = ({ grade }: Tint): string =>
  grade.by === 'band'
    ? bandNames[grade.band]
    : grade.by === 'number'
      ? `number ${grade.number}`
      : grade.by === 'brushed'
        ? 'brushed, colour as welded unknown'
        : 'not seen';

/** The drawing in words. */
export function seamSaid(p: SeamProps): string {
  const { seam = ROUND, system = 'metric', gap, peeled } = p;
  const said = [
    p.looking ? (seam.kind === 'straight' ? `Measured from ${p.looking}.` : `Looking ${p.looking}.`) : '',
    gap ? `Narrowest gap at ${placeText(gap.narrowAt, seam, system)}, widest at ${placeShort(gap.wideAt, seam, system)}.` : '',
    (p.welded ?? 0) >= 1 ? `Welded ${seam.kind === 'straight' ? 'all along' : 'all round'}.` : '',
    ...(peeled?.open.map((a) => `Peeled ${arcName(a, seam)}.`) ?? []),
    ...(peeled?.welded.map((a) => `Welded ${arcName(a, seam)}.`) ?? []),
    ...(p.tints ?? []).map((t) => `${zoneNames[t.zone]}, ${arcText(t.arc, seam, system)}: ${gradeWords(t)}.`),
    ...(['inside', 'outside'] as const).map((side) => {
      const told = p.foretold?.[side];
      const [low, high] = [told?.words[0], told?.words.at(-1)];
      return told && low && high ? `Foretold ${side}: ${bandNames[low]} to ${bandNames[high]}, likely ${bandNames[told.likely]}.` : '';
    }),
    ...(p.cleaned ?? []).map((c) => `Cleaned ${c.side}, ${arcText(c.arc, seam, system)}.`),
    ...(p.defects ?? []).map((d) => `${defectNames[d.kind]} ${d.side}, ${arcText(d.arc, seam, system)}.`),
  ];
  return said.filter(Boolean).join(' ') || 'Nothing recorded yet.';
}

/**
 * What an arrow key does to the chosen arc: walks its beginning on by a step, with Shift stretches its end. Null for other keys. A clock
 * goes round, a rule ends at its edges.
 */
export function keyed(
  { key, shiftKey }: { key: string; shiftKey: boolean },
  arc: Arc,
  seam: Seam,
  step = 1,
): Pick<Pressed, 'at' | 'how'> | null {
  const by = key === 'ArrowRight' || key === 'ArrowDown' ? step : key === 'ArrowLeft' || key === 'ArrowUp' ? -step : 0;
  if (by === 0) return null;
  const from = shiftKey ? arc.to : seam.kind === 'straight' ? arc.from % 12 : arc.from;
  const at = seam.kind === 'straight' ? Math.min(12, Math.max(0, from + by)) : (from + by + 12) % 12 || 12;
  return { at, how: shiftKey ? 'stretch' : 'walk' };
}
