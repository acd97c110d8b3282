/** The kinds of fields there are, each made by one call. */
import type { Quantity } from '../figure';
import { metresAt, placeAt, type Seam } from '../seam';
import { parseNumber, parseQuantity, show } from '../units';
import { bad, good, text, type Field, type Limit, type Option, type QuantityShape, type TypedForm } from './field';

type More = Pick<Field, 'hint'>;
export type QuantityField = Field<number> & { shape: QuantityShape };
type Ends = { least?: number | Limit; most?: number | Limit };

const limit = (l: number | Limit, word: string, of: Quantity): Limit =>
  typeof l === 'number' ? { value: l, says: `${word} than ${show(l, of, 'metric')}. Check the unit.` } : l;

/** What is said of a value that a quantity cannot have, SI; null when nothing speaks against it. */
export function beyond({ shape }: QuantityField, value: number): string | null {
  if (!shape.zero && value <= 0) return 'Must be more than zero.';
  if (shape.least && value < shape.least.value) return shape.least.says;
  if (shape.most && value > shape.most.value) return shape.most.says;
  return null;
}

/**
 * A quantity in any unit it can be given in. A limit given as a bare number (SI) says its own words.
 * @example quantity('length', 'Stick-out', { most: 0.1 })
 */
export function quantity(of: Quantity, label: string, o: Ends & More & { bare?: string; zero?: boolean } = {}): QuantityField {
  const { least, most, bare, zero = true, hint } = o;
  const field: QuantityField = {
    label,
    ...(hint !== undefined && { hint }),
    shape: {
      kind: 'quantity',
      quantity: of,
      zero,
      ...(bare !== undefined && { bare }),
      ...(least !== undefined && { least: limit(least, 'Less', of) }),
      ...(most !== undefined && { most: limit(most, 'More', of) }),
    },
    read: (typed, system) => {
      const p = parseQuantity(text(typed), of, system, undefined, bare);
      if (!p.ok) return bad(p.error);
      const no = beyond(field, p.value);
      return no === null ? good(p.value) : bad(no);
    },
    write: (value, system) => show(value, of, system),
  };
  return field;
}

/** The same quantity with other ends, or another name. A field is never spread: it reads by its own shape. */
export const like = ({ label, hint, shape }: QuantityField, o: Ends & { label?: string; zero?: boolean }): QuantityField =>
  quantity(shape.quantity, o.label ?? label, { ...shape, ...(hint !== undefined && { hint }), ...o });

/** A plain number between two ends; its unit, such as %, may be typed behind it. */
export const number = (
  label: string,
  {
    says,
    least = 0,
    most = Infinity,
    whole = false,
    unit = '',
    hint,
  }: More & { says: string; least?: number; most?: number; whole?: boolean; unit?: string },
): Field<number> => ({
  label,
  ...(hint !== undefined && { hint }),
  shape: { kind: 'number', unit },
  read: (typed) => {
    const t = text(typed);
    const n = parseNumber(unit && t.endsWith(unit) ? t.slice(0, -unit.length).trim() : t);
    return n === null || n < least || n > most || (whole && !/^\d+$/.test(t)) ? bad(says) : good(n);
  },
  write: (value) => String(value),
});

const optionsOf = <T extends string>(names: Record<T, string> | readonly T[]): Option[] =>
  Array.isArray(names)
    ? (names as readonly T[]).map((value) => ({ value, label: value }))
    : Object.entries<string>(names as Record<T, string>).map(([value, label]) => ({ value, label }));

/** One of a few, by its name. `empty` is the first row until one is picked; without it the first value stands from the start. */
export function choice<T extends string>(
  label: string,
  names: Record<T, string> | readonly T[],
  { empty = 'Pick', hint }: More & { empty?: string | null } = {},
): Field<T> {
  const options = optionsOf(names);
  return {
    label,
    ...(hint !== undefined && { hint }),
    shape: { kind: 'choice', options, empty },
    read: (typed) => {
      const found = options.find((o) => o.value === text(typed));
      return found ? good(found.value as T) : bad('Choose one.');
    },
    write: (value) => value,
  };
}

/** One of the items at hand, as a register lists them; what is picked is read as the item itself. */
export function ref<I extends { id: string }>(
  label: string,
  items: readonly I[],
  name: (item: I) => string,
  { empty = 'Pick', hint }: More & { empty?: string } = {},
): Field<I> {
  return {
    label,
    ...(hint !== undefined && { hint }),
    shape: { kind: 'choice', options: items.map((i) => ({ value: i.id, label: name(i) })), empty },
    read: (typed) => {
      const found = items.find((i) => i.id === text(typed));
      return found ? good(found) : bad(text(typed) === '' ? 'Choose one.' : 'That one is no longer there. Choose another.');
    },
    write: (item) => item.id,
  };
}

