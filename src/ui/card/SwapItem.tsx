/** Something the card asks for that is not worked today: why, and what in its place. */

import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { Swap } from "#core/card/card.ts";
import type { Skill } from "#core/ladder/skill.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { saySwap } from "#ui/words/record.ts";
import { t } from "#ui/words/speak.ts";

/** They stand in the record as they stand here. */
const REASONS = ["The horse refused", "Not ready for it", "The weather", "No time", "Something better came up"] as const;

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
  if (!swap)
    return asking ? (
      <fieldset>
        <legend className="sign text-dim">{t("Why not today?")}</legend>
        <div className="flex flex-wrap gap-1">
          {REASONS.map((why) => (
            <Button
              key={why}
              big
              onClick={() => {
                onSwap({ skill, did: null, why });
                setAsking(false);
              }}
            >
              {t(why)}
            </Button>
          ))}
          <Button big onClick={() => setAsking(false)}>
            {t("Keep it on")}
          </Button>
        </div>
      </fieldset>
    ) : (
      <button
        type="button"
        className="sign absolute top-2 right-0 min-h-14 min-w-14 px-2 text-slate underline"
        aria-label={t("Not today: {skill}", { skill: t(here().of(skill).words) })}
        onClick={() => setAsking(true)}
      >
        {t("Not today")}
      </button>
    );
  return (
    <div className="grid gap-1">
      <p>▲ {saySwap(swap)}</p>
      <label className="sign text-dim">
        {t("Do this instead")}
        <select
          className={`${INPUT} h-14 font-sans text-ink`}
          value={swap.did ?? ""}
          onChange={(event) => onSwap({ ...swap, did: event.target.value || null })}
        >
          <option value="">{t("Nothing")}</option>
          {swap.did !== null && <option value={swap.did}>{t(here().of(swap.did).words)}</option>}
          {others.map((one) => (
            <option key={one.id} value={one.id}>
              {t(one.words)}
            </option>
          ))}
        </select>
      </label>
      <Button big onClick={() => onSwap(null)}>
        {t("Do it after all")}
      </Button>
    </div>
  );
}
