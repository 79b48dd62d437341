/** Something the card asks for that is not worked today. */

import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { Swap } from "#core/card/card.ts";
import type { Skill } from "#core/ladder/skill.ts";
import { later } from "#ui/kit/later.tsx";
import { t } from "#ui/words/speak.ts";

/** Most cards are worked as they stand. */
// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const WhyNot = later(async () => (await import("./SwapForm.tsx")).WhyNot);
// eslint-disable-next-line no-restricted-syntax -- likewise
const Swapped = later(async () => (await import("./SwapForm.tsx")).Swapped);

export function SwapItem({
  skill,
  swap,
  others,
  onSwap,
}: {
  skill: string;
  swap: Swap | null;
  others: readonly Skill[];
  onSwap(swap: Swap | null): void;
}) {
  const [asking, setAsking] = useState(false);
  if (swap) return <Swapped swap={swap} others={others} onSwap={onSwap} />;
  if (asking)
    return (
      <WhyNot
        onWhy={(why) => {
          onSwap({ skill, did: null, why });
          setAsking(false);
        }}
        onKeep={() => setAsking(false)}
      />
    );
  return (
    <button
      type="button"
      className="sign absolute top-2 right-0 min-h-14 min-w-14 px-2 text-slate underline"
      aria-label={t("Not today: {skill}", { skill: t(here().of(skill).words) })}
      onClick={() => setAsking(true)}
    >
      {t("Not today")}
    </button>
  );
}
