/** Draws one field of the form it stands in, by its shape: what is typed, how it was read, and what is wrong with it. */
import { useState, type ReactNode } from 'react';
import { useFormContext, type RegisterOptions } from 'react-hook-form';
import type { Option, QuantityShape, Shape, TypedForm } from '../../../core/basics/fields';
import { parseQuantity, show, unitOf, type System } from '../../../core/basics/units';
import { useTable } from './Form';
import { useWords } from './reader';

type Props = {
  name: string;
  /** where the form says more than the field knows */
  label?: string;
  hint?: ReactNode;
  className?: string;
  /** which of the options are offered just now, in which order */
  offer?: (options: readonly Option[]) => readonly Option[];
  /** what may be typed, as far as it is known */
  list?: readonly string[];
};
type A11y = { id: string; 'aria-invalid': boolean; 'aria-describedby': string };

export function Field({ name, label, hint, className, offer = (o) => o, list }: Props) {
  const { table, across, id: form } = useTable();
  const { formState, watch } = useFormContext<TypedForm>();
  const words = useWords();
  const field = table[name];
  if (!field) throw new Error(`The form has no field ${name}.`);
  const { shape } = field;
  if (shape.kind === 'flag') return <Tick name={name} label={label ?? field.label} className={className} />;
  if (shape.kind === 'several')
    return <Ticks name={name} label={label ?? field.label} options={shape.options} {...(className !== undefined && { className })} />;
  const error = formState.errors[name]?.message;
  // What speaks against two fields together is looked at again when either changes, once both hold something.
  const deps = [...new Set(across.flatMap(({ of, also = [] }) => ([...of, ...also].includes(name) ? of : [])))].filter(
    (n) => n !== name && Boolean(watch(n)),
  );
  const about = hint || field.hint;
  const id = `${form}-${name}`;
  const a11y: A11y = { id, 'aria-invalid': error !== undefined, 'aria-describedby': `${id}-note` };
  const rule = deps.length ? { deps } : {};
  const note = (asRead: string | null) => (
    <p
      id={`${id}-note`}
      className={error ? 'text-sm font-semibold text-error' : 'text-xs text-base-content/80'}
      role={error ? 'alert' : undefined}
    >
      {error ? `■ ${words(error)}` : (asRead ?? (typeof about === 'string' ? words(about) : (about ?? ' ')))}
    </p>
  );
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-sm font-medium">
        {label ?? field.label}
      </label>
      {shape.kind === 'quantity' ? (
        <QuantityInput name={name} shape={shape} a11y={a11y} rule={rule} note={note} />
      ) : (
        <>
          <PlainInput
            name={name}
            shape={shape}
            a11y={a11y}
            rule={rule}
            offer={offer}
            list={list ?? (shape.kind === 'text' ? shape.list : [])}
          />
          {note(null)}
        </>
      )}
    </div>
  );
}

type InputProps = { name: string; a11y: A11y; rule: RegisterOptions<TypedForm> };

type PlainProps = InputProps & { shape: Shape; offer: NonNullable<Props['offer']>; list: readonly string[] };
function PlainInput({ name, shape, a11y, rule, offer, list }: PlainProps) {
  const { register } = useFormContext<TypedForm>();
  const bound = { ...a11y, ...register(name, rule) };
  const look = 'min-h-12 w-full aria-invalid:border-error';
  if (shape.kind === 'choice')
    return (
      <select {...bound} className={`select ${look} overflow-hidden pe-8 text-ellipsis`}>
        {shape.empty !== null && <option value="">{shape.empty}</option>}
        {offer(shape.options).map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    );
  if (shape.kind === 'moment' || shape.kind === 'day')
    return <input {...bound} type={shape.kind === 'moment' ? 'datetime-local' : 'date'} className={`input ${look}`} />;
  if (shape.kind === 'text' && shape.lines > 1)
    return <textarea {...bound} rows={shape.lines} maxLength={shape.most} className={`textarea ${look}`} />;
  return (
    <>
      <input
        {...bound}
        type="text"
        inputMode={shape.kind === 'number' ? 'decimal' : 'text'}
        className={`input ${look} ${shape.kind === 'number' ? 'font-figure' : ''}`}
        autoComplete="off"
        {...(list.length > 0 && { list: `${a11y.id}-list` })}
        {...(shape.kind === 'text' && { maxLength: shape.most })}
      />
      {list.length > 0 && (
        <datalist id={`${a11y.id}-list`}>
          {list.map((x) => (
            <option key={x} value={x} />
          ))}
        </datalist>
      )}
    </>
  );
}

const BARE = /^[+-]?[\d\s.,/-]+$/;

/** A quantity in any unit; the button turns the unit a bare number is taken in, and how it was read stands below. */
function QuantityInput({
  name,
  shape: { quantity, bare },
  a11y,
  rule,
  note,
}: InputProps & { shape: QuantityShape; note: (asRead: string | null) => ReactNode }) {
  const { system } = useTable();
  const { register, watch, setValue, getValues } = useFormContext<TypedForm>();
  const [own, setOwn] = useState<System>(system);
  const [raw, setRaw] = useState<string | null>(null);
  const unit = bare ?? unitOf(quantity, own);
  const read = (text: string) => parseQuantity(text, quantity, own, undefined, unit);
  const typed = String(watch(name));
  const parsed = typed.trim() ? read(typed) : null;
  const other: System = own === 'inch' ? 'metric' : 'inch';
  const twoWays = bare === undefined && unitOf(quantity, 'inch') !== unitOf(quantity, 'metric');
  // What leaves the form carries its unit, so that no one has to know which way the button stood.
  const withUnit = (v: unknown) => (typeof v === 'string' && BARE.test(v.trim()) ? `${v.trim()} ${unit}` : v);
  const turn = () => {
    const p = read(String(getValues(name)));
    setOwn(other);
    if (!p.ok) return;
    setRaw(null);
    setValue(name, show(p.value, quantity, other));
  };
  // Said where it is not what stands there already; the form knows a bare number with its unit, the field as it was typed.
  const standing = raw ?? typed;
  const shownAs = parsed?.ok && unit ? show(parsed.value, quantity, own) : null;
  return (
    <>
      <div className="flex">
        <input
          {...a11y}
          {...register(name, { ...rule, setValueAs: withUnit })}
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
      {note(shownAs === null || shownAs === standing.trim() ? null : `= ${shownAs}`)}
    </>
  );
}

function Tick({ name, label, className = '' }: { name: string; label: string; className: string | undefined }) {
  const { register } = useFormContext<TypedForm>();
  return (
    <label className={`flex min-h-12 items-center gap-3 ${className}`}>
      <input type="checkbox" className="checkbox" {...register(name)} />
      <span>{label}</span>
    </label>
  );
}

function Ticks({ name, label, options, className }: { name: string; label: string; options: readonly Option[]; className?: string }) {
  const { register } = useFormContext<TypedForm>();
  return (
    <fieldset className={className}>
      <legend className="text-sm font-medium">{label}</legend>
      <div className="flex flex-wrap gap-x-4">
        {options.map((o) => (
          <label key={o.value} className="flex min-h-11 items-center gap-2 text-sm">
            <input type="checkbox" className="checkbox" value={o.value} {...register(name)} />
            {o.label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
