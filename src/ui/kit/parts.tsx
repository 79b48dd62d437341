/** The small set of parts that every screen is made of. */

import type { ButtonHTMLAttributes, ReactNode } from "react";
import type { ProblemBody } from "#ui/words/problem.ts";
import { t } from "#ui/words/speak.ts";

type Tone = "main" | "plain" | "stop";
const BUTTON: Record<Tone, string> = {
  main: "bg-rail text-on-rail border-rail hover:opacity-90",
  plain: "bg-paper text-ink border-edge hover:border-ink",
  stop: "bg-paper text-oxblood border-oxblood hover:bg-oxblood-soft",
};

export function Button({
  tone = "plain",
  big = false,
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { tone?: Tone; big?: boolean }) {
  const size = big ? "min-h-14 px-5 text-lg" : "min-h-9 whitespace-nowrap px-3";
  return (
    <button
      type="button"
      {...rest}
      className={`sign inline-flex items-center justify-center gap-2 rounded border ${size} disabled:opacity-50 ${BUTTON[tone]} ${className}`}
    />
  );
}

/** The whole of a refusal, where the eye is; announced to screen readers. */
export function Trouble({ problem }: { problem: ProblemBody | null }) {
  return (
    <div role="alert">
      {problem && (
        <div className="my-2 border-l-4 border-oxblood bg-oxblood-soft px-3 py-2 text-oxblood">
          {problem.message}
          {(problem.issues?.length ?? 0) > 1 && (
            <ul className="ml-5 list-disc">
              {problem.issues?.map((issue) => (
                <li key={issue.path + issue.message}>
                  {issue.path}: {issue.message}
                </li>
              ))}
            </ul>
          )}
        </div>
      )}
    </div>
  );
}

/** Without a width, for controls that stand in a row with others. */
export const BARE_INPUT = "min-h-9 font-normal rounded border border-edge px-2 py-1 aria-[invalid=true]:border-oxblood";
export const INPUT = `${BARE_INPUT} w-full`;

export function Field({
  id,
  label,
  hint,
  error,
  children,
}: {
  id: string;
  label: string;
  hint?: string | undefined;
  error?: string | undefined;
  children: ReactNode;
}) {
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="sign block text-dim">
        {label}
      </label>
      {children}
      {hint && (
        <p id={`${id}-hint`} className="text-sm text-dim">
          {hint}
        </p>
      )}
      {error && (
        <p id={`${id}-error`} className="text-sm text-oxblood">
          {error}
        </p>
      )}
    </div>
  );
}

/** One of a few, side by side: a row of radio buttons that looks like a switch. */
export function Choice<T extends string | number>({
  name,
  legend,
  options,
  value,
  onChange,
  big = false,
  hideLegend = false,
}: {
  name: string;
  legend: string;
  options: readonly (readonly [T, string])[];
  value: T | null;
  onChange(next: T): void;
  big?: boolean;
  hideLegend?: boolean;
}) {
  return (
    <fieldset className="min-w-0">
      <legend className={hideLegend ? "sr-only" : "sign text-dim"}>{legend}</legend>
      <div className="flex flex-wrap gap-1">
        {options.map(([option, words]) => (
          <label
            key={option}
            className={`sign flex cursor-pointer items-center justify-center rounded border border-edge bg-paper text-center has-checked:border-rail has-checked:bg-rail has-checked:text-on-rail has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-slate ${big ? "min-h-14 min-w-14 px-3 text-lg" : "min-h-9 min-w-9 px-2"}`}
          >
            <input type="radio" className="sr-only" name={name} checked={value === option} onChange={() => onChange(option)} />
            {words}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** Any number of a few. */
export function Picks<T extends string>({
  legend,
  options,
  value,
  onChange,
  big = false,
}: {
  legend: string;
  options: readonly (readonly [T, string])[];
  value: readonly T[];
  onChange(next: T[]): void;
  big?: boolean;
}) {
  return (
    <fieldset className="min-w-0">
      <legend className="sign text-dim">{legend}</legend>
      <div className="flex flex-wrap gap-1">
        {options.map(([option, words]) => {
          const on = value.includes(option);
          return (
            <button
              key={option}
              type="button"
              aria-pressed={on}
              onClick={() => onChange(on ? value.filter((one) => one !== option) : [...value, option])}
              className={`sign rounded border ${big ? "min-h-14 px-4 text-lg" : "min-h-9 px-2"} ${on ? "border-rail bg-rail text-on-rail" : "border-edge bg-paper"}`}
            >
              {on ? "✓ " : ""}
              {words}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}

/** A number with a step down and a step up, for thumbs. */
export function Stepper({
  id,
  label,
  value,
  step,
  min,
  max,
  unit,
  from,
  onChange,
}: {
  id: string;
  label: string;
  /** Null: not known yet; the first step sets it. */
  value: number | null;
  /** What the first step sets, where nothing is known. */
  from?: number;
  step: number;
  min: number;
  max: number;
  unit: string;
  onChange(next: number): void;
}) {
  const clamp = (next: number): number => Math.max(min, Math.min(max, next));
  const button = "sign size-14 shrink-0 rounded border border-edge bg-paper text-2xl disabled:opacity-40";
  return (
    <div>
      <label htmlFor={id} className="sign text-dim">
        {label} <span className="font-sans text-sm">({unit})</span>
      </label>
      <div className="flex gap-1">
        <button
          type="button"
          className={button}
          aria-label={t("{label}: {step} less", { label, step })}
          disabled={value === null || value <= min}
          onClick={() => onChange(clamp((value ?? 0) - step))}
        >
          −
        </button>
        <input
          id={id}
          className="h-14 w-full min-w-0 rounded border border-edge text-center text-xl"
          inputMode="numeric"
          placeholder="–"
          value={value ?? ""}
          onChange={(event) => onChange(clamp(Number(event.target.value.replace(/\D/g, "")) || 0))}
        />
        <button
          type="button"
          className={button}
          aria-label={t("{label}: {step} more", { label, step })}
          disabled={value !== null && value >= max}
          onClick={() => onChange(value === null && from !== undefined ? from : clamp((value ?? 0) + step))}
        >
          +
        </button>
      </div>
    </div>
  );
}

const MARK = { stop: "■", attend: "▲", tell: "●" } as const;
const TONE = { stop: "border-oxblood text-oxblood", attend: "border-ochre text-ochre", tell: "border-slate text-slate" } as const;
/** A short state in words, told by shape and by colour. */
export function Tag({ tone, children }: { tone: keyof typeof MARK; children: ReactNode }) {
  return (
    <span className={`inline-flex items-center gap-1 rounded-sm border bg-paper px-1.5 text-sm ${TONE[tone]}`}>
      <span aria-hidden="true" className="text-[0.6rem]">
        {MARK[tone]}
      </span>
      {children}
    </span>
  );
}
