/** A form is a table of fields: written from what is known, read back as a whole or as far as it goes. */
import type { System } from '../units';
import { good, type Field, type Read, type TypedForm } from './field';
import { emptyOf } from './kinds';

export type Table = Record<string, Field>;
export type Values<T extends Table> = { [K in keyof T]: T[K] extends Field<infer V> ? V : never };

/** What speaks against several fields together, said at one of them, once all can be read. */
export type Across<T extends Table> = {
  /** these must be readable for it */
  of: readonly (keyof T & string)[];
  /** these bear on it too, where they can be read */
  also?: readonly (keyof T & string)[];
  at: keyof T & string;
  says: (v: Values<T>) => string | null;
};

const readOne = (field: Field, name: string, form: TypedForm, system: System): Read<unknown> =>
  field.asked && !field.asked(form) ? good(null) : field.read(form[name] ?? '', system);

/** What was typed, as values in SI; or what is wrong, by field. */
export function readForm<T extends Table>(
  table: T,
  form: TypedForm,
  system: System,
  across: readonly Across<T>[] = [],
): { ok: true; values: Values<T> } | { ok: false; errors: Record<string, string> } {
  const values: Record<string, unknown> = {};
  const errors: Record<string, string> = {};
  for (const [name, field] of Object.entries(table)) {
    const read = readOne(field, name, form, system);
    if (read.ok) values[name] = read.value;
    else errors[name] = read.error;
  }
  for (const { of, at, says } of across) {
    if (of.some((name) => name in errors) || at in errors) continue;
    const no = says(values as Values<T>);
    if (no !== null) errors[at] = no;
  }
  return Object.keys(errors).length === 0 ? { ok: true, values: values as Values<T> } : { ok: false, errors };
}

/** The values of those fields that can be read by now. */
export function readSoFar<T extends Table>(table: T, form: TypedForm, system: System): Partial<Values<T>> {
  const values: Record<string, unknown> = {};
  for (const [name, field] of Object.entries(table)) {
    const read = readOne(field, name, form, system);
    if (read.ok) values[name] = read.value;
  }
  return values as Partial<Values<T>>;
}

/** A form with what is known filled in, and everything else empty. */
export const writeForm = <T extends Table>(table: T, known: Partial<Values<T>>, system: System): TypedForm =>
  Object.fromEntries(
    Object.entries(table).map(([name, field]) => {
      const value = known[name];
      return [name, value === undefined ? emptyOf(field) : field.write(value, system)];
    }),
  );
