/** What the sheet asks beside the torch: how the joint lies, the way round it, its tacks, its passes, what goes on before it closes. */
import { choice, flag, number, optional, place, quantity, ref, when, words, type Field, type TypedForm } from '../../basics/fields';
import type { Seam } from '../../basics/seam';
import {
  layersOf,
  passSchema,
  processNames,
  tackKindNames,
  wayName,
  waysOn,
  type PassId,
  type Process,
  type TackKind,
  type Way,
} from '../../models/passes';
import { isOpened, type Design } from '../jobs';
import type { ItemOf } from '../registers';
import type { Clamp, Held, Lies, Sides, Strike } from './body';

export const heldNames: Record<Held, string> = { fixed: 'Fixed', turntable: 'On a turntable', 'by-hand': 'Rolled by hand' };
export const liesNames: Record<Lies, string> = {
  level: 'Axis level',
  upright: 'Axis upright',
  inclined: 'Axis inclined',
  overhead: 'Overhead',
};
const liesOnPlate: Partial<Record<Lies, string>> = { level: 'Flat', upright: 'Upright', overhead: 'Overhead' };
export const strikeNames: Record<Strike, string> = { pedal: 'Pedal', lift: 'Lift, as set' };
export const clampNames: Record<Clamp, string> = {
  none: 'Tacks alone',
  plate: 'Heavy plate',
  'pre-bend': 'Bent before',
};
export const sidesNames: Record<Sides, string> = {
  one: 'From one side',
  'outside-first': 'Outside, then inside',
  'inside-first': 'Inside, then outside',
};

/** Which ways it can lie, and what each is called on its kind of seam. */
export const liesOf = (seam: Seam): Partial<Record<Lies, string>> =>
  seam.kind === 'straight' ? liesOnPlate : { level: liesNames.level, upright: liesNames.upright, inclined: liesNames.inclined };

const rod = quantity('length', 'Rod', { zero: false, most: { value: 0.01, says: 'Thicker than any rod. Check the unit.' } });
const amps = quantity('current', 'Amps, mean', { zero: false, most: { value: 500, says: 'More than 500 A. Check it.' } });
const interpass = quantity('temperature', 'Interpass at most', {
  least: { value: 5, says: 'Colder than a shop. Check the unit.' },
  most: { value: 400, says: 'Hotter than any procedure allows between passes. Check the unit.' },
});
export const sheetMeasures = { tieIn: quantity('length', 'Tie-in, back on sound weld', { most: 0.1 }), rod, amps, interpass };

/** Which passes the sheet of a design has, and how many of each. */
export const layersFor = (d: Design) => layersOf(d.size.wall, isOpened(d.joint));

const list = (typed: string): string[] =>
  typed
    .split(/[,;\n]/)
    .map((s) => s.trim())
    .filter(Boolean);

/** Names of things, apart by commas. */
const things = (label: string, hint: string): Field<string[]> => {
  const f = words(label, { most: 200 });
  return {
    ...f,
    hint,
    read: (typed, system) => {
      const read = f.read(typed, system);
      if (!read.ok) return read;
      const found = list(read.value);
      return found.some((x) => x.length > 60) || found.length > 12
        ? { ok: false, error: 'At most 12 things of 60 letters each, with commas between.' }
        : { ok: true, value: found };
    },
    write: (value) => value.join(', '),
  };
};

type PassFields = {
  [P in PassId as `${P}Process`]: Field<Process>;
} & { [P in PassId as `${P}Amps`]: Field<number | null> } & { [P in PassId as `${P}Rod`]: Field<number | null> } & {
  [P in PassId as `${P}Filler`]: Field<ItemOf<'heat'> | null>;
} & { [P in PassId as `${P}Interpass`]: Field<number | null> };

/** Is a pass typed to run by a head? */
export const isOrbital = (f: TypedForm): boolean => passSchema.options.some((p) => f[`${p}Process`] === 'orbital');
const marked = (label: string, hint?: string) =>
  when(isOrbital, words(label, { least: 1, most: 60, says: 'Enter it as it stands on the machine.', ...(hint !== undefined && { hint }) }));
const orbitalFields = {
  head: marked('Head'),
  program: marked('Program'),
  programRevision: marked('Its revision'),
  coupon: when(isOrbital, words('Coupon looked at first', { most: 60, hint: 'its number; never carried over' })),
};

/** @param fillers heats of rod at hand */
export function sheetForm({ seam }: Design, fillers: readonly ItemOf<'heat'>[]) {
  const straight = seam.kind === 'straight';
  const passes = Object.fromEntries(
    passSchema.options.flatMap((p): [string, Field][] => [
      [`${p}Process`, choice<Process>('Process', processNames, { empty: null })],
      [`${p}Amps`, optional(amps)],
      [`${p}Rod`, optional(rod)],
      [`${p}Filler`, optional(ref('Filler', fillers, (i) => i.label, { empty: 'as fitted up' }))],
      [`${p}Interpass`, optional(interpass)],
    ]),
  ) as PassFields;
  return {
    held: choice<Held>('The work is', heldNames, { empty: null }),
    lies: choice<Lies>(straight ? 'The seam lies' : 'It lies', liesOf(seam) as Record<Lies, string>, { empty: null }),
    way: choice<Way>('Way round', Object.fromEntries(waysOn(seam).map((w) => [w, wayName(w, seam)])) as Record<Way, string>, {
      empty: null,
    }),
    counter: flag(straight ? 'From the far edge' : 'Counter-clockwise'),
    start: place('Start at', seam),
    tieIn: sheetMeasures.tieIn,
    strike: choice<Strike>('Arc by', strikeNames, { empty: null }),
    tackCount: number('Tacks', { least: 0, most: 60, whole: true, says: 'That is no count. Type how many, such as 4.' }),
    tackKind: choice<TackKind>('Tacks are', tackKindNames, { empty: null }),
    ...passes,
    sides: choice<Sides>('Welded', sidesNames, { empty: null }),
    clamp: choice<Clamp>('Against pull', clampNames, { empty: null }),
    onA: things('On end A before it closes', 'rings, nuts, sleeves'),
    onB: things('On end B before it closes', 'rings, nuts, sleeves'),
    slips: things('Must still come apart', 'slip joints, unions'),
    ...orbitalFields,
    /** shown while something lies outside */
    reason: words('Why it lies outside the WPS', { most: 200 }),
  };
}
export type SheetForm = ReturnType<typeof sheetForm>;
