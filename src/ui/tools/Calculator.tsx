/** The frame of one calculator: what goes in, what comes out, by which formula, in which range, from where. */
import type { ReactNode } from "react";

interface Props {
  readonly id: string;
  readonly title: string;
  readonly formula: string;
  readonly children: ReactNode;
  readonly answer: ReactNode;
}
export function Calculator({ id, title, formula, children, answer }: Props) {
  return (
    <section id={id} aria-labelledby={`${id}-title`} className="border-t-2 border-rail py-3">
      <h2 id={`${id}-title`}>{title}</h2>
      <div className="flex flex-wrap items-end gap-2">{children}</div>
      <div role="status" className="min-h-8 py-1 text-lg">
        {answer}
      </div>
      <p className="text-sm text-dim">{formula}</p>
    </section>
  );
}

interface NumberProps {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  onChange(text: string): void;
}
export function NumberIn({ id, label, value, onChange }: NumberProps) {
  return (
    <label htmlFor={id} className="sign text-dim">
      {label}
      <input
        id={id}
        inputMode="decimal"
        className="block min-h-14 w-28 rounded border border-edge px-2 font-sans text-lg text-ink"
        value={value}
        onChange={({ target }) => onChange(target.value)}
      />
    </label>
  );
}
/** Null: nothing typed, or no number. A comma is a point. */
export const numberOf = (text: string): number | null => {
  const typed = text.trim().replace(",", ".");
  return typed === "" || !Number.isFinite(Number(typed)) ? null : Number(typed);
};

interface SelectProps<T extends string> {
  readonly id: string;
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [T, string])[];
  onChange(value: T): void;
}
export function SelectIn<T extends string>({ id, label, value, options, onChange }: SelectProps<T>) {
  return (
    <label htmlFor={id} className="sign text-dim">
      {label}
      <select
        id={id}
        className="block min-h-14 rounded border border-edge px-2 font-sans text-lg text-ink"
        value={value}
        onChange={({ target }) => onChange(target.value as T)}
      >
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
