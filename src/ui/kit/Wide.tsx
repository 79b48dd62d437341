/** What may be wider than a phone: it scrolls by itself, by thumb and by key, and the page does not. */
import type { ReactNode } from "react";

export const Wide = ({ label, children }: { label: string; children: ReactNode }) => (
  // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by key
  <div role="region" aria-label={label} tabIndex={0} className="overflow-x-auto">
    {children}
  </div>
);
