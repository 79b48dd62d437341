/** What few sessions need: loaded where somebody unfolds it. */
import { type ReactNode, useState } from "react";

export function Unfolded({ title, open = false, children }: { title: string; open?: boolean; children: ReactNode }) {
  const [asked, setAsked] = useState(open);
  return (
    <details open={open} onToggle={() => setAsked(true)}>
      <summary className="sign min-h-14 cursor-pointer py-4 text-slate">{title}</summary>
      {asked && children}
    </details>
  );
}
