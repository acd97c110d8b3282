/**
 * Remaining time that learns from the readings: a cloud of purges that could be this one (`cloud`), carried on from reading to reading
 * (`step`), thinned to those that fit (`moves`), asked what is to come (`ahead`). The same readings in whatever order they arrive give
 * the same cloud, to the last digit: what arrives late is put in its place, and all since is gone through again.
 */
import { AIR_OXYGEN_PPM } from '../../basics/gases';
import { Dice } from '../../basics/seeded';
import { courseAhead, forecast, outlook, reachOf, type Course, type Outlook, type Span } from './ahead';
import { copyCloud, drawCloud, middleFloor, type Cloud, type Monitor } from './cloud';
import { move, resample, weightsOf } from './moves';
import { HAPPENED, SHIPPED, type Prior } from './prior';
import { sift, type KeptOut, type Reading, type Taken } from './sift';
import type { Place, Shapes } from './shapes';
import { advance, weigh } from './step';
import { flatFor, goesUp, roseBy, stillFalls } from './trend';

export const PARTICLES = 800;
/** A reading older than this says nothing of now, s. */
export const STALE = 10;

/** s between two looks at whether it gets there, and of the cloud kept to come back to. */
const LOOK = 5;
const KEEP = 2;
/** The cloud is moved at least so often, s. */
const MOVED = 4;
const KEPT = 40;
const HISTORY = 40;

/** A reading late by so much against a forecast of so many s ago counts; the sum of what is over it, above which something happened. */
const LATE = { ahead: 8, free: 1.5, most: 6, from: 20, to: 20_000, highFree: 2.5, highMost: 8, back: 18, quiet: 20 };
/** Far below what was forecast, the same way: what was thought is not what is. */
const EARLY = { free: 2.5, most: 8 };
/** Below the first it will probably not get there, above the second it may again. */
const WONT = { said: 0.25, withdrawn: 0.5, near: 3, under: 0.5, afterSign: 40 };
/** What happens within so many s of a sign belongs to it. */
const SAME = 45;

export type Sign = {
  /** s since gas on */
  t: number;
  /** rises: oxygen goes up; left: it does not fall as was to be expected */
  kind: 'rises' | 'left';
  /** rises so far that no time can be given until it falls again */
  grave: boolean;
};

export type Settings = {
  limit: number;
  monitors: readonly Monitor[];
  prior?: Prior;
  seed?: number;
  particles?: number;
  /** share of air in the spool at the start, between two bounds; full of it when left out */
  start?: readonly [number, number];
  /** flow over the flow asked for, from s since gas on; one when left out */
  flows?: readonly (readonly [number, number])[];
};

export type Answer = Outlook & {
  /** s since gas on */
  now: number;
  /** the newest reading that was gone by; null when there is none */
  last: Reading | null;
  /**
   * fresh: goes by what is read now; before: by what was likely before anything was read; stale: the newest reading is old;
   * rising: oxygen goes up, and no time can be given
   */
  state: 'fresh' | 'before' | 'stale' | 'rising';
  /** it will probably not get there */
  wont: boolean;
  signs: readonly Sign[];
  keptOut: readonly KeptOut[];
  /** the model is weak on bodies that fill in layers */
  layered: boolean;
};

type State = {
  t: number;
  cloud: Cloud;
  dice: number;
  /** s of the newest reading by monitor */
  heard: number[];
  /** sums of what was later and earlier than forecast, by monitor */
  late: number[];
  early: number[];
  /** no sign is looked for before this, s */
  quietUntil: number;
  rising: { peak: number; peakAt: number } | null;
  wont: boolean;
  lookedAt: number;
  movedAt: number;
  signs: Sign[];
  /** readings gone through */
  done: number;
};

const copyState = (s: State): State => ({
  ...s,
  cloud: copyCloud(s.cloud),
  heard: [...s.heard],
  late: [...s.late],
  early: [...s.early],
  signs: [...s.signs],
  rising: s.rising && { ...s.rising },
});

export class Remaining {
  /** flow over the flow asked for, from s since gas on */
  flows: readonly (readonly [number, number])[];
  private readonly monitors: readonly Monitor[];
  private readonly prior: Prior;
  private readonly n: number;
  private readonly seed: number;
  private dice: Dice;
  private is: State;
  private readonly first: State;
  private kept: State[] = [];
  private forgot = false;
  private taken: Taken[] = [];
  private out: KeptOut[] = [];

