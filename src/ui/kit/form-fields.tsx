/** The fields of a form, tied to react-hook-form: label, hint and error always stand with their control. */
import { Controller, type FieldValues, type Path, type UseFormRegisterReturn, type UseFormReturn } from "react-hook-form";
import { clockAsMinutes, minutesAsClock } from "#ui/words/figures.ts";
import { asDate, asNumber, errorAt } from "./form.ts";
import { Field, INPUT, Picks } from "./parts.tsx";

export type Form<T extends FieldValues> = UseFormReturn<T, unknown, T>;
export interface FieldOf<T extends FieldValues> {
  readonly form: Form<T>;
  readonly name: Path<T>;
  readonly label: string;
  readonly hint?: string;
}

export const aria = (id: string, error: string | undefined, hint: string | undefined) => ({
  id,
  "aria-invalid": error !== undefined,
  "aria-describedby": error ? `${id}-error` : hint ? `${id}-hint` : undefined,
});

export function Text<T extends FieldValues>({
  form,
  name,
  label,
  hint,
  kind = "text",
  rows,
}: FieldOf<T> & { kind?: "text" | "date" | "number" | "tel" | "email" | "password"; rows?: number }) {
  const error = errorAt(form.formState.errors, name);
  const register = form.register(
    name,
    kind === "number" ? { setValueAs: asNumber } : kind === "date" ? { setValueAs: asDate } : {},
  );
  return (
    <Field id={name} label={label} hint={hint} error={error}>
      {rows ? (
        <textarea rows={rows} className={INPUT} {...aria(name, error, hint)} {...register} />
      ) : (
        <input
          type={kind === "number" ? "text" : kind}
          inputMode={kind === "number" ? "decimal" : undefined}
          className={INPUT}
          {...aria(name, error, hint)}
          {...register}
        />
      )}
    </Field>
  );
}

export function Select<T extends FieldValues>({
  form,
  name,
  label,
  hint,
  options,
  number = false,
  register,
}: FieldOf<T> & {
  options: readonly (readonly [string | number, string])[];
  number?: boolean;
  register?: UseFormRegisterReturn;
}) {
  const error = errorAt(form.formState.errors, name);
  return (
    <Field id={name} label={label} hint={hint} error={error}>
      <select
        className={INPUT}
        {...aria(name, error, hint)}
        {...(register ?? form.register(name, number ? { setValueAs: asNumber } : {}))}
      >
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </Field>
  );
}

/** A time of day, kept as minutes after midnight; null where it may be left empty. */
export function Clock<T extends FieldValues>({ form, name, label, hint, optional = false }: FieldOf<T> & { optional?: boolean }) {
  return (
    <Controller
      control={form.control}
      name={name}
      render={({ field, fieldState: { error } }) => (
        <Field id={name} label={label} hint={hint} error={error?.message}>
          <input
            type="time"
            className={INPUT}
            {...aria(name, error?.message, hint)}
            value={field.value === null ? "" : minutesAsClock(field.value as number)}
            onBlur={field.onBlur}
            onChange={({ target: { value } }) => {
              if (value) field.onChange(clockAsMinutes(value));
              else if (optional) field.onChange(null);
            }}
          />
        </Field>
      )}
    />
  );
}

export function Check<T extends FieldValues>({ form, name, label }: FieldOf<T>) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input type="checkbox" className="size-5" {...form.register(name)} /> {label}
    </label>
  );
}

/** Any number of a few, as one field that holds the list. */
export function Several<T extends FieldValues>({
  form,
  name,
  label,
  options,
}: FieldOf<T> & { options: readonly (readonly [string, string])[] }) {
  return (
    <Controller
      control={form.control}
      name={name}
      render={({ field }) => <Picks legend={label} options={options} value={field.value ?? []} onChange={field.onChange} />}
    />
  );
}
