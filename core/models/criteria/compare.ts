/**
 * Two versions of a criterion side by side: every limit that differs, and whether it lets more through. A key names one limit, so that
 * who first loosened it can be kept with it.
 */
import { show, type System } from '../../basics/units';
import { bandNames, bandSchema } from '../tint';
import { defectNames, defectSchema, outcomeNames, outcomeSchema, zoneNames, zoneSchema, type Criterion, type Outcome } from './criterion';
import { purgeFactNames, ruledFactSchema } from './facts';
import { limitNames, measureText, mostOf, type LimitId, type Measure } from './measures';

export type Change = {
  /** the same for the same limit in any two versions */
  at: string;
  limit: LimitId;
  label: string;
  was: string;
  is: string;
  /** looser: lets through what was stopped; other: neither can be said */
  way: 'looser' | 'stricter' | 'other';
};

const rank = (o: Outcome): number => outcomeSchema.options.indexOf(o);
const outcome = (o: Outcome): string => outcomeNames[o].toLowerCase();
const noted = (o: Outcome): string => (o === 'accept' ? 'noted' : outcome(o));
/** Walls that stand for thin and thick, m: a limit that is looser on either is looser. */
const WALLS = [0.9e-3, 1.65e-3, 3e-3, 7e-3];

type Side = { was: number; is: number };
/** @param more true where a larger figure lets more through */
const way = ({ was, is }: Side, more: boolean): Change['way'] => (was === is ? 'other' : is > was === more ? 'looser' : 'stricter');

