import type { ReactNode } from "react";

/** Yes or no, outside a form. */
export function Check({ checked, onChange, children }: { checked: boolean; onChange(next: boolean): void; children: ReactNode }) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input type="checkbox" className="size-5" checked={checked} onChange={(event) => onChange(event.target.checked)} />
      {children}
    </label>
  );
}
