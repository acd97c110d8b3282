/** Ways round a joint: in which order its arcs are welded, and which way each. Places are twelfths of the seam (basics/seam). */
import { z } from 'zod';
import { arcOf, hourText, placeShort, type Arc, type Seam } from '../../basics/seam';
import { showRough, type System } from '../../basics/units';

export const waySchema = z.enum(['round', 'halves', 'quarters', 'opposite', 'back-step', 'skip']);
export type Way = z.infer<typeof waySchema>;
export const wayNames: Record<Way, string> = {
  round: 'Round, one direction',
  halves: 'Two halves that meet',
  quarters: 'Quarters, side after side',
  opposite: 'Opposite quarters',
  'back-step': 'Back-step',
  skip: 'Skip, let it cool',
};
/** What each is for. Common practice, no source. */
const wayWords: Record<Way, string> = {
  round: 'One tie-in. Its own heat comes round to it: less current at the end.',
  halves: 'Both halves run from the start and meet opposite: two tie-ins.',
  quarters: 'Four arcs with room for hand and tape: each begins on sound weld of the last.',
  opposite: 'Each arc lies opposite the last: heat and pull even out.',
  'back-step': 'Each arc runs back into the last: less pull.',
  skip: 'No arc beside the last: the joint cools between.',
};
/** The same, where the seam has ends. */
const alongWords: Partial<Record<Way, string>> = {
  round: 'In one go: start off the edge, less pedal at the far one.',
  halves: 'Both runs start in the middle, the second on sound weld: the ends stay free to move.',
};
export const wayWordsOn = (w: Way, seam: Seam): string => (seam.kind === 'straight' ? (alongWords[w] ?? wayWords[w]) : wayWords[w]);
/** Along a straight seam there are no quarters. */
export const waysOn = (seam: Seam): Way[] => (seam.kind === 'straight' ? ['round', 'halves', 'back-step', 'skip'] : [...waySchema.options]);
export const wayName = (w: Way, seam: Seam): string =>
  seam.kind !== 'straight' ? wayNames[w] : w === 'round' ? 'From edge to edge' : w === 'halves' ? 'From the middle out' : wayNames[w];

/** One arc of a way: the stretch, and whether it is welded on (clockwise, away from the first edge) or back. */
export type Leg = { arc: Arc; on: boolean };

/** A back-step or a skip on a straight seam is about so long, m (2 in; common practice, no source). */
const STEP = 0.0508;

/** Steps of two hours, or of about two inches of a straight seam. */
const stepsOf = (seam: Seam): number => (seam.kind === 'straight' ? Math.min(12, Math.max(3, Math.round(seam.length / STEP))) : 6);

/**
 * The arcs in the order they are welded. Together they cover the seam once; tie-ins overlap by what is welded back over them.
 * @param start where the first arc begins; on a straight seam its edge is the start @param counter the other way round
 */
export function legsOf(way: Way, start: number, seam: Seam, counter = false): Leg[] {
  const legs = seam.kind === 'straight' ? straightLegs(way, seam) : roundLegs(way, start, seam);
  if (!counter) return legs;
  const turned = (p: number) => (seam.kind === 'straight' ? 12 - (p % 12) : (((2 * start - p) % 12) + 24) % 12);
  return legs.map(({ arc, on }) => ({ arc: arcOf(turned(arc.to), turned(arc.from)), on: !on }));
}

function straightLegs(way: Way, seam: Seam): Leg[] {
  const n = stepsOf(seam);
  const step = (i: number) => arcOf((12 * i) / n, (12 * (i + 1)) / n);
  switch (way) {
    case 'halves':
      return [
        { arc: arcOf(6, 12), on: true },
        { arc: arcOf(0, 6), on: false },
      ];
    case 'back-step':
      return Array.from({ length: n }, (_, i) => ({ arc: step(i), on: false }));
    case 'skip':
      return [...evens(n), ...odds(n)].map((i) => ({ arc: step(i), on: true }));
    default:
      return [{ arc: arcOf(0, 12), on: true }];
  }
}
const evens = (n: number) => Array.from({ length: Math.ceil(n / 2) }, (_, i) => 2 * i);
const odds = (n: number) => Array.from({ length: Math.floor(n / 2) }, (_, i) => 2 * i + 1);

function roundLegs(way: Way, start: number, seam: Seam): Leg[] {
  const arc = (a: number, b: number) => arcOf((((start + a) % 12) + 12) % 12, (((start + b) % 12) + 12) % 12);
  switch (way) {
    case 'round':
      return [{ arc: arc(0, 12), on: true }];
    case 'halves':
      return [
        { arc: arc(-6, 0), on: false },
        { arc: arc(0, 6), on: true },
      ];
    // One side from the start to the top, then the other: 6 to 3, 3 to 12, 6 to 9, 9 to 12.
    case 'quarters':
      return [
        { arc: arc(-3, 0), on: false },
        { arc: arc(-6, -3), on: false },
        { arc: arc(0, 3), on: true },
        { arc: arc(3, 6), on: true },
      ];
    case 'opposite':
      return [0, 6, 3, 9].map((a) => ({ arc: arc(a, a + 3), on: true }));
    case 'back-step':
      return Array.from({ length: stepsOf(seam) }, (_, i) => ({ arc: arc(2 * i, 2 * i + 2), on: false }));
    case 'skip':
      return [0, 3, 1, 4, 2, 5].map((i) => ({ arc: arc(2 * i, 2 * i + 2), on: true }));
  }
}

const ordinals = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'];
/** How the order of an arc is said. */
export const ordinal = (n: number): string => ordinals[n - 1] ?? `${n}th`;

/** Where a leg begins and ends as it is welded, 0 to 12. */
export const legEnds = ({ arc, on }: Leg): [number, number] => (on ? [arc.from, arc.to] : [arc.to, arc.from]);

/** Along a straight seam many arcs are told by their number and length. */
const MANY = 3;

/** The order in words: "6 to 3, 3 to 12, 6 to 9, 9 to 12". */
export const legsText = (legs: readonly Leg[], seam: Seam, system: System): string =>
  seam.kind === 'straight' && legs.length > MANY
    ? `${legs.length} arcs of ${showRough(seam.length / legs.length, 'length', system)}`
    : legs
        .map((l) => {
          const [a, b] = legEnds(l);
          const edge = (p: number, first: boolean) =>
            seam.kind === 'straight' ? placeShort(first === l.on ? p % 12 : p, seam, system) : hourText(p);
          return `${edge(a, true)} to ${edge(b, false)}`;
        })
        .join(', ');
