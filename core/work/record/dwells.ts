/** Dwells in the fold of a weld: what is on, what happened to it, and the cleaning that comes of it when it is rinsed off. */
import type { Criterion } from '../../models/criteria';
import { dwelling, type Dwelling } from '../../models/dwell';
import { begunSpeaks, rinsedSpeaks, type DwellClock } from '../dwell';
import { bathTimeSpeaks } from '../passivate';
import { deviates } from '../../models/cleaning';
import { note, situation, takeRinse, takeRinsedOff } from './deviations';
import type { DwellOf, Said, WeldState } from './weldState';

/** What its clock goes by. */
export const clockOf = ({ id, begun, marks }: DwellOf): DwellClock => ({
  ...{ id, side: begun.side, product: begun.product.label, does: 'pickles', dries: begun.method !== 'pickle-bath' },
  ...{ least: begun.least, most: begun.most, from: begun.from, wetWithin: begun.wetWithin },
  marks: marks.map(({ what, at }) => ({ what, at })),
});
/** The passivating bath or gel that is on: its least time, no most. Null where none is. */
export const bathClock = ({ bath, bathMarks }: Pick<WeldState, 'bath' | 'bathMarks'>): DwellClock | null =>
  bath
    ? {
        ...{ id: bath.event, side: 'both', product: bath.product.label, does: 'passivates', dries: bath.product.product.kind === 'gel' },
        ...{ least: bath.dwell, most: null, from: bath.dwellFrom === 'table' ? 'hint' : bath.dwellFrom, wetWithin: bath.wetWithin ?? null },
        marks: bathMarks.map(({ what, at }) => ({ what, at })),
      }
    : null;
const bathIsOn = (s: Pick<WeldState, 'bath' | 'rinse'>): boolean => s.bath !== null && s.rinse === null;
/** Every clock that runs on this weld: products put on, and the bath. */
export const openClocks = (s: Pick<WeldState, 'dwells' | 'bath' | 'rinse' | 'bathMarks'>): DwellClock[] => [
  ...openDwells(s).map(clockOf),
  ...(bathIsOn(s) ? [bathClock(s) ?? []].flat() : []),
];
export const openDwells = (s: Pick<WeldState, 'dwells'>): DwellOf[] => s.dwells.filter((d) => d.rinsed === null);

/** A product is put on. */
export function takeBegun(s: WeldState, b: Said<'dwell.begun'>, criterion: Criterion): void {
  const wrong = deviates(begunSpeaks(b, situation(s, criterion), new Date(b.at).toISOString().slice(0, 10)), b.because);
  note(s, b.event, 'clean', wrong);
  s.dwells.push({ id: b.event, begun: b, marks: [{ what: 'on', at: b.at, event: b.event }], rinsed: null, faulty: wrong.length > 0 });
}

/** Wetted, dried out, off, on again. */
export function takeDwellMark(s: WeldState, m: Said<'dwell.marked'>): void {
  const of = s.dwells.find((d) => d.id === m.dwell);
  if (!of && s.bath?.event === m.dwell) s.bathMarks.push({ what: m.what, at: m.at, event: m.event });
  else if (!of) s.contradictions.push('A dwell was marked that was not begun before.');
  else of.marks.push({ what: m.what, at: m.at, event: m.event });
}

/** As it was when it was rinsed off: what nobody took off before came off then. */
export function wasOn({ marks, ...rule }: DwellClock, rinsedAt: number): Dwelling {
  const now = dwelling(marks, rule, rinsedAt);
  return now.phase === 'on' ? dwelling([...marks, { what: 'off', at: rinsedAt }], rule, rinsedAt) : now;
}

/** Rinsed off: from now on it is a cleaning that was done. */
export function takeDwellRinse(s: WeldState, r: Said<'dwell.rinsed'>): void {
  const of = s.dwells.find((d) => d.id === r.dwell);
  if (!of) {
    s.contradictions.push('A product was rinsed off that was not put on before.');
    return;
  }
  of.rinsed = r;
  const on = wasOn(clockOf(of), r.at);
  const wrong = deviates(rinsedSpeaks(r, on, clockOf(of)), r.because);
  const { method, side, where, celsius, product } = of.begun;
  takeRinsedOff(
    s,
    {
      ...{ method, side, where, product, event: r.event, at: r.at, by: r.by },
      ...{ metalTemperature: celsius, tool: null, dwell: on.on, because: r.because, tintRemains: r.tintRemains },
      rinse: { feedPh: r.feedPh, runoffPh: r.runoffPh },
    },
    wrong,
    of.faulty,
  );
}

/** The bath is rinsed off: how long it was on counts by its clock. A rinse after it, without another bath, finds it off already. */
export function takeBathRinse(s: WeldState, r: NonNullable<WeldState['rinse']>, criterion: Criterion): void {
  const clock = bathClock(s);
  const on = clock && wasOn(clock, r.at);
  // Begun before it had a clock with marks, it is said as a contradiction.
  const judged = clock && on && s.bath?.wetWithin !== undefined;
  takeRinse(s, r, criterion, judged ? deviates(bathTimeSpeaks(on, clock), r.because) : []);
  if (on?.phase === 'off' && clock?.marks.every((m) => m.what !== 'off')) s.bathMarks.push({ what: 'off', at: r.at, event: r.event });
}
