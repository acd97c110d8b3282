/** What was done that must not be: judged by the table as each entry comes in its time, and settled by what was done after it. */
import { rinseDone, testNames, type Breach, type Situation, type Test } from '../../models/cleaning';
import { WHOLE, type Arc } from '../../basics/seam';
import { arcLess, gradeOutcome, type Criterion } from '../../models/criteria';
import { dirtOf } from '../../models/ladder';
import { fitupFaults } from '../fitup';
import { gasFaults } from '../gas';
import type { PaperFault } from '../../models/papers';
import { bathDeviations, rinseDeviations, testDeviations, type Tested } from '../passivate';
import { cleanDeviations, type Cleaned } from '../clean';
import { touchDeviations } from '../touch';
import type { Deviation } from '../release';
import type { WeldState } from './weldState';

type Side = 'inside' | 'outside';
const SIDES: readonly Side[] = ['inside', 'outside'];
const covers = (c: Pick<Cleaned, 'side'>, side: Side): boolean => c.side === 'both' || c.side === side;
const real = (c: Pick<Cleaned, 'method'>): boolean => c.method !== 'none';
const PICKLES: readonly Cleaned['method'][] = ['paste', 'pickle-bath', 'electropolish'];

/** Does tint remain on a side: by its last cleaning, or, where none was done, by the look? */
const tintOn = (s: WeldState, side: Side): boolean => {
  const here = s.cleans.filter((c) => real(c) && covers(c, side));
  const last = here.at(-1);
  if (last) return last.tintRemains || dirtLeft(s, side).length > 0;
  return (s.look?.tints ?? []).some(
    (t) =>
      t.zone.startsWith(side === 'inside' ? 'id' : 'od') &&
      (t.grade.by === 'band' ? t.grade.band !== 'bright' : t.grade.by === 'number' && t.grade.number > 1),
  );
};

/** Stretches of a side cleaned arc by arc that no cleaning has left without tint yet; empty where a side was cleaned as a whole, or not at all. */
export function dirtLeft(s: Pick<WeldState, 'cleans' | 'look' | 'design'>, side: Side): Arc[] {
  const here = s.cleans.filter((c) => real(c) && covers(c, side));
  if (!s.look || !here.some((c) => c.where != null)) return [];
  const dirty = dirtOf(s.look.tints, s.look.defects).filter((d) => d.side === side);
  return here
    .filter((c) => !c.tintRemains)
    .reduce(
      (left, c) => left.flatMap((a) => arcLess(a, c.where ?? WHOLE, s.design.seam)),
      dirty.map((d) => d.arc),
    );
}

/** Stretches that were not bright and on which a cleaning has left no tint, whatever was cleaned beside them. */
export function cleanedStretches(s: Pick<WeldState, 'cleans' | 'look' | 'design'>): { side: Side; arc: Arc }[] {
  if (!s.look) return [];
  const done = s.cleans.filter((c) => real(c) && !c.tintRemains);
  return dirtOf(s.look.tints, s.look.defects).filter(
    ({ side, arc }) =>
      done
        .filter((c) => covers(c, side))
        .reduce<Arc[]>((left, c) => left.flatMap((a) => arcLess(a, c.where ?? WHOLE, s.design.seam)), [arc]).length === 0,
  );
}

/** Which sides have been cleaned by now: what is seen on them is not as welded any more. */
export const brushedSides = (s: Pick<WeldState, 'cleans'>): Record<Side, boolean> => ({
  inside: s.cleans.some((c) => real(c) && covers(c, 'inside')),
  outside: s.cleans.some((c) => real(c) && covers(c, 'outside')),
});

/** What cleaning and passivation have to know of a weld. */
export function situation(s: WeldState, criterion: Pick<Criterion, 'foodContact' | 'finish'>): Situation {
  const pickled = s.cleans.findLast((c) => c.method === 'paste' || c.method === 'pickle-bath');
  return {
    alloys: [s.design.alloyA, s.design.alloyB],
    foodContact: criterion.foodContact,
    insideReachable: s.look?.insideReachable ?? s.design.insideReachable,
    tintRemains: SIDES.some((side) => tintOn(s, side)),
    acidOn:
      s.dwells.some((d) => d.rinsed === null) ||
      (pickled?.rinse != null && rinseDone(pickled.rinse.feedPh, pickled.rinse.runoffPh, null).length > 0),
    passivated: s.rinse !== null,
    finish: criterion.finish?.ra ?? null,
  };
}

const settle = (s: WeldState, which: (d: Deviation) => boolean, how: string): void => {
  for (const d of s.deviations) if (d.settled === null && which(d)) d.settled = how;
};
export const note = (s: WeldState, entry: string, step: Deviation['step'], breaches: readonly Breach[]): void => {
  for (const { id, text, mends } of breaches) s.deviations.push({ entry, step, id, text, mends, settled: null });
};

/** Papers come in: what does not belong here stands as a deviation until they are recorded again rightly, or it is referred. */
function takePapers(s: WeldState, entry: string, step: 'fitup' | 'gas', faults: readonly PaperFault[]): void {
  const wrong = faults.filter((f) => f.level === 'never');
  settle(s, (d) => d.step === step && !wrong.some((f) => f.id === d.id), 'Recorded again, with the right paper.');
  const open = (f: PaperFault) => !s.deviations.some((d) => d.step === step && d.id === f.id && d.settled === null && d.text === f.text);
  note(
    s,
    entry,
    step,
    wrong.filter(open).map(({ id, text }) => ({ id, level: 'never', text, mends: ['again'] })),
  );
}
export function takeFitup(s: WeldState, f: NonNullable<WeldState['fitup']>): void {
  s.fitup = f;
  takePapers(s, f.event, 'fitup', fitupFaults(f, s.design));
}
export function takeGas(s: WeldState, g: NonNullable<WeldState['gas']>): void {
  s.gas = g;
  takePapers(s, g.event, 'gas', gasFaults(g));
}

