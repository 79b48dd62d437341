/** The fields of a stay, shared by booking and by its terms. */
import type { FieldValues, Path, UseFormReturn } from "react-hook-form";
import { COUNTINGS, TERM_LENGTHS } from "#core/calendar/term.ts";
import { KINDS } from "#core/horse/horse.ts";
import { METHODS } from "#core/ladder/methods.ts";
import { AFTER_LEVELS } from "#contracts/stay.ts";
import { asNumber, errorAt } from "#ui/kit/form.ts";
import { Field, INPUT } from "#ui/kit/parts.tsx";
import { AFTER_LEVEL, COUNTING, KIND } from "#ui/words/labels.ts";

type Form<T extends FieldValues> = UseFormReturn<T, unknown, T>;
interface Props<T extends FieldValues> {
  readonly form: Form<T>;
  readonly name: Path<T>;
  readonly label: string;
  readonly hint?: string;
}

const aria = (id: string, error: string | undefined, hint: string | undefined) => ({ id, "aria-invalid": error !== undefined, "aria-describedby": error ? `${id}-error` : hint ? `${id}-hint` : undefined });

export function Text<T extends FieldValues>({ form, name, label, hint, kind = "text", rows }: Props<T> & { kind?: "text" | "date" | "number" | "tel" | "email" | "password"; rows?: number }) {
  const error = errorAt(form.formState.errors, name);
  const register = form.register(name, kind === "number" ? { setValueAs: asNumber } : kind === "date" ? { setValueAs: (x: unknown) => (x === "" ? null : x) } : {});
  return (
    <Field id={name} label={label} hint={hint} error={error}>
      {rows ? <textarea rows={rows} className={INPUT} {...aria(name, error, hint)} {...register} /> : <input type={kind === "number" ? "text" : kind} inputMode={kind === "number" ? "decimal" : undefined} className={INPUT} {...aria(name, error, hint)} {...register} />}
    </Field>
  );
}

export function Select<T extends FieldValues>({ form, name, label, hint, options, number = false }: Props<T> & { options: readonly (readonly [string | number, string])[]; number?: boolean }) {
  const error = errorAt(form.formState.errors, name);
  return (
    <Field id={name} label={label} hint={hint} error={error}>
      <select className={INPUT} {...aria(name, error, hint)} {...form.register(name, number ? { setValueAs: asNumber } : {})}>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </Field>
  );
}

export function Check<T extends FieldValues>({ form, name, label }: Props<T>) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input type="checkbox" className="size-5" {...form.register(name)} /> {label}
    </label>
  );
}

/** Aim, term and after-plan; `at` is the path of the stay within the form. */
export function StayFieldset<T extends FieldValues>({ form, at }: { form: Form<T>; at: string }) {
  const path = (name: string) => `${at}.${name}` as Path<T>;
  const method = METHODS.find((one) => one.id === form.watch(path("method")));
  return (
    <>
      <fieldset className="grid gap-3 sm:grid-cols-2">
        <legend className="sign pb-1 text-lg">The stay</legend>
        <div className="sm:col-span-2">
          <Text form={form} name={path("aim")} label="The owner's aim, in their own words" rows={3} />
        </div>
        <Select form={form} name={path("kind")} label="Comes in as" options={KINDS.map((kind) => [kind, KIND[kind]] as const)} />
        <Select form={form} name={path("length")} label="Term" number options={TERM_LENGTHS.map((days) => [days, `${days} days`] as const)} />
        <Text form={form} name={path("firstDay")} label="First day" kind="date" />
        <Text form={form} name={path("sessionsAWeek")} label="Sessions a week" kind="number" hint="1 to 7" />
        <Select form={form} name={path("counting")} label="The term counts" options={COUNTINGS.map((one) => [one, COUNTING[one]] as const)} />
        <Select form={form} name={path("method")} label="Method" options={METHODS.map((one) => [one.id, one.words] as const)} hint={method?.about ?? ""} />
      </fieldset>
      <fieldset className="grid gap-3 sm:grid-cols-2">
        <legend className="sign pb-1 text-lg">Afterwards, at home</legend>
        <Text form={form} name={path("afterDays")} label="Days a week" kind="number" hint="0 to 7; empty: unknown" />
        <Select form={form} name={path("afterLevel")} label="The owner rides" options={AFTER_LEVELS.map((level) => [level, AFTER_LEVEL[level]] as const)} />
        <div className="sm:col-span-2">
          <Text form={form} name={path("afterWords")} label="Equipment, discipline, who helps" rows={2} />
        </div>
      </fieldset>
    </>
  );
}