  constructor(
    readonly shapes: Shapes,
    readonly settings: Settings,
  ) {
    this.monitors = settings.monitors;
    this.flows = settings.flows ?? [];
    this.prior = settings.prior ?? SHIPPED;
    this.n = settings.particles ?? PARTICLES;
    this.seed = settings.seed ?? 1;
    this.dice = new Dice(this.seed);
    const cloud = drawCloud(shapes, this.prior, this.monitors, this.n, this.dice, settings.start ? { start: settings.start } : {});
    this.first = {
      ...{
        t: 0,
        cloud,
        dice: this.dice.state,
        quietUntil: 0,
        rising: null,
        wont: false,
        lookedAt: 0,
        movedAt: 0,
        signs: [],
        done: 0,
      },
      heard: this.none(),
      late: this.none(),
      early: this.none(),
    };
    this.is = copyState(this.first);
  }

  /** Takes readings, in any order; what cannot be one is kept out and said. @param now s since gas on */
  feed(readings: readonly Reading[], now: number): void {
    const { taken, out, from } = sift(this.taken, readings, this.monitors.length, now, this.shapes.gas);
    this.out = [...this.out, ...out];
    this.taken = taken;
    if (from < this.is.done) this.backTo(from);
    this.run();
  }

  /** Of the place that is measured, what is to come. @param now s since gas on */
  answer(now: number): Answer {
    const { is } = this;
    const last = this.taken[is.done - 1] ?? null;
    const since = Math.max(0, now - is.t);
    const stale = last === null ? now > STALE : now - last.t > STALE;
    const { limit } = this.settings;
    return {
      ...outlook(this.shapes, is.cloud, this.monitors, { t: is.t, since, limit, flow: this.flowAt(now), seed: this.seed + is.done }),
      now,
      last,
      state: is.rising || goesUp(this.taken, is.done) ? 'rising' : last === null ? 'before' : stale ? 'stale' : 'fresh',
      wont: is.wont,
      signs: is.signs,
      keptOut: [...this.out].sort((a, b) => a.why.localeCompare(b.why)),
      layered: this.shapes.layered,
    };
  }

  /** What the first monitor will read from now on. @param seconds how far */
  ahead(seconds: number): Course {
    const { is } = this;
    const at = { t: is.t, flow: this.flowAt(is.t), seed: this.seed + is.done };
    return courseAhead(this.shapes, is.cloud, this.monitors[0] as Monitor, 'reads', at, seconds);
  }
  /** The gas at a place from gas on, as it was likely before anything was read. */
  planned(place: Place, seconds: number): Course {
    return courseAhead(this.shapes, this.first.cloud, this.monitors[0] as Monitor, place, { t: 0, flow: 1, seed: this.seed }, seconds);
  }

  /** Is it said, by the readings so far, that it will not get there? */
  get wont(): boolean {
    return this.is.wont;
  }

  /** What is thought of this purge by now, for whoever learns from many: ln of pace and of leak, mean and spread. */
  learnt(): { pace: { mean: number; sd: number }; leak: { mean: number; sd: number } } {
    const { cloud } = this.is;
    const { w } = weightsOf(cloud);
    const of = (x: Float64Array) => {
      let [mean, squares] = [0, 0];
      for (let i = 0; i < cloud.n; i++) mean += (w[i] as number) * (x[i] as number);
      for (let i = 0; i < cloud.n; i++) squares += (w[i] as number) * ((x[i] as number) - mean) ** 2;
      return { mean, sd: Math.sqrt(squares) };
    };
    const q = this.shapes.asked * this.flowAt(this.is.t);
    // What came in on the way is air drawn in as well.
    const leak = cloud.leak.map((x, i) => Math.log(x + ((cloud.stepPpm[i] as number) * q * (cloud.slower[i] as number)) / AIR_OXYGEN_PPM));
    return { pace: of(cloud.pace.map(Math.log)), leak: of(leak) };
  }

  private none = (): number[] => this.monitors.map(() => 0);

  private flowAt(t: number): number {
    let flow = 1;
    for (const [from, factor] of this.flows) if (from <= t) flow = factor;
    return flow;
  }

