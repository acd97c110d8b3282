/** Light on a rendered weld: lamps, what the metal mirrors, the haze over it; and what the camera takes for white. */
import { THICKEST, type Stack, type Triple } from '../tint';
import { colours, lampOf, paperUnder } from './film';
import type { Place } from './geometry';
import { field, rough, type Draws } from './noise';
import { BLACK, POWDER } from './truth';

/** Things that stand about a shop, mirrored in the metal; linear. */
const tints: readonly Triple[] = [
  [0.5, 0.6, 1],
  [1, 0.55, 0.2],
  [1, 0.75, 0.6],
  [1, 0.9, 0.35],
  [0.6, 1, 0.6],
  [0.9, 0.4, 0.35],
];

export interface Lighting {
  /** Gains a channel that make the bare metal grey. */
  balance: Triple;
  /** Light from a white card that lies beside the weld. */
  card: Triple;
  /** Light from a place on the metal that carries so much film (nm, BLACK, POWDER), written from `at`. */
  metal(p: Place, nm: number, into: Float32Array, at: number): void;
  /** Light from what is no metal. */
  behind(x: number, y: number, into: Float32Array, at: number): void;
}

/** `bead`: half its width, mm; `most`: thickest film, nm. */
export function drawLight(stack: Stack, bead: number, most: number, inBore: boolean, seed: number, draw: Draws): Lighting {
  // Lamps: a lobe on the turned surface each, over a general light.
  const lamps = Array.from({ length: inBore ? 1 : 2 + Math.floor(draw.between(0, 2)) }, () => {
    const of = lampOf(draw.one(['daylight', 2900, 4000, 5000, 6500] as const));
    return {
      table: colours(stack, of),
      paper: paperUnder(stack, of),
      at: draw.between(-0.8, 0.8),
      along: draw.between(-30, 30),
      width: draw.between(0.2, 0.7),
      length: draw.between(8, 60),
      power: draw.between(0.15, 1.2),
      general: draw.between(0.1, 0.5),
    };
  });
  const day = colours(stack, lampOf('daylight'));
  const mirrored = draw.chance(0.4)
    ? {
        colour: draw.one(tints),
        at: draw.between(-0.9, 0.9),
        along: draw.between(-25, 25),
        size: draw.between(6, 16),
        power: draw.between(0.15, 0.7),
      }
    : null;
  // The camera balances what the bare metal shows under all lamps together, not quite.
  const bare = [0, 1, 2].map((c) => lamps.reduce((sum, l) => sum + (l.table[c] as number) * (l.general + 0.4 * l.power), 0)) as Triple;
  const balance = bare.map((v) => bare[1] / v) as Triple;
  const haze = draw.chance(0.35) ? draw.between(0.02, 0.16) : draw.between(0, 0.02);
  const streak = draw.between(0.02, 0.1);
  const along = draw.chance(0.5);
  const phone = draw.between(0.3, 1.5); // what the bead mirrors
  const brown: Triple = [0.05, 0.035, 0.025];

  const joint = 3 * Math.round(Math.min(THICKEST, most));
  const lobes = new Float64Array(lamps.length);

  return {
    balance,
    // Paper takes light from all lamps alike and mirrors nothing.
    card: [0, 1, 2].map((c) => lamps.reduce((sum, l) => sum + (l.paper[c] as number) * (l.general + 0.3 * l.power), 0)) as Triple,
    behind(x, y, into, at) {
      for (let c = 0; c < 3; c++) into[at + c] = inBore ? (brown[c] as number) : 0.22 + 0.04 * field(seed + 40, x / 90, y / 90);
    },
    metal(p, nm, into, at) {
      const inBead = Math.abs(p.s) < bead;
      const edge = Math.min(1, Math.max(0, (bead - Math.abs(p.s)) / 0.35));
      const ripples = inBead ? 1 + 0.18 * Math.sin(p.a * 7 + 2.5 * (p.s / bead) ** 2) : 1;
      // Past the joint in a bore the light has been on its film before.
      const again = p.second && nm >= 0 ? p.second : 0;
      const grain =
        1 +
        streak * (along ? rough(seed + 60, p.a / 0.35, p.s / 8) : rough(seed + 60, p.s / 0.35, p.a / 8)) +
        0.04 * field(seed + 63, p.s / 3, p.a / 3);
      const bent = inBead ? p.turn + 0.35 * (p.s / bead) : p.turn;
      const d = Math.max(0, nm);
      // A tilted view reads a little thinner (tilted path in the film).
      const index = 3 * Math.round(d * (1 - 0.04 * Math.min(1, Math.abs(p.turn))));
      const scaled =
        nm === BLACK
          ? 0.09 * (1 + 0.5 * rough(seed + 80, p.s / 0.4, p.a / 0.4))
          : nm === POWDER
            ? 0.9 + 0.1 * field(seed + 80, p.s / 0.6, p.a / 0.6)
            : 0;
      lamps.forEach((lamp, k) => {
        const off = ((bent - lamp.at) / lamp.width) ** 2 + ((p.s - lamp.along) / lamp.length) ** 2;
        lobes[k] = lamp.general + lamp.power * Math.exp(-off);
      });
      const thing = mirrored
        ? mirrored.power * Math.exp(-(((p.s - mirrored.along) / mirrored.size) ** 2) - ((p.turn - mirrored.at) / 0.5) ** 2)
        : 0;
      const all = p.lit * grain * ripples * (1 + (phone - 1) * edge);
      for (let c = 0; c < 3; c++) {
        let v = 0;
        lamps.forEach((lamp, k) => {
          const bareHere = lamp.table[c] as number;
          const colour = nm < 0 ? bareHere * scaled : (lamp.table[index + c] as number);
          v += (lobes[k] as number) * (colour * (1 - haze) + bareHere * haze);
        });
        if (mirrored) v += thing * (mirrored.colour[c] as number) * (nm < 0 ? scaled : (day[index + c] as number));
        into[at + c] = Math.max(0, v) * all * (1 - again + (again * (day[joint + c] as number)) / (day[c] as number));
      }
    },
  };
}
