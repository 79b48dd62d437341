/** The card's four parts. On the phone one at a time, with a bar under the thumb; on a desk all of them, one under the other. */

import type { ReactNode } from "react";
import { inWords, t } from "#ui/words/speak.ts";

const CARD_STEPS = ["before", "work", "happened", "end"] as const;
export type CardStep = (typeof CARD_STEPS)[number];
const WORDS: Record<CardStep, string> = inWords({ before: "Before", work: "Work", happened: "What happened", end: "The end" });

export function Step({ name, at, children }: { name: CardStep; at: CardStep; children: ReactNode }) {
  return <div className={`${name === at ? "grid" : "hidden md:grid"} min-w-0 gap-5`}>{children}</div>;
}

/** `marks`: what stands beside a part's name, such as that the gate is open or how much was written. */
export function StepBar({
  at,
  marks,
  onGo,
}: {
  at: CardStep;
  marks: Readonly<Record<CardStep, string>>;
  onGo(step: CardStep): void;
}) {
  return (
    <nav
      aria-label={t("Parts of the card")}
      className="fixed inset-x-0 bottom-0 z-20 grid grid-cols-4 border-t-2 border-rail bg-paper md:hidden"
    >
      {CARD_STEPS.map((step) => (
        <button
          key={step}
          type="button"
          aria-current={step === at ? "step" : undefined}
          onClick={() => {
            onGo(step);
            scrollTo({ top: 0 });
          }}
          className={`sign min-h-16 px-1 leading-tight ${step === at ? "bg-rail text-on-rail" : "text-ink"}`}
        >
          {WORDS[step]}
          <span className="block min-h-4 font-sans text-sm font-normal">{marks[step]}</span>
        </button>
      ))}
    </nav>
  );
}
