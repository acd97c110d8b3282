/**
 * What a white or grey card beside the weld tells of the patch. Patch and line cannot know whether the "bare" metal carries film; beside something
 * white bare metal is nearly colourless, and film is not. Metal mirrors the room where paper does not, so that this is a warning, never a refusal.
 */
import { d65, linearOf, observer, reflectance, stackOf, wavelengths, type Triple } from '../tint';
import type { Metal } from './family';
import type { Warning } from './flags';
import { hueOver, type Spot } from './pixels';

/** Film on the patch up to so much is taken for the room, nm; what a card finds beyond is said. From rendered scenes (docs/physics.md). */
const FOUND = 9;
/** Off the colours of film by this much in hue (OKLab a/L, b/L) something coloured is mirrored. */
const MIRRORED = 0.06;
/** Films looked at, nm: from light blue on they are pale, as bare metal is. */
const MOST = 55;
/** Of films that fit about as well the thinnest is told. */
const AS_WELL = 0.004;

/** Hue of a metal with so much film beside white, D65. */
function hueOf(metal: Metal, nm: number): [number, number] {
  const { oxide, metal: bare } = stackOf(metal === 'titanium' ? 'titanium' : 'steel-od');
  const [xyz, white]: [Triple, Triple] = [
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (const l of wavelengths) {
    const r = reflectance(oxide(l), bare(l), nm, l);
    observer(l).forEach((o, c) => {
      xyz[c] = (xyz[c] as number) + r * o * d65(l);
      white[c] = (white[c] as number) + o * d65(l);
    });
  }
  const [rgb, paper] = [xyz, white].map((v) => linearOf(v.map((x) => x / white[1]) as Triple)) as [Triple, Triple];
  const [u, v] = hueOver(rgb, paper);
  return [u, v];
}
const kept = new Map<Metal, [number, number][]>();
function huesOf(metal: Metal): [number, number][] {
  const had = kept.get(metal) ?? Array.from({ length: MOST + 1 }, (_, nm) => hueOf(metal, nm));
  kept.set(metal, had);
  return had;
}

/** The film a patch seems to carry beside a card, nm, and how far its hue is off that film's; null where the card tells nothing. */
export function filmBeside(patch: Spot, card: Spot, metal: Metal): { nm: number; off: number } | null {
  if (card.clipped > 0.3 || Math.max(...card.mean) < 0.01) return null;
  const [u, v] = hueOver(patch.mean, card.mean);
  const away = ([a, b]: [number, number]) => Math.hypot(u - a, v - b);
  const hues = huesOf(metal);
  const least = Math.min(...hues.map(away));
  const nm = hues.findIndex((h) => away(h) <= least + AS_WELL);
  return { nm, off: away(hues[nm] as [number, number]) };
}

/** What is said of the patch beside the card; null when nothing is. */
export function cardSays(patch: Spot, card: Spot, metal: Metal): Warning | null {
  const film = filmBeside(patch, card, metal);
  if (film === null) return 'card-useless';
  if (film.off > MIRRORED) return 'card-mirror';
  return film.nm > FOUND ? 'card-film' : null;
}
