/** A stage's form: fields in a grid, the refusal above the button that records. Nothing typed is lost when refused. */
import { useState, type ReactNode } from 'react';
import { FormProvider, useForm, type DefaultValues, type FieldValues, type UseFormReturn } from 'react-hook-form';
import type { Refusal } from '../post';
import { RefusalNote } from './notes';

type Props<T extends FieldValues> = {
  defaults: DefaultValues<T>;
  onRecord: (values: T) => Promise<Refusal | null>;
  label: string;
  /** what hinders recording just now, in words */
  blocked?: readonly string[];
  children: ReactNode | ((form: UseFormReturn<T>) => ReactNode);
};

export function StageForm<T extends FieldValues>({ defaults, onRecord, label, blocked = [], children }: Props<T>) {
  const form = useForm<T>({ defaultValues: defaults, mode: 'onTouched' });
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const submit = form.handleSubmit(async (values) => setRefusal(await onRecord(values)));
  return (
    <FormProvider {...form}>
      <form noValidate className="space-y-3" onSubmit={(e) => void submit(e)}>
        {typeof children === 'function' ? children(form) : children}
        <RefusalNote refusal={refusal} />
        {blocked.length > 0 && <RefusalNote refusal={{ error: blocked[0] ?? '', reasons: [...blocked], status: 422 }} />}
        <button type="submit" className="btn btn-primary min-h-12 px-6" disabled={form.formState.isSubmitting || blocked.length > 0}>
          {form.formState.isSubmitting ? 'Saving' : label}
        </button>
      </form>
    </FormProvider>
  );
}
