/** The sounds and buzzes can be told apart without looking. */
import { expect, it } from 'vitest';
import { tones } from './cues';

const cues = Object.values(tones);
const pairs = cues.flatMap((a, i) => cues.slice(i + 1).map((b) => [a, b] as const));

it('any two differ in how many sounds they make or how long: what an ear-muff leaves of them', () => {
  const length = (c: (typeof cues)[number]) => Math.max(...c.tones.map(([, from, long]) => from + long));
  for (const [a, b] of pairs) expect(a.tones.length !== b.tones.length || Math.abs(length(a) - length(b)) > 0.3).toBe(true);
});

it('any two differ on the body: in the number of pulses or twice over in the longest', () => {
  const pulses = (c: (typeof cues)[number]) => c.buzz.filter((_, i) => i % 2 === 0);
  for (const [a, b] of pairs) {
    const [x, y] = [Math.max(...pulses(a)), Math.max(...pulses(b))];
    expect(pulses(a).length !== pulses(b).length || Math.max(x, y) >= 2 * Math.min(x, y)).toBe(true);
  }
});

it('a sound can be heard by an ear that lost its heights to noise: all lie below 1 kHz', () => {
  for (const c of cues) for (const [hertz] of c.tones) expect(hertz).toBeLessThan(1000);
});
