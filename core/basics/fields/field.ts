/**
 * A field of a form as data: what it is called, how it is drawn, where it ends, and how what was typed is read. Limits and their
 * words stand here alone; the form, the handle on a drawing and the refusal of an event ask the same field.
 */
import type { Quantity } from '../figure';
import type { System } from '../units';

/** What a form holds: texts as they were typed, ticks, and lists of what was ticked. */
export type Typed = string | boolean | string[];
export type TypedForm = Record<string, Typed>;

export type Read<V> = { ok: true; value: V } | { ok: false; error: string };

/** A value that is still taken, and what is said beyond it. */
export type Limit = { value: number; says: string };
export type Option = { value: string; label: string };

/** How a field is drawn, and what whoever draws it has to know. */
export type Shape =
  | QuantityShape
  | { kind: 'number'; unit: string }
  /** `empty`: the row that stands for nothing; null when one is always chosen */
  | { kind: 'choice'; options: readonly Option[]; empty: string | null }
  | { kind: 'several'; options: readonly Option[] }
  | { kind: 'text'; list: readonly string[]; lines: number; most: number }
  | { kind: 'moment' | 'day' }
  | { kind: 'flag' };
/** `bare`: the unit of a bare number where it is not the person's own. `zero`: nothing at all is a value too. */
export type QuantityShape = { kind: 'quantity'; quantity: Quantity; bare?: string; least?: Limit; most?: Limit; zero: boolean };

export type Field<V = unknown> = {
  label: string;
  hint?: string;
  shape: Shape;
  /** asked for only while the rest of the form says so; read as null while it is not */
  asked?: (form: TypedForm) => boolean;
  /** a bare number is in the units of the system */
  read(typed: Typed, system: System): Read<V>;
  write(value: V, system: System): Typed;
};

export const text = (typed: Typed): string => (typeof typed === 'string' ? typed.trim() : '');
export const good = <V>(value: V): Read<V> => ({ ok: true, value });
export const bad = (error: string): { ok: false; error: string } => ({ ok: false, error });
