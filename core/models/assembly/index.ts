/**
 * What stands beside a joint along its two tubes: what hand, torch and cup must get past, where on the clock, and what has to be on a tube
 * before the seam closes. By the parts of the spool as they lie.
 */
import { show, type System } from '../../basics/units';
import { dot, elbowLength, layOut, type Part, type Vec } from '../../basics/spool';

export type End = 'A' | 'B';
export type Beside = {
  end: End;
  part: string;
  kind: 'bend' | 'branch' | 'run' | 'ferrule' | 'shell' | 'vessel';
  /** m from the seam, along the tube */
  from: number;
  /** clock hour it stands at; null where it stands all round, or the axis is upright and 12 is the drawing's */
  at: number | null;
};
/** In a word, on a drawing. */
const besideWords: Record<Beside['kind'], string> = {
  bend: 'bend',
  branch: 'branch',
  run: 'run',
  ferrule: 'ferrule',
  shell: 'jacket',
  vessel: 'vessel',
};
export const besideNames: Record<Beside['kind'], string> = {
  bend: 'the inside of a bend',
  branch: 'a branch',
  run: 'the run',
  ferrule: 'a ferrule',
  shell: 'a jacket',
  vessel: 'a vessel',
};

/** How far off it stands: a place hard by the seam is not told as nought. */
export const offText = ({ from }: Pick<Beside, 'from'>, system: System): string =>
  from < 1e-3 ? 'right at the seam' : `${show(from, 'length', system)} from the seam`;
/** The same on a drawing. */
export const besideShort = (b: Pick<Beside, 'kind' | 'from'>, system: System): string =>
  `${besideWords[b.kind]} ${b.from < 1e-3 ? 'at it' : show(b.from, 'length', system)}`;

/** m along the tube that a hand with its torch takes beside the seam. A judgement, no source. */
export const HAND = 0.1;
/** The same in words, as round as it is known. */
export const handText = (system: System): string => (system === 'inch' ? '4 in' : '100 mm');

const cross = (a: Vec, b: Vec): Vec => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];

/** The clock hour of a direction about an axis that runs from A to B; null where the axis stands upright. */
function hourAbout(axis: Vec, to: Vec): number | null {
  const up: Vec = [0 - axis[0] * axis[1], 1 - axis[1] * axis[1], 0 - axis[2] * axis[1]];
  const long = Math.hypot(...up);
  if (long < 0.2) return null;
  const right = cross(axis, up);
  const h = (Math.atan2(dot(to, right), dot(to, up)) / (2 * Math.PI)) * 12;
  return Math.round(((h + 12) % 12) * 2) / 2 || 12;
}

/**
 * Everything that stands out beside a joint, the nearest first, along either tube until something closes the way.
 * @param joint the part behind the joint, whose a-end it is @param looking which way the clock of the weld is seen: from B to A it is turned
 * round, 3 for 9
 */
export function besideJoint(parts: readonly Part[], joint: string, looking = 'from A to B'): Beside[] {
  const turned = /\bB to A\b/i.test(looking);
  const seen = (at: number | null) => (at === null || !turned ? at : 12 - (at % 12));
  const byId = new Map(parts.map((p) => [p.id, p]));
  const { ends } = layOut(parts);
  const b = byId.get(joint);
  const seat = ends.get(joint)?.a;
  if (!b || !seat || b.on === null) return [];
  const axis: Vec = [-seat.out[0], -seat.out[1], -seat.out[2]];
  const out: Beside[] = [];

  /** @param by the end the way comes in at */
  const walk = (end: End, part: Part | undefined, by: 'a' | 'b' | 'c', from: number): void => {
    if (!part || from > 1) return;
    const own = ends.get(part.id);
    const say = (kind: Beside['kind'], far: number, to: Vec | undefined) =>
      out.push({ end, part: part.id, kind, from: Math.max(0, far), at: to ? seen(hourAbout(axis, to)) : null });
    const on = (port: 'a' | 'b', far: number) =>
      port === 'a'
        ? walk(end, part.on ? byId.get(part.on.part) : undefined, part.on?.port ?? 'b', far)
        : walk(
            end,
            parts.find((p) => p.on?.part === part.id && p.on.port === 'b'),
            'a',
            far,
          );
    const other = by === 'a' ? 'b' : 'a';
    switch (part.kind) {
      case 'straight':
        for (const j of parts)
          if (j.kind === 'jacket' && j.around === part.id) {
            const near = by === 'a' ? j.from : part.length - j.to;
            out.push({ end, part: j.id, kind: 'shell', from: from + Math.max(0, near), at: null });
          }
        return on(other, from + part.length);
      case 'reducer':
        return on(other, from + part.length);
      case 'elbow': {
        // The throat lies to the side the tube turns to.
        const tangent = Math.max(0, part.reach - part.radius * Math.tan((part.angle * Math.PI) / 360));
        say('bend', from + Math.min(tangent, elbowLength(part)), own?.[other]?.out);
        return;
      }
      case 'tee':
      case 'nipple': {
        const through = part.kind === 'tee' && part.enter === 'branch' ? by !== 'a' : by !== 'c';
        if (!through) say('run', from + part.side - part.size.od / 2, undefined);
        else {
          const side = part.kind === 'tee' && part.enter === 'branch' ? own?.a?.out : own?.c?.out;
          say('branch', from + part.reach - part.branch.od / 2, side);
        }
        return;
      }
      case 'ferrule':
        say('ferrule', from + part.length, undefined);
        return;
      case 'vessel':
        say('vessel', from, undefined);
        return;
      default:
        return;
    }
  };
  walk('A', byId.get(b.on.part), b.on.port, 0);
  walk('B', b, 'a', 0);
  return out.sort((x, y) => x.from - y.from);
}

/** Of these, what leaves less than a hand takes. */
export const tightOf = (list: readonly Beside[]): Beside[] => list.filter((b) => b.from < HAND);
