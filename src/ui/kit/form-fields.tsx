/** The fields of a form, tied to react-hook-form: label, hint and error always stand with their control. */
import { useState } from "react";
import { Controller, type FieldValues, type Path, type UseFormRegisterReturn, type UseFormReturn } from "react-hook-form";
import { unitsHere } from "#contracts/barn.units.ts";
import { type LengthName, readLength } from "#core/intake/measures.ts";
import { type Measurable, readDial } from "#core/kernel/units.ts";
import { clockAsMinutes, minutesAsClock } from "#ui/words/figures.ts";
import { lengthIn, lengthUnit } from "#ui/words/lengths.ts";
import { typedFigure, unitHere } from "#ui/words/units.ts";
import { asDate, asNumber, errorAt } from "./form.ts";
import { Field, INPUT, Picks } from "./parts.tsx";

export type Form<T extends FieldValues> = UseFormReturn<T, unknown, T>;
interface Props<T extends FieldValues> {
  readonly form: Form<T>;
  readonly name: Path<T>;
  readonly label: string;
  readonly hint?: string;
}

const aria = (id: string, error: string | undefined, hint: string | undefined) => ({
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
}: Props<T> & { kind?: "text" | "date" | "number" | "tel" | "email" | "password"; rows?: number }) {
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

/** How a figure of the record stands in a field, and how what is typed there is read; null: it cannot be. */
interface Reading {
  readonly unit: string;
  readonly shown: (kept: number) => string;
  readonly read: (text: string) => number | null;
}
/** A weight, wind or temperature: in the barn's units, and in others where they are named ('68 kg'). */
export const dialIn = (what: Measurable): Reading => ({
  unit: unitHere(what),
  shown: (kept) => typedFigure(what, kept),
  read: (text) => readDial(text, what, unitsHere()),
});
/** A length by tape or stick, as the walk reads it. */
export const lengthBy = (name: LengthName): Reading => {
  const unit = lengthUnit(unitsHere(), name);
  return {
    unit,
    shown: (kept) => lengthIn(unitsHere(), name, kept).replace(/ [a-z]+$/, ""),
    read: (text) => readLength(text, unit)?.centimetres ?? null,
  };
};
/** A measured figure, kept in the record's unit and typed in the barn's. */
export function Measured<T extends FieldValues>({ form, name, label, hint, by }: Props<T> & { by: Reading }) {
  const [typed, setTyped] = useState<string | null>(null);
  const keptOf = (text: string): number | null => (text.trim() === "" ? null : (by.read(text) ?? Number.NaN));
  return (
    <Controller
      control={form.control}
      name={name}
      render={({ field, fieldState: { error } }) => {
        const kept = field.value as number | null;
        // What was typed stands as it was typed, until the value is another one.
        const text = typed !== null && Object.is(keptOf(typed), kept) ? typed : kept === null ? "" : by.shown(kept);
        return (
          <Field id={name} label={`${label}, ${by.unit}`} hint={hint} error={error?.message}>
            <input
              type="text"
              inputMode="text"
              className={INPUT}
              {...aria(name, error?.message, hint)}
              ref={field.ref}
              value={text}
              onBlur={field.onBlur}
              onChange={({ target: { value } }) => {
                setTyped(value);
                field.onChange(keptOf(value));
              }}
            />
          </Field>
        );
      }}
    />
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
}: Props<T> & { options: readonly (readonly [string | number, string])[]; number?: boolean; register?: UseFormRegisterReturn }) {
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
export function Clock<T extends FieldValues>({ form, name, label, hint, optional = false }: Props<T> & { optional?: boolean }) {
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

export function Check<T extends FieldValues>({ form, name, label }: Props<T>) {
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
}: Props<T> & { options: readonly (readonly [string, string])[] }) {
  return (
    <Controller
      control={form.control}
      name={name}
      render={({ field }) => <Picks legend={label} options={options} value={field.value ?? []} onChange={field.onChange} />}
    />
  );
}
