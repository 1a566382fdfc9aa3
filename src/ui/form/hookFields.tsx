'use client';

import { useController, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { ChoiceField, TextField } from './fields';

interface Field<V extends FieldValues> {
  control: Control<V>;
  name: FieldPath<V>;
  label: string;
  hint?: string | undefined;
  bare?: boolean;
}

/** A text of a form that react-hook-form keeps; what is wrong with it stands beneath. */
export function HookText<V extends FieldValues>({
  control,
  name,
  ...shown
}: Field<V> & { type?: 'text' | 'date'; placeholder?: string; list?: string }) {
  const { field, fieldState } = useController({ control, name });
  return (
    <TextField
      {...shown}
      value={field.value as string}
      onValue={field.onChange}
      error={fieldState.error?.message}
    />
  );
}

/** A choice of one of a form that react-hook-form keeps. */
export function HookChoice<V extends FieldValues, T extends string>({
  control,
  name,
  options,
  ...shown
}: Field<V> & { options: readonly { value: T; label: string }[] }) {
  const { field, fieldState } = useController({ control, name });
  return (
    <ChoiceField
      {...shown}
      options={options}
      value={field.value as T}
      onValue={field.onChange}
      error={fieldState.error?.message}
    />
  );
}
