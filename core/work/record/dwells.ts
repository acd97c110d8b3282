/** Dwells in the fold of a weld: what is on, what happened to it, and the cleaning that comes of it when it is rinsed off. */
import type { Criterion } from '../../models/criteria';
import { dwelling, type Dwelling } from '../../models/dwell';
import { begunSpeaks, rinsedSpeaks, type DwellClock } from '../dwell';
import { deviates } from '../../models/cleaning';
import { note, situation, takeRinsedOff } from './deviations';
import type { DwellOf, Said, WeldState } from './weldState';

/** What its clock goes by. */
export const clockOf = ({ id, begun, marks }: DwellOf): DwellClock => ({
  ...{ id, side: begun.side, product: begun.product.label },
  ...{ least: begun.least, most: begun.most, from: begun.from, wetWithin: begun.wetWithin },
  marks: marks.map(({ what, at }) => ({ what, at })),
});
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
  if (!of) s.contradictions.push('A dwell was marked that was not begun before.');
  else of.marks.push({ what: m.what, at: m.at, event: m.event });
}

/** As it was when it was rinsed off: what nobody took off before came off then. */
export function wasOn(d: DwellOf, rinsedAt: number): Dwelling {
  const { marks, ...rule } = clockOf(d);
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
  const on = wasOn(of, r.at);
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
