/** A small field that writes as soon as what is typed makes sense; what does not stays, with its reason. */
import { useId, useState } from 'react';
import type { QuantityField } from '../../../core/basics/fields';
import { show, type System } from '../../../core/basics/units';
import { useWords } from './reader';
import { useWrong } from './wrong';

type Props = {
  /** what it is, and where it ends */
  of: QuantityField;
  /** where the place says more than the measure knows */
  label?: string;
  value: number;
  system: System;
  onValue: (si: number) => void;
  className?: string;
};

export function LiveField({ of, label = of.label, value, system, onValue, className }: Props) {
  const id = useId();
  const words = useWords();
  const [text, setText] = useState<string | null>(null);
  const { quantity } = of.shape;
  const shown = text ?? show(value, quantity, system);
  const read = text === null ? null : of.read(text, system);
  const error = read && !read.ok ? read.error : '';
  useWrong(label, error);
  return (
    <div className={className}>
      <div className="flex justify-between gap-2">
        <label htmlFor={id} className="block text-sm font-medium">
          {label}
        </label>
        {/* How it is read, while it is typed: a bare number is in the person's own unit. */}
        {read?.ok && <span className="text-sm">= {show(read.value, quantity, system)}</span>}
      </div>
      <input
        id={id}
        className="input min-h-12 w-full font-figure aria-invalid:border-error"
        aria-invalid={error !== ''}
        value={shown}
        onChange={(e) => {
          setText(e.target.value);
          const now = of.read(e.target.value, system);
          if (now.ok) onValue(now.value);
        }}
        onBlur={() => error === '' && setText(null)}
        // It writes as it is typed: Enter has nothing to send, and must not send the form it stands in.
        onKeyDown={(e) => e.key === 'Enter' && e.preventDefault()}
      />
      {error && (
        <span role="alert" className="text-sm font-semibold text-error">
          ■ {words(error)}
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
