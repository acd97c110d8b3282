/** What stands near the joint and minds its heat. */
import type { Part } from '../../basics/spool';
import type { Setup } from './setup';

/** Farther off a face is not reached by the heat of a weld, m. A judgement. */
const NEAR = 0.08;

/** How far the face of the nearest ferrule is from a joint, m; null where none is near. @param joint the part behind the joint */
export function ferruleBeside({ parts }: Pick<Setup, 'parts'>, joint: string): number | null {
  const after = parts.find((p) => p.id === joint);
  const before = parts.find((p) => p.id === after?.on?.part);
  if (!after || !before) return null;
  const long = (p: Part) => ('length' in p ? p.length : Infinity);
  /** along a part and, where it is a plain tube, through to the ferrule on its other end */
  const along = (p: Part, next: Part | undefined): number[] =>
    p.kind === 'ferrule' ? [p.length] : p.kind === 'straight' && next?.kind === 'ferrule' ? [long(p) + next.length] : [];
  const nearest = Math.min(
    ...along(
      after,
      parts.find((p) => p.on?.part === after.id),
    ),
    ...along(
      before,
      parts.find((p) => p.id === before.on?.part),
    ),
    Infinity,
  );
  return nearest <= NEAR ? nearest : null;
}
