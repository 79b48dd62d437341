/** A measured figure in a form: kept in the record's unit, typed and shown in the barn's. */
import { useState } from "react";
import { Controller, type FieldValues } from "react-hook-form";
import { unitsHere } from "#contracts/barn.units.ts";
import { type Measurable, readDial } from "#core/kernel/units.ts";
import { typedFigure, unitHere } from "#ui/words/units.ts";
import { aria, type FieldOf } from "./form-fields.tsx";
import { Field, INPUT } from "./parts.tsx";

/** How a figure of the record stands in a field, and how what is typed there is read; null: it cannot be. */
export interface FigureField {
  readonly unit: string;
  readonly shown: (kept: number) => string;
  readonly read: (text: string) => number | null;
}
/** A weight, wind or temperature: in the barn's units, and in others where they are named ('68 kg'). */
export const dialIn = (what: Measurable): FigureField => ({
  unit: unitHere(what),
  shown: (kept) => typedFigure(what, kept),
  read: (text) => readDial(text, what, unitsHere()),
});
export function Measured<T extends FieldValues>({ form, name, label, hint, by }: FieldOf<T> & { by: FigureField }) {
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
