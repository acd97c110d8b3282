/**
 * On record of a purge that was measured: what was foretold of it at gas on, at half time and at arc on, and what came. Written by the
 * server when the purge has ended, by the same model and seed the screens had; what it teaches of pace and leak stands beside it.
 */
import { z } from 'zod';
import { clock, show, timed } from '../../basics/units';
import { define, version, type Line, type Reader } from '../event';
import { spanWords } from './spans';

export const sayings = ['gas-on', 'half', 'arc-on'] as const;
export type Saying = (typeof sayings)[number];
export const sayingNames: Record<Saying, string> = { 'gas-on': 'At gas on', half: 'At half time', 'arc-on': 'At arc on' };

export type Said = {
  when: Saying;
  /** s since gas on */
  at: number;
  /** s from then until the limit is read, eight in ten; null when no time was given */
  range: { low: number; high: number } | null;
  /** share of purges like it that get there, 0 to 1 */
  reach: number;
};
export type Foretold = {
  model: string;
  /** by what was likely before: as shipped, or the shop's own */
  prior: 'shipped' | 'shop';
  /** are there parts the model was never checked on? Like set-ups teach each other */
  unchecked: boolean;
  place: 'vent' | 'joint';
  limitPpm: number;
  /** ms of gas on, as ISO */
  since: string;
  said: Said[];
  /** s since gas on when the limit was read; null when it never was */
  came: number | null;
  /** s since gas on when it was said that it will not reach; null when that was not said, or was taken back */
  wont: number | null;
  /** what the readings held likely at the end, natural logarithms: pace over the model's, leak in m³/s */
  learnt: { pace: { mean: number; sd: number }; leak: { mean: number; sd: number } };
};

const moments = z.object({ mean: z.number(), sd: z.number().min(0) });
export const foretoldSchema = z.object({
  model: z.string().max(40),
  prior: z.enum(['shipped', 'shop']),
  unchecked: z.boolean(),
  place: z.enum(['vent', 'joint']),
  limitPpm: z.number(),
  since: z.iso.datetime(),
  said: z
    .array(
      z.object({
        when: z.enum(['gas-on', 'half', 'arc-on']),
        at: z.number().min(0),
        range: z.object({ low: z.number(), high: z.number() }).nullable(),
        reach: z.number().min(0).max(1),
      }),
    )
    .max(3),
  came: z.number().min(0).nullable(),
  wont: z.number().min(0).nullable(),
  learnt: z.object({ pace: moments, leak: moments }),
});
export const runForetold = define<Foretold>()({
  stream: 'run',
  decision: false,
  serverOnly: true,
  versions: [version(foretoldSchema, (b): Foretold => b)],
});

/** Did what came lie within what was said? Null where either is missing. */
export const heldBy = (f: Pick<Foretold, 'came'>, s: Said): boolean | null =>
  f.came === null || s.range === null || s.at > f.came ? null : f.came - s.at >= s.range.low - 1 && f.came - s.at <= s.range.high + 1;

export function tellForetold(f: Foretold, { system }: Reader): Line {
  return {
    title: 'Foretold, and what came',
    details: [
      f.came === null
        ? `${show(f.limitPpm, 'oxygen', system)} was never read at the ${f.place}`
        : `${show(f.limitPpm, 'oxygen', system)} read at the ${f.place} ${timed(f.came)} after gas on`,
      ...f.said.map((s) => {
        const held = heldBy(f, s);
        return `${sayingNames[s.when]}${s.when === 'half' ? ` (${clock(s.at)})` : ''}: ${
          s.range ? `limit read in ${spanWords(s.range)}` : 'no time given'
        }, ${Math.round(100 * s.reach)} of 100 get there${held === null ? '' : held ? '; it came within' : f.came !== null && s.range && f.came - s.at < s.range.low ? '; it came sooner' : '; it came later'}`;
      }),
      ...(f.wont === null ? [] : [`Said at ${clock(f.wont)} that it will not reach`]),
      `Model ${f.model}, ${f.prior === 'shop' ? "by the shop's own purges" : 'by what is shipped'}; an estimate, and no measurement`,
    ],
  };
}

/** Of many purges: how many ended within what was said of them, and how often "will not reach" was right. */
export type Score = {
  by: Record<Saying, { held: number; of: number }>;
  purges: number;
  reached: number;
  wont: { right: number; wrong: number };
};
export function scoreOf(list: readonly Foretold[]): Score {
  const by = Object.fromEntries(
    sayings.map((when) => {
      const told = list.flatMap((f) => f.said.filter((s) => s.when === when).map((s) => heldBy(f, s))).filter((h) => h !== null);
      return [when, { held: told.filter(Boolean).length, of: told.length }];
    }),
  ) as Score['by'];
  return {
    by,
    purges: list.length,
    reached: list.filter((f) => f.came !== null).length,
    wont: {
      right: list.filter((f) => f.wont !== null && f.came === null).length,
      wrong: list.filter((f) => f.wont !== null && f.came !== null && f.wont < f.came).length,
    },
  };
}