  private backTo(done: number): void {
    while (this.kept.length && (this.kept.at(-1) as State).done > done) this.kept.pop();
    // What a reading is compared with must still be there as it was, or all is gone through from the start.
    if (this.forgot && (this.kept.at(-1)?.t ?? 0) - (this.kept[0]?.t ?? 0) < HISTORY) [this.kept, this.forgot] = [[], false];
    this.is = copyState(this.kept.at(-1) ?? this.first);
    this.dice.state = this.is.dice;
  }

  private run(): void {
    while (this.is.done < this.taken.length) this.take(this.taken[this.is.done] as Taken);
  }

  /** One reading further. */
  private take(r: Taken): void {
    const { is } = this;
    this.pass(r);
    if (is.rising) return this.rises(r);
    const grave = this.watch(r);
    if (grave) return;
    if (r.t - is.lookedAt >= LOOK) {
      is.lookedAt = r.t;
      const place = this.monitors[0]?.place ?? 'vent';
      const reach = reachOf(this.shapes, is.cloud, weightsOf(is.cloud).w, place, r.t, this.settings.limit, this.flowAt(r.t));
      // Said of a reading that comes near what stays, never of one that has far to fall.
      const floor = middleFloor(this.shapes, is.cloud, this.flowAt(r.t));
      const near = r.ppm < WONT.near * floor && r.ppm > WONT.under * floor && r.t - (is.signs.at(-1)?.t ?? -Infinity) > WONT.afterSign;
      is.wont = is.wont
        ? reach <= WONT.withdrawn && r.ppm > WONT.under * floor
        : reach < WONT.said && near && !stillFalls(this.taken, is.done, this.settings.limit);
    }
    if (r.t - (this.kept.at(-1)?.t ?? 0) >= KEEP) {
      is.dice = this.dice.state;
      this.kept.push(copyState(is));
      if (this.kept.length > KEPT) {
        this.kept.shift();
        this.forgot = true;
      }
    }
  }

  /** On to a reading, and weighed by it. */
  private pass(r: Taken): void {
    const { is, monitors, shapes, dice } = this;
    const m = r.monitor ?? 0;
    if (r.t > is.t && !is.rising) advance(shapes, is.cloud, monitors, is.t, r.t - is.t, this.flowAt(r.t), dice);
    is.t = Math.max(is.t, r.t);
    is.done++;
    const seconds = r.t - (is.heard[m] as number);
    is.heard[m] = r.t;
    if (is.rising) return;
    weigh(is.cloud, m, monitors[m] as Monitor, r.ppm, seconds);
    const setting = { s: shapes, prior: this.prior, monitors };
    // Thinned when too few carry the weight; on a plateau none does any more, and now and then they are moved all the same.
    if (weightsOf(is.cloud).effective < this.n / 2 || is.t - is.movedAt > MOVED) {
      is.cloud = resample(is.cloud, dice);
      move(setting, is.cloud, is.t, this.flowAt(is.t), dice, flatFor(this.taken, is.done, monitors));
      is.movedAt = is.t;
    }
  }

  /** Has something happened that nobody marked? @returns true when nothing can be reckoned on */
  private watch(r: Taken): boolean {
    const { is } = this;
    const m = r.monitor ?? 0;
    // By the first monitor, that of the gate: of two, one is soon later than the other's course lets expect.
    if (m === 0 && this.surprise(r, m)) return is.rising !== null;
    const rise = roseBy(this.taken, is.done);
    if (rise === null) return false;
    if (rise === 'grave') {
      this.sign({ t: r.t, kind: 'rises', grave: true });
      is.rising = { peak: r.ppm, peakAt: r.t };
      return true;
    }
    if (r.t < is.quietUntil) return false;
    this.sign({ t: r.t, kind: 'rises', grave: false });
    this.happened(r.t);
    return false;
  }

  /** One cause, one sign; graver is said of the same. */
  private sign(s: Sign): void {
    const { signs } = this.is;
    const last = signs.at(-1);
    if (!last || s.t - last.t > SAME) signs.push(s);
    else if (s.grave && !last.grave) signs[signs.length - 1] = { ...s, t: last.t };
  }