export function compareCriteria(from: Criterion, to: Criterion, system: System = 'metric'): Change[] {
  const changes: Change[] = [];
  const say = (at: string, limit: LimitId, label: string, was: string, is: string, how: Change['way']) => {
    if (was !== is) changes.push({ at, limit, label, was, is, way: how });
  };
  const ruled = (at: string, limit: LimitId, label: string, a: Outcome, b: Outcome, words = outcome) =>
    say(at, limit, label, words(a), words(b), rank(b) < rank(a) ? 'looser' : 'stricter');
  const figure = (at: string, limit: LimitId, label: string, side: Side, text: (v: number) => string, more: boolean) =>
    say(at, limit, label, text(side.was), text(side.is), way(side, more));

  const ppm = (v: number) => `${v} ppm`;
  const time = (v: number) => `${v} s`;
  const [a, b] = [from.purge, to.purge];
  figure('purge/start', 'oxygen', 'Oxygen to start', { was: a.startPpm, is: b.startPpm }, ppm, true);
  figure('purge/weld', 'oxygen', 'Oxygen while welding', { was: a.weldPpm, is: b.weldPpm }, ppm, true);
  figure('purge/hold', 'oxygen', 'The reading holds', { was: a.holdSeconds, is: b.holdSeconds }, time, false);
  figure('purge/joint', 'oxygen', 'More for the joint', { was: a.jointHoldSeconds, is: b.jointHoldSeconds }, time, false);
  const yes = (v: number) => (v ? 'yes' : 'no');
  figure('purge/clock', 'oxygen', 'The clock may decide', { was: Number(byClock(from)), is: Number(byClock(to)) }, yes, true);
  figure('purge/tacks', 'oxygen', 'Tacks at the limit', { was: Number(a.tacksAtLimit), is: Number(b.tacksAtLimit) }, yes, false);

  for (const zone of zoneSchema.options)
    for (const band of bandSchema.options)
      ruled(`zone/${zone}/${band}`, 'colour', `${zoneNames[zone]}, ${bandNames[band].toLowerCase()}`, asWelded(from, zone, band), asWelded(to, zone, band)); // prettier-ignore
  for (const zone of zoneSchema.options)
    for (const band of bandSchema.options)
      ruled(`after/${zone}/${band}`, 'colour', `After cleaning, ${zoneNames[zone].toLowerCase()}, ${bandNames[band].toLowerCase()}`, afterCleaning(from, zone, band), afterCleaning(to, zone, band)); // prettier-ignore
  for (const d of defectSchema.options)
    ruled(`defect/${d}`, 'defects', defectNames[d], from.defects[d] ?? 'refer', to.defects[d] ?? 'refer');
  for (const f of ruledFactSchema.options)
    ruled(`fact/${f}`, 'faults', purgeFactNames[f], from.facts?.[f] ?? 'refer', to.facts?.[f] ?? 'refer', noted);
  figure('hold-short', 'faults', 'A hold may be shorter by', { was: from.holdShortBy ?? 0, is: to.holdShortBy ?? 0 }, time, true);

  const numbers = (c: Criterion, which: 'accept' | 'clean') => c.numbers?.[which] ?? -1;
  const number = (v: number) => (v < 0 ? 'no numbers' : `up to ${v}`);
  figure('numbers/accept', 'numbers', 'Numbers accepted', { was: numbers(from, 'accept'), is: numbers(to, 'accept') }, number, true);
  figure('numbers/clean', 'numbers', 'Numbers cleaned', { was: numbers(from, 'clean'), is: numbers(to, 'clean') }, number, true);

  const share = (v: number) => (Number.isFinite(v) ? `${Number((100 * v).toFixed(1))} % of the wall` : 'not said');
  const highLow = { was: from.highLowMost ?? Infinity, is: to.highLowMost ?? Infinity };
  figure('high-low', 'high-low', 'High-low at fit-up', highLow, share, true);
  for (const key of new Set([...(from.measures ?? []), ...(to.measures ?? [])].map(measureKey))) {
    const [m, n] = [from, to].map((c) => c.measures?.find((x) => measureKey(x) === key));
    const it = (m ?? n) as Measure;
    const text = (x: Measure | undefined) => (x ? measureText(x, system) : 'any size goes by the defect');
    say(`measure/${key}`, it.of, `${limitNames[it.of]}${it.side === 'both' ? '' : `, ${it.side}`}`, text(m), text(n), looserMeasure(m, n));
  }

  const times = (v: number) => (Number.isFinite(v) ? `${v} ${v === 1 ? 'time' : 'times'}` : 'not said');
  figure('rewelds', 'rewelds', 'Welded again, at most', { was: from.rewelds ?? Infinity, is: to.rewelds ?? Infinity }, times, true);
  const part = (v: number) => `${Math.round(100 * v)} % of the welds`;
  const seen = (c: Criterion, k: 'share' | 'afterReject') => c.insideSeen?.[k] ?? 1;
  figure('inside/share', 'inside-seen', 'Inside to be seen', { was: seen(from, 'share'), is: seen(to, 'share') }, part, false);
  figure('inside/reject', 'inside-seen', 'Inside to be seen after a reject', { was: seen(from, 'afterReject'), is: seen(to, 'afterReject') }, part, false); // prettier-ignore
  const ra = (v: number) => (Number.isFinite(v) ? `Ra ${show(v, 'roughness', system)} at most` : 'not said');
  figure('finish/ra', 'finish', 'Finish to restore', { was: from.finish?.ra ?? Infinity, is: to.finish?.ra ?? Infinity }, ra, true);
  const due = ['always', 'when-tinted', 'when-cleaned', 'never'] as const;
  const dueNames = { always: 'always', 'when-tinted': 'when tinted', 'when-cleaned': 'when cleaned', never: 'never' };
  for (const [at, what] of [
    ['cleaning', 'Cleaning is due'],
    ['passivation', 'Passivation is due'],
  ] as const)
    // prettier-ignore
    say(at, 'cleaning', what, dueNames[from[at]], dueNames[to[at]], due.indexOf(to[at]) > due.indexOf(from[at]) ? 'looser' : 'stricter');
  return changes;
}

const byClock = (c: Criterion): boolean => c.purge.readyBy === 'clock' || c.purge.clockAllowed;
const measureKey = (m: Measure): string => `${m.of}/${m.side}`;
const asWelded = (c: Criterion, zone: keyof Criterion['zones'], band: keyof typeof bandNames): Outcome => c.zones[zone][band] ?? 'refer';
/** What a colour that is left after cleaning leads to: only bright is done, unless the criterion says otherwise. */
export const afterCleaning = (c: Criterion, zone: keyof Criterion['zones'], band: keyof typeof bandNames): Outcome =>
  c.after ? (c.after[zone][band] ?? 'refer') : band === 'bright' ? 'accept' : 'clean';

function looserMeasure(was: Measure | undefined, is: Measure | undefined): Change['way'] {
  // Without a limit every size goes by what the defect says: a limit lets small ones through.
  if (!was || !is) return is ? 'looser' : 'stricter';
  if (is.of === 'width') return way({ was: was.share, is: is.share }, false);
  const more = WALLS.filter((w) => mostOf(is, w) > mostOf(was, w) + 1e-9).length;
  const less = WALLS.filter((w) => mostOf(is, w) < mostOf(was, w) - 1e-9).length;
  return more > 0 ? 'looser' : less > 0 ? 'stricter' : 'other';
}