const hours = Object.fromEntries(Array.from({ length: 12 }, (_, i) => [String(i + 1), `${i + 1} o'clock`]));
/** Where on the clock: seen, so never there before it was given. */
export const hour = (label: string): Field<number> => {
  const picked = choice(label, hours);
  return {
    ...picked,
    read: (typed, system) => {
      const r = picked.read(typed, system);
      return r.ok ? good(Number(r.value)) : r;
    },
    write: (value) => String(value),
  };
};

/** Where on a seam, as a place on it (0 to 12): picked from the clock where it goes round, measured from its edge where it is straight. */
export function place(label: string, seam: Seam): Field<number> {
  if (seam.kind !== 'straight') return hour(label);
  const { length } = seam;
  const typed = quantity('length', label, {
    hint: 'from the edge',
    most: { value: length * (1 + 1e-9), says: 'Beyond the end of the seam.' },
  });
  return {
    ...typed,
    read: (text, system) => {
      const r = typed.read(text, system);
      return r.ok ? good(Math.min(12, placeAt(length, r.value))) : r;
    },
    write: (at, system) => typed.write(metresAt(length, at), system),
  };
}

/** Words. `says` is what is said while there are fewer letters than `least`. */
export const words = (
  label: string,
  {
    says = '',
    least = 0,
    most = 200,
    list = [],
    lines = 1,
    hint,
  }: More & { says?: string; least?: number; most?: number; list?: readonly string[]; lines?: number } = {},
): Field<string> => ({
  label,
  ...(hint !== undefined && { hint }),
  shape: { kind: 'text', list, lines, most },
  read: (typed) => {
    const t = text(typed);
    return t.length < least ? bad(says) : t.length > most ? bad(`At most ${most} letters.`) : good(t);
  },
  write: (value) => value,
});

/** Yes or no, by a tick. */
export const flag = (label: string): Field<boolean> => ({
  label,
  shape: { kind: 'flag' },
  read: (typed) => good(typed === true),
  write: (value) => value,
});

/** As many as are ticked. */
export const several = <T extends string>(label: string, names: Record<T, string>): Field<T[]> => ({
  label,
  shape: { kind: 'several', options: optionsOf(names) },
  read: (typed) => good((Array.isArray(typed) ? typed : []) as T[]),
  write: (value) => value,
});

/** A moment that has been, as ISO in UTC. @param now server time, ms, when it is read */
export const moment = (label: string, says: string, now: () => number): Field<string> => ({
  label,
  shape: { kind: 'moment' },
  read: (typed) => {
    const at = Date.parse(text(typed));
    return Number.isFinite(at) && at <= now() ? good(new Date(at).toISOString()) : bad(says);
  },
  write: (value) => value.slice(0, 16),
});

/** A day, as 2027-03-01. */
export const day = (label: string, { hint }: More = {}): Field<string> => ({
  label,
  ...(hint !== undefined && { hint }),
  shape: { kind: 'day' },
  read: (typed) => {
    const t = text(typed);
    const at = /^(19|20|21)\d\d-\d\d-\d\d$/.test(t) ? new Date(`${t}T00:00:00Z`) : null;
    return at && Number.isFinite(at.getTime()) && at.toISOString().startsWith(t) ? good(t) : bad('Pick a day.');
  },
  write: (value) => value,
});

/** May stay empty, and is null then. */
export const optional = <V>(field: Field<V>): Field<V | null> => ({
  ...field,
  read: (typed, system) => (text(typed) === '' ? good(null) : field.read(typed, system)),
  write: (value, system) => (value === null ? '' : field.write(value, system)),
});

/** Asked for only while the rest of the form says so; null while it is not. */
export const when = <V>(asked: (form: TypedForm) => boolean, field: Field<V>): Field<V | null> => ({
  ...field,
  asked,
  write: (value, system) => (value === null ? emptyOf(field) : field.write(value, system)),
});

/** Nothing typed yet. */
export const emptyOf = ({ shape }: Field): string | boolean | string[] =>
  shape.kind === 'flag'
    ? false
    : shape.kind === 'several'
      ? []
      : shape.kind === 'choice' && shape.empty === null
        ? (shape.options[0]?.value ?? '')
        : '';