/** Something touched it: judged by what that had touched before. */
export function takeTouch(s: WeldState, t: WeldState['touches'][number]): void {
  s.touches.push(t);
  note(s, t.event, 'touch', touchDeviations(t, [s.design.alloyA, s.design.alloyB]));
}

/** A cleaning comes in: judged by how the weld stood before it, then taken. Abrading or pickling after a passivation reopens that. */
export function takeCleaning(s: WeldState, c: WeldState['cleans'][number], criterion: Criterion): void {
  takeRinsedOff(s, c, cleanDeviations(c, situation(s, criterion)));
}

/**
 * The same of a cleaning that has been judged.
 * @param faulty it was wrong from the start, and has been noted: it settles nothing
 */
export function takeRinsedOff(s: WeldState, c: WeldState['cleans'][number], wrong: readonly Breach[], faulty = false): void {
  s.cleans.push(c);
  if (wrong.length === 0 && !faulty && real(c)) {
    const again = (d: Deviation) => {
      if (d.step !== 'clean') return false;
      const then = s.cleans.find((x) => x.event === d.entry) ?? s.dwells.find((x) => x.id === d.entry)?.begun;
      return then !== undefined && SIDES.every((side) => !covers(then, side) || covers(c, side));
    };
    settle(s, (d) => d.mends.includes('again') && again(d), 'Done again, rightly.');
    if (PICKLES.includes(c.method)) settle(s, (d) => d.mends.includes('pickle'), 'Pickled since.');
  }
  note(s, c.event, 'clean', wrong);
  if (real(c) && s.rinse !== null) s.bath = s.rinse = null;
}

/** A bath is started. */
export function takeBath(s: WeldState, b: NonNullable<WeldState['bath']>, criterion: Criterion): void {
  const wrong = bathDeviations(b, situation(s, criterion));
  s.bath = b;
  s.baths.push(b);
  s.bathMarks = [{ what: 'on', at: b.at, event: b.event }];
  s.rinse = null;
  if (!wrong.length) settle(s, (d) => d.step === 'bath' && d.mends.includes('again'), 'Done again, rightly.');
  note(s, b.event, 'bath', wrong);
}

/** A test for free iron that passes settles what could have brought iron in. */
const ironFree = (s: WeldState, test: Test): void => {
  if (test !== 'none') settle(s, (d) => d.mends.includes('iron-test'), `${testNames[test]}: passed.`);
};

/** The result of the test that runs since the rinse. */
export function takeTest(s: WeldState, t: Tested & { event: string; at: number }, criterion: Criterion): void {
  if (s.rinse?.event !== t.rinse) {
    s.contradictions.push('A test was ended that had not begun with the rinse before it.');
    return;
  }
  const { test, at } = s.rinse;
  const wrong = testDeviations(t, test, (t.at - at) / 1000, situation(s, criterion));
  s.rinse = { ...s.rinse, testPassed: t.passed, elsewhere: t.elsewhere };
  if (!wrong.length) {
    settle(s, (d) => d.step === 'test' && d.mends.includes('again'), 'Done again, rightly.');
    if (t.passed) ironFree(s, test);
  }
  note(s, t.event, 'test', wrong);
}

/**
 * A rinse, and a test that was done elsewhere.
 * @param time what speaks against how long the bath was on before it
 */
export function takeRinse(s: WeldState, r: NonNullable<WeldState['rinse']>, criterion: Criterion, time: readonly Breach[]): void {
  const wrong = [...rinseDeviations(r, situation(s, criterion)), ...time];
  s.rinse = r;
  if (!wrong.length) {
    settle(s, (d) => d.step === 'rinse' && d.mends.includes('again'), 'Done again, rightly.');
    if (r.testPassed === true) ironFree(s, r.test);
  }
  note(s, r.event, 'rinse', wrong);
}

/** Is the passivation what it should be: rinsed, its test done and not failed, nothing open in it that the same step done rightly would settle? */
export const passivatedRightly = (s: WeldState): boolean =>
  s.rinse !== null &&
  (s.rinse.test === 'none' || s.rinse.testPassed === true) &&
  !s.deviations.some(
    (d) => d.settled === null && (d.step === 'bath' || d.step === 'rinse' || d.step === 'test') && d.mends.includes('again'),
  );

/** Was it cleaned, and did the last cleaning leave no tint, nor any stretch that was left for later? */
export const cleanedRightly = (s: WeldState, c: Criterion): boolean =>
  s.cleans.findLast(real)?.tintRemains === false && SIDES.every((side) => dirtLeft(s, side).length === 0) && stillWanted(s, c).length === 0;

/**
 * Stretches the criterion wants cleaned that no cleaning has left without tint yet. Nobody was asked for the stretch before the third version:
 * where only such entries stand, the last of them speaks for the weld.
 */
function stillWanted(s: WeldState, c: Criterion): Arc[] {
  const done = s.cleans.filter((x) => real(x) && !x.tintRemains);
  if (!s.look || !s.cleans.some((x) => x.where !== undefined)) return [];
  return s.look.tints
    .filter((t) => t.grade.by !== 'unseen' && gradeOutcome(c, t.zone, t.grade) === 'clean')
    .flatMap((t) =>
      done
        .filter((x) => covers(x, t.zone.startsWith('id') ? 'inside' : 'outside'))
        .reduce((left, x) => left.flatMap((a) => arcLess(a, x.where ?? WHOLE, s.design.seam)), [t.arc]),
    );
}

export const openDeviations = (s: WeldState): Deviation[] => s.deviations.filter((d) => d.settled === null);