  /** Against its own forecast of some seconds before. @returns true when it was told to be a sign */
  private surprise(r: Taken, m: number): boolean {
    const { is } = this;
    if (r.t < is.quietUntil || r.ppm < LATE.from) {
      [is.late[m], is.early[m]] = [0, 0];
      return false;
    }
    const before = this.kept.findLast((k) => k.t <= r.t - LATE.ahead);
    if (!before || before.t < is.quietUntil - LATE.quiet) return false;
    const monitor = this.monitors[m] as Monitor;
    const w = weightsOf(before.cloud).w;
    const [mean, sd] = forecast(this.shapes, before.cloud, m, monitor.place, w, before.t, r.t - before.t, this.flowAt(r.t));
    const off = (Math.log(Math.max(1, r.ppm)) - mean) / Math.hypot(sd, 0.06, monitor.noise / r.ppm);
    // While the front comes it is early or late by more, and what is left to fall is no forecast of a leak.
    const high = r.ppm > LATE.to;
    const late = Math.max(0, (is.late[m] as number) + off - (high ? LATE.highFree : LATE.free));
    const early = high ? 0 : Math.max(0, (is.early[m] as number) - off - EARLY.free);
    [is.late[m], is.early[m]] = [late, early];
    if (high && late > LATE.highMost) {
      // It does not fall at all: no gas, or no closed space. Nothing to reckon with until it does.
      this.sign({ t: r.t, kind: 'left', grave: true });
      is.rising = { peak: r.ppm, peakAt: r.t };
      return true;
    }
    if (!high && late > LATE.most) {
      this.sign({ t: r.t, kind: 'left', grave: false });
      this.happened(r.t);
      return true;
    }
    if (early > EARLY.most) {
      // Not as thought, and better: begun anew from what is read.
      this.anew(r, m);
      return true;
    }
    return false;
  }

  /** Back to before it, and on again with what may have happened: nothing, less flow, air let in. The readings choose. */
  private happened(t: number): void {
    const { is, dice } = this;
    const { done, signs, wont } = is;
    const before = this.kept.findLast((k) => k.t <= t - LATE.back) ?? this.kept[0] ?? this.first;
    const from = copyState(before);
    from.cloud = resample(from.cloud, dice);
    const c = from.cloud;
    for (let i = 0; i < c.n; i++) {
      const what = dice.uniform();
      if (what < HAPPENED.nothing) continue;
      if (what < HAPPENED.nothing + HAPPENED.flow) {
        c.slower[i] = (c.slower[i] as number) * (HAPPENED.least + (1 - HAPPENED.least) * dice.uniform());
        continue;
      }
      const q = this.shapes.asked * this.flowAt(t) * (c.slower[i] as number);
      // What came in at an earlier change stays.
      c.leak[i] = (c.leak[i] as number) + ((c.stepPpm[i] as number) * q) / AIR_OXYGEN_PPM;
      c.stepPpm[i] = HAPPENED.step * Math.exp(HAPPENED.spread * dice.normal());
      c.stepTh[i] = c.th[i] as number;
      c.stepLam[i] = dice.uniform();
    }
    this.is = { ...from, signs, wont, late: this.none(), early: this.none(), quietUntil: t + LATE.quiet };
    while (this.kept.length && (this.kept.at(-1) as State).t > from.t) this.kept.pop();
    while (this.is.done < done) this.pass(this.taken[this.is.done] as Taken);
  }

  /** Oxygen went up too far to reckon with: waits until it falls again, and begins anew from there. */
  private rises(r: Taken): void {
    const rising = this.is.rising;
    if (!rising) return;
    if (r.ppm > 0.95 * rising.peak) {
      rising.peakAt = r.t;
      rising.peak = Math.max(rising.peak, r.ppm);
    } else if (r.ppm < 0.9 * rising.peak && r.t - rising.peakAt > 4) this.anew(r, r.monitor ?? 0);
  }

  private anew(r: Taken, m: number): void {
    const { is, dice } = this;
    const { place } = this.monitors[m] as Monitor;
    is.rising = null;
    is.cloud = drawCloud(this.shapes, this.prior, this.monitors, this.n, dice, { from: { place, ppm: Math.max(1, r.ppm) } });
    is.t = r.t;
    [is.late, is.early, is.quietUntil] = [this.none(), this.none(), r.t + LATE.quiet];
    // What was kept belongs to what was thought before; it is still what a late reading goes back to.
  }
}

export type { Span, Place };
