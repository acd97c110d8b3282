/** Form fields on react-hook-form. A quantity is kept as it was typed and read by core/basics/units. */
import { useState, type ReactNode } from 'react';
import { useFormContext, type FieldValues, type RegisterOptions } from 'react-hook-form';
import type { Quantity } from '../../../core/basics/figure';
import { parseQuantity, show, unitOf, type System } from '../../../core/basics/units';

type Base = { name: string; label: string; hint?: ReactNode; className?: string };

function useError(name: string): string | undefined {
  const { formState } = useFormContext();
  const error = name.split('.').reduce<unknown>((o, k) => (o as Record<string, unknown> | undefined)?.[k], formState.errors) as
    { message?: string } | undefined;
  return error?.message;
}

function Shell({
  name,
  label,
  hint,
  className,
  children,
}: Base & { children: (a11y: { id: string; 'aria-invalid': boolean; 'aria-describedby': string }) => ReactNode }) {
  const error = useError(name);
  const id = `f-${name}`;
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-sm font-medium">
        {label}
      </label>
      {children({ id, 'aria-invalid': Boolean(error), 'aria-describedby': `${id}-note` })}
      <p
        id={`${id}-note`}
        className={error ? 'text-sm font-semibold text-error' : 'text-xs text-base-content/80'}
        role={error ? 'alert' : undefined}
      >
        {error ? `■ ${error}` : hint}
      </p>
    </div>
  );
}

type QuantityProps = Base & {
  quantity: Quantity;
  system: System;
  optional?: boolean;
  min?: { value: number; message: string };
  max?: { value: number; message: string };
  /** unit of a bare number where it is not the person's own: min for a dwell, % for an air check */
  bare?: string;
  /** what else speaks against a value, SI; it looks at the other fields of the form */
  check?: (value: number, form: FieldValues) => string | null;
  /** fields to be checked again when this one changes */
  deps?: string[];
};

const BARE = /^[+-]?[\d\s.,/-]+$/;

/** A quantity in any unit; the button turns the unit a bare number is taken in, and how it was read stands below. */
export function QuantityField({ quantity, system, optional, min, max, bare, check, deps, ...base }: QuantityProps) {
  const { register, watch, setValue, getValues } = useFormContext();
  const [own, setOwn] = useState<System>(system);
  const [raw, setRaw] = useState<string | null>(null);
  const unit = bare ?? unitOf(quantity, own);
  const read = (text: string) => parseQuantity(text, quantity, own, undefined, unit);
  const typed = String(watch(base.name) ?? '');
  const parsed = typed.trim() ? read(typed) : null;
  const other: System = own === 'inch' ? 'metric' : 'inch';
  const twoWays = bare === undefined && unitOf(quantity, 'inch') !== unitOf(quantity, 'metric');
  const rule: RegisterOptions<FieldValues> = {
    ...(deps && { deps }),
    validate: (v: unknown, form: FieldValues) => {
      const text = typeof v === 'string' ? v : '';
      if (optional && text.trim() === '') return true;
      const p = read(text);
      if (!p.ok) return p.error;
      if (min && p.value < min.value) return min.message;
      if (max && p.value > max.value) return max.message;
      return check?.(p.value, form) ?? true;
    },
    // What leaves the form carries its unit, so that no one has to know which way the button stood.
    setValueAs: (v: unknown) => (typeof v === 'string' && BARE.test(v.trim()) ? `${v.trim()} ${unit}` : v),
  };
  const turn = () => {
    const p = read(String(getValues(base.name) ?? ''));
    setOwn(other);
    if (!p.ok) return;
    setRaw(null);
    setValue(base.name, show(p.value, quantity, other));
  };
  // Said where it is not what stands there already; the form knows a bare number with its unit, the field as it was typed.
  const standing = raw ?? typed;
  const shownAs = parsed?.ok && unit ? show(parsed.value, quantity, own) : null;
  const asRead = shownAs === null || shownAs === standing.trim() ? null : `= ${shownAs}`;
  return (
    <Shell {...base} hint={asRead ?? base.hint ?? ' '}>
      {(a11y) => (
        <div className="flex">
          <input
            {...a11y}
            {...register(base.name, rule)}
            onInput={(e) => setRaw(e.currentTarget.value)}
            className="input min-h-12 w-full min-w-0 font-figure aria-invalid:border-error"
            autoComplete="off"
            inputMode="text"
          />
          {unit && (
            <button
              type="button"
              className="btn btn-ghost min-h-12 border-base-300 px-2 text-sm font-normal"
              onClick={turn}
              disabled={!twoWays}
              aria-label={`Unit ${unit}${twoWays ? `, change to ${unitOf(quantity, other)}` : ''}`}
            >
              {unit}
            </button>
          )}
        </div>
      )}
    </Shell>
  );
}

export function TextField(
  props: Base & { rules?: RegisterOptions<FieldValues>; list?: readonly string[]; type?: 'text' | 'number' | 'datetime-local' },
) {
  const { rules, list, type = 'text', ...base } = props;
  const { register } = useFormContext();
  return (
    <Shell {...base}>
      {(a11y) => (
        <>
          <input
            {...a11y}
            {...register(base.name, rules)}
            type={type === 'datetime-local' ? type : 'text'}
            inputMode={type === 'number' ? 'numeric' : 'text'}
            className="input min-h-12 w-full aria-invalid:border-error"
            autoComplete="off"
            list={list && `${a11y.id}-list`}
          />
          {list && (
            <datalist id={`${a11y.id}-list`}>
              {list.map((x) => (
                <option key={x} value={x} />
              ))}
            </datalist>
          )}
        </>
      )}
    </Shell>
  );
}

export type Option = { value: string; label: string };

export function PickField({
  options,
  empty,
  rules,
  ...base
}: Base & { options: readonly Option[]; empty?: string; rules?: RegisterOptions<FieldValues> }) {
  const { register } = useFormContext();
  return (
    <Shell {...base}>
      {(a11y) => (
        <select {...a11y} {...register(base.name, rules)} className="select min-h-12 w-full aria-invalid:border-error">
          {empty !== undefined && <option value="">{empty}</option>}
          {options.map((o) => (
            <option key={o.value} value={o.value}>
              {o.label}
            </option>
          ))}
        </select>
      )}
    </Shell>
  );
}

export const required = { required: 'Choose one.' };

const hourOptions: Option[] = Array.from({ length: 12 }, (_, i) => ({ value: String(i + 1), label: `${i + 1} o'clock` }));
/** Where on the clock: seen, so never there before it was given. */
export const HourField = (base: Base) => <PickField {...base} options={hourOptions} empty="Pick" rules={required} />;

export function CheckField({ name, label }: Base) {
  const { register } = useFormContext();
  return (
    <label className="flex min-h-12 items-center gap-3">
      <input type="checkbox" className="checkbox" {...register(name)} />
      <span>{label}</span>
    </label>
  );
}

/** SI value of a field that passed its check. */
export function si(text: string, quantity: Quantity, system: System): number {
  const p = parseQuantity(text, quantity, system, quantity === 'temperature' ? undefined : 0);
  if (!p.ok) throw new Error(p.error);
  return p.value;
}
/** The same, null for an empty field. */
export const siOrNull = (text: string, quantity: Quantity, system: System): number | null =>
  text.trim() === '' ? null : si(text, quantity, system);
