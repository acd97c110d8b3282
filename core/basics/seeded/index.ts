/** Small seeded draws (mulberry32), so that what was drawn can be seen again; the whole of their state is one number. */
export class Dice {
  constructor(public state: number) {}
  /** Between 0 and 1, never 1. */
  uniform(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    const a = this.state;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }
  /** Standard normal (Box & Muller 1958, one of the pair). */
  normal(): number {
    return Math.sqrt(-2 * Math.log(1 - this.uniform())) * Math.cos(2 * Math.PI * this.uniform());
  }
}

/** A generator as a function, so that a failure can be seen again. */
export function seeded(seed: number): () => number {
  const dice = new Dice(seed);
  return () => dice.uniform();
}
