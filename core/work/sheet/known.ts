/** What the sheet begins with by the rules of the trade, and the form as the event says it. */
import type { Values } from '../../basics/fields';
import type { Seam } from '../../basics/seam';
import { tackCount } from '../../models/heat';
import { layersOf, type PassId, type Process } from '../../models/passes';
import { isOpened, type Design } from '../jobs';
import { layersFor, liesOf, type SheetForm } from './form';
import type { Lies, Sheet, SheetPass } from './body';

export type SheetGiven = Values<SheetForm>;

/** m back on sound weld at a tie-in. Common practice, no source. */
const TIE_IN = 0.01;
/** Outside diameter, m, up to which a hand goes round in two halves rather than in four quarters. Common practice, no source. */
const SMALL = 0.04;
/** Degrees of tilt from which an axis is no longer level, and from which it is upright. */
const [INCLINED, UPRIGHT] = [15, 75];

/** How a tube lies by its tilt, degrees. */
export function liesBy(tilt: number, seam: Seam): Lies {
  if (seam.kind === 'straight') return 'level';
  // A branch stands on its run.
  if (seam.kind === 'saddle') return 'upright';
  const t = Math.abs(((tilt + 90 + 360) % 180) - 90);
  return t >= UPRIGHT ? 'upright' : t >= INCLINED ? 'inclined' : 'level';
}

/** What is known of the joint beside its drawing. */
export type Around = {
  /** of the spool as it lies, degrees */
  tilt: number;
  gap: { narrow: number; narrowAt: number; wide: number } | null;
};

/** A gap that is the same all round to this, m, has no narrow side. */
const EVEN = 1e-4;

/** The sheet by the rules, until somebody sets it: a plan, never something seen. */
export function sheetByRule({ size, seam, joint }: Pick<Design, 'size' | 'seam' | 'joint'>, { tilt, gap }: Around): Sheet {
  const lies = liesBy(tilt, seam);
  const uneven = gap !== null && gap.wide - gap.narrow > EVEN;
  const straight = seam.kind === 'straight';
  const level = !straight && lies === 'level';
  // A fixed level tube is welded up from the bottom, the narrow side first; anything else begins where the gap is narrow.
  const narrow = gap === null ? 12 : Math.round(gap.narrowAt) || 12;
  return {
    ...{ held: 'fixed', lies, strike: 'pedal', tieIn: TIE_IN },
    way: straight || !level ? 'round' : size.od <= SMALL ? 'halves' : 'quarters',
    counter: uneven && level ? gap.narrowAt > 6 && gap.narrowAt < 12 : false,
    start: straight ? 12 : level ? 6 : uneven ? narrow : 12,
    tacks: { count: tackCount(size.od, seam).least, kind: 'short' },
    passes: layersOf(size.wall, isOpened(joint)).map((l): SheetPass => ({
      ...l,
      process: 'tig',
      amps: null,
      rod: null,
      filler: null,
      interpass: null,
    })),
    ...{ sides: 'one', clamp: 'none', onA: [], onB: [], slips: [], orbital: null },
  };
}

type PassPart = { [K in `${PassId}${'Process' | 'Amps' | 'Rod' | 'Filler' | 'Interpass'}`]?: unknown };

/** The sheet as it stands in its form. @param fillers by id, as they are at hand */
export function sheetKnown(s: Sheet, seam: Seam, filler: (id: string) => unknown): Partial<SheetGiven> {
  const of: PassPart = {};
  for (const p of s.passes) {
    of[`${p.pass}Process`] = p.process;
    of[`${p.pass}Amps`] = p.amps;
    of[`${p.pass}Rod`] = p.rod;
    of[`${p.pass}Filler`] = p.filler === null ? null : (filler(p.filler.id) ?? null);
    of[`${p.pass}Interpass`] = p.interpass;
  }
  return {
    ...(of as Partial<SheetGiven>),
    ...{
      held: s.held,
      lies: s.lies in liesOf(seam) ? s.lies : 'level',
      way: s.way,
      counter: s.counter,
      start: seam.kind === 'straight' ? s.start % 12 : s.start,
    },
    ...{ tieIn: s.tieIn, strike: s.strike, tackCount: s.tacks.count, tackKind: s.tacks.kind },
    ...{ sides: s.sides, clamp: s.clamp, onA: s.onA, onB: s.onB, slips: s.slips },
    ...(s.orbital && { head: s.orbital.head, program: s.orbital.program, programRevision: s.orbital.revision, coupon: s.orbital.coupon }),
  };
}

/** What the form says so far, laid over what it began with: the drawing never goes blank while something is typed. */
export function sheetTyped(v: Partial<SheetGiven>, before: Sheet, design: Design): Sheet {
  const { held, lies, way, counter, start, tieIn, strike, tackCount: count, tackKind, sides, clamp, onA, onB, slips } = v;
  const is = <T>(x: T | undefined | null, was: T): T => x ?? was;
  return {
    ...{ held: is(held, before.held), lies: is(lies, before.lies), way: is(way, before.way), counter: is(counter, before.counter) },
    ...{ start: is(start, before.start) || 12, tieIn: is(tieIn, before.tieIn), strike: is(strike, before.strike) },
    tacks: { count: is(count, before.tacks.count), kind: is(tackKind, before.tacks.kind) },
    passes: layersFor(design).map((l): SheetPass => {
      const filler = v[`${l.pass}Filler`];
      return {
        ...l,
        process: is<Process>(v[`${l.pass}Process`], 'tig'),
        amps: v[`${l.pass}Amps`] ?? null,
        rod: v[`${l.pass}Rod`] ?? null,
        filler: filler ? { id: filler.id, label: filler.label } : null,
        interpass: v[`${l.pass}Interpass`] ?? null,
      };
    }),
    ...{ sides: is(sides, before.sides), clamp: is(clamp, before.clamp) },
    ...{ onA: is(onA, before.onA), onB: is(onB, before.onB), slips: is(slips, before.slips) },
    // What stands in the fields of a head counts while a pass runs by one.
    orbital:
      v.head != null && v.program != null && v.programRevision != null
        ? { head: v.head, program: v.program, revision: v.programRevision, coupon: v.coupon ?? '' }
        : null,
  };
}

/** The form as the event says it. */
export const sheetSaid = (v: SheetGiven, design: Design): Sheet => sheetTyped(v, sheetByRule(design, { tilt: 0, gap: null }), design);
