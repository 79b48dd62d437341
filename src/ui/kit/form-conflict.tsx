import { useState } from "react";
import type { FieldValues, Path, PathValue } from "react-hook-form";
import { Conflict, type ConflictRow } from "./Conflict.tsx";
import type { Form } from "./form-fields.tsx";

/** How each field reads where two versions stand side by side. */
export type Lines<T> = { readonly [K in keyof T]: readonly [label: string, say: (value: T[K]) => string] };

interface Options<F extends FieldValues, T> {
  readonly form: Form<F>;
  readonly lines: Lines<T>;
  /** Where the field stands within the form; the form's own `version` says on what it builds. */
  pathOf(key: keyof T): Path<F>;
  /** What is typed now. */
  mine(): T;
  save(): void;
}

/** A form whose save may find that somebody else saved first: keeps both versions and lets the writer settle them. */
export function useFormConflict<F extends FieldValues, T extends object>({ form, lines, pathOf, mine, save }: Options<F, T>) {
  const [theirs, meet] = useState<(T & { readonly version: number }) | null>(null);
  if (!theirs) return { meet, panel: null };
  const keys = Object.keys(lines) as (keyof T & string)[];
  const say = <K extends keyof T>(key: K, of: T): string => lines[key][1](of[key]);
  const take = (key: keyof T): void => form.setValue(pathOf(key), theirs[key] as PathValue<F, Path<F>>, { shouldDirty: true });
  const settle = (): void => {
    form.setValue("version" as Path<F>, theirs.version as PathValue<F, Path<F>>);
    meet(null);
  };
  const now = mine();
  const rows: ConflictRow[] = keys
    .map((key) => ({ key, label: lines[key][0], mine: say(key, now), theirs: say(key, theirs) }))
    .filter((row) => row.mine !== row.theirs);
  const panel = (
    <Conflict
      rows={rows}
      onTake={(key) => take(key as keyof T)}
      onKeepMine={() => {
        settle();
        save();
      }}
      onTakeTheirs={() => {
        for (const key of keys) take(key);
        settle();
      }}
    />
  );
  return { meet, panel };
}
