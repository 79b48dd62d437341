/** What the score under the thumb looks like for this skill, so that two riders give the same. */
import { useState } from "react";
import { SCORE_WORDS } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";

interface Under {
  readonly score: number | null;
  /** For each button of a score. */
  over(score: number | null): {
    onPointerDown(): void;
    onPointerEnter(): void;
    onPointerLeave(): void;
    onFocus(): void;
    onBlur(): void;
  };
}
/** The score that somebody's thumb, mouse or focus is on; else the one that was given. */
export function useUnderThumb(given: number | null | undefined): Under {
  const [under, set] = useState<number | null | undefined>(undefined);
  return {
    score: under === undefined ? (given ?? null) : under,
    over: (score) => ({
      onPointerDown: () => set(score),
      onPointerEnter: () => set(score),
      onPointerLeave: () => set(undefined),
      onFocus: () => set(score),
      onBlur: () => set(undefined),
    }),
  };
}

export const Anchor = ({
  scores,
  score,
  className = "",
}: {
  scores: readonly string[] | undefined;
  score: number | null;
  className?: string;
}) => (
  <p className={`min-h-5 text-sm leading-5 text-dim ${className}`} aria-hidden={score === null}>
    {score !== null && (
      <>
        <strong>{score}</strong> {t(scores?.[score] ?? "") || SCORE_WORDS[score]}
      </>
    )}
  </p>
);
