/** A form of fields that are data: drawn, read back as a whole, sent; the refusal above the button. Nothing typed is lost when refused. */
import { createContext, useContext, useId, useState, type ReactNode } from 'react';
import { FormProvider, useForm, type FieldErrors } from 'react-hook-form';
import {
  readForm,
  readSoFar,
  writeForm,
  type Across,
  type Table,
  type Typed,
  type TypedForm,
  type Values,
} from '../../../core/basics/fields';
import type { System } from '../../../core/basics/units';
import type { Refusal } from '../post';
import { RefusalNote } from './notes';
import { entryOf, useScan } from './useScan';

type AnyForm = { table: Table; across: readonly Across<Table>[]; system: System; id: string };
const Tables = createContext<AnyForm | null>(null);

/** The form a field stands in. */
export function useTable(): AnyForm {
  const form = useContext(Tables);
  if (!form) throw new Error('A field stands in a Form.');
  return form;
}

/** A form as it stands: what is typed, and what of it can be read by now. */
export type View<T extends Table> = {
  typed: TypedForm;
  read: Partial<Values<T>>;
  set: (name: keyof T & string, typed: Typed) => void;
  /** what was refused, over the button: for whoever puts it elsewhere than at the end */
  bar: ReactNode;
};

type Props<T extends Table> = {
  of: T;
  across?: readonly Across<T>[];
  /** what is known already, SI */
  known?: Partial<Values<T>>;
  /** what was typed before, where the very text matters */
  typed?: TypedForm;
  system: System;
  /** @param typed the texts, where the very words matter */
  onRecord: (values: Values<T>, typed: TypedForm) => Promise<Refusal | null>;
  /** what cannot be read when it is sent: whoever shows only a part of the form turns to it */
  onWrong?: (names: string[]) => void;
  label: string;
  /** how the button looks, where recording is more than that */
  look?: string;
  /** the children put the button where it belongs */
  own?: boolean;
  /** one row with its button at the end */
  row?: boolean;
  /** begins again once it was taken; a row does, unless it keeps what stands in it */
  again?: boolean;
  className?: string;
  children: ReactNode | ((view: View<T>) => ReactNode);
};

export function Form<T extends Table>({
  of: table,
  across = [],
  known,
  typed,
  system,
  onRecord,
  onWrong,
  label,
  look = 'btn-primary px-6',
  own = false,
  row = false,
  again = row,
  className,
  children,
}: Props<T>) {
  const id = useId();
  const [start] = useState((): TypedForm => ({ ...writeForm(table, known ?? {}, system), ...typed }));
  const form = useForm<TypedForm, unknown, Values<T>>({
    defaultValues: start,
    mode: 'onTouched',
    resolver: (now) => {
      const read = readForm(table, now, system, across);
      if (read.ok) return { values: read.values, errors: {} };
      const errors = Object.fromEntries(Object.entries(read.errors).map(([name, message]) => [name, { type: 'check', message }]));
      return { values: {}, errors: errors as FieldErrors<TypedForm> };
    },
  });
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const submit = form.handleSubmit(
    async (values) => {
      const no = await onRecord(values, form.getValues());
      setRefusal(no);
      if (!no && again) form.reset(start);
    },
    (errors) => onWrong?.(Object.keys(errors)),
  );
  const now = form.watch();
  const put: (name: string, value: Typed, how: { shouldValidate: boolean; shouldDirty: boolean }) => void = form.setValue;
  const { isSubmitting } = form.formState;
  const button = (style: string) => (
    <button type="submit" className={`btn min-h-12 ${style}`} disabled={isSubmitting}>
      {isSubmitting ? 'Saving' : label}
    </button>
  );
  const bar = (
    <div className="record-bar space-y-2">
      <RefusalNote refusal={refusal} />
      {button(look)}
    </div>
  );
  const view: View<T> = {
    bar,
    typed: now,
    read: readSoFar(table, now, system),
    set: (name, value) => put(name, value, { shouldValidate: form.formState.isSubmitted, shouldDirty: true }),
  };
  useScan((code, before) => {
    if (before && before.name in table) view.set(before.name, before.value);
    // The field in hand first, then those that wait, then the others.
    const inHand = document.activeElement?.getAttribute('name');
    const rank = (name: string) => (name === inHand ? 0 : (before?.name === name ? before.value : now[name]) === '' ? 1 : 2);
    const found = Object.entries(table)
      .filter(([, f]) => f.shape.kind === 'choice' && (!f.asked || f.asked(now)))
      .sort(([a], [b]) => rank(a) - rank(b))
      .flatMap(([name, { shape }]) => {
        const value = shape.kind === 'choice' ? entryOf(shape.options, code) : null;
        return value === null ? [] : [{ name, value }];
      })[0];
    if (found) view.set(found.name, found.value);
    return found !== undefined;
  });
  const fields = typeof children === 'function' ? children(view) : children;
  return (
    <Tables value={{ table, across: across as unknown as readonly Across<Table>[], system, id }}>
      <FormProvider {...form}>
        <form noValidate onSubmit={(e) => void submit(e)} className={row ? '' : 'space-y-3'}>
          {row ? (
            <>
              <div className={className ?? 'flex flex-wrap items-start gap-2'}>
                {fields}
                {button('mt-5')}
              </div>
              <RefusalNote refusal={refusal} />
            </>
          ) : (
            <>
              {fields}
              {!own && bar}
            </>
          )}
        </form>
      </FormProvider>
    </Tables>
  );
}
