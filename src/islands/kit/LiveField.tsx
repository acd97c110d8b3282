/** A small field that writes as soon as what is typed makes sense; what does not stays, with its reason. */
import { useId, useState } from 'react';
import type { Quantity } from '../../../core/basics/figure';
import { parseQuantity, show, type System } from '../../../core/basics/units';
import { useWrong } from './wrong';

type Props = {
  label: string;
  value: number;
  quantity: Quantity;
  system: System;
  onValue: (si: number) => void;
  max: number;
  /** lowest value taken; above zero when left out */
  min?: number;
  className?: string;
};

export function LiveField({ label, value, quantity, system, onValue, max, min, className }: Props) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const shown = text ?? show(value, quantity, system);
  const judge = (typed: string): { value: number } | { error: string } => {
    const p = parseQuantity(typed, quantity, system);
    if (!p.ok) return { error: p.error };
    if (min === undefined && p.value <= 0) return { error: 'Must be more than zero.' };
    if (min !== undefined && p.value < min) return { error: `At least ${show(min, quantity, system)}.` };
    if (p.value > max) return { error: 'Too large. Check the unit.' };
    return { value: p.value };
  };
  const judged = text === null ? null : judge(text);
  const error = judged && 'error' in judged ? judged.error : '';
  useWrong(label, error);
  return (
    <div className={className}>
      <div className="flex justify-between gap-2">
        <label htmlFor={id} className="block text-sm font-medium">
          {label}
        </label>
        {/* How it is read, while it is typed: a bare number is in the person's own unit. */}
        {text !== null && judged && 'value' in judged && <span className="text-sm">= {show(judged.value, quantity, system)}</span>}
      </div>
      <input
        id={id}
        className="input min-h-12 w-full font-figure aria-invalid:border-error"
        aria-invalid={error !== ''}
        value={shown}
        onChange={(e) => {
          setText(e.target.value);
          const j = judge(e.target.value);
          if ('value' in j) onValue(j.value);
        }}
        onBlur={() => error === '' && setText(null)}
      />
      {error && (
        <span role="alert" className="text-sm font-semibold text-error">
          ■ {error}
        </span>
      )}
    </div>
  );
}

/** A plain choice that writes at once. */
export function LivePick<T extends string>({
  label,
  value,
  options,
  onValue,
  className,
}: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onValue: (v: T) => void;
  className?: string;
}) {
  return (
    <label className={`block text-sm font-medium ${className ?? ''}`}>
      {label}
      <select className="select min-h-12 w-full" aria-label={label} value={value} onChange={(e) => onValue(e.target.value as T)}>
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </label>
  );
}
